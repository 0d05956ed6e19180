"""A sensor's curve with its band, and readings on it."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from hembit_core.curves.ends import CurveRangeError
from hembit_core.families.temperature_sensor.types import Curve, CurveSensor
from hembit_core.judging.judgement import Plot, PlotPoint

_POINTS = 25
_LEAST_SPAN, _MOST_SPAN = 4.0, 30.0
"""How far to each side of the reference temperature is drawn [K]."""


@lru_cache(maxsize=64)
def curve_plot(sensor: CurveSensor, celsius: float, kelvin: float | None, share: float | None) -> Plot:
    """R [Ω] over t round ``celsius`` [°C], with the band of ± ``kelvin`` [K] or ± ``share`` of R."""
    curve = sensor.curve()
    wide = kelvin or (share or 0.0) / abs(float(curve.relative_slope(celsius)))
    span = min(max(5 * wide, _LEAST_SPAN), _MOST_SPAN) if wide else _MOST_SPAN
    t = np.linspace(*_ends(curve, celsius, span), _POINTS)
    ohms = curve.resistance(t)
    if share is not None:
        lower, upper = ohms * (1 - share), ohms * (1 + share)
    else:
        slope = curve.relative_slope(t) * ohms * (kelvin or 0.0)
        lower, upper = ohms - np.abs(slope), ohms + np.abs(slope)
    due = float(curve.resistance(celsius))
    return Plot(
        title=sensor.name(),
        x_label="°C",
        y_label="Ω",
        logarithmic=bool(ohms.max() / ohms.min() > 8),
        line=_pairs(t, ohms),
        lower=_pairs(t, np.maximum(lower, ohms * 0.2)),
        upper=_pairs(t, upper),
        points=(PlotPoint(key="due", x=celsius, y=due, label="due"),),
    )


def curve_over(sensor: CurveSensor, temperatures: tuple[float, ...]) -> Plot:
    """R [Ω] over a stretch that holds all ``temperatures`` [°C], without a band."""
    curve = sensor.curve()
    low, high = min(temperatures), max(temperatures)
    room = max(5.0, 0.1 * (high - low))
    t = np.linspace(
        _ends(curve, low, room)[0],
        _ends(curve, high, room)[1],
        _POINTS,
    )
    ohms = curve.resistance(t)
    return Plot(
        title=sensor.name(),
        x_label="°C",
        y_label="Ω",
        logarithmic=bool(ohms.max() / ohms.min() > 8),
        line=_pairs(t, ohms),
    )


def with_reading(plot: Plot, celsius: float, net: float, expanded: float) -> Plot:
    """The plot with a reading of ``net`` ± ``expanded`` [Ω] at the reference temperature [°C]."""
    read = PlotPoint(key="read", x=celsius, y=net, expanded=expanded, label="read")
    return plot.model_copy(update={"points": (*plot.points, read)})


def _ends(curve: Curve, celsius: float, most: float) -> tuple[float, float]:
    """``celsius`` ± ``most`` [K], or as far as the curve goes [°C]."""
    found = []
    for sign in (-1, 1):
        span = most
        while span > 0.1:
            try:
                curve.resistance(celsius + sign * span)
                break
            except (CurveRangeError, ValueError):
                span /= 2
        found.append(celsius + sign * (span if span > 0.1 else 0.0))
    return found[0], found[1]


def _pairs(x: np.ndarray, y: np.ndarray) -> tuple[tuple[float, float], ...]:
    return tuple(zip(x.tolist(), y.tolist(), strict=True))
