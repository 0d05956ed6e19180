"""What a reading shows that is not the part's: a law of its own for each function."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from math import log

import numpy as np

from hembit_core.data_files import table
from hembit_core.judging.ohms.figures import Figure, Floats

_SAID = table("misreadings")
TYPED: float = _SAID["typed"]
"""So many readings that a person types are not the part's [1]."""
ANSWERED: float = _SAID["answered"]
"""Where what was asked about it was answered, so many of them are left [1]."""
REPEATS: float = _SAID["repeats"]
"""So many of them show the same again, taken again [1]."""
_LAWS = {"Ω": _SAID["ohms"], "A": _SAID["amps"]}
OVERFLOW: float = _SAID["ohms"]["overflow"]
NEAR_ZERO: float = _SAID["ohms"]["near_zero"]
"""So many misreadings in ohms show an overflow, and near zero [1]."""
WRONG_ANSWER = 0.25
"""A wrong answer is one of so many [1]."""
_PREFIXES = (1e-3, 1e3)


def misread(figure: Figure, mean: Floats, standard: Floats) -> Floats:
    """Density of what is shown [1/unit] where it was misread, or its probability [1] where that is an
    overflow; shape of ``mean``, what is due [Ω], with ``standard`` [Ω] and infinite where open.

    A clean prefix that was lost lies where the figure due would, three places off.
    """
    shown, law = figure.shown, _LAWS[figure.unit]
    if shown is None:
        return np.full(mean.shape, max(law["overflow"], 1e-9))
    value = max(abs(shown), 1e-9)
    found = np.full(mean.shape, density_anywhere(value, figure.unit))
    for factor, share in _elsewhere(law):
        finite = np.isfinite(mean) & (mean > 0)
        wide = np.where(finite, standard * factor, 1.0)
        off = (value - np.where(finite, mean, 0.0) * factor) / wide
        density = np.exp(-0.5 * np.minimum(off**2, 1e3)) / (wide * np.sqrt(2 * np.pi))
        found += share * np.where(finite, density, 0.0)
    return found


def _elsewhere(law: Mapping[str, float]) -> Iterator[tuple[float, float]]:
    """What a right figure is times, and how often [1]: a lost prefix, a clamp round two wires."""
    for factor in _PREFIXES:
        yield factor, law["prefix"] / len(_PREFIXES)
    if "double" in law:
        yield 2.0, law["double"]


def density_anywhere(value: float, unit: str = "Ω") -> float:
    """Density [1/unit] of a misread figure of ``value`` that has nothing to do with what was due."""
    law, found = _LAWS[unit], 0.0
    if value <= law["near_zero_up_to"]:
        found += law["near_zero"] / law["near_zero_up_to"]
    if law["rest_from"] <= value <= law["rest_to"]:
        found += law["rest"] / (value * log(law["rest_to"] / law["rest_from"]))
    return float(found)
