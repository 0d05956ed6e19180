"""What is to be apart: the weight of a path there, to the case or across an open contact, by what was read."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import log

import numpy as np

from hembit_core.rules.values import Rules
from hembit_core.soundness.evidence import Apart, Evidence
from hembit_core.soundness.hypotheses import SOUND
from hembit_core.soundness.misreadings import NEAR_ZERO, OVERFLOW, density_anywhere
from hembit_core.soundness.modes import Modes

_SOUND_TO = 1e12
"""Sound insulation has no more than that [Ω]."""
_NEAR_ZERO_OHM = 1.0
"""Below this leads and contact make the figure [Ω]."""
_SPREAD = 0.1
"""What is shown of so many ohms: ln, standard deviation."""


def weigh_apart(
    declared: Modes, evidence: Sequence[Evidence], sound_before: float, rules: Rules
) -> tuple[Mapping[str, float], Mapping[str, float], float]:
    """The weight of each mode of what is to be apart, before and after, sound first; and ln of the
    density of what was read there.
    """
    modes = {name: one for name, one in declared.modes.items() if one.apart is not None}
    whole = sum(one.weight for one in modes.values()) or 1.0
    names = [SOUND, *modes]
    before = [sound_before, *((1 - sound_before) * one.weight / whole for one in modes.values())]
    ranges = [
        (rules.leaking_below_ohm, _SOUND_TO),
        *((one.apart.low, one.apart.high) for one in modes.values() if one.apart),
    ]
    weight = np.log(np.maximum(before, 1e-300))
    for one in evidence:
        if one.apart is None:
            continue
        read = one.apart
        if read.ohms is None:
            wrong = OVERFLOW
        else:
            wrong = NEAR_ZERO if read.ohms < _NEAR_ZERO_OHM else density_anywhere(read.ohms)
        weight += [
            np.log(max((1 - one.misread) * _shown(read, low, high) + one.misread * wrong, 1e-300))
            for low, high in ranges
        ]
    highest = weight.max()
    found = np.exp(weight - highest)
    after = map(float, found / found.sum())
    return (
        dict(zip(names, before, strict=True)),
        dict(zip(names, after, strict=True)),
        float(highest + np.log(found.sum())),
    )


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
