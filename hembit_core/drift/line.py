"""A straight line through readings over time, with its interval, and when it meets a limit."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.data_files import table
from hembit_core.errors import InputError

LEAST_POINTS = 3


def t95(degrees: int) -> float:
    """Student's t for 95 % and so many degrees of freedom (JCGM 100, table G.2).

    Examples
    --------
    >>> t95(4), round(t95(22), 2)
    (2.78, 2.08)
    """
    rows = table("student_t")
    known = {int(key): float(value) for key, value in rows["t95"].items()}
    if degrees < 1:
        raise InputError("A line through two points has no interval: take a third reading.")
    inverse = [0.0, *sorted(1 / key for key in known)]
    values = [rows["limit"], *(known[round(1 / one)] for one in inverse[1:])]
    return float(np.interp(1 / degrees, inverse, values))


@dataclass(frozen=True)
class DriftLine:
    """y = middle + slope · (x − centre).

    Attributes
    ----------
    slope : per day.
    centre, middle : the mean of the days and of the values.
    slope_interval : half the 95 % interval of the slope, per day.
    factor, sigma : coverage factor, and the standard deviation of one reading about the line.
    count, spread : how many readings, and Σ (x − centre)² [day²].
    """

    slope: float
    centre: float
    middle: float
    factor: float
    sigma: float
    count: int
    spread: float

    @property
    def slope_interval(self) -> float:
        """Half the 95 % interval of the slope, per day."""
        return self.factor * self.sigma / sqrt(self.spread)

    @property
    def is_drift(self) -> bool:
        """Whether the line rises or falls by more than its interval."""
        return abs(self.slope) > self.slope_interval

    def at(self, day: float) -> float:
        """The line on a day."""
        return self.middle + self.slope * (day - self.centre)

    def interval(self, day: float) -> float:
        """Half the 95 % interval of the line on a day."""
        return self.factor * self.sigma * sqrt(1 / self.count + (day - self.centre) ** 2 / self.spread)


def drift_line(days: ArrayLike, values: ArrayLike, expanded: ArrayLike) -> DriftLine:
    """The line of least squares through readings over time.

    A reading's standard deviation about the line is that of the scatter, s² = Σ r²/(n − 2), with
    Student's t; where the readings' own uncertainty is the greater, that, with 2 (three readings that
    happen to lie on a line are not known better than they were read).

    Parameters
    ----------
    days : when they were taken [day], shape (n,), n ≥ 3, not all on one day.
    values : what was read, in any unit, shape (n,).
    expanded : U of each (k = 2), in that unit, shape (n,).

    Raises
    ------
    InputError
        If there are too few readings, or all are of one day.

    References
    ----------
    Ordinary least squares; JCGM 100:2008, H.3 and table G.2.
    """
    x, y = np.asarray(days, dtype=np.float64), np.asarray(values, dtype=np.float64)
    count = int(x.size)
    if count < LEAST_POINTS:
        raise InputError(f"A line takes {LEAST_POINTS} readings; there are {count}.")
    centre, middle = float(x.mean()), float(y.mean())
    spread = float(((x - centre) ** 2).sum())
    if spread <= 0:
        raise InputError("All of these were read on one day.")
    slope = float(((x - centre) * (y - middle)).sum()) / spread
    residuals = y - middle - slope * (x - centre)
    scatter = sqrt(float((residuals**2).sum()) / (count - 2))
    own = sqrt(float((np.asarray(expanded, dtype=np.float64) ** 2).mean())) / 2
    by_scatter, by_own = t95(count - 2) * scatter, 2 * own
    factor, sigma = (t95(count - 2), scatter) if by_scatter > by_own else (2.0, own)
    return DriftLine(slope, centre, middle, factor, sigma, count, spread)


@dataclass(frozen=True)
class Meeting:
    """When a line meets a limit [day]: most likely, at the earliest and at the latest (95 %).

    ``latest`` is None where the interval's other edge never meets it.
    """

    day: float
    earliest: float
    latest: float | None


def meets(line: DriftLine, limit: float, today: float) -> Meeting | None:
    """When the line meets ``limit`` after ``today`` [day]; None where it does not go there.

    The edges are where the line's interval meets the limit (Fieller): the roots of
    (y(x) − limit)² = k²σ² · (1/n + (x − x̄)²/Σ(x − x̄)²).
    """
    if not line.is_drift:
        return None
    day = line.centre + (limit - line.middle) / line.slope
    if day <= today:
        return None
    reach = (line.factor * line.sigma) ** 2
    away = line.middle - limit
    a = line.slope**2 - reach / line.spread
    b = 2 * line.slope * away
    c = away**2 - reach / line.count
    root = sqrt(max(b * b - 4 * a * c, 0.0))
    first, second = sorted(((-b - root) / (2 * a), (-b + root) / (2 * a)))
    return Meeting(day, max(today, line.centre + first), line.centre + second)
