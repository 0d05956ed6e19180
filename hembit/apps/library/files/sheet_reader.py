"""A process of its own that reads the first sheet with anything in it of a spreadsheet, then ends.

Run as a script, with nothing of the server loaded. A spreadsheet of a few kilobytes can be made to
unpack into more than the server has: whatever it takes is taken here, within limits of memory and
time, and the rows and cells that come back are counted.
"""

import datetime
import json
import resource
import sys
from collections.abc import Sequence

MOST_ROWS, MOST_COLUMNS, MOST_CELLS = 20_001, 400, 500_000
LONGEST_CELL = 2000
MOST_MEMORY = 600 * 2**20
"""What the process may take [bytes]."""
MOST_SECONDS = 5
"""What it may calculate [s]."""


def read(path: str) -> dict[str, object]:
    """The sheet's name, how many there are, and its rows; or ``error`` for what cannot be read."""
    from python_calamine import CalamineError, CalamineWorkbook

    try:
        book = CalamineWorkbook.from_path(path)
        for name in book.sheet_names:
            rows = _rows(book.get_sheet_by_name(name).to_python(nrows=MOST_ROWS))
            if rows:
                return {"title": name, "sheets": len(book.sheet_names), "rows": rows}
    except (CalamineError, OSError, ValueError):
        return {"error": "unreadable"}
    return {"error": "empty"}


def _rows(given: Sequence[Sequence[object]]) -> list[list[str]]:
    """The rows as texts, without what is empty at their ends."""
    rows: list[list[str]] = []
    cells = 0
    for row in given:
        told = [_cell(one) for one in row[:MOST_COLUMNS]]
        while told and not told[-1]:
            told.pop()
        cells += len(told)
        if cells > MOST_CELLS:
            break
        rows.append(told)
    while rows and not rows[-1]:
        rows.pop()
    return rows


def _cell(value: object) -> str:
    if isinstance(value, bool):
        return str(value).lower()
    if isinstance(value, float):
        return f"{value:.12g}"  # what was typed, without what binary made of it
    if isinstance(value, datetime.datetime):
        return value.isoformat(" ")
    return str(value)[:LONGEST_CELL]


def main() -> None:
    """The path of the file is the argument; one document in JSON goes to standard output."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    try:
        told = json.dumps(read(sys.argv[1]))
    except MemoryError:
        told = json.dumps({"error": "large"})
    sys.stdout.write(told)


if __name__ == "__main__":
    main()
