"""Turning a rising curve round, for whole arrays at once."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import ArrayLike, NDArray

from hembit_core.curves.ends import Floats

Curve = Callable[[Floats], Floats]
_KNOTS = 257
_STEPS = 12


Knots = tuple[NDArray[np.float64], NDArray[np.float64]]


def knots_of(curve: Curve, low: float, high: float) -> Knots:
    """Where a search of [low, high] starts: evenly spread x, and the curve there."""
    knots = np.linspace(low, high, _KNOTS)
    return knots, curve(knots)


def increasing_root_at(
    curve: Callable[[float], float], slope: Callable[[float], float], value: float, knots: Knots
) -> float:
    """The same for one value, without arrays: a single reading turns a curve round at every key.

    Parameters
    ----------
    curve, slope : of x [its unit] to y [its unit], and dy/dx.
    value : the y that is to be found [y's unit].
    knots : where the search starts, of :func:`knots_of`.

    Returns
    -------
    float
        x [its unit].
    """
    places, heights = knots
    right = min(max(int(np.searchsorted(heights, value)), 1), len(places) - 1)
    left_x, right_x = float(places[right - 1]), float(places[right])
    below, above = float(heights[right - 1]), float(heights[right])
    x = left_x + (value - below) / (above - below) * (right_x - left_x)
    smallest = 1e-9 * float(places[-1] - places[0])
    for _ in range(_STEPS):
        moved = min(max(x - (curve(x) - value) / slope(x), left_x), right_x)
        done = abs(moved - x) <= smallest
        x = moved
        if done:
            break
    return x


def increasing_root(curve: Curve, slope: Curve, values: ArrayLike, knots: Knots) -> Floats:
    """Solve curve(x) = value for x between ``knots``, elementwise, for a strictly rising curve.

    Starts from linear interpolation between knots and takes Newton steps, each
    kept inside the knot interval that brackets the root, until no step is
    larger than 1e-9 of the range.

    Parameters
    ----------
    curve, slope : of x [its unit] to y [its unit], and dy/dx; arrays to arrays.
    values : the y that are to be found [y's unit], of any shape.
    knots : where the search starts, of :func:`knots_of`.

    Returns
    -------
    numpy.ndarray
        x [its unit], in the shape of ``values``.

    References
    ----------
    Press et al., Numerical Recipes, 9.4 (Newton–Raphson kept inside a bracket).
    """
    target = np.asarray(values, dtype=np.float64)
    places, heights = knots
    right = np.clip(np.searchsorted(heights, target), 1, len(places) - 1)
    left_x, right_x = places[right - 1], places[right]
    x = np.interp(target, heights, places)
    smallest = 1e-9 * (places[-1] - places[0])
    for _ in range(_STEPS):
        step = (curve(x) - target) / slope(x)
        moved = np.clip(x - step, left_x, right_x)
        done = np.max(np.abs(moved - x), initial=0.0) <= smallest
        x = moved
        if done:
            break
    return np.asarray(x, dtype=np.float64)
