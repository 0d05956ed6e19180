"""The check sheet's JSON Schema, as published: python -m hembit_core.sheets.schema."""

from __future__ import annotations

import json
import sys

from hembit_core.sheets.sheet import VERSION, CheckSheet


def schema_text() -> str:
    """The JSON Schema of a check sheet of this version, as text."""
    schema = {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Hembit check sheet, version {VERSION}",
        **{key: value for key, value in CheckSheet.model_json_schema().items() if key != "title"},
    }
    return json.dumps(schema, indent=2, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    sys.stdout.write(schema_text())
