"""Several temperatures, ice and boiling water for instance: each judged, all on one curve."""

from __future__ import annotations

from collections.abc import Callable
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.states import DecisionRule, State
from hembit_core.families.temperature_sensor.plot import curve_over
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import CurveSensor
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.judgement import Expectation, Judgement, PlotPoint
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import judge_field
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Temperature, TemperatureLimit
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken
from hembit_core.measuring.thermometers import TemperatureSource
from hembit_core.model import Model

_MATCH = (
    "Off at every point the same way: another curve. Let Hembit match it with the library's; a "
    "wrong part fitted looks like this."
)


class TemperaturePoint(Model):
    """One temperature [°C] and the display there; ``limit`` [K] and ``source`` where it has its own."""

    celsius: Temperature
    display: DisplayText
    limit: TemperatureLimit | None = None
    source: TemperatureSource | None = None


class SensorPoints(HowTaken):
    """Two or more temperatures, each with its display."""

    about: ClassVar = Measurand(
        "Two points",
        Step.SENSORS,
        "dead",
        20,
        Role.ALONG,
        SensorResistance.about.probes,
        side=True,
    )
    measurand: Literal["sensor_points"] = "sensor_points"
    points: tuple[TemperaturePoint, ...] = Field(min_length=2, max_length=20)


def points_expectation(single: Expectation) -> Expectation:
    """As for one temperature; the other points are told when they are read."""
    return single.model_copy(
        update={
            "measurand": "sensor_points",
            "title": SensorPoints.about.title,
            "text": "each by its curve",
            "detail": "ice and boiling water, or any two; boiling depends on the altitude",
        }
    )


def judge_points(
    spec: TemperatureSensor,
    sensor: CurveSensor,
    reading: SensorPoints,
    conditions: Conditions,
    rule: DecisionRule,
    kind: type[SensorResistance],
    judge_one: Callable[[Conditions, SensorResistance], Judgement],
) -> Judgement:
    """Judge each point by the curve at its temperature; the worst decides.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    found = []
    for place, point in enumerate(reading.points):
        there = conditions.model_copy(
            update={
                "part_temperature": point.celsius,
                "thermometer_limit": point.limit
                or (None if point.source else conditions.thermometer_limit),
                "temperature_source": point.source or conditions.temperature_source,
            }
        )

        def one_point(one: SensorResistance, there: Conditions = there) -> Judgement:
            return judge_one(there, one)

        field = f"points.{place}.display"
        found.append(judge_field(reading, field, point.display, kind, one_point))
    rows = tuple(
        row_of(f"point_{place}", f"at {point.celsius.told}", one)
        for place, (point, one) in enumerate(zip(reading.points, found, strict=True), start=1)
    )
    steps = {row.key: one.next_step for row, one in zip(rows, found, strict=True)}
    verdict = verdict_of_rows(rows, lambda row: steps[row.key], found[0].next_step)
    off = {row.side for row in rows if row.state in (State.OUTSIDE, State.JUST_OUTSIDE)}
    if len(off) == 1 and all(row.state is State.OUTSIDE for row in rows):
        verdict.next_step = _MATCH
    verdict.questions = [question for one in found for question in one.questions]
    plot = curve_over(sensor, tuple(point.celsius.value for point in reading.points))
    marks = tuple(
        PlotPoint(key="read", x=point.celsius.value, y=_ohms(one), label=f"{point.celsius.told}")
        for point, one in zip(reading.points, found, strict=True)
        if one.value
    )
    return verdict.build(
        points_expectation(found[0].expectation),
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(text for one in found for text in one.read_as),
        working=tuple(
            line.model_copy(update={"label": f"{line.label}, {row.label}"})
            for row, one in zip(rows, found, strict=True)
            for line in one.working[len(one.expectation.working) :]
        ),
        policy=meter_policy(conditions.meter),
        rows=rows,
        plot=plot.model_copy(update={"points": marks}),
    )


def _ohms(one: Judgement) -> float:
    """Net ohms of a point: what was drawn on the curve [Ω]."""
    assert one.plot is not None
    return one.plot.points[-1].y
