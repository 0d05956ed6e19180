"""What a reading shows that is not the part's: a law of its own for each function."""

from __future__ import annotations

from math import log

import numpy as np

from hembit_core.data_files import table
from hembit_core.judging.ohms.figures import Figure
from hembit_core.soundness.cells import Floats

_SAID = table("misreadings")
TYPED: float = _SAID["typed"]
"""So many readings that a person types are not the part's [1]."""
REPEATS: float = _SAID["repeats"]
"""So many of them show the same again, taken again [1]."""
_OHMS = _SAID["ohms"]
OVERFLOW: float = _OHMS["overflow"]
NEAR_ZERO: float = _OHMS["near_zero"]
"""So many misreadings in ohms show an overflow, and near zero [1]."""
_PREFIXES = (1e-3, 1e3)


def misread(figure: Figure, mean: Floats, standard: Floats) -> Floats:
    """Density of what is shown [1/Ω] where it was misread, or its probability [1] where that is an
    overflow; shape of ``mean``, what is due [Ω], with ``standard`` [Ω] and infinite where open.

    A clean prefix that was lost lies where the figure due would, three places off.
    """
    shown = figure.shown
    if shown is None:
        return np.full(mean.shape, OVERFLOW)
    value = max(abs(shown), 1e-9)
    found = np.full(mean.shape, density_anywhere(value))
    finite = np.isfinite(mean)
    for factor in _PREFIXES:
        wide = np.where(finite, standard * factor, 1.0)
        off = (value - np.where(finite, mean, 0.0) * factor) / wide
        density = np.exp(-0.5 * np.minimum(off**2, 1e3)) / (wide * np.sqrt(2 * np.pi))
        found += _OHMS["prefix"] / len(_PREFIXES) * np.where(finite, density, 0.0)
    return found


def density_anywhere(value: float) -> float:
    """Density [1/Ω] of a misread figure of ``value`` [Ω] that has nothing to do with what was due."""
    found = 0.0
    if value <= _OHMS["near_zero_up_to"]:
        found += _OHMS["near_zero"] / _OHMS["near_zero_up_to"]
    if _OHMS["rest_from"] <= value <= _OHMS["rest_to"]:
        found += _OHMS["rest"] / (value * log(_OHMS["rest_to"] / _OHMS["rest_from"]))
    return float(found)
