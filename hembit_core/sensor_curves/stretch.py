"""How far a sensor's curve goes."""

from __future__ import annotations

from functools import lru_cache

from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.types import ByChart, Curve, CurveSensor

_COLDEST, _WARMEST = -200.0, 850.0
"""Beyond them no sensor of a workshop is used [°C]."""
_NEAR = 1e-3
"""How near an end is sought [K]."""


@lru_cache(maxsize=4096)
def ends_of(sensor: CurveSensor) -> tuple[float, float]:
    """The lowest and the highest temperature of a curve [°C], −200 and 850 at most.

    A chart ends at its first and last row; others where their formula or standard does.
    """
    if isinstance(sensor, ByChart):
        return sensor.points[0].celsius.value, sensor.points[-1].celsius.value
    curve = sensor.curve()
    middle = next(one for one in (25.0, 0.0, 100.0, -40.0) if _holds(curve, one))
    return _end(curve, middle, _COLDEST), _end(curve, middle, _WARMEST)


def _end(curve: Curve, inside: float, beyond: float) -> float:
    if _holds(curve, beyond):
        return beyond
    while abs(beyond - inside) > _NEAR:
        half = (inside + beyond) / 2
        if _holds(curve, half):
            inside = half
        else:
            beyond = half
    rounded = round(inside, 2)
    return rounded if _holds(curve, rounded) else inside


def _holds(curve: Curve, celsius: float) -> bool:
    try:
        curve.temperature(float(curve.resistance(celsius)))
    except InputError:
        return False
    return True


def common_ends(sensors: tuple[CurveSensor, ...]) -> tuple[float, float]:
    """The stretch that every curve covers [°C]; the first above the second where there is none."""
    ends = [ends_of(one) for one in sensors]
    return max(low for low, _ in ends), min(high for _, high in ends)
