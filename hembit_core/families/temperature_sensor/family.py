"""What can be checked on a temperature sensor, what to expect, and judging it."""

from __future__ import annotations

from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.curves.ends import CurveRangeError
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.controller import (
    ControllerShows,
    judge_shown,
    shown_expectation,
)
from hembit_core.families.temperature_sensor.due import SensorDue, sensor_due
from hembit_core.families.temperature_sensor.expectation import sensor_expectation
from hembit_core.families.temperature_sensor.plot import with_reading
from hembit_core.families.temperature_sensor.points import (
    SensorPoints,
    judge_points,
    points_expectation,
)
from hembit_core.families.temperature_sensor.response import (
    SensorResponse,
    judge_response,
    response_expectation,
)
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.switching_ptc import switching_due
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords, Scale
from hembit_core.judging.states import DecisionRule
from hembit_core.notation import fixed, percent, quantity
from hembit_core.resistance_reading import DisplayText, ResistanceReading, TakenOff
from hembit_core.working import WorkingLine

_OFF = "Right type? Compare with other curves; take a second point in ice; then replace it."
_WORDS = OhmsWords(
    open_means="Isolated, OL across a sensor is a broken element or lead.",
    open_next="Watch it while the lead is wriggled; then replace the sensor.",
    short_next="A pinched lead or a crushed tip: look there; then replace the sensor.",
    high_next=_OFF,
    low_next=_OFF,
    within_next="If the machine still shows a wrong temperature: placement, wiring, board. "
    "A probe that a process depends on needs a calibration.",
    settles=("settle both in ice or in one water bath, and read again",),
)


class SensorResistance(ResistanceReading):
    """Ohms of a sensor. ``pair`` is what the two like-coloured wires of a three-wire type read.

    The pair's figure already contains the test leads; no lead zero comes on top.
    """

    measurand: Literal["sensor_resistance"] = "sensor_resistance"
    pair: DisplayText | None = None

    @property
    def taken_off(self) -> TakenOff:
        """The pair where it was read, else the shorted leads."""
        if self.pair and self.pair.strip():
            if self.lead_zero and self.lead_zero.strip():
                raise InputError(
                    "The pair's reading already contains the test leads. Clear one of the two."
                ).at("reading.lead_zero")
            return TakenOff(self.pair, "pair", "the like-coloured pair", "test leads included", 50.0)
        return super().taken_off


def expectations(spec: TemperatureSensor, conditions: Conditions) -> tuple[Expectation, ...]:
    """What the sensor should read at the temperature it has now."""
    if isinstance(spec.sensor, SwitchingPtc):
        return (switching_due(spec.sensor, conditions).expectation,)
    single = sensor_expectation(sensor_due(spec, conditions))
    return (
        single,
        points_expectation(single),
        response_expectation(spec.sensor, conditions),
        shown_expectation(spec, conditions),
    )


def judge(
    spec: TemperatureSensor,
    reading: SensorResistance | SensorPoints | SensorResponse | ControllerShows,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge a sensor's ohms: in kelvin against its class, or in ohms by the share of R.

    The reading is turned into a temperature by the curve; its uncertainty through
    the slope there joins that of the reference thermometer.

    References
    ----------
    IEC 60751 (platinum), IEC 60539-1 (NTC); JCGM 100:2008, 5.1.2.
    """
    if isinstance(reading, ControllerShows):
        return judge_shown(spec, reading, conditions, rule)
    if isinstance(spec.sensor, SwitchingPtc):
        if not isinstance(reading, SensorResistance):
            raise InputError(
                "A switching sensor has no curve: read its ohms below and above its temperature."
            ).at("reading.measurand")
        return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)
    if isinstance(reading, SensorResponse):
        return judge_response(spec.sensor, reading, conditions, rule)
    if isinstance(reading, SensorPoints):
        return judge_points(
            spec,
            spec.sensor,
            reading,
            conditions,
            rule,
            SensorResistance,
            lambda there, one: judge(spec, one, there, rule),  # type: ignore[arg-type]
        )
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: TemperatureSensor, reading: SensorResistance, conditions: Conditions) -> OhmsDue:
    """What is due at the reference temperature, in the frame that the school judges in."""
    if isinstance(spec.sensor, SwitchingPtc):
        return switching_due(spec.sensor, conditions)
    due = sensor_due(spec, conditions)
    falls = float(due.curve.relative_slope(due.celsius)) < 0
    scale = None
    thermometer = due.thermometer * float(due.per_kelvin(due.celsius))
    if due.kelvin is not None:
        thermometer = due.thermometer
        scale = Scale(
            unit="°C",
            value=due.curve.temperature,
            per_ohm=lambda net: 1 / due.per_kelvin(due.curve.temperature(net)),
            falls=falls,
            ohms_band=due.resistance,
        )
    return OhmsDue(
        expectation=sensor_expectation(due),
        words=_WORDS,
        deviation=lambda net, u: _deviation(due, net, u),
        thermometer=thermometer,
        after=lambda net, u: _by_curve(due, net),
        plot=lambda net, u: with_reading(due.plot, due.celsius, net, u),
        scale=scale,
    )


def _deviation(due: SensorDue, net: float, expanded: float) -> str:
    """The deviation in kelvin and in per cent: ``Reads 1.65 K warm, −5.9 % on ohms``."""
    share = f"{percent(net / due.ohms - 1)} on ohms"
    try:
        kelvin = float(due.curve.temperature(net)) - due.celsius
    except CurveRangeError:
        return f"{share}."
    word = "warm" if kelvin > 0 else "cold"
    return f"Reads {fixed(abs(kelvin), 2)} K {word}, {share} ({quantity(due.ohms, 'Ω', 4)} is due)."


def _by_curve(due: SensorDue, net: float) -> tuple[WorkingLine, ...]:
    try:
        celsius = float(due.curve.temperature(net))
    except CurveRangeError:
        return ()
    return (
        WorkingLine(
            label="By its curve",
            result=f"{fixed(celsius, 2)} °C",
            formula="t(R); u_t = u_R / |dR/dt|",
            figures=f"{quantity(net, 'Ω', 5)}; "
            f"|dR/dt| = {quantity(float(due.per_kelvin(celsius)), 'Ω', 4)}/K",
            source="the sensor's curve, turned round",
            value=celsius,
            unit="°C",
        ),
    )
