"""The cells of a pasted table, and which mark its figures have before the decimals.

Tabs, semicolons and bars part cells; else blanks between figures; else commas.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum

from hembit_core.charts.units import degrees_in, ohms_in
from hembit_core.errors import InputError

LONGEST = 600_000
"""Characters of a text: ten thousand rows and more."""
_LOOKALIKES = str.maketrans(
    {
        **dict.fromkeys("−–‒—﹣-", "-"),
        **dict.fromkeys("\u00a0\u202f\u2009\u2007", " "),
        "\u2126": "Ω",
        "º": "°",
        "'": "'",
        "\ufeff": " ",
    }
)
_FIGURE = re.compile(
    r"(?P<sign>[+-]?)\s*(?P<digits>\d[\d.,' ]*|[.,]\d+)(?P<exponent>[eE][+-]?\d{1,2})?"
    r"\s*(?P<unit>[^\d\s.,;|][^\d\s;|]*(?:\s?[CF])?)?"
)
_EMBEDDED = re.compile(r"(?P<whole>\d+)(?P<mark>[RkKM])(?P<fraction>\d+)\s*(?:Ω|ohms?)?", re.IGNORECASE)
_IN_A_LINE = re.compile(
    r"[+-]?(?:\d+[RkKM]\d+|(?:\d[\d.,']*|[.,]\d+)(?:[eE][+-]?\d{1,2})?)"
    r"(?:\s*(?:[kKM]?\s?(?:Ω|[oO]hms?)|°\s?[CFcf]|[kKM](?![A-Za-z0-9])|[CF](?![A-Za-z0-9])))?"
)
_WORDS = re.compile(r"[(\[][^)\]]*[)\]]|[^\s(\[]+")
_TWO_FIGURES = re.compile(r"\d[^\S\t]*(?:[°ΩkKMCF]|ohms?)*\s+[+-]?\s?[.,]?\d", re.IGNORECASE)


class Mark(StrEnum):
    """The decimal mark of a table."""

    POINT = "."
    COMMA = ","


@dataclass(frozen=True)
class Row:
    """A line that is not empty, by its number from 1, and its cells."""

    line: int
    text: str
    cells: tuple[str, ...]


@dataclass(frozen=True)
class Cell:
    """A figure as it was written: plain ``digits`` with a point, and the ``unit`` behind them."""

    digits: str
    unit: str

    @property
    def value(self) -> float:
        """The figure as a number, in the unit that is written."""
        return float(self.digits)


def rows_in(text: str) -> tuple[Row, ...]:
    """The lines of a table that are not empty, each parted into cells.

    Raises
    ------
    InputError
        If the text is longer than any chart, or is no text.
    """
    if len(text) > LONGEST:
        raise InputError(f"This has more than {LONGEST:,} characters. Paste the chart alone.")
    if "\0" in text:
        raise InputError("This is no text. Save the chart as CSV, or paste its cells.")
    lines = [
        (place, one.strip(" \r"))
        for place, one in enumerate(text.translate(_LOOKALIKES).splitlines(), 1)
        if one.strip()
    ]
    parts = _parting([one for _, one in lines])
    return tuple(Row(place, one.strip(), parts(one)) for place, one in lines)


def _parting(lines: list[str]):  # type: ignore[no-untyped-def]
    most = max(1, len(lines) // 2)
    for mark in ("\t", ";", "|"):
        if sum(mark in one for one in lines) >= most:
            return lambda line: tuple(one.strip().strip('"') for one in line.strip("|").split(mark))
    if sum(bool(_TWO_FIGURES.search(one)) for one in lines) < most and (
        sum("," in one for one in lines) >= most
    ):
        return lambda line: tuple(one.strip().strip('"') for one in line.split(","))
    return _by_figures


def _by_figures(line: str) -> tuple[str, ...]:
    """Blanks part figures, and not a figure from its unit; a line of words is one of words."""
    found = _IN_A_LINE.findall(line)
    return tuple(found) if len(found) > 1 else tuple(_heads(line))


def _heads(line: str) -> list[str]:
    """The words of a header, each with the unit behind it: “T (°C)  R (kΩ)” are two."""
    found: list[str] = []
    for word in _WORDS.findall(line):
        has_unit = bool(found) and (degrees_in(found[-1]) or ohms_in(found[-1]))
        if found and not has_unit and (word[0] in "([" or degrees_in(word) or ohms_in(word)):
            found[-1] = f"{found[-1]} {word}"
        else:
            found.append(word)
    return found


def decimal_marks(cells: list[str]) -> tuple[frozenset[Mark], str]:
    """Which marks stand before decimals for certain, and an example of what may be either."""
    certain: set[Mark] = set()
    doubtful = ""
    for cell in cells:
        match = _FIGURE.fullmatch(cell)
        if not match:
            continue
        digits = match["digits"].strip()
        points, commas = digits.count("."), digits.count(",")
        if points and commas:
            certain.add(Mark.POINT if digits.rindex(".") > digits.rindex(",") else Mark.COMMA)
        elif digits[-1] in ".,":
            continue  # the number of a row: “12.”
        elif points + commas == 1:
            mark = Mark.POINT if points else Mark.COMMA
            before, after = digits.split(mark)
            # “k” and “M” follow decimals, thousands are not written with them.
            if len(after) != 3 or len(before) > 3 or before in ("", "0"):
                certain.add(mark)
            elif not doubtful:
                doubtful = digits
    return frozenset(certain), doubtful


def figure(cell: str, mark: Mark) -> Cell | None:
    """A cell as a figure; None where it is none."""
    embedded = _EMBEDDED.fullmatch(cell)
    if embedded:
        unit = embedded["mark"].replace("R", "Ω").replace("r", "Ω")
        return Cell(f"{embedded['whole']}.{embedded['fraction']}", unit)
    match = _FIGURE.fullmatch(cell)
    if not match:
        return None
    digits = match["digits"].replace(" ", "").replace("'", "")
    thousands = "," if mark is Mark.POINT else "."
    if digits.count(mark) > 1 or (thousands in digits and not _grouped(digits, thousands, mark)):
        return None
    plain = digits.replace(thousands, "").replace(mark, ".")
    plain = f"0{plain}" if plain.startswith(".") else plain.removesuffix(".")
    sign = "-" if match["sign"] == "-" else ""
    return Cell(f"{sign}{plain}{match['exponent'] or ''}", (match["unit"] or "").strip())


def _grouped(digits: str, thousands: str, mark: str) -> bool:
    whole = digits.split(mark)[0]
    first, *rest = whole.split(thousands)
    return 1 <= len(first) <= 3 and all(len(one) == 3 for one in rest)
