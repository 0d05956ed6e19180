"""The ends of a curve, and what is said beyond them."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from hembit_core.errors import InputError

Floats = NDArray[np.float64]


class CurveRangeError(InputError):
    """A value lies beyond a curve's ends: it cannot be compared, and is not extrapolated."""


def within_ends(values: ArrayLike, low: float, high: float, what: str, unit: str) -> Floats:
    """Return ``values`` as floats if all lie within [low, high].

    Raises
    ------
    CurveRangeError
        If one does not; the message names the first such value and the ends.
    """
    array = np.asarray(values, dtype=np.float64)
    inside = (array >= low) & (array <= high)
    if not inside.all():
        first = float(np.atleast_1d(array)[~np.atleast_1d(inside)][0])
        raise CurveRangeError(
            f"{first:g} {unit} lies beyond the ends of {what}, {low:g} to {high:g} {unit}: "
            "not comparable."
        )
    return array
