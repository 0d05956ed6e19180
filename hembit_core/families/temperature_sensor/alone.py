"""A sensor read without a temperature to compare with: the temperature it says."""

from __future__ import annotations

from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.expectation import without_temperature
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.types import CurveSensor
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement, Mark, Measured
from hembit_core.judging.ohms.judged import hit
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.resistance_reading import net_resistance, overflow_floor, read_field
from hembit_core.notation import expanded_text, fixed
from hembit_core.working import WorkingLine

_NEXT = "Give the temperature it has now, and where that comes from: then it is judged."


def judge_alone(
    sensor: CurveSensor, reading: SensorResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Say what temperature the sensor says; OL and near zero say more.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    expectation = without_temperature(conditions.rules)
    could_be = [float(sensor.curve().resistance(t)) for t in _stretch(sensor, conditions)]
    low, high = min(could_be), max(could_be)
    value: Measured | None = None
    lines: tuple[WorkingLine, ...] = ()
    if display.overflow:
        open_ = overflow_floor(reading, conditions) >= high
        verdict = _open() if open_ else _alone(None, "OL", 0.0)
    else:
        net = net_resistance(reading, display, conditions)
        lines = net.lines
        if net.net <= max(net.budget.expanded, conditions.rules.short_share_of_nominal * low):
            verdict = _short() if not reading.is_in_circuit else _alone(None, display.shown, 0.0)
        else:
            value = _says(sensor, net.net, net.budget.standard)
            verdict = _alone(value, display.shown, net.budget.expanded)
    rail = hit(expectation.rail, verdict.state)
    if value:
        marks = {"corrected": Mark(value=value.value, label=value.text), "expanded": value.expanded}
        rail = rail.model_copy(update=marks)
    return verdict.build(
        expectation,
        rule,
        rail=rail,
        read_as=(display.read_as,),
        value=value,
        working=lines,
        policy=meter_policy(conditions.meter),
    )


def _stretch(sensor: CurveSensor, conditions: Conditions) -> tuple[float, ...]:
    """The ends of what its temperature may be, as far as the curve goes [°C]."""
    found = []
    for celsius in (*conditions.rules.part_temperature_unknown_C, 25.0):
        try:
            sensor.curve().resistance(celsius)
        except InputError:
            continue
        found.append(celsius)
    return tuple(found) or _ends(sensor)


def _ends(sensor: CurveSensor) -> tuple[float, ...]:
    """A chart's own ends, where it covers nothing usual [°C]."""
    points = getattr(sensor, "points", ())
    return tuple(one.celsius.value for one in points) or (0.0,)


def _says(sensor: CurveSensor, net: float, standard: float) -> Measured | None:
    try:
        curve = sensor.curve()
        celsius = float(curve.temperature(net))
        slope = abs(float(curve.relative_slope(celsius))) * net
    except InputError:
        return None
    return measured_value(celsius, 2 * standard / slope, "°C")


def _alone(value: Measured | None, shown: str, expanded: float) -> Verdict:
    if value is None:
        headline = f"{shown} lies beyond its curve: nothing to compare with yet"
        told = []
    else:
        headline = f"It says {fixed(value.value, 1)} °C: nothing to compare with yet"
        told = [
            f"U {expanded_text(value.expanded, 'K')}; without a reference it is a temperature, not a "
            "verdict."
        ]
    return Verdict(
        Code.TEMPERATURE_ALONE,
        State.NOT_COMPARABLE,
        headline,
        _NEXT,
        explanation=told,
        undecided_by=(Lacking.PART_TEMPERATURE,),
        unsettled="its temperature is not given",
    )


def _open() -> Verdict:
    return Verdict(
        Code.BROKEN,
        State.OPEN,
        "Open: no path from end to end",
        "Watch it while the lead is wriggled; then replace the sensor.",
        side=Side.HIGH,
        explanation=["No temperature it can have gives so many ohms."],
    )


def _short() -> Verdict:
    return Verdict(
        Code.BRIDGED,
        State.SHORT,
        "Short: near zero where ohms are due",
        "A pinched lead or a crushed tip: look there; then replace the sensor.",
        side=Side.LOW,
        explanation=["No temperature it can have gives so few ohms."],
    )
