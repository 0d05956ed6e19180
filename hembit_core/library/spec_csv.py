"""Specs of a library as CSV: a row each, a column for each place in what is said of a part.

``name``, ``maker``, ``part_number``, ``handling``, ``source.title``, ``spec.kind``,
``spec.rating.pairs.0.power`` and so on; empty cells say nothing. What a library writes is read back
as it was.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from hembit_core.errors import InputError
from hembit_core.library.entry import LibrarySpec

LARGEST = 15_000_000
"""Characters of a file."""
MOST_ROWS = 20_000
_FIRST = ("name", "maker", "part_number", "handling", "source.kind", "spec.kind")
_RUNS = re.compile(r"[=@+\t\r-]")
"""What a spreadsheet would take for a formula at the beginning of a cell, unless it is a figure."""
_FIGURE = re.compile(r"[+-]?[\d.,]+(?:[eE][+-]?\d+)?")


@dataclass(frozen=True)
class ReadSpec:
    """A row that was read: its line, what it says, or why it cannot be used."""

    line: int
    name: str
    entry: LibrarySpec | None
    problem: str = ""


def write_specs(entries: Iterable[LibrarySpec]) -> str:
    """Specs as CSV text; cells that a spreadsheet would run begin with an apostrophe."""
    rows = [dict(_flat(one.model_dump(mode="json", exclude_none=True))) for one in entries]
    there = {key for row in rows for key in row}
    columns = [*(one for one in _FIRST if one in there), *sorted(there - set(_FIRST))]
    out = io.StringIO()
    writer = csv.DictWriter(out, columns, lineterminator="\r\n")
    writer.writeheader()
    writer.writerows({key: inert(value) for key, value in row.items()} for row in rows)
    return out.getvalue()


def read_specs(text: str) -> list[ReadSpec]:
    """Read specs from CSV text, row by row; commas, semicolons or tabs part its cells.

    Raises
    ------
    InputError
        If it is no such table: no header, columns twice, too long.
    """
    if len(text) > LARGEST or "\0" in text:
        raise InputError("This is no CSV of specs, or larger than any library.")
    text = text.removeprefix("\ufeff")
    first = text.split("\n", 1)[0]
    mark = max(",;\t", key=first.count)
    try:
        table = list(csv.reader(io.StringIO(text, newline=""), delimiter=mark, strict=True))
    except csv.Error as error:
        raise InputError(f"This is no CSV: {error}.") from None
    header = [one.strip() for one in table[0]] if table else []
    if "name" not in header or "spec.kind" not in header:
        raise InputError("Its first line must name the columns, “name” and “spec.kind” among them.")
    twice = next((one for one in header if one and header.count(one) > 1), None)
    if twice:
        raise InputError(f"The column “{twice}” is there twice. Take one of them out.")
    if len(table) - 1 > MOST_ROWS:
        raise InputError(f"This has more than {MOST_ROWS:,} rows.")
    rows = []
    line = 1
    for cells in table[1:]:
        line += 1
        if any(one.strip() for one in cells):
            rows.append(_row(line, header, cells))
        line += sum(one.count("\n") for one in cells)
    return rows


def _row(line: int, header: list[str], cells: list[str]) -> ReadSpec:
    given = {
        key: cell.strip().removeprefix("'")
        for key, cell in zip(header, cells, strict=False)
        if key and cell.strip()
    }
    name = given.get("name", "")
    if len(cells) > len(header):
        return ReadSpec(line, name, None, f"It has {len(cells)} cells under {len(header)} columns.")
    try:
        return ReadSpec(line, name, LibrarySpec.model_validate(_nested(given)))
    except ValidationError as error:
        first = error.errors()[0]
        at = _column([str(one) for one in first["loc"]], header)
        message = str(first["msg"]).removeprefix("Value error, ")
        return ReadSpec(line, name, None, f"{at}: {message}" if at else message)
    except InputError as error:
        return ReadSpec(line, name, None, error.message)


def _column(place: list[str], header: list[str]) -> str:
    """The column that an error is about; its place also says which of several shapes was read."""
    fits = [one for one in header if one and set(one.split(".")) <= set(place)]
    return max(fits, key=len, default=".".join(place))


def _flat(value: Any, path: str = "") -> Iterable[tuple[str, str]]:
    if isinstance(value, dict | list):
        items = value.items() if isinstance(value, dict) else enumerate(value)
        for key, inner in items:
            yield from _flat(inner, f"{path}.{key}" if path else str(key))
    elif value != "":
        yield path, str(value).lower() if isinstance(value, bool) else str(value)


def _nested(given: dict[str, str]) -> Any:
    """The tree whose places the columns name; numbers in a place count the entries of a list.

    Raises
    ------
    InputError
        If a column names a place within another's figure.
    """
    tree: dict[str, Any] = {}
    for key, cell in given.items():
        *way, last = key.split(".")
        place = tree
        for step in way:
            place = place.setdefault(step, {})
            if not isinstance(place, dict):
                raise InputError(f"“{key}” lies within another column's figure.")
        if isinstance(place.get(last), dict):
            raise InputError(f"“{key}” is a figure here and has columns within it as well.")
        place[last] = cell
    return _lists(tree)


def _lists(value: Any) -> Any:
    if not isinstance(value, dict):
        return value
    inner = {key: _lists(one) for key, one in value.items()}
    if inner and all(key.isdecimal() for key in inner):
        return [inner[key] for key in sorted(inner, key=int)]
    return inner


def inert(cell: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    runs = _RUNS.match(cell) and not _FIGURE.fullmatch(cell)
    return f"'{cell}" if runs or cell.startswith("'") else cell
