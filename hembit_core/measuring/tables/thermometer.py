"""A thermometer's limits as its manual prints them: ``-20 to 200 °C  ±(0.1 % + 1 °C)``, by lines."""

from __future__ import annotations

import re

from hembit_core.errors import InputError
from hembit_core.measuring.number_text import normalise
from hembit_core.measuring.thermometers import ThermometerRange
from hembit_core.model import Model
from hembit_core.notation import plain

_LONGEST = 2000
_MOST_LINES = 12
_FIGURE = r"[0-9]+(?:[.,][0-9]+)?"
_RANGE = re.compile(
    rf"(?P<low>[+-]?\s?{_FIGURE})\s*(?:°?\s*C)?\s*(?:to|…|\.{{2,3}}|-)\s*(?P<high>[+-]?\s?{_FIGURE})\s*°?\s*C",
    re.IGNORECASE,
)
_KELVIN = re.compile(rf"(?P<figure>{_FIGURE})\s*(?:°\s*C|K|C)\b", re.IGNORECASE)
_PERCENT = re.compile(rf"(?P<figure>{_FIGURE})\s*%")
_GREATER = re.compile(r"\bor\b|which|greater|larger|max", re.IGNORECASE)


class ThermometerRow(Model):
    """One line: as it was written, and how it was read. ``problem`` says why it could not be."""

    line: int
    text: str
    range: ThermometerRange | None = None
    shown: str = ""
    problem: str = ""


def read_limits(text: str) -> tuple[ThermometerRow, ...]:
    """Read every line; each says what it was read as, or what is wrong with it.

    Raises
    ------
    InputError
        If the text is longer than any thermometer's table.
    """
    lines = [(place, one.strip()) for place, one in enumerate(text.splitlines(), 1) if one.strip()]
    if len(text) > _LONGEST or len(lines) > _MOST_LINES:
        raise InputError(f"This has more than {_MOST_LINES} lines: paste the lines with limits alone.")
    return tuple(_row(place, one) for place, one in lines)


def ranges_of_rows(rows: tuple[ThermometerRow, ...]) -> tuple[ThermometerRange, ...]:
    """The ranges that the rows make together.

    Raises
    ------
    InputError
        If a row could not be read, or there is none.
    """
    wrong = next((one for one in rows if one.problem), None)
    if wrong:
        raise InputError(f"Line {wrong.line}, “{wrong.text}”: {wrong.problem}")
    ranges = tuple(one.range for one in rows if one.range)
    if not ranges:
        raise InputError("Give its limits, a line for each range: -20 to 200 °C  ±1 °C")
    return ranges


def limits_of(ranges: tuple[ThermometerRange, ...]) -> str:
    """The text that :func:`read_limits` reads as these ranges."""
    return "\n".join(_written(one) for one in ranges)


def _row(line: int, text: str) -> ThermometerRow:
    row = ThermometerRow(line=line, text=text)
    try:
        found = _range(normalise_long(text))
    except InputError as error:
        return row.model_copy(update={"problem": error.message})
    return row.model_copy(update={"range": found, "shown": _written(found)})


def normalise_long(text: str) -> str:
    """As :func:`normalise`, for a whole line."""
    return " ".join(normalise(word) for word in text.split())


def _range(text: str) -> ThermometerRange:
    if re.search(r"°\s*F", text, re.IGNORECASE):
        raise InputError("This is in °F. Give the line in °C: manuals print both.")
    span = _RANGE.search(text)
    if not span:
        raise InputError("From which to which temperature? Write it as -20 to 200 °C.")
    rest = text[: span.start()] + " " + text[span.end() :]
    kelvin, percent = _KELVIN.search(rest), _PERCENT.search(rest)
    if not kelvin:
        raise InputError("How far may it be off? Write it as ±1 °C, or ±(0.5 % + 1 °C).")
    low, high = _number(span["low"]), _number(span["high"])
    if low >= high:
        raise InputError(f"{plain(low)} to {plain(high)} °C goes the wrong way round.")
    limit = _number(kelvin["figure"])
    if not limit:
        raise InputError("No thermometer is exact: give what its manual says.")
    return ThermometerRange(
        low=low,
        high=high,
        kelvin=limit,
        percent=_number(percent["figure"]) if percent else 0.0,
        greater=bool(percent and _GREATER.search(rest)),
    )


def _written(one: ThermometerRange) -> str:
    span = f"{plain(one.low)} to {plain(one.high)} °C"
    if not one.percent:
        return f"{span}  ±{plain(one.kelvin)} °C"
    if one.greater:
        return f"{span}  ±{plain(one.percent)} % or ±{plain(one.kelvin)} °C, whichever is greater"
    return f"{span}  ±({plain(one.percent)} % + {plain(one.kelvin)} °C)"


def _number(text: str) -> float:
    return float(text.replace(",", ".").replace(" ", ""))
