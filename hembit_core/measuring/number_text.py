"""The grammar of a written quantity: sign, digits, decimal mark, prefix, unit.

Both decimal marks are read. Three digits after a lone mark and no prefix
(``10,400``, ``10.400``) have two meanings; that is asked, never guessed.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import lru_cache

from hembit_core.errors import AmbiguousInput, InputError, Option

LONGEST = 40
_LOOKALIKES = str.maketrans(
    {
        "\N{OHM SIGN}": "Ω",
        "\N{MINUS SIGN}": "-",
        "\N{EN DASH}": "-",
        "\N{MICRO SIGN}": "u",
        "\N{GREEK SMALL LETTER MU}": "u",
        "\N{NO-BREAK SPACE}": " ",
        "\N{NARROW NO-BREAK SPACE}": " ",
        "\N{THIN SPACE}": " ",
        "\N{RIGHT SINGLE QUOTATION MARK}": "'",
    }
)
_PREFIXES = {"u": -6, "m": -3, "": 0, "k": 3, "K": 3, "M": 6, "G": 9}
_UNITS = {
    "Ω": "Ω", "ohm": "Ω", "ohms": "Ω", "v": "V", "volt": "V", "volts": "V",
    "a": "A", "amp": "A", "amps": "A", "w": "W", "watt": "W", "watts": "W",
    "°c": "°C", "c": "°C", "°": "°C", "°f": "°F", "%": "%", "hz": "Hz",
    "va": "VA", "mm": "mm", "min": "min", "s": "s", "l": "l", "w/m": "W/m",
}  # fmt: skip
_NUMBER = r"(?P<number>[0-9][0-9.,' ]*|[.,][0-9]+)"
_PLAIN = re.compile(
    rf"(?P<sign>[+-]?)\s*{_NUMBER}(?P<exponent>[eE][+-]?[0-9]{{1,3}})?"
    r"\s*(?P<prefix>[umkKMG]?)\s*(?P<unit>[^\W\d_]+(?:/m)?|°[CFcf]?|%)?"
)
_EMBEDDED = re.compile(
    r"(?P<sign>[+-]?)\s*(?P<whole>[0-9]*)(?P<mark>[RkKMGm])(?P<fraction>[0-9]+)\s*"
    r"(?P<unit>Ω|[oO]hms?)?"
)


@dataclass(frozen=True)
class Quantity:
    """A parsed text: ``value`` and ``step`` (one unit of the last digit) in ``unit``.

    ``unit`` is None where the text named none. ``prefix`` is as written, ``embedded`` where it
    stands for the decimal mark: ``4k7``.
    """

    value: float
    step: float
    unit: str | None
    prefix: str
    embedded: bool = False


def normalise(text: str) -> str:
    """Fold look-alike characters and outer white space; refuse what is empty or endless."""
    folded = text.translate(_LOOKALIKES).strip()
    if not folded:
        raise InputError("Nothing is typed yet.")
    if len(folded) > LONGEST:
        raise InputError(f"This has {len(folded)} characters. Type the figure alone.")
    return folded


def parse_quantity(
    text: str,
    answers: Mapping[str, str] | None = None,
    example: str = "24.6",
    expected_unit: str | None = None,
) -> Quantity:
    """Parse a written quantity such as ``24,6 Ω``, ``0.2 k``, ``4k7``, ``.38M``, ``2.2 kW``.

    Parameters
    ----------
    text : what was typed.
    answers : answers to questions asked before, by code (``separator``).
    example : a correct text, for the message.
    expected_unit : settles ``K`` and ``m``, which are kelvin and metre where these are asked
        for, kilo and milli elsewhere.

    Raises
    ------
    InputError
        If the text is not one quantity.
    AmbiguousInput
        If a decimal mark could be a thousands separator.
    """
    if answers:
        return _parsed(text, answers, example, expected_unit)
    return _parsed_unasked(text, example, expected_unit)


@lru_cache(maxsize=4096)
def _parsed_unasked(text: str, example: str, expected_unit: str | None) -> Quantity:
    return _parsed(text, {}, example, expected_unit)


def _parsed(text: str, answers: Mapping[str, str], example: str, expected_unit: str | None) -> Quantity:
    folded = normalise(text)
    embedded = _EMBEDDED.fullmatch(folded)
    if embedded:
        return _embedded(embedded)
    match = _PLAIN.fullmatch(folded)
    if not match:
        raise InputError(f"“{text.strip()}” is not a figure. Type it like {example}.")
    power = int((match["exponent"] or "e0")[1:])
    if expected_unit in ("K", "m") and match["prefix"] == expected_unit and not match["unit"]:
        plain = _digits(match["number"].strip(), "", match["exponent"], answers, text)
        return _build(match["sign"], plain, power, expected_unit, "")
    prefix, unit = _prefix_and_unit(match["prefix"], match["unit"], text)
    digits = _digits(match["number"].strip(), prefix, match["exponent"], answers, text)
    return _build(match["sign"], digits, _PREFIXES[prefix] + power, unit, prefix)


def _embedded(match: re.Match[str]) -> Quantity:
    mark = match["mark"]
    prefix = "" if mark == "R" else mark
    digits = f"{match['whole'] or '0'}.{match['fraction']}"
    unit = "Ω" if mark == "R" or match["unit"] else None
    return replace(_build(match["sign"], digits, _PREFIXES[prefix], unit, prefix), embedded=True)


def _build(sign: str, digits: str, scale: int, unit: str | None, prefix: str) -> Quantity:
    value = Decimal(f"{sign}{digits}").scaleb(scale)
    decimals = len(digits.partition(".")[2])
    return Quantity(float(value), float(Decimal(1).scaleb(scale - decimals)), unit, prefix)


def _prefix_and_unit(prefix: str, word: str | None, text: str) -> tuple[str, str | None]:
    if word is None:
        return prefix, None
    for candidate_prefix, candidate in ((prefix, word), ("", prefix + word)):
        unit = _UNITS.get(candidate if candidate == "Ω" else candidate.lower())
        if unit:
            return candidate_prefix, unit
    raise InputError(f"“{text.strip()}”: the unit “{prefix}{word}” is not known here.")


def _digits(
    number: str, prefix: str, exponent: str | None, answers: Mapping[str, str], text: str
) -> str:
    """Turn digits with marks and separators into plain digits with a decimal point."""
    if re.fullmatch(r"[0-9]{1,3}([ '][0-9]{3})+([.,][0-9]*)?", number):
        return re.sub(r"[ ']", "", number).replace(",", ".")
    if " " in number or "'" in number:
        raise InputError(f"“{text.strip()}” reads as two figures. Type one.")
    marks = re.findall(r"[.,]", number)
    if len(set(marks)) == 2:
        thousands = marks[0]
        whole, _, fraction = number.rpartition(marks[-1])
        if marks.count(marks[-1]) == 1 and _grouped(whole, thousands):
            return f"{whole.replace(thousands, '')}.{fraction}"
    elif len(marks) > 1 and _grouped(number, marks[0]):
        return number.replace(marks[0], "")
    elif len(marks) == 1:
        if _could_be_thousands(number) and not prefix and not exponent:
            return _ask_separator(number, marks[0], answers, text)
        if number[-1] in ".,":
            raise InputError(f"“{text.strip()}” ends at its decimal mark. Type the digits after it.")
        return number.replace(",", ".")
    elif not marks:
        if number[0] == "0" and number.strip("0"):
            raise InputError(
                f"“{text.strip()}” starts with a zero and has no decimal mark. Type it with its mark, "
                "or without the zero."
            )
        return number
    raise InputError(f"“{text.strip()}” has its points and commas in odd places. Type it again.")


def _grouped(number: str, separator: str) -> bool:
    return bool(re.fullmatch(rf"[0-9]{{1,3}}({re.escape(separator)}[0-9]{{3}})+", number))


def _could_be_thousands(number: str) -> bool:
    return bool(re.fullmatch(r"[1-9][0-9]{0,2}[.,][0-9]{3}", number))


def _ask_separator(number: str, mark: str, answers: Mapping[str, str], text: str) -> str:
    decimal, thousands = number.replace(mark, "."), number.replace(mark, "")
    answer = answers.get("separator")
    if answer == "decimal":
        return decimal
    if answer == "thousands":
        return thousands
    word = "comma" if mark == "," else "point"
    raise AmbiguousInput(
        "separator",
        f"“{text.strip()}” can be read two ways: {decimal} (the {word} is a decimal mark) "
        f"or {thousands} (it groups thousands). Which does the display show?",
        (
            Option("decimal", f"{decimal} (decimal {word})"),
            Option("thousands", f"{thousands} (thousands)"),
        ),
    )
