"""A long chart by fewer of its own rows."""

from __future__ import annotations

import numpy as np

from hembit_core.charts.points import Point
from hembit_core.curves.thermistors import ZERO_CELSIUS

MOST_POINTS = 500
"""Rows that a spec keeps."""
_NEAR = 0.001


def thinned(points: list[Point], most: int = MOST_POINTS) -> tuple[list[Point], float]:
    """Rows of ``points`` between which ln R runs nearly straight over 1/T, as a chart is interpolated.

    Both ends stay; the row that is farthest from the line so far comes in next, until none is
    farther than a millikelvin, or there are ``most``.

    Parameters
    ----------
    points : in rising temperature, R rising or falling all the way.

    Returns
    -------
    The rows, and the largest distance of any other from them [K].
    """
    x = 1 / (np.asarray([one.celsius for one in points]) + ZERO_CELSIUS)
    y = np.log([one.ohms for one in points])
    kelvin = np.abs(np.gradient(x, y)) / x**2  # dt for a step of ln R
    kept = [0, len(points) - 1]
    off = np.zeros(len(points))

    def look(first: int, last: int) -> None:
        inside = slice(first + 1, last)
        share = (x[inside] - x[first]) / (x[last] - x[first])
        off[inside] = np.abs(y[inside] - y[first] - share * (y[last] - y[first])) * kelvin[inside]

    look(0, len(points) - 1)
    while len(kept) < most:
        worst = int(off.argmax())
        if off[worst] <= _NEAR:
            break
        place = int(np.searchsorted(kept, worst))
        kept.insert(place, worst)
        off[worst] = 0.0
        look(kept[place - 1], worst)
        look(worst, kept[place + 1])
    return [points[one] for one in kept], float(off.max())
