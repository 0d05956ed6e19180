"""What stands in a line of a meter's table: ranges, resolutions, an accuracy, a function, AC or DC."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from hembit_core.errors import InputError
from hembit_core.measuring.display import UNIT, Function
from hembit_core.measuring.meters import Coupling
from hembit_core.measuring.number_text import normalise, parse_quantity

FUNCTION_OF = {unit: function for function, unit in UNIT.items()}

_FIGURE = r"([0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)"
_SHARE = re.compile(rf"{_FIGURE}\s*%\s*(?:of\s+)?(?P<of>[a-z.]*)", re.IGNORECASE)
_COUNTS = re.compile(
    rf"[+±]\s*{_FIGURE}\s*(?:counts?|digits?|dgts?|dig|d|lsd|c)?\.?\s*$", re.IGNORECASE
)
_OF_RANGE = re.compile(r"range|rng|fs|full|f\.s", re.IGNORECASE)
_WORDS = (
    (re.compile(r"\b(milli ?volts?|mv)\b", re.IGNORECASE), Function.MILLIVOLTAGE),
    (re.compile(r"\b(resistance|ohms?)\b|Ω", re.IGNORECASE), Function.RESISTANCE),
    (re.compile(r"\b(volt(age|s)?|[ad]cv|v)\b", re.IGNORECASE), Function.VOLTAGE),
    (re.compile(r"\b(current|amp(ere)?s?|[ad]ca|clamp|a)\b", re.IGNORECASE), Function.CURRENT),
)
_AC = re.compile(r"\bac[va]?\b|~|∿", re.IGNORECASE)
_DC = re.compile(r"\bdc[va]?\b|⎓|=", re.IGNORECASE)
_FROM_NOUGHT = re.compile(r"(?<![0-9.,])0(?:[.,]0+)?\s*(?:-|…|\.{2,3}|to)\s*(?=[0-9])", re.IGNORECASE)
_SIZE = re.compile(r"(?<![0-9.,a-zA-Z])[0-9][0-9.,]*\s*(?:[umkKMG]?(?:Ω|ohms?|V|A)\b|[kKMG]\b)?")


@dataclass(frozen=True)
class Size:
    """A range's top or a resolution; ``step`` is what its last digit as written is worth."""

    value: float
    step: float
    digits: int
    unit: str | None


@dataclass(frozen=True)
class Stated:
    """An accuracy: percent of reading, of the range, and counts."""

    percent: float
    counts: float
    of_range: float = 0.0


def decimal_mark(text: str) -> Literal[".", ","] | None:
    """The mark that is surely a decimal one somewhere in the text; None where it could be either.

    A mark before exactly three digits may divide thousands, unless a lone 0 stands before it.
    """
    sure = {
        match[1]
        for match in re.finditer(r"(?<![0-9.,])[0-9]*([.,])[0-9]+(?![0-9.,])", text)
        if len(match[0].partition(match[1])[2]) != 3 or match[0].partition(match[1])[0] in ("", "0")
    }
    if len(sure) != 1:
        return None
    return "." if "." in sure else ","


def accuracy_in(cell: str) -> Stated | None:
    """``±(0.9 % + 2)``, ``0,9% rdg + 2 dgt``, ``0.05 % rdg + 0.01 % of range``; None where it is none.

    Raises
    ------
    InputError
        If it begins as an accuracy, and more is in it than can be read.
    """
    shares = list(_SHARE.finditer(cell))
    if not shares:
        return None
    rest = cell[shares[-1].end() :].strip(" )")
    counts = _COUNTS.search(rest)
    if len(shares) > 2 or (rest and not counts):
        raise InputError(f"“{cell}” is no accuracy that can be read here. Write it as ±(0.9 % + 2).")
    of_range = [_number(one[1]) for one in shares if _OF_RANGE.match(one["of"])]
    of_reading = [_number(one[1]) for one in shares if not _OF_RANGE.match(one["of"])]
    if len(of_reading) > 1:
        raise InputError(f"“{cell}”: which percentage is of the reading, which of the range?")
    return Stated(
        of_reading[0] if of_reading else 0.0,
        _number(counts[1]) if counts else 0.0,
        of_range[0] if of_range else 0.0,
    )


def sizes_in(text: str, mark: str | None) -> list[Size]:
    """Ranges and resolutions, in order: ``600.0 V  0.1 V``, ``0–6,000 kΩ``, ``0.1``.

    ``mark`` is the table's decimal mark, where that is known.

    Raises
    ------
    InputError
        If a mark could mean either.
    """
    bare = _FROM_NOUGHT.sub("", _DC.sub("", _AC.sub("", normalise(text))))
    return [_size(one[0].strip(), mark) for one in _SIZE.finditer(bare)]


def _size(text: str, mark: str | None) -> Size:
    lone = re.search(r"^[1-9][0-9]{0,2}([.,])[0-9]{3}(?![0-9.,])", text)
    if lone and mark is None:
        raise InputError(f"“{text}”: could the mark divide thousands? Write 6000 or 6.0000, to say.")
    means = "thousands" if lone and lone[1] != mark else "decimal"
    parsed = parse_quantity(text, {"separator": means})
    digits = sum(one.isdigit() for one in text)
    if parsed.unit == "V" and parsed.prefix in ("m", "u"):
        return Size(clean(parsed.value * 1e3), clean(parsed.step * 1e3), digits, "mV")
    return Size(parsed.value, parsed.step, digits, parsed.unit)


def function_in(words: str) -> Function | None:
    """The function that words name; None where they name none."""
    return next((function for pattern, function in _WORDS if pattern.search(words)), None)


def coupling_in(words: str) -> Coupling | None:
    """AC or DC; None where the words name neither, or both."""
    ac, dc = bool(_AC.search(words)), bool(_DC.search(words))
    if ac == dc:
        return None
    return "AC" if ac else "DC"


def clean(value: float) -> float:
    """Without the noise of binary floats: tables have no more digits."""
    return float(f"{value:.12g}")


def _number(text: str) -> float:
    return float(text.replace(",", "."))
