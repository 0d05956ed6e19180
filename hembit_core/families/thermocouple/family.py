"""What to expect of a thermocouple, and judging its millivolts in °C."""

from __future__ import annotations

from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.curves import thermocouples
from hembit_core.curves.ends import CurveRangeError
from hembit_core.display import Function
from hembit_core.families.thermocouple.expectation import (
    ThermocoupleDue,
    loop_expected,
    millivolts_expected,
    thermocouple_due,
)
from hembit_core.families.thermocouple.plot import plot
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.meter_figures import MeterFigure, meter_figure
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords
from hembit_core.judging.resolve import resolve
from hembit_core.judging.rows import RowDue, verdict_of_rows
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.notation import expanded_text, fixed, quantity
from hembit_core.resistance_reading import Answers, DisplayText, ResistanceReading
from hembit_core.uncertainty import combined, expanded, rectangular
from hembit_core.working import WorkingLine

_COLD_LIMIT = 1.0
"""Limit of the cold junction's temperature, rectangular [K]: a contact probe on the terminals."""
_LOOP_WORDS = OhmsWords(
    open_means="Isolated, OL is a broken junction, wire or joint.",
    open_next="Look at the terminals and the plug, then the hot end; then replace it.",
    short_next="",
    high_next="A thin wire or a corroding junction: clean the joints, read again; then replace it.",
    low_next="",
    within_next="Now the millivolts, with the cold junction's temperature. A short along the cable "
    "still reads low ohms: it shows the temperature of the short.",
)


class LoopResistance(ResistanceReading):
    """Ohms round the loop, unplugged: on mV an open input floats and shows anything."""

    measurand: Literal["loop_resistance"] = "loop_resistance"


class ThermocoupleVoltage(Model):
    """Millivolts at the terminals, plus on plus."""

    measurand: Literal["thermocouple_voltage"] = "thermocouple_voltage"
    display: DisplayText
    answers: Answers = {}


def expectations(spec: Thermocouple, conditions: Conditions) -> tuple[Expectation, ...]:
    """The loop first, then the millivolts, once the cold junction's temperature is known."""
    if conditions.cold_junction is None:
        return (loop_expected(spec),)
    return loop_expected(spec), millivolts_expected(spec, thermocouple_due(spec, conditions))


def judge(
    spec: Thermocouple,
    reading: LoopResistance | ThermocoupleVoltage,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge the loop's ohms, or the temperature that the millivolts say.

    t = E⁻¹(E_terminals + E(t_cold)); u from the meter and the cold junction,
    through the slope dE/dt at the hot end.

    Raises
    ------
    InputError
        If the display cannot be used, or the cold junction is not given.

    References
    ----------
    IEC 60584-1:2013; JCGM 100:2008, 5.1.2.
    """
    if isinstance(reading, LoopResistance):
        return _judge_loop(spec, reading, conditions, rule)
    due = thermocouple_due(spec, conditions)
    millivolts = meter_figure(
        reading.display, Function.MILLIVOLTAGE, reading.answers, "display", conditions.meter
    )
    expectation = millivolts_expected(spec, due)
    try:
        celsius = float(thermocouples.measured_temperature(spec.letter, millivolts.value, due.cold))
        slope = float(thermocouples.sensitivity(spec.letter, celsius))
    except CurveRangeError as error:
        return _beyond(error, due, millivolts).build(
            expectation,
            rule,
            rail=expectation.rail,
            read_as=(millivolts.display.read_as,),
            working=(millivolts.line("Meter, as read"),),
            policy=meter_policy(conditions.meter),
        )
    cold_slope = float(thermocouples.sensitivity(spec.letter, due.cold))
    terms = (
        millivolts.standard / slope,
        rectangular(_COLD_LIMIT) * cold_slope / slope,
        due.thermometer,
    )
    u = expanded(combined(*terms))
    band = due.band or _band_there(spec, celsius)
    row_due = RowDue("the thermocouple", band, "°C")
    row = row_due.placed(celsius, u, meter_expanded=expanded(terms[0]))
    verdict = verdict_of_rows((row,), lambda one: _OFF, _WITHIN)
    if due.reference is None:
        verdict = _temperature_alone(spec, celsius, u)
    else:
        short = _reads_the_terminals(celsius, u, due)
        verdict = short or verdict
        verdict.explanation.insert(0, _deviation(celsius, due.reference))
    ratio = resolve(celsius, u, band, (), expanded(terms[0])).ratio
    return verdict.build(
        expectation,
        rule,
        rail=row.rail,
        read_as=(millivolts.display.read_as,),
        value=row.value,
        working=(
            *_lines(spec, due, millivolts, celsius, slope),
            together_line(terms, u, "K"),
            decidability_line(band, ratio, "K"),
        ),
        policy=(
            *meter_policy(conditions.meter),
            *(() if due.reference is not None else (_policy_there(spec, celsius),)),
        ),
        plot=plot(spec, due.cold, band, (celsius, millivolts.value, millivolts.expanded)),
    )


_WITHIN = (
    "If the machine still shows a wrong temperature: cable type, polarity, placement, instrument. "
    "A probe that a process depends on needs a calibration."
)
_OFF = (
    "First the cable: right type, plus on plus at both ends? Twice reversed reads nearly right. "
    "Then a second point; then replace it."
)


def _band_there(spec: Thermocouple, celsius: float) -> Band:
    """The class's band round the temperature that was read, to show how wide it is there."""
    try:
        limit = spec.limit(celsius)[0]
    except CurveRangeError:
        limit = 10.0
    return Band(lower=celsius - limit, upper=celsius + limit, nominal=celsius)


def _policy_there(spec: Thermocouple, celsius: float) -> str:
    try:
        return spec.limit(celsius)[1]
    except CurveRangeError as error:
        return error.message


def _temperature_alone(spec: Thermocouple, celsius: float, u: float) -> Verdict:
    return Verdict(
        State.NOT_COMPARABLE,
        f"It says {fixed(celsius, 1)} °C: nothing to compare with yet",
        "Hold a reference thermometer beside the tip and give its figure.",
        explanation=[
            f"U {expanded_text(u, 'K')}; {_policy_there(spec, celsius)}, but without a reference "
            "it is a temperature, not a verdict."
        ],
    )


def _reads_the_terminals(celsius: float, u: float, due: ThermocoupleDue) -> Verdict | None:
    """Hot, yet it shows the temperature of the terminals, or as far below it as it should be above."""
    if due.reference is None or due.band is None or abs(due.reference - due.cold) < 20:
        return None
    off = due.band.half_width + u
    side = Side.LOW if due.reference > due.cold else Side.HIGH
    if abs(celsius - due.cold) <= max(off, 2.0):
        return Verdict(
            State.SHORT,
            "Short: it shows the temperature of its terminals",
            "Look for a short along the cable or at the terminals: it measures there, not at the tip.",
            side=side,
        )
    mirrored = due.cold - (due.reference - due.cold)
    if abs(celsius - mirrored) <= 0.1 * abs(due.reference - due.cold) + off:
        return Verdict(
            State.OUTSIDE,
            "Outside: it reads the wrong way round",
            "Plus and minus are exchanged: which colour is minus differs by country. Exchange them "
            "at one end and read again.",
            side=side,
        )
    return None


def _beyond(error: CurveRangeError, due: ThermocoupleDue, millivolts: MeterFigure) -> Verdict:
    reversed_ = millivolts.value < 0 and (due.reference or due.cold) > due.cold
    hint = "Are plus and minus exchanged? " if reversed_ else ""
    return Verdict(
        State.NOT_COMPARABLE,
        "Not comparable: beyond where this curve can be turned round",
        f"{hint}Is it the right type? Is the loop closed: read its ohms first.",
        explanation=[error.message],
    )


def _deviation(celsius: float, reference: float) -> str:
    away = celsius - reference
    word = "warm" if away > 0 else "cold"
    return f"Reads {fixed(abs(away), 1)} K {word} against the reference of {reference:g} °C."


def _lines(
    spec: Thermocouple, due: ThermocoupleDue, millivolts: MeterFigure, celsius: float, slope: float
) -> tuple[WorkingLine, ...]:
    total = millivolts.value + due.cold_mv
    return (
        WorkingLine(
            label="Cold junction added",
            result=f"{fixed(total, 3)} mV",
            formula="E(t) = E_terminals + E(t_cold)",
            figures=f"{millivolts.shown} + {fixed(due.cold_mv, 3)} mV at {due.cold:g} °C",
            source="IEC 60584-1, 3",
            value=total,
            unit="mV",
        ),
        WorkingLine(
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
            label="Cold junction's share",
            result=f"u {expanded_text(rectangular(_COLD_LIMIT), 'K')} at the terminals",
            formula="u = limit / √3 · S(t_cold) / S(t)",
            figures=f"±{_COLD_LIMIT:g} K",
            source="a contact probe on the terminals, rectangular",
        ),
    )


def _judge_loop(
    spec: Thermocouple, reading: LoopResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    ohms = OhmsDue(
        expectation=loop_expected(spec),
        words=_LOOP_WORDS,
        deviation=lambda net, u: f"{quantity(max(net, 0.0), 'Ω', 2)} round the loop.",
        zero_is_due=True,
    )
    return judge_ohms(ohms, reading, conditions, rule)
