"""What the display shows, as a reading.

The text is kept as it stands; value, last digit's step and overflow are read
from it. Units are checked against the function the meter is set to.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from hembit_core.errors import AmbiguousInput, FigureForbids, InputError, Option
from hembit_core.measuring.number_text import Quantity, normalise, parse_quantity
from hembit_core.notation import at_step, quantity


class Function(StrEnum):
    """The meter's function."""

    RESISTANCE = "resistance"
    VOLTAGE = "voltage"
    CURRENT = "current"
    MILLIVOLTAGE = "millivoltage"


UNIT = {
    Function.RESISTANCE: "Ω",
    Function.VOLTAGE: "V",
    Function.CURRENT: "A",
    Function.MILLIVOLTAGE: "mV",
}
NOUN = {
    Function.RESISTANCE: "ohms",
    Function.VOLTAGE: "volts",
    Function.CURRENT: "amps",
    Function.MILLIVOLTAGE: "millivolts",
}
_EXAMPLE = {
    Function.RESISTANCE: "24.6, 4.27k or OL",
    Function.VOLTAGE: "230.4",
    Function.CURRENT: "9.2",
    Function.MILLIVOLTAGE: "25.76",
}
_BEYOND = {
    Function.RESISTANCE: 1e12,
    Function.VOLTAGE: 1e5,
    Function.CURRENT: 1e5,
    Function.MILLIVOLTAGE: 1e5,
}
_FINEST = 1e-12
_OVERFLOW = re.compile(r"(\.?[0Oo]\s?\.?\s?[Ll]\.?|∞)\s*([kKMG]?\s*(Ω|[oO]hms?|[vV]|[aA])?)")
_LONE_ONE = re.compile(r"1[.,]?")
_COUPLING = re.compile(r"^(AC|DC|~|⎓|=)\s*(?=[-+.,0-9])|\s*(AC|DC|~|⎓|=)$", re.IGNORECASE)


@dataclass(frozen=True)
class Display:
    """A display text and what it says.

    Attributes
    ----------
    text : as it stood on the display.
    value : [Ω, V, A or mV]; None for an overflow.
    step : one unit of the last digit [Ω, V, A or mV]; None for an overflow.
    overflow : "OL", greater than the range's top.
    coupling : "AC", "DC" or None where no mark was given.
    """

    text: str
    function: Function
    value: float | None
    step: float | None
    overflow: bool
    coupling: str | None

    @property
    def unit(self) -> str:
        """The function's unit, without prefix."""
        return UNIT[self.function]

    @property
    def shown(self) -> str:
        """The figure with its unit and the digits that were typed: ``24.6 Ω``, ``OL``."""
        if self.value is None or self.step is None:
            return "OL"
        return at_step(self.value, self.step, self.unit)

    @property
    def read_as(self) -> str:
        """How the text was understood, for the person to check."""
        if self.step is None:
            return "OL: more than the range can show"
        return f"{self.shown}, last digit worth {quantity(self.step, self.unit, 1)}"


def parse_display(
    text: str,
    function: Function,
    answers: Mapping[str, str] | None = None,
    *,
    ask_lone_one: bool = True,
) -> Display:
    """Read a display text: ``21.7``, ``4,27k``, ``4k7``, ``.38M``, ``OL``, ``0.L``, ``230.4 V~``.

    Parameters
    ----------
    text : what the display shows.
    function : what the meter is set to; units in the text must agree with it.
    answers : answers to earlier questions by code: ``separator`` (decimal,
        thousands), ``lone_one`` (overflow, one), ``prefix`` (milli, mega).
    ask_lone_one : on old meters a lone 1 at the left means overflow.

    Raises
    ------
    InputError
        If it is not a figure, has another function's unit, is negative where
        nothing can be negative, or is beyond any meter.
    AmbiguousInput
        If the text has two meanings.
    """
    answers = answers or {}
    folded = normalise(text)
    if _OVERFLOW.fullmatch(folded):
        return Display(text.strip(), function, None, None, True, None)
    if _LONE_ONE.fullmatch(folded) and ask_lone_one:
        if answers.get("lone_one") == "overflow":
            return Display(text.strip(), function, None, None, True, None)
        if answers.get("lone_one") != "one":
            raise _lone_one(function)
        folded = "1"
    coupling = _coupling(folded)
    bare = _COUPLING.sub("", folded) if coupling else folded
    parsed = parse_quantity(bare, answers, _EXAMPLE[function])
    parsed = _settle_prefix(parsed, function, answers, text)
    _check(parsed, function, coupling, text)
    return Display(text.strip(), function, parsed.value, parsed.step, False, coupling)


def _coupling(folded: str) -> str | None:
    match = _COUPLING.search(folded)
    if not match:
        return None
    mark = (match[1] or match[2]).upper()
    return "AC" if mark in ("AC", "~") else "DC"


def _lone_one(function: Function) -> AmbiguousInput:
    return AmbiguousInput(
        "lone_one",
        "A lone 1 at the left of an older display means overflow. Is it OL, or is it "
        f"1 {UNIT[function]}?",
        (Option("overflow", "OL, overflow"), Option("one", f"1 {UNIT[function]}")),
    )


def _settle_prefix(
    parsed: Quantity, function: Function, answers: Mapping[str, str], text: str
) -> Quantity:
    """Settle m against M, which phones mix up, where the function decides; else ask.

    A multimeter has no milliohm range worth the name and no megavolt one.
    """
    if function is Function.MILLIVOLTAGE:
        return _in_millivolts(parsed)
    if function is not Function.RESISTANCE:
        return _scaled(parsed, 1e-9, "m") if parsed.prefix == "M" else parsed
    if parsed.prefix != "m":
        return parsed
    answer = answers.get("prefix")
    if answer == "mega":
        return _scaled(parsed, 1e9, "M")
    if answer == "milli":
        return parsed
    raise AmbiguousInput(
        "prefix",
        f"“{text.strip()}”: m is milli and M is mega, a factor of a thousand million. "
        "Which does the display show?",
        (Option("mega", "M, megohms"), Option("milli", "m, milliohms")),
    )


def _in_millivolts(parsed: Quantity) -> Quantity:
    """A bare figure is in mV, as the function says; one with a unit or a prefix is in volts."""
    if parsed.unit not in (None, "V") or (parsed.unit is None and not parsed.prefix):
        return parsed
    factor = 1e-6 if parsed.prefix == "M" else 1e3
    return Quantity(parsed.value * factor, parsed.step * factor, None, parsed.prefix)


def _scaled(parsed: Quantity, factor: float, prefix: str) -> Quantity:
    return Quantity(parsed.value * factor, parsed.step * factor, parsed.unit, prefix)


def _check(parsed: Quantity, function: Function, coupling: str | None, text: str) -> None:
    shown, noun, unit = text.strip(), NOUN[function], UNIT[function]
    if parsed.unit not in (None, unit):
        raise InputError(
            f"“{shown}” is in {parsed.unit}, but {noun} are asked for here. "
            f"Set the meter to {noun}, or choose the test that takes {parsed.unit}."
        )
    too_fine = parsed.step < _FINEST or 0 < abs(parsed.value) < _FINEST
    if abs(parsed.value) > _BEYOND[function] or too_fine:
        raise InputError(
            f"“{shown}” as one figure in {unit} is more, or finer, than any meter shows. "
            "Type the display as it stands."
        )
    if parsed.value >= 0 or function is Function.MILLIVOLTAGE:
        return
    if function is Function.RESISTANCE:
        raise FigureForbids(
            f"“{shown}” is below zero, and ohms are not. A minus sign here means a voltage "
            "or a charge on the part: prove it dead, discharge it, and read again."
        )
    if coupling != "DC":
        raise InputError(
            f"“{shown}” is below zero, and an AC {noun[:-1]} figure is not. "
            "If the meter is set to DC, write DC after the figure."
        )
