"""Turning a rising curve round, for whole arrays at once."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.curves.ends import Floats

Curve = Callable[[Floats], Floats]
_KNOTS = 257
_STEPS = 12


def increasing_root(curve: Curve, slope: Curve, values: ArrayLike, low: float, high: float) -> Floats:
    """Solve curve(x) = value for x in [low, high], elementwise, for a strictly rising curve.

    Starts from linear interpolation between knots and takes Newton steps, each
    kept inside the knot interval that brackets the root, until no step is
    larger than 1e-9 of the range.
    """
    target = np.asarray(values, dtype=np.float64)
    knots = np.linspace(low, high, _KNOTS)
    heights = curve(knots)
    right = np.clip(np.searchsorted(heights, target), 1, _KNOTS - 1)
    left_x, right_x = knots[right - 1], knots[right]
    x = np.interp(target, heights, knots)
    for _ in range(_STEPS):
        step = (curve(x) - target) / slope(x)
        moved = np.clip(x - step, left_x, right_x)
        done = np.max(np.abs(moved - x), initial=0.0) <= 1e-9 * (high - low)
        x = moved
        if done:
            break
    return np.asarray(x, dtype=np.float64)
