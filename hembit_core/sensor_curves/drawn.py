"""A sensor's curve as it is shown: its line with the band, a table, and any point of it."""

from __future__ import annotations

import numpy as np

from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.sensor_due import kelvin_band
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import CurveSensor, SwitchingPtc
from hembit_core.measuring.figures import Resistance, Temperature
from hembit_core.model import Model
from hembit_core.notation import fixed, interval, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.sensor_curves.separation import band_at
from hembit_core.sensor_curves.stretch import ends_of

USUAL = (-40.0, 150.0)
"""The stretch that is shown where nobody says another [°C]."""
_POINTS = 61
_ROWS_AT_MOST = 40
_STEPS = (0.1, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0)


class CurvePoint(Model):
    """A curve at one temperature: what is due there, its band, and how much a kelvin is worth."""

    celsius: float
    ohms: float
    celsius_text: str
    ohms_text: str
    band: str
    per_kelvin: str


class DrawnCurve(Model):
    """A curve over a stretch, each point (°C, Ω), with the band's lower and upper edge where stated."""

    name: str
    low: float
    high: float
    band: str
    line: tuple[tuple[float, ...], ...]
    lower: tuple[tuple[float, ...], ...]
    upper: tuple[tuple[float, ...], ...]


def curve_sensor(spec: TemperatureSensor) -> CurveSensor:
    """The sensor of a spec.

    Raises
    ------
    InputError
        If it switches instead of following a curve.
    """
    if isinstance(spec.sensor, SwitchingPtc):
        raise InputError(
            "A switching sensor has no curve: it is low below its switching temperature and high above."
        )
    return spec.sensor


def stretch_shown(
    sensors: tuple[CurveSensor, ...], low: float | None, high: float | None
) -> tuple[float, float]:
    """From where to where curves are drawn [°C]: as asked, else the usual stretch that one covers.

    Raises
    ------
    InputError
        If the stretch holds nothing of any curve.
    """
    ends = [ends_of(one) for one in sensors]
    coldest, warmest = min(one for one, _ in ends), max(one for _, one in ends)
    usual = max(USUAL[0], coldest), min(USUAL[1], warmest)
    if usual[0] >= usual[1]:
        usual = coldest, warmest
    start = usual[0] if low is None else max(low, coldest)
    stop = usual[1] if high is None else min(high, warmest)
    if start >= stop:
        raise InputError(
            f"From {fixed(coldest, 0)} to {fixed(warmest, 0)} °C is known; what is asked for lies "
            "outside, or runs backwards."
        ).at("low")
    return start, stop


def draw(name: str, spec: TemperatureSensor, low: float, high: float, rules: Rules) -> DrawnCurve:
    """A curve between two temperatures [°C], as far as it goes there, with its band.

    Raises
    ------
    InputError
        If the sensor switches.
    """
    sensor = curve_sensor(spec)
    ends = ends_of(sensor)
    start, stop = max(low, ends[0]), min(high, ends[1])
    line, lower, upper = [], [], []
    if start < stop:
        curve = sensor.curve()
        for t in np.linspace(start, stop, _POINTS).tolist():
            ohms = float(curve.resistance(t))
            wide = band_at(spec, t, rules)
            line.append((t, ohms))
            if np.isfinite(wide):
                slope = abs(float(curve.relative_slope(t))) * ohms * wide
                lower.append((t, max(ohms - slope, 0.2 * ohms)))
                upper.append((t, ohms + slope))
    return DrawnCurve(
        name=name,
        low=ends[0],
        high=ends[1],
        band=_band_text(spec, rules),
        line=tuple(line),
        lower=tuple(lower),
        upper=tuple(upper),
    )


def _band_text(spec: TemperatureSensor, rules: Rules) -> str:
    try:
        return kelvin_band(spec, 25.0, rules)[1]
    except InputError as error:
        return error.message


def point_at(spec: TemperatureSensor, celsius: Temperature, rules: Rules) -> CurvePoint:
    """A curve read at a temperature.

    Raises
    ------
    InputError
        If it lies beyond the curve's ends.
    """
    return _point(spec, celsius.value, rules)


def point_of(spec: TemperatureSensor, ohms: Resistance, rules: Rules) -> CurvePoint:
    """A curve read at a resistance.

    Raises
    ------
    InputError
        If no temperature of the curve has these ohms.
    """
    return _point(spec, float(curve_sensor(spec).curve().temperature(ohms.value)), rules, ohms.value)


def _point(spec: TemperatureSensor, t: float, rules: Rules, given: float | None = None) -> CurvePoint:
    curve = curve_sensor(spec).curve()
    ohms = float(curve.resistance(t)) if given is None else given
    wide = band_at(spec, t, rules)
    slope = float(curve.relative_slope(t)) * ohms
    has_band = np.isfinite(wide)
    edges = sorted((ohms - slope * wide, ohms + slope * wide)) if has_band else []
    return CurvePoint(
        celsius=t,
        ohms=ohms,
        celsius_text=f"{fixed(t, 1)} °C",
        ohms_text=quantity(ohms, "Ω", 4),
        band=f"{interval(max(edges[0], 0.0), edges[1], 'Ω')}, ±{plain(wide, 2)} K" if has_band else "",
        per_kelvin=f"{'falls' if slope < 0 else 'rises'} {quantity(abs(slope), 'Ω', 2)} per kelvin",
    )


def table_temperatures(low: float, high: float) -> list[float]:
    """Round temperatures between two [°C], forty rows at most."""
    step = next((one for one in _STEPS if (high - low) / one < _ROWS_AT_MOST), _STEPS[-1])
    first = int(np.ceil(low / step - 1e-9))
    last = int(np.floor(high / step + 1e-9))
    return [round(place * step, 6) for place in range(first, last + 1)]
