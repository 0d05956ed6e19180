"""What can be checked on a temperature sensor, what to expect, and judging it."""

from __future__ import annotations

from hembit_core.conformity.budget import Origin, Share
from hembit_core.conformity.states import DecisionRule
from hembit_core.curves.ends import CurveRangeError
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.temperature_sensor.alone import judge_alone
from hembit_core.families.temperature_sensor.controller import (
    ControllerShows,
    judge_shown,
    shown_expectation,
)
from hembit_core.families.temperature_sensor.expectation import (
    sensor_expectation,
    without_temperature,
)
from hembit_core.families.temperature_sensor.plot import with_reading
from hembit_core.families.temperature_sensor.points import (
    SensorPoints,
    judge_points,
    points_expectation,
)
from hembit_core.families.temperature_sensor.readings import SensorResistance, as_taken
from hembit_core.families.temperature_sensor.response import (
    SensorResponse,
    judge_response,
    response_expectation,
)
from hembit_core.families.temperature_sensor.sensor_due import SensorDue, sensor_due
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.switching_ptc import switching_due
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.judging.judgement import Expectation, Judgement, Settle
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords, Scale
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import fixed, percent, quantity
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
    settles=(Settle(code="one_bath", text="settle both in ice or in one water bath, and read again"),),
)


def expectations(spec: TemperatureSensor, conditions: Conditions) -> tuple[Expectation, ...]:
    """What the sensor should read at the temperature it has now."""
    if isinstance(spec.sensor, SwitchingPtc):
        return (switching_due(spec.sensor, conditions).expectation,)
    response = response_expectation(spec.sensor, conditions)
    if conditions.part_temperature is None:
        single = without_temperature(conditions.rules)
        return single, points_expectation(single), response
    single = sensor_expectation(sensor_due(spec, conditions))
    return single, points_expectation(single), response, shown_expectation(spec, conditions)


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
            lambda there, one: judge(spec, one, there, rule),
        )
    wired = as_taken(spec, reading)
    if conditions.part_temperature is None:
        return judge_alone(spec.sensor, wired, conditions, rule)
    return judge_ohms(ohms_due(spec, wired, conditions), wired, conditions, rule)


def ohms_due(spec: TemperatureSensor, reading: SensorResistance, conditions: Conditions) -> OhmsDue:
    """What is due at the reference temperature, in the frame that the school judges in."""
    if isinstance(spec.sensor, SwitchingPtc):
        return switching_due(spec.sensor, conditions)
    due = sensor_due(spec, conditions)
    scale = None
    thermometer = due.thermometer * due.per_kelvin_here
    if due.kelvin is not None:
        thermometer = due.thermometer
        scale = Scale(
            unit="°C",
            value=due.curve.temperature,
            per_ohm=lambda net: 1 / due.per_kelvin_at(net),
            per_ohm_due=1 / due.per_kelvin_here,
            falls=due.falls,
            ohms_band=due.resistance,
        )
    return OhmsDue(
        band=due.kelvin or due.resistance,
        tell=lambda: sensor_expectation(due),
        words=_WORDS,
        deviation=lambda net, u: _deviation(due, net),
        shares=(Share(Origin.THERMOMETER, thermometer),),
        after=lambda net, u: _by_curve(due, net),
        plot=lambda net, u: with_reading(due.plot, due.celsius, net, u),
        scale=scale,
    )


def _temperature(due: SensorDue, net: float) -> float | None:
    """What the curve says at ``net`` [Ω], in °C; None beyond its ends."""
    try:
        return float(due.curve.temperature(net))
    except (CurveRangeError, InputError):
        return None


def _deviation(due: SensorDue, net: float) -> str:
    """The deviation in kelvin and in per cent: ``Reads 1.65 K warm, −5.9 % on ohms``."""
    share = f"{percent(net / due.ohms - 1)} on ohms"
    celsius = _temperature(due, net)
    if celsius is None:
        return f"{share}."
    kelvin = celsius - due.celsius
    word = "warm" if kelvin > 0 else "cold"
    return f"Reads {fixed(abs(kelvin), 2)} K {word}, {share} ({quantity(due.ohms, 'Ω', 4)} is due)."


def _by_curve(due: SensorDue, net: float) -> tuple[WorkingLine, ...]:
    celsius = _temperature(due, net)
    if celsius is None:
        return ()
    try:
        slope = float(due.per_kelvin(celsius))
    except InputError:  # colder than any part: the curve goes on, its slope is not asked for
        return ()
    return (
        WorkingLine(
            key="by_curve",
            label="By its curve",
            result=f"{fixed(celsius, 2)} °C",
            formula="t(R); u_t = u_R / |dR/dt|",
            figures=f"{quantity(net, 'Ω', 5)}; |dR/dt| = {quantity(slope, 'Ω', 4)}/K",
            source="the sensor's curve, turned round",
            value=celsius,
            unit="°C",
        ),
    )


DECLARED = (
    Family(
        TemperatureSensor,
        (SensorResistance, SensorPoints, SensorResponse, ControllerShows),
        expectations,
        judge,
        ohms=SensorResistance,
        ohms_due=ohms_due,
        as_taken=as_taken,
    ),
)
