"""Warmed or cooled by hand: the reading must move the right way, enough, smoothly, and settle."""

from __future__ import annotations

from itertools import pairwise
from typing import Literal

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.curves.ends import CurveRangeError
from hembit_core.display import Function
from hembit_core.families.temperature_sensor.types import CurveSensor
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Mark, Plot, PlotPoint, Probes
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.notation import fixed, quantity
from hembit_core.resistance_reading import (
    DisplayText,
    HowTaken,
    ResistanceReading,
    net_resistance,
    read_field,
)
from hembit_core.uncertainty import expanded
from hembit_core.working import WorkingLine

LEAST_MOVE = 2.0
"""A hand or a breath of warm air moves a sound sensor by this at least [K]."""


class SensorResponse(HowTaken):
    """Displays in the order they came while the sensor was ``warmed`` or ``cooled``."""

    measurand: Literal["sensor_response"] = "sensor_response"
    change: Literal["warmed", "cooled"] = "warmed"
    displays: tuple[DisplayText, ...] = Field(min_length=3, max_length=100)


def response_expectation(sensor: CurveSensor, conditions: Conditions) -> Expectation:
    """The way the ohms must go."""
    celsius = conditions.part_temperature.value if conditions.part_temperature else 20.0
    ohms = float(sensor.curve().resistance(celsius))
    falls = float(sensor.curve().relative_slope(celsius)) < 0
    after = float(sensor.curve().resistance(celsius + LEAST_MOVE))
    low, high = sorted((ohms, after))
    way = "fall" if falls else "rise"
    return expect(
        "sensor_response",
        "Response",
        ohms_rail(Band(lower=low * 0.5, upper=high * 1.5)),
        Probes(
            drawing="sensor",
            first="one wire",
            second="the other",
            disconnect="plug off; hold the tip in your hand, or in warm air",
        ),
        text=f"warmed, it must {way}",
        detail=f"smoothly, by {LEAST_MOVE:g} K at least "
        f"({quantity(abs(after - ohms), 'Ω', 2)}), and settle",
        overflow_means="it opens when it is warmed: a crack",
        zero_means="a lead is pinched",
        policy=(f"a hand moves it by {LEAST_MOVE:g} K at least",),
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
    series, opened = _series(reading, conditions)
    if len(series) < 2:
        verdict = _opened(opened)
        return verdict.build(expectation, rule, rail=expectation.rail, read_as=("OL",))
    ohms = [net for net, _ in series]
    kelvin, line = _moved(sensor, ohms)
    verdict = _opened(opened) if opened is not None else _verdict(reading, series, kelvin)
    value = measured_value(ohms[-1], series[-1][1], "Ω")
    marks = {"corrected": Mark(value=ohms[-1], label=f"last {value.text}"), "expanded": value.expanded}
    band = Band(lower=min(ohms) * 0.95, upper=max(ohms) * 1.05)
    return verdict.build(
        expectation,
        rule,
        rail=ohms_rail(band).model_copy(update=marks),
        read_as=(f"{len(reading.displays)} samples",),
        value=value,
        working=(line,),
        policy=meter_policy(conditions.meter),
        plot=_plot(series, verdict),
    )


def _series(
    reading: SensorResponse, conditions: Conditions
) -> tuple[list[tuple[float, float]], int | None]:
    """Net ohms and U of each sample; the first sample that read OL, if any."""
    found, opened = [], None
    how = {name: getattr(reading, name) for name in HowTaken.model_fields}
    for place, text in enumerate(reading.displays):
        field = f"displays.{place}"
        display = read_field(text, Function.RESISTANCE, reading.answers, field)
        if display.overflow:
            opened = place if opened is None else opened
            continue
        net = net_resistance(ResistanceReading(**how, display=text), display, conditions.meter)
        found.append((net.net, expanded(net.standard)))
    return found, opened


def _opened(place: int | None) -> Verdict:
    return Verdict(
        State.OPEN,
        f"Open on the way: OL at sample {(place or 0) + 1}",
        "A crack that opens with heat or touch: replace the sensor.",
        side=Side.HIGH,
    )


def _moved(sensor: CurveSensor, ohms: list[float]) -> tuple[float | None, WorkingLine]:
    """How far it moved [K] by its curve; None beyond the curve's ends."""
    try:
        ends = [float(sensor.curve().temperature(one)) for one in (ohms[0], ohms[-1])]
    except CurveRangeError:
        kelvin, result = None, f"{quantity(abs(ohms[-1] - ohms[0]), 'Ω', 3)}, beyond its curve"
    else:
        kelvin = ends[1] - ends[0]
        result = f"{fixed(kelvin, 1)} K, from {fixed(ends[0], 1)} to {fixed(ends[1], 1)} °C"
    return kelvin, WorkingLine(
        label="Moved by",
        result=result,
        formula="t(R_last) − t(R_first)",
        figures=f"{quantity(ohms[0], 'Ω', 4)} to {quantity(ohms[-1], 'Ω', 4)}",
        source="the sensor's curve",
        value=kelvin,
        unit="K",
    )


def _verdict(
    reading: SensorResponse, series: list[tuple[float, float]], kelvin: float | None
) -> Verdict:
    ohms = [net for net, _ in series]
    u = max(each for _, each in series)
    counts = 2**0.5 * u * 0.5
    if kelvin is None:
        return Verdict(
            State.NOT_COMPARABLE,
            "Not comparable: beyond the ends of its curve",
            "Is it the right type? Compare with other curves.",
        )
    wanted = 1 if reading.change == "warmed" else -1
    if abs(kelvin) < LEAST_MOVE:
        return Verdict(
            State.OUTSIDE,
            f"Outside: it hardly moves, {fixed(kelvin, 1)} K",
            f"Was it {reading.change} enough, at the tip? Once more, longer; then replace it.",
            explanation=["One that stands still whatever its heat shows one temperature for ever."],
        )
    if kelvin * wanted < 0:
        return Verdict(
            State.OUTSIDE,
            "Outside: it moves the wrong way",
            "NTC for PTC: another type is fitted, or the spec is another sensor's.",
            explanation=[f"{reading.change.capitalize()}, it went by {fixed(kelvin, 1)} K."],
        )
    rises = ohms[-1] > ohms[0]
    for place, (before, after) in enumerate(pairwise(ohms), start=2):
        back = before - after if rises else after - before
        if back > counts and back > 0.1 * abs(ohms[-1] - ohms[0]):
            return Verdict(
                State.OUTSIDE,
                f"Outside: it jumps back at sample {place}",
                "Watch it while the lead is wriggled: a bad joint jumps, a sound sensor glides.",
                explanation=["It must move smoothly, one way."],
            )
    last_step, whole = abs(ohms[-1] - ohms[-2]), abs(ohms[-1] - ohms[0])
    if last_step > 0.25 * whole:
        return Verdict(
            State.NOT_READY,
            "Not settled: it still moves",
            "Hold it there until the figure stands, and type that too.",
            explanation=[f"The last step is {100 * last_step / whole:.0f} % of the whole."],
        )
    return Verdict(
        State.WITHIN,
        "Within: the right way, enough, smooth, settled",
        "Its figure at a known temperature decides the rest.",
        explanation=[f"{reading.change.capitalize()}, it moved by {fixed(kelvin, 1)} K."],
    )


def _plot(series: list[tuple[float, float]], verdict: Verdict) -> Plot:
    return Plot(
        title="Response",
        x_label="sample",
        y_label="Ω",
        joined=True,
        points=tuple(
            PlotPoint(
                x=float(place),
                y=net,
                expanded=u,
                wrong=verdict.headline.endswith(f"sample {place}"),
            )
            for place, (net, u) in enumerate(series, start=1)
        ),
    )
