"""The library's JSON Schema, as published: python -m hembit_core.library.schema."""

from __future__ import annotations

import sys

from hembit_core.library.library import VERSION, Library
from hembit_core.records.documents import published_schema


def schema_text() -> str:
    """The JSON Schema of a library of this version, as text."""
    return published_schema(Library, f"Hembit library, version {VERSION}")


if __name__ == "__main__":
    sys.stdout.write(schema_text())
