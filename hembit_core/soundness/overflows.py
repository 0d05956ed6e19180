"""Overflows of the same thing, read again: how likely they are, with mistakes that repeat."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from scipy.special import log_ndtr

from hembit_core.judging.ohms.figures import Figure
from hembit_core.soundness.cells import Bools, Floats
from hembit_core.soundness.misreadings import REPEATS, misread

_HALF = 0.5
"""What comes and goes is there at half of the readings [1]."""
_LOWEST = 1e-300


def alike(figures: Sequence[Figure]) -> list[list[int]]:
    """The places of overflows among figures, those of the same thing together."""
    found: dict[str, list[int]] = {}
    for place, one in enumerate(figures):
        if one.shown is None:
            found.setdefault(one.key, []).append(place)
    return list(found.values())


def log_overflows(
    figures: Sequence[Figure], due: Floats, means: Floats, standards: Floats, goes: Bools
) -> tuple[Floats, Floats]:
    """ln of the probability of overflows of the same thing, shape (states,); and the same with one of
    them the part's for certain, shape (figures, states).

    A figure is above the top of its range: Φ((mean − top) / σ). All of them may be one mistake: the
    first by its share, each other that was not taken afresh by how often a mistake is made again.

    Parameters
    ----------
    due, means, standards : of each, shape (states, figures) [Ω]; ``due`` is infinite where open.
    goes : whether the state comes and goes, shape (states,).
    """
    clear, wrong = [], []
    for place, one in enumerate(figures):
        over = (means[:, place] - one.above) / standards[:, place]
        reach = np.where(np.isfinite(due[:, place]), np.exp(log_ndtr(over)), 1.0)
        reach = np.where(goes, _HALF + _HALF * reach, reach)
        clear.append((1 - one.misread) * reach)
        wrong.append(one.misread * misread(one, due[:, place], standards[:, place]))
    either = [right + off for right, off in zip(clear, wrong, strict=True)]
    whole = np.prod(either, axis=0)
    if len(figures) > 1:
        follows = sorted(REPEATS * (one.misread > 0 and not one.afresh) for one in figures)
        whole = whole + np.max(wrong, axis=0) * np.prod(follows[:-1] if follows[0] else 0.0)
    right = [
        clear[at] * np.prod([one for other, one in enumerate(either) if other != at], axis=0)
        for at in range(len(figures))
    ]
    return np.log(np.maximum(whole, _LOWEST)), np.log(np.maximum(np.stack(right), _LOWEST))
