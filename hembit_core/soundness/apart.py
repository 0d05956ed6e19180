"""What is to be apart, from the case or across an open contact: the weight of a path there."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import log

import numpy as np

from hembit_core.rules.values import Rules
from hembit_core.soundness.evidence import Apart, Evidence
from hembit_core.soundness.hypotheses import SOUND
from hembit_core.soundness.misreadings import NEAR_ZERO, OVERFLOW, WRONG_ANSWER, density_anywhere
from hembit_core.soundness.modes import Modes

_SOUND_TO = 1e12
"""Sound insulation has no more than that [Ω]."""
_NEAR_ZERO_OHM = 1.0
"""Below this leads and contact make the figure [Ω]."""
_SPREAD = 0.1
"""What is shown of so many ohms: ln, standard deviation."""


def weigh_apart(
    declared: Modes, evidence: Sequence[Evidence], sound_before: float, rules: Rules
) -> tuple[Mapping[str, float], Mapping[str, float], list[float]]:
    """The weight of each mode of what is to be apart, before and after, sound first; and of each
    reading that it is the part's [1].
    """
    modes = {name: one for name, one in declared.modes.items() if one.apart is not None}
    aspects = {aspect for one in modes.values() for aspect in one.aspects}
    whole = sum(one.weight for one in modes.values()) or 1.0
    names = [SOUND, *modes]
    before = np.array(
        [sound_before, *((1 - sound_before) * one.weight / whole for one in modes.values())]
    )
    ranges = [
        (rules.leaking_below_ohm, _SOUND_TO),
        *((one.apart.low, one.apart.high) for one in modes.values() if one.apart),
    ]
    weight = np.log(np.maximum(before, 1e-300))
    rightly = np.ones((len(evidence), len(names)))
    for place, one in enumerate(evidence):
        if one.apart is not None:
            often = [_shown(one.apart, low, high) for low, high in ranges]
            wrong = _misread(one.apart)
        elif one.answer and one.aspect in aspects:
            often = [declared.often(name, one.test, one.aspect, one.answer) for name in names]
            wrong = WRONG_ANSWER
        else:
            continue
        right = (1 - one.misread) * np.array(often)
        either = np.maximum(right + one.misread * wrong, 1e-300)
        weight += np.log(either)
        rightly[place] = right / either
    after = np.exp(weight - weight.max())
    after /= after.sum()
    return (
        dict(zip(names, map(float, before), strict=True)),
        dict(zip(names, map(float, after), strict=True)),
        [float(one) for one in rightly @ after],
    )


def _misread(read: Apart) -> float:
    """How likely a reading that is not the part's shows this."""
    if read.ohms is None:
        return OVERFLOW
    return NEAR_ZERO if read.ohms < _NEAR_ZERO_OHM else density_anywhere(read.ohms)


def _shown(read: Apart, low: float, high: float) -> float:
    """Density [1/Ω] of a figure, or the probability [1] of more than the instrument shows or of near
    zero, where the ohms lie evenly over the logarithm from ``low`` to ``high`` [Ω].
    """
    across = log(high / low)
    if read.ohms is None:
        return log(high / max(read.above, low)) / across if high > read.above else 0.0
    if read.ohms < _NEAR_ZERO_OHM:
        return max(log(min(high, _NEAR_ZERO_OHM) / low), 0.0) / across if low < _NEAR_ZERO_OHM else 0.0
    value = read.ohms
    edge = np.clip((log(value) - np.log([low, high])) / _SPREAD, -30, 30)
    inside = 1 / (1 + np.exp(-2 * edge))
    return float((inside[0] - inside[1]) / (value * across))
