"""The check sheet's JSON Schema, as published: python -m hembit_core.sheets.schema."""

from __future__ import annotations

import sys

from hembit_core.records.documents import published_schema
from hembit_core.sheets.sheet import VERSION, CheckSheet


def schema_text() -> str:
    """The JSON Schema of a check sheet of this version, as text."""
    return published_schema(CheckSheet, f"Hembit check sheet, version {VERSION}")


if __name__ == "__main__":
    sys.stdout.write(schema_text())
