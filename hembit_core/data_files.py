"""Reads the tables of constants that ship with the core."""

from __future__ import annotations

import json
from functools import cache
from importlib.resources import files
from typing import Any


@cache
def table(name: str) -> Any:
    """Return the parsed content of ``data/<name>.json``."""
    return json.loads(files("hembit_core").joinpath("data", f"{name}.json").read_text("utf-8"))
