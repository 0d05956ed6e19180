"""Warmed or cooled by hand: the reading must move the right way, enough, smoothly, and settle."""

from __future__ import annotations

from itertools import pairwise
from math import hypot
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.placing import Placed, place_value
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import expanded
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.types import CurveSensor
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Mark, Plot, PlotPoint, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.beside_a_path import beside_a_path
from hembit_core.judging.settling import settles_of, to_settle, too_close
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, NetResistance, net_of
from hembit_core.notation import fixed, plain, quantity
from hembit_core.working import WorkingLine

_SETTLED_BELOW = 0.25
"""The last step of a settled series is at most this share of the whole move [1]."""
_SMOOTH_WITHIN = 0.1
"""A step back of more than this share of the whole move is a jump [1]."""


class SensorResponse(HowTaken):
    """Displays in the order they came while the sensor was ``warmed`` or ``cooled``."""

    about: ClassVar = Measurand(
        "Response",
        Step.SENSORS,
        "dead",
        5,
        Role.RESPONDS,
        Probes(
            drawing="sensor",
            first="one wire",
            second="the other",
            disconnect="plug off; hold the tip in your hand, or in warm air",
        ),
        side=True,
    )
    measurand: Literal["sensor_response"] = "sensor_response"
    change: Literal["warmed", "cooled"] = "warmed"
    displays: tuple[DisplayText, ...] = Field(min_length=3, max_length=100)


def response_expectation(sensor: CurveSensor, conditions: Conditions) -> Expectation:
    """The way the ohms must go."""
    least, rules = conditions.rules.least_move_K, conditions.rules
    given = conditions.part_temperature
    celsius = given.value if given else rules.reference_temperature_C
    try:
        ohms = float(sensor.curve().resistance(celsius))
        slope = float(sensor.curve().relative_slope(celsius))
    except InputError as error:
        raise error.at("conditions.part_temperature") from None
    move = abs(slope) * ohms * least
    way = "fall" if slope < 0 else "rise"
    return expect(
        SensorResponse,
        ohms_rail(Band(lower=0.5 * (ohms - move), upper=1.5 * (ohms + move))),
        text=f"warmed, it must {way}",
        detail=f"smoothly, by {plain(least)} K at least ({quantity(move, 'Ω', 2)}), and settle",
        overflow_means="it opens when it is warmed: a crack",
        zero_means="a lead is pinched",
        policy=(f"a hand moves it by {plain(least)} K at least ({rules.said('least_move_K')})",),
    )


def judge_response(
    sensor: CurveSensor, reading: SensorResponse, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a short series: right direction, plausible amount, smooth, settled.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    expectation = response_expectation(sensor, conditions)
    nets = [
        net_of(reading, f"displays.{place}", text, conditions, reading.answers)
        for place, text in enumerate(reading.displays)
    ]
    opened = next((place for place, one in enumerate(nets) if one is None), None)
    series = [one for one in nets if one is not None]
    if len(series) < 2:
        return _opened(opened).build(expectation, rule, rail=expectation.rail, read_as=("OL",))
    verdict, line, wrong = _verdict(sensor, reading, series, opened, conditions)
    last = series[-1]
    value = measured_value(last.net, last.budget.expanded, "Ω")
    marks = {"corrected": Mark(value=last.net, label=f"last {value.text}"), "expanded": value.expanded}
    ohms = [one.net for one in series]
    band = Band(lower=min(ohms) * 0.95, upper=max(max(ohms) * 1.05, 1e-3))
    return verdict.build(
        expectation,
        rule,
        rail=ohms_rail(band).model_copy(update=marks),
        read_as=(f"{len(reading.displays)} samples",),
        value=value,
        working=(line,),
        policy=meter_policy(conditions.meter),
        plot=_plot(series, wrong),
    )


def _opened(place: int | None) -> Verdict:
    return Verdict(
        Code.BROKEN,
        State.OPEN,
        f"Open on the way: OL at sample {(place or 0) + 1}",
        "A crack that opens with heat or touch: replace the sensor.",
        side=Side.HIGH,
        pattern=f"open_at:{(place or 0) + 1}",
    )


def _verdict(
    sensor: CurveSensor,
    reading: SensorResponse,
    series: list[NetResistance],
    opened: int | None,
    conditions: Conditions,
) -> tuple[Verdict, WorkingLine, int | None]:
    """The verdict, how far it moved, and the sample that is wrong, if one is."""
    moved, line = _moved(sensor, series)
    if opened is not None:
        return _opened(opened), line, None
    if moved is None:
        beyond = Verdict(
            Code.BEYOND_THE_CURVE,
            State.NOT_COMPARABLE,
            "Not comparable: beyond the ends of its curve",
            "Is it the right type? Compare with other curves.",
        )
        return beyond, line, None
    kelvin, budget = moved
    wanted = 1 if reading.change == "warmed" else -1
    placed = place_value(kelvin * wanted, budget, Band(lower=conditions.rules.least_move_K))
    jump = _jumps_back(series)
    verdict = _by_amount(reading, kelvin, placed, budget, conditions)
    if verdict.state in (State.WITHIN, State.JUST_WITHIN):
        verdict = _jumped(jump) if jump else _settled(series) or verdict
    if reading.is_in_circuit:
        verdict = beside_a_path(
            verdict,
            "Pull its plug and do it again: what is beside it hides how far it moves.",
        )
    return verdict, line, jump


def _moved(
    sensor: CurveSensor, series: list[NetResistance]
) -> tuple[tuple[float, Budget] | None, WorkingLine]:
    """How far it moved [K] by its curve, with its uncertainty; None beyond the curve's ends.

    One meter on one range: the gain moves both ends alike, and what stays is their counts.
    """
    first, last = series[0], series[-1]
    moved = None
    try:
        curve = sensor.curve()
        ends = [float(curve.temperature(one.net)) for one in (first, last)]
        slopes = [
            abs(float(curve.relative_slope(t))) * one.net
            for t, one in zip(ends, (first, last), strict=True)
        ]
        kelvin = ends[1] - ends[0]
        own = hypot(first.own / slopes[0], last.own / slopes[1])
        gain = abs(first.gain / slopes[0] - last.gain / slopes[1])
        moved = kelvin, Budget.of(meter=hypot(own, gain))
        result = f"{fixed(kelvin, 1)} K, from {fixed(ends[0], 1)} to {fixed(ends[1], 1)} °C"
    except InputError:
        result = f"{quantity(abs(last.net - first.net), 'Ω', 3)}, beyond its curve"
    return moved, WorkingLine(
        key="moved",
        label="Moved by",
        result=result,
        formula="t(R_last) − t(R_first)",
        figures=f"{quantity(first.net, 'Ω', 4)} to {quantity(last.net, 'Ω', 4)}",
        source="the sensor's curve",
        value=moved[0] if moved else None,
        unit="K",
    )


def _by_amount(
    reading: SensorResponse, kelvin: float, placed: Placed, budget: Budget, conditions: Conditions
) -> Verdict:
    least = conditions.rules.least_move_K
    wrong_way = kelvin * (1 if reading.change == "warmed" else -1) < -max(budget.expanded, least)
    if wrong_way:
        return Verdict(
            Code.MOVES_THE_WRONG_WAY,
            placed.state,
            f"{placed.state.capitalize()}: it moves the wrong way",
            "NTC for PTC: another type is fitted, or the spec is another sensor's.",
            explanation=[f"{reading.change.capitalize()}, it went by {fixed(kelvin, 1)} K."],
            dominant=placed.dominant,
        )
    if placed.state in (State.OUTSIDE, State.JUST_OUTSIDE):
        return Verdict(
            Code.HARDLY_MOVES,
            placed.state,
            f"{placed.state.capitalize()}: it hardly moves, {fixed(kelvin, 1)} K",
            f"Was it {reading.change} enough, at the tip? Once more, longer; then replace it.",
            explanation=["One that stands still whatever its heat shows one temperature for ever."],
            dominant=placed.dominant,
        )
    if placed.state in (State.JUST_WITHIN, State.NOT_DECIDABLE):
        ways = settles_of(placed, conditions.meter, None)
        return Verdict(
            Code.PLACED,
            placed.state,
            f"{placed.state.capitalize()}: {too_close(placed)}",
            f"Move it further. {to_settle(ways)}",
            side=placed.side,
            dominant=placed.dominant,
            settles=ways,
        )
    return Verdict(
        Code.RESPONDS,
        State.WITHIN,
        "Within: the right way, enough, smooth, settled",
        "Its figure at a known temperature decides the rest.",
        explanation=[f"{reading.change.capitalize()}, it moved by {fixed(kelvin, 1)} K."],
        dominant=placed.dominant,
    )


def _jumps_back(series: list[NetResistance]) -> int | None:
    """The first sample that goes back by more than its U and a tenth of the move; None if none."""
    rises = series[-1].net > series[0].net
    whole = abs(series[-1].net - series[0].net)
    for place, (before, after) in enumerate(pairwise(series), start=2):
        back = before.net - after.net if rises else after.net - before.net
        if back > expanded(hypot(before.own, after.own)) and back > _SMOOTH_WITHIN * whole:
            return place
    return None


def _jumped(place: int | None) -> Verdict:
    return Verdict(
        Code.JUMPS_BACK,
        State.OUTSIDE,
        f"Outside: it jumps back at sample {place}",
        "Watch it while the lead is wriggled: a bad joint jumps, a sound sensor glides.",
        explanation=["It must move smoothly, one way."],
        pattern=f"jumps_at:{place}",
    )


def _settled(series: list[NetResistance]) -> Verdict | None:
    """Not ready where the last step is still a good part of the whole; None where it stands."""
    last_step = abs(series[-1].net - series[-2].net)
    whole = abs(series[-1].net - series[0].net)
    if last_step <= _SETTLED_BELOW * whole:
        return None
    return Verdict(
        Code.STILL_MOVES,
        State.NOT_READY,
        "Not settled: it still moves",
        "Hold it there until the figure stands, and type that too.",
        explanation=[f"The last step is {100 * last_step / whole:.0f} % of the whole."],
    )


def _plot(series: list[NetResistance], wrong: int | None) -> Plot:
    return Plot(
        title="Response",
        x_label="sample",
        y_label="Ω",
        joined=True,
        points=tuple(
            PlotPoint(x=float(place), y=one.net, expanded=one.budget.expanded, wrong=place == wrong)
            for place, one in enumerate(series, start=1)
        ),
    )
