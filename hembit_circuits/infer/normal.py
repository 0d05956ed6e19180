"""The normal distribution over arrays, without more than numpy."""

from __future__ import annotations

from math import erfc, log, sqrt

import numpy as np
from numpy.typing import ArrayLike

from hembit_circuits.solve.hypotheses import Floats

_FLOOR = -700.0
_TERMS = (0.254829592, -0.284496736, 1.421413741, -1.453152027, 1.061405429)
_P = 0.3275911


def cumulative(z: ArrayLike) -> Floats:
    """Φ(z) to 1e-7, quick.

    References
    ----------
    Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26.

    Examples
    --------
    >>> [round(float(one), 4) for one in cumulative([0.0, 1.96, -1.0, 9.0])]
    [0.5, 0.975, 0.1587, 1.0]
    """
    x = np.asarray(z, dtype=np.float64) / sqrt(2.0)
    t = 1 / (1 + _P * np.abs(x))
    a1, a2, a3, a4, a5 = _TERMS
    tail = ((((a5 * t + a4) * t + a3) * t + a2) * t + a1) * t * np.exp(-np.minimum(x * x, 700.0))
    return np.asarray(np.where(x >= 0, 1 - tail / 2, tail / 2))


def log_above(z: ArrayLike) -> Floats:
    """ln (1 − Φ(z)), −700 at least.

    Examples
    --------
    >>> [round(float(one), 3) for one in log_above([0.0, 3.0, 60.0])]
    [-0.693, -6.608, -700.0]
    """
    given = np.asarray(z, dtype=np.float64)
    tails = np.fromiter((erfc(one / sqrt(2)) / 2 for one in given.ravel()), float, given.size)
    with np.errstate(divide="ignore"):
        found = np.maximum(np.log(tails), _FLOOR)
    return np.asarray(found.reshape(given.shape))


LOG_TWO_PI = log(2 * np.pi)
