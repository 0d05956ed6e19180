"""What a sensor with a curve should show at the reference temperature."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.conditions import Conditions
from hembit_core.curves.ends import CurveRangeError, Floats
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.plot import curve_plot
from hembit_core.families.temperature_sensor.spec import OwnKelvin, TemperatureSensor
from hembit_core.families.temperature_sensor.types import Curve, CurveSensor, SwitchingPtc
from hembit_core.families.tolerances import PercentOfResistance, resistance_band
from hembit_core.judging.bands import Band
from hembit_core.judging.judgement import Plot
from hembit_core.uncertainty import rectangular


@dataclass(frozen=True)
class SensorDue:
    """What the sensor should show at the reference temperature."""

    curve: Curve
    celsius: float
    ohms: float
    kelvin: Band | None
    resistance: Band
    policy: str
    thermometer: float
    source: str
    limit: float
    plot: Plot

    def per_kelvin(self, celsius: ArrayLike) -> Floats:
        """Size of dR/dt [Ω/K] at ``celsius`` [°C]."""
        return np.abs(self.curve.relative_slope(celsius) * self.curve.resistance(celsius))


def sensor_due(spec: TemperatureSensor, conditions: Conditions) -> SensorDue:
    given = conditions.part_temperature
    if given is None:
        raise InputError(
            "A sensor is judged at a known temperature: give the part's, and where it comes from."
        ).at("conditions.part_temperature")
    celsius = given.value
    assert not isinstance(spec.sensor, SwitchingPtc)
    curve = spec.sensor.curve()
    try:
        ohms = float(curve.resistance(celsius))
        kelvin, resistance, policy = _bands(spec, curve, celsius, ohms)
    except CurveRangeError as error:
        raise error.at("conditions.part_temperature") from None
    return SensorDue(
        curve,
        celsius,
        ohms,
        kelvin,
        resistance,
        policy,
        rectangular(conditions.temperature_limit),
        conditions.temperature_source_label,
        conditions.temperature_limit,
        _plot(spec.sensor, celsius, kelvin, resistance, ohms),
    )


def _plot(
    sensor: CurveSensor, celsius: float, kelvin: Band | None, resistance: Band, ohms: float
) -> Plot:
    if kelvin is not None:
        return curve_plot(sensor, celsius, kelvin.half_width, None)
    return curve_plot(sensor, celsius, None, (resistance.upper or ohms) / ohms - 1)


def _bands(
    spec: TemperatureSensor, curve: Curve, celsius: float, ohms: float
) -> tuple[Band | None, Band, str]:
    """The band in °C (None for the share of R), the band in ohms, and the school in words."""
    tolerance = spec.tolerance
    if isinstance(tolerance, PercentOfResistance):
        return None, *resistance_band(tolerance, ohms)
    if isinstance(tolerance, OwnKelvin):
        limit, policy = tolerance.limit.value, f"own limit, ±{tolerance.limit.value:g} K"
    else:
        assert not isinstance(spec.sensor, SwitchingPtc)
        limit, policy = spec.sensor.class_limit(celsius)
    slope = float(curve.relative_slope(celsius)) * ohms
    ends = sorted(
        (
            _at(curve, celsius - limit, ohms, -limit * slope),
            _at(curve, celsius + limit, ohms, limit * slope),
        )
    )
    watch = tolerance.watch.value if isinstance(tolerance, OwnKelvin) and tolerance.watch else None
    kelvin = Band(
        lower=celsius - limit,
        upper=celsius + limit,
        nominal=celsius,
        watch_lower=None if watch is None else celsius - watch,
        watch_upper=None if watch is None else celsius + watch,
    )
    return kelvin, Band(lower=ends[0], upper=ends[1], nominal=ohms), policy


def _at(curve: Curve, celsius: float, ohms: float, step: float) -> float:
    """R at a limit of the band; by the tangent where the curve ends just before it."""
    try:
        return float(curve.resistance(celsius))
    except CurveRangeError:
        return ohms + step
