"""What to expect of a thermocouple, and judging its millivolts in °C."""

from __future__ import annotations

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.curves import thermocouples
from hembit_core.curves.ends import CurveRangeError
from hembit_core.families.declared import Family
from hembit_core.families.thermocouple.expectation import (
    ThermocoupleDue,
    loop_expected,
    millivolts_expected,
    thermocouple_due,
)
from hembit_core.families.thermocouple.plot import with_reading
from hembit_core.families.thermocouple.readings import LoopResistance, ThermocoupleVoltage
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.families.thermocouple.words import (
    OFF,
    WITHIN,
    beyond_verdict,
    curve_lines,
    deviation,
    temperature_alone,
    wrong_place,
)
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.judging.settling import settles_of, to_settle
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.notation import quantity

_LOOP_WORDS = OhmsWords(
    open_means="Isolated, OL is a broken junction, wire or joint.",
    open_next="Look at the terminals and the plug, then the hot end; then replace it.",
    short_next="",
    high_next="A thin wire or a corroding junction: clean the joints, read again; then replace it.",
    low_next="",
    within_next="Now the millivolts, with the cold junction's temperature. A short along the cable "
    "still reads low ohms: it shows the temperature of the short.",
)


def expectations(spec: Thermocouple, conditions: Conditions) -> tuple[Expectation, ...]:
    """The loop first, then the millivolts, once the cold junction's temperature is known."""
    loop = loop_expected(spec, conditions.rules)
    if conditions.cold_junction is None:
        return (loop,)
    return loop, millivolts_expected(spec, thermocouple_due(spec, conditions))


def judge(
    spec: Thermocouple,
    reading: LoopResistance | ThermocoupleVoltage,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge the loop's ohms, or the temperature that the millivolts say.

    t = E⁻¹(E_terminals + E(t_cold)); u from the meter and the cold junction,
    through the slope dE/dt at the hot end. Beyond the curve's ends the millivolts still say on which
    side of the band it lies.

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
    try:
        celsius = float(thermocouples.measured_temperature(spec.letter, millivolts.value, due.cold))
        slope = float(thermocouples.sensitivity(spec.letter, celsius))
    except CurveRangeError as error:
        return _judge_beyond(spec, due, millivolts, error, conditions, rule)
    return _judge_celsius(spec, due, reading, millivolts, celsius, slope, conditions, rule)


def _judge_celsius(
    spec: Thermocouple,
    due: ThermocoupleDue,
    reading: ThermocoupleVoltage,
    millivolts: MeterFigure,
    celsius: float,
    slope: float,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    cold_slope = float(thermocouples.sensitivity(spec.letter, due.cold))
    budget = Budget.of(
        meter=millivolts.standard / slope,
        expectation=due.cold_standard * cold_slope / slope,
        thermometer=due.thermometer,
    )
    band = due.band or _band_there(spec, celsius)
    row, placed = RowDue("temperature", "the thermocouple", band, "°C").place(celsius, budget)
    mv_band = due.millivolt_band(spec.letter)
    question = (
        missed_prefix(millivolts.display, "display", mv_band, 0.0, reading.answers) if mv_band else None
    )
    if due.reference is None:
        verdict = temperature_alone(spec, celsius, budget.expanded)
    else:
        ways = settles_of(placed, conditions.meter, millivolts.display)
        close = placed.state in (State.JUST_WITHIN, State.JUST_OUTSIDE, State.NOT_DECIDABLE)
        verdict = verdict_of_rows(
            (row,),
            lambda one: to_settle(ways) if close else OFF,
            WITHIN,
            places={row.key: placed},
        )
        verdict.settles = ways if close else ()
        verdict = question or wrong_place(celsius, placed, due) or verdict
        verdict.explanation.insert(0, deviation(celsius, due.reference))
    expectation = millivolts_expected(spec, due)
    return verdict.build(
        expectation,
        rule,
        rail=row.rail,
        read_as=(millivolts.display.read_as,),
        value=row.value,
        working=(
            *curve_lines(spec, due, millivolts, celsius, slope),
            together_line(budget, "K"),
            decidability_line(band, placed.ratio, "K"),
        ),
        policy=(
            *meter_policy(conditions.meter),
            *(() if due.reference is not None else (_policy_there(spec, celsius),)),
        ),
        plot=with_reading(
            expectation.plot,
            spec,
            due.cold,
            band,
            (celsius, millivolts.value, millivolts.expanded),
        ),
    )


def _judge_beyond(
    spec: Thermocouple,
    due: ThermocoupleDue,
    millivolts: MeterFigure,
    error: CurveRangeError,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Millivolts that no temperature of this type gives: placed as millivolts."""
    expectation = millivolts_expected(spec, due)
    band = due.millivolt_band(spec.letter)
    rail, value, placed = expectation.rail, None, None
    if band is not None and due.reference is not None:
        slope = float(thermocouples.sensitivity(spec.letter, due.reference))
        cold = float(thermocouples.sensitivity(spec.letter, due.cold))
        budget = Budget.of(
            meter=millivolts.standard,
            expectation=due.cold_standard * cold,
            thermometer=due.thermometer * slope,
        )
        row, placed = RowDue("millivolts", "at the terminals", band, "mV").place(
            millivolts.value, budget
        )
        rail, value = row.rail, row.value
    return beyond_verdict(error, due, millivolts, placed).build(
        expectation,
        rule,
        rail=rail,
        read_as=(millivolts.display.read_as,),
        value=value,
        working=(millivolts.line("Meter, as read"),),
        policy=meter_policy(conditions.meter),
    )


def _band_there(spec: Thermocouple, celsius: float) -> Band:
    """The class's band round the temperature that was read, to show how wide it is there."""
    try:
        return spec.band(celsius)
    except CurveRangeError:
        return Band(lower=celsius - 10.0, upper=celsius + 10.0, nominal=celsius)


def _policy_there(spec: Thermocouple, celsius: float) -> str:
    try:
        return spec.limit(celsius)[1]
    except CurveRangeError as error:
        return error.message


def _judge_loop(
    spec: Thermocouple, reading: LoopResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    expectation = loop_expected(spec, conditions.rules)
    ohms = OhmsDue(
        band=expectation.rail.band,
        tell=lambda: expectation,
        words=_LOOP_WORDS,
        deviation=lambda net, u: f"{quantity(max(net, 0.0), 'Ω', 2)} round the loop.",
        zero_is_due=True,
    )
    return judge_ohms(ohms, reading, conditions, rule)


DECLARED = (Family(Thermocouple, (LoopResistance, ThermocoupleVoltage), expectations, judge),)
