"""What a sensor with a curve should show at the reference temperature."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.conformity.bands import Band
from hembit_core.curves.ends import CurveRangeError, Floats
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.plot import curve_plot
from hembit_core.families.temperature_sensor.spec import OwnKelvin, TemperatureSensor
from hembit_core.families.temperature_sensor.types import Curve, CurveSensor, SwitchingPtc
from hembit_core.families.tolerances import PercentOfResistance, resistance_band
from hembit_core.judging.judgement import Plot
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import plain
from hembit_core.rules.values import Rules


@dataclass(frozen=True, eq=False)
class SensorDue:
    """What the sensor should show at the reference temperature. Equal only to itself.

    ``thermometer`` is the reference's standard uncertainty [K], ``per_kelvin_here`` |dR/dt| there.
    """

    sensor: CurveSensor
    curve: Curve
    celsius: float
    ohms: float
    kelvin: Band | None
    resistance: Band
    policy: str
    thermometer: float
    source: str
    limit: float
    relative_slope: float

    @cached_property
    def plot(self) -> Plot:
        """The curve round the reference temperature, with the band."""
        if self.kelvin is not None:
            return curve_plot(self.sensor, self.celsius, self.kelvin.half_width, None)
        share = (self.resistance.upper or self.ohms) / self.ohms - 1
        return curve_plot(self.sensor, self.celsius, None, share)

    def per_kelvin(self, celsius: ArrayLike) -> Floats:
        """Size of dR/dt [Ω/K] at ``celsius`` [°C]."""
        return np.abs(self.curve.relative_slope(celsius) * self.curve.resistance(celsius))

    def per_kelvin_at(self, ohms: ArrayLike) -> Floats:
        """Size of dR/dt [Ω/K] where the curve has ``ohms`` [Ω]."""
        slope = self.curve.relative_slope(self.curve.temperature(ohms))
        return np.abs(slope * np.asarray(ohms, dtype=np.float64))

    @property
    def per_kelvin_here(self) -> float:
        """Size of dR/dt [Ω/K] at the reference temperature."""
        return abs(self.relative_slope) * self.ohms

    @property
    def falls(self) -> bool:
        """Whether ohms fall as the temperature rises."""
        return self.relative_slope < 0


def sensor_due(spec: TemperatureSensor, conditions: Conditions) -> SensorDue:
    """What is due at the reference temperature.

    Raises
    ------
    InputError
        If the temperature is not given, or lies beyond the curve or its class.
    """
    given = conditions.part_temperature
    if given is None:
        raise InputError(
            "A sensor is judged at a known temperature: give the part's, and where it comes from."
        ).at("conditions.part_temperature")
    try:
        return _worked_out(
            spec,
            given.value,
            conditions.temperature_standard,
            conditions.temperature_limit,
            conditions.temperature_source_label,
            conditions.rules,
        )
    except CurveRangeError as error:
        raise error.at("conditions.part_temperature") from None


@lru_cache(maxsize=256)
def _worked_out(
    spec: TemperatureSensor, celsius: float, standard: float, limit: float, source: str, rules: Rules
) -> SensorDue:
    assert not isinstance(spec.sensor, SwitchingPtc)
    curve = spec.sensor.curve()
    ohms = float(curve.resistance(celsius))
    slope = float(curve.relative_slope(celsius))
    kelvin, resistance, policy = _bands(spec, curve, celsius, ohms, slope, rules)
    return SensorDue(
        spec.sensor,
        curve,
        celsius,
        ohms,
        kelvin,
        resistance,
        policy,
        standard,
        source,
        limit,
        slope,
    )


def kelvin_band(spec: TemperatureSensor, celsius: float, rules: Rules) -> tuple[Band, str]:
    """The band round ``celsius`` [°C] by the spec's school, and the school in words.

    A share of R becomes kelvin through the curve's slope there.
    """
    tolerance = spec.tolerance
    watch = None
    if isinstance(tolerance, OwnKelvin):
        limit, policy = tolerance.limit.value, f"own limit, ±{tolerance.limit.told}"
        watch = tolerance.watch.value if tolerance.watch else None
    elif isinstance(spec.sensor, SwitchingPtc):
        limit, policy = no_band_stated(celsius, rules)
    elif isinstance(tolerance, PercentOfResistance):
        slope = abs(float(spec.sensor.curve().relative_slope(celsius)))
        limit = tolerance.percent.value / 100 / slope
        watch = tolerance.watch_percent.value / 100 / slope if tolerance.watch_percent else None
        policy = f"±{tolerance.percent.told} of R, {plain(limit, 2)} K there"
    else:
        stated = spec.sensor.class_limit(celsius)
        limit, policy = stated or no_band_stated(celsius, rules)
    band = Band(
        lower=celsius - limit,
        upper=celsius + limit,
        nominal=celsius,
        watch_lower=None if watch is None else celsius - watch,
        watch_upper=None if watch is None else celsius + watch,
    )
    return band, policy


def no_band_stated(celsius: float, rules: Rules) -> tuple[float, str]:
    """The limit where none is stated: ± (a + b · |t − 25 °C|) K, by the shop's default."""
    limit = rules.sensor_band_K + rules.sensor_band_per_K * abs(celsius - 25.0)
    words = f"±({rules.sensor_band_K:.1f} + {plain(rules.sensor_band_per_K)}·|t − 25|) K"
    return limit, f"no band stated: {words}, {rules.said('sensor_band_K', 'sensor_band_per_K')}"


def _bands(
    spec: TemperatureSensor, curve: Curve, celsius: float, ohms: float, slope: float, rules: Rules
) -> tuple[Band | None, Band, str]:
    """The band in °C (None for the share of R), the band in ohms, and the school in words."""
    if isinstance(spec.tolerance, PercentOfResistance):
        return None, *resistance_band(spec.tolerance, ohms)
    kelvin, policy = kelvin_band(spec, celsius, rules)
    limit = kelvin.half_width
    ends = sorted(
        (
            _at(curve, celsius - limit, ohms, -limit * slope * ohms),
            _at(curve, celsius + limit, ohms, limit * slope * ohms),
        )
    )
    return kelvin, Band(lower=max(ends[0], 0.0), upper=ends[1], nominal=ohms), policy


def _at(curve: Curve, celsius: float, ohms: float, step: float) -> float:
    """R at a limit of the band; by the tangent where the curve ends just before it."""
    try:
        return float(curve.resistance(celsius))
    except InputError:
        return ohms + step
