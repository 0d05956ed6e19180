"""The ends of a curve, and what is said beyond them."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from hembit_core.errors import InputError
from hembit_core.notation import plain

Floats = NDArray[np.float64]


class CurveRangeError(InputError):
    """A value lies beyond a curve's ends: it cannot be compared, and is not extrapolated."""


def everywhere(test: NDArray[np.bool_]) -> bool:
    """Whether ``test`` holds for every value; quick where it is a single one."""
    return bool(test) if test.ndim == 0 else bool(test.all())


def within_ends(values: ArrayLike, low: float, high: float, what: str, unit: str) -> Floats:
    """Return ``values`` as floats if all lie within [low, high].

    Raises
    ------
    CurveRangeError
        If one does not; the message names the first such value and the ends.
    """
    if isinstance(values, float) and low <= values <= high:
        return np.asarray(values)
    array = np.asarray(values, dtype=np.float64)
    inside = (array >= low) & (array <= high)
    if not everywhere(inside):
        first = float(np.atleast_1d(array)[~np.atleast_1d(inside)][0])
        raise CurveRangeError(
            f"{plain(first)} {unit} lies beyond the ends of {what}, {plain(low)} to {plain(high)} "
            f"{unit}: not comparable."
        )
    return array
