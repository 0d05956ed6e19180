"""How a thermocouple's millivolts are told."""

from __future__ import annotations

from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import Side, State
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.curves.ends import CurveRangeError
from hembit_core.families.thermocouple.expectation import ThermocoupleDue
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.judging.codes import Code
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.meter_figures import MeterFigure
from hembit_core.notation import expanded_text, fixed, plain
from hembit_core.working import WorkingLine

WITHIN = (
    "If the machine still shows a wrong temperature: cable type, polarity, placement, instrument. "
    "A probe that a process depends on needs a calibration."
)
OFF = (
    "First the cable: right type, plus on plus at both ends? Twice reversed reads nearly right. "
    "Then a second point; then replace it."
)
_FAR_FROM_ITS_TERMINALS = 20.0
"""Tip and terminals must differ by this for a short or a reversal to show [K]."""


def temperature_alone(spec: Thermocouple, celsius: float, u: float) -> Verdict:
    """Millivolts without a reference: a temperature, not a verdict."""
    try:
        wide = f"{spec.limit(celsius)[1]}, but without"
    except CurveRangeError as error:
        wide = f"{error.message} Without"
    return Verdict(
        Code.TEMPERATURE_ALONE,
        State.NOT_COMPARABLE,
        f"It says {fixed(celsius, 1)} °C: nothing to compare with yet",
        "Hold a reference thermometer beside the tip and give its figure.",
        explanation=[
            f"U {expanded_text(u, 'K')}; {wide} a reference it is a temperature, not a verdict."
        ],
        undecided_by=(Lacking.PART_TEMPERATURE,),
        unsettled="the temperature at the tip is not given",
    )


def wrong_place(celsius: float, placed: Placed, due: ThermocoupleDue) -> Verdict | None:
    """Outside, and it shows its terminals' temperature, or as far below it as it should be above."""
    if due.reference is None or due.band is None or placed.state is not State.OUTSIDE:
        return None
    if abs(due.reference - due.cold) < _FAR_FROM_ITS_TERMINALS:
        return None
    off = due.band.half_width + placed.budget.expanded
    side = Side.LOW if due.reference > due.cold else Side.HIGH
    if abs(celsius - due.cold) <= max(off, 2.0):
        return Verdict(
            Code.READS_ITS_TERMINALS,
            State.SHORT,
            "Short: it shows the temperature of its terminals",
            "Look for a short along the cable or at the terminals: it measures there, not at the tip.",
            side=side,
            dominant=placed.dominant,
        )
    mirrored = due.cold - (due.reference - due.cold)
    if abs(celsius - mirrored) <= 0.1 * abs(due.reference - due.cold) + off:
        return _reversed(side, placed)
    return None


def _reversed(side: Side, placed: Placed) -> Verdict:
    return Verdict(
        Code.REVERSED,
        State.OUTSIDE,
        "Outside: it reads the wrong way round",
        "Plus and minus are exchanged: which colour is minus differs by country. Exchange them "
        "at one end and read again.",
        side=side,
        dominant=placed.dominant,
    )


def beyond_verdict(
    error: CurveRangeError, due: ThermocoupleDue, millivolts: MeterFigure, placed: Placed | None
) -> Verdict:
    """Millivolts that cannot be turned back: outside where a band says so, else not comparable."""
    wrong_sign = millivolts.value < 0 and (due.reference or due.cold) > due.cold
    hint = "Are plus and minus exchanged? " if wrong_sign else ""
    then = f"{hint}Is it the right type? Is the loop closed: read its ohms first."
    if placed is None or placed.state is not State.OUTSIDE:
        return Verdict(
            Code.BEYOND_THE_CURVE,
            State.NOT_COMPARABLE,
            "Not comparable: beyond where this curve can be turned round",
            then,
            explanation=[error.message],
        )
    return Verdict(
        Code.BEYOND_THE_CURVE,
        State.OUTSIDE,
        f"Outside, {placed.side}: no temperature of this type gives that",
        then,
        side=placed.side,
        explanation=[error.message],
        dominant=placed.dominant,
    )


def deviation(celsius: float, reference: float) -> str:
    """How far it is off: ``Reads 4.1 K warm against the reference of 640 °C``."""
    away = celsius - reference
    word = "warm" if away > 0 else "cold"
    return f"Reads {fixed(abs(away), 1)} K {word} against the reference of {plain(reference)} °C."


def curve_lines(
    spec: Thermocouple, due: ThermocoupleDue, millivolts: MeterFigure, celsius: float, slope: float
) -> tuple[WorkingLine, ...]:
    """From millivolts to °C, line by line."""
    total = millivolts.value + due.cold_mv
    return (
        WorkingLine(
            key="total",
            label="Cold junction added",
            result=f"{fixed(total, 3)} mV",
            formula="E(t) = E_terminals + E(t_cold)",
            figures=f"{millivolts.shown} + {fixed(due.cold_mv, 3)} mV at {plain(due.cold)} °C",
            source="IEC 60584-1, 3",
            value=total,
            unit="mV",
        ),
        WorkingLine(
            key="by_curve",
            label="By its curve",
            result=f"{fixed(celsius, 2)} °C",
            formula="t = E⁻¹(E), by root-finding",
            figures=f"type {spec.letter}, dE/dt = {1e3 * slope:.1f} µV/K there",
            source="IEC 60584-1, annex A (ITS-90)",
            value=celsius,
            unit="°C",
        ),
        millivolts.line("Meter, as read"),
        WorkingLine(
            key="cold_share",
            label="Cold junction's share",
            result=f"u {expanded_text(rectangular(due.cold_limit), 'K')} at the terminals",
            formula="u = limit / √3 · S(t_cold) / S(t)",
            figures=f"±{plain(due.cold_limit)} K",
            source="the thermometer on the terminals, rectangular",
        ),
    )
