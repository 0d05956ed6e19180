"""What a part's ohms may be over their nominal, in cells that a law puts its weight on."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import inf, log, sqrt

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from hembit_core.conformity.bands import Band
from hembit_core.soundness.modes import Law

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]

_INSIDE = 10
"""Cells from nominal to a limit."""
_GROWTH = 1.25
"""Beyond a limit each cell is so much wider than the one before it."""
_FIRST = 6.0
"""The first cell beyond a limit is the tolerance on that side over this."""
_FARTHEST = 1000.0
"""Nothing is farther from its nominal, and not open or shorted."""
_TAIL, _TAIL_WIDTH = 0.02, 5.0
"""So many sound parts have a spec that is not theirs: their law is so much wider [1]."""
_ONE_SIDED = 0.8
"""Standard deviation of ln R where one limit alone is given."""
_BEYOND_ONE = {True: (1.0, 10.0), False: (0.1, 1.0)}
"""Off from one limit alone, above or below it, as a ratio to it [1]."""
_SIGMAS = 2.75
"""Where 99.7 % lie inside one limit."""


@dataclass(frozen=True)
class Cells:
    """Cells of R over nominal: their ``edges``, shape (cells + 1,), between which ``limits`` they lie.

    Besides them a path may be open, or shorted.
    """

    edges: Floats
    limits: Band

    @cached_property
    def middles(self) -> Floats:
        """Shape (cells,)."""
        return (self.edges[1:] + self.edges[:-1]) / 2

    @cached_property
    def widths(self) -> Floats:
        """Standard deviation within each cell, shape (cells,)."""
        return (self.edges[1:] - self.edges[:-1]) / sqrt(12)

    @cached_property
    def inside(self) -> Bools:
        """Which lie inside the limits, shape (cells,)."""
        low, high = self.limits.lower or 0.0, self.limits.upper or inf
        return (self.middles > low) & (self.middles < high)

    def of_sound(self) -> Floats:
        """The weight of a sound part's law on each cell, shape (cells,): a third of the tolerance on
        each side, normal; 2 % five times as wide, for a spec that is wrong.
        """
        return np.diff(
            (1 - _TAIL) * self._sound_to(self.edges, 1.0)
            + _TAIL * self._sound_to(self.edges, _TAIL_WIDTH)
        )

    def _sound_to(self, ratio: Floats, width: float) -> Floats:
        low, high = self.limits.lower, self.limits.upper
        if self.limits.nominal is None:
            logs = np.log(ratio) if low is None else -np.log(ratio)
            found = ndtr((logs + _SIGMAS * _ONE_SIDED) / (_ONE_SIDED * width))
            return np.asarray(found if low is None else -found)
        sides = np.where(ratio < 1, 1 - (low or 0.0), (high or 2.0) - 1)
        return np.asarray(ndtr((ratio - 1) / (sides / 3 * width)))

    def of_law(self, law: Law) -> Floats:
        """The weight of a mode's law on each cell, shape (cells,); nothing of it lies elsewhere."""
        if law.law == "off":
            low, high = self.limits.lower, self.limits.upper
            ends = []
            if high is not None and high > 1:
                ends.append((1 + law.low * (high - 1), 1 + law.high * (high - 1)))
            if low is not None and low < 1:
                ends.append((1 - law.high * (1 - low), 1 - law.low * (1 - low)))
            ends = ends or [_BEYOND_ONE[low is None]]
            found = sum(_even(self.edges, max(a, 1e-3), b) for a, b in ends if b > 1e-3)
        else:
            found = _even(np.log(self.edges), log(law.low), log(law.high))
        return np.asarray(found / np.sum(found))


def _even(edges: Floats, low: float, high: float) -> Floats:
    """The share of each cell in an even law from ``low`` to ``high``."""
    return np.diff(np.clip((edges - low) / (high - low), 0.0, 1.0))


@lru_cache(maxsize=256)
def cells_of(lower: float | None, upper: float | None, nominal: float | None) -> Cells:
    """Cells that are fine inside the limits (over nominal [1]) and wider the farther outside."""
    limits = Band(lower=lower, upper=upper, nominal=nominal)
    if nominal is None:
        inner = np.geomspace(0.003, 1.0, 2 * _INSIDE + 1)
        inner = inner if upper is not None else 1 / inner[::-1]
        first = 0.1
    else:
        low, high = max(lower or 1 / _FARTHEST, 1 / _FARTHEST), upper or 2.0
        below = np.linspace(low, 1.0, _INSIDE + 1)
        inner = np.concatenate([below, np.linspace(1.0, high, _INSIDE + 1)[1:]])
        first = max((high - low) / 2 / _FIRST, 1e-6)
    above = _outward(log(inner[-1]), log(_FARTHEST), first)
    beneath = -_outward(-log(inner[0]), log(_FARTHEST), first)[::-1]
    return Cells(np.concatenate([np.exp(beneath), inner, np.exp(above)]), limits)


def _outward(start: float, end: float, first: float) -> Floats:
    found, step = [start], first
    while found[-1] < end:
        found.append(found[-1] + step)
        step = min(step * _GROWTH, 0.6)
    return np.array(found[1:])
