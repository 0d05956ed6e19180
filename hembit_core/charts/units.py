"""Units of a chart's columns, in a header or behind a figure."""

from __future__ import annotations

import re
from enum import StrEnum


class Degrees(StrEnum):
    """What temperatures are in."""

    CELSIUS = "°C"
    FAHRENHEIT = "°F"


class Ohms(StrEnum):
    """What resistances are in."""

    OHM = "Ω"
    KILOHM = "kΩ"
    MEGOHM = "MΩ"


PREFIX = {Ohms.OHM: "", Ohms.KILOHM: "k", Ohms.MEGOHM: "M"}
_KILO = re.compile(r"k\s*(?:Ω|ohm)|\(\s*k\s*\)", re.IGNORECASE)
_MEGA = re.compile(r"M\s*(?:Ω|[oO]hm|OHM)|meg", re.UNICODE)
_OHM = re.compile(r"Ω|ohm", re.IGNORECASE)
_FAHRENHEIT = re.compile(r"°\s?F|\bfahrenheit\b|\bdeg(?:rees)?\.?\s*F\b|\(\s*F\s*\)", re.IGNORECASE)
_CELSIUS = re.compile(
    r"°\s?C|\bcelsius\b|\bdeg(?:rees)?\.?\s*C\b|\(\s*C\s*\)|\bcentigrade\b", re.IGNORECASE
)
_TEMPERATURE = re.compile(r"\btemp|^\s*[tTθϑ]\s*(?:$|[(\[/,])|\bdeg", re.IGNORECASE)
_RESISTANCE = re.compile(r"\bres|^\s*R(?:\s*[(\[/,]|\s*$|nom|typ|_)", re.IGNORECASE)
_NOMINAL = re.compile(r"\bnom|\btyp|\bcent(?:er|re)|\bmean|\br\s*nom", re.IGNORECASE)


def degrees_in(text: str) -> Degrees | None:
    """The unit of temperatures that a header or a cell's unit names."""
    if text.strip() == "F" or _FAHRENHEIT.search(text):
        return Degrees.FAHRENHEIT
    return Degrees.CELSIUS if text.strip() == "C" or _CELSIUS.search(text) else None


def ohms_in(text: str) -> Ohms | None:
    """The unit of resistances that a header or a cell's unit names."""
    if text.strip() in ("k", "K") or _KILO.search(text):
        return Ohms.KILOHM
    if text.strip() == "M" or _MEGA.search(text):
        return Ohms.MEGOHM
    return Ohms.OHM if _OHM.search(text) else None


def names_temperature(header: str) -> bool:
    """Whether a header says that its column is temperatures."""
    return degrees_in(header) is not None or bool(_TEMPERATURE.search(header))


def names_resistance(header: str) -> bool:
    """Whether a header says that its column is resistances."""
    return ohms_in(header) is not None or bool(_RESISTANCE.search(header)) or is_nominal(header)


def is_nominal(header: str) -> bool:
    """Whether a header says that its column is what is due, between a least and a most."""
    return bool(_NOMINAL.search(header))
