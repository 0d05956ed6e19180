"""What each reading speaks for, and which parts it rules out."""

from __future__ import annotations

from collections.abc import Sequence
from math import log

import numpy as np

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.explaining import Weighed
from hembit_core.circuits.explanations import Explanation, groups_of, names_of
from hembit_core.circuits.hypotheses import Faults, Floats, Hypotheses
from hembit_core.circuits.joint import own_spread
from hembit_core.circuits.normal import LOG_TWO_PI, log_above
from hembit_core.circuits.predicting import predict
from hembit_core.circuits.prediction import scaled
from hembit_core.circuits.probe import Reading
from hembit_core.circuits.suspects import GOOD, beside_heaviest, ratio_of_part, times
from hembit_core.model import Model

_FOR, _AGAINST = log(2.0), -log(4.0)
"""A reading speaks for an explanation that makes it so much likelier than the others do [ln]."""


class Speaks(Model):
    """The places of the readings that speak for an explanation, and against it."""

    for_it: tuple[int, ...] = ()
    against: tuple[int, ...] = ()


def speaking(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    shown: Sequence[Explanation],
    readings: Sequence[Reading],
) -> tuple[Speaks, ...]:
    """What each reading speaks for by itself, of the explanations that are shown.

    Each is held against the mean over all single faults and none, by how usual they are.
    """
    names, groups = names_of(circuit), groups_of(circuit)
    best = []
    for one in shown:
        name = tuple((each.part, each.code) for each in one.faults)
        there = np.flatnonzero(groups == names.index(name))
        best.append(int(there[weighed.weight[there].argmax()]))
    single = np.flatnonzero(weighed.hypotheses.second == 0)
    some = weighed.hypotheses.take(np.array([*best, *single], dtype=np.int64))
    share = np.exp(weighed.hypotheses.log_prior[single])
    share /= share.sum()
    found: list[Floats] = []
    for reading in readings:
        likely = _likely(circuit, faults, some, reading)
        top = float(likely.max())
        mean = top + log(float((share * np.exp(likely[len(best) :] - top)).sum()) + 1e-300)
        found.append((likely[: len(best)] - mean) * reading.weight)
    return tuple(
        Speaks(
            for_it=tuple(at for at, one in enumerate(found) if one[place] > _FOR),
            against=tuple(at for at, one in enumerate(found) if one[place] < _AGAINST),
        )
        for place in range(len(shown))
    )


def ruled_out_by(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    good: Sequence[int],
    readings: Sequence[Reading],
) -> dict[int, tuple[int, ...]]:
    """For parts that are good, by their places: the places of the readings that say so.

    Those, the strongest first, that together make a fault of the part a small share as likely beside
    the heaviest single explanation, each taken by itself.
    """
    best, beside = beside_heaviest(faults, weighed)
    there = np.flatnonzero(beside >= 0)
    some = weighed.hypotheses.take(np.array([best, *beside[there]], dtype=np.int64))
    ratios = []
    for reading in readings:
        likely = _likely(circuit, faults, some, reading)
        ratio = np.full(len(faults.singles), np.nan)
        ratio[there] = times((likely[1:] - likely[0]) * reading.weight, 0.0)
        ratios.append(ratio)
    found = {}
    for place in good:
        own = {
            at: one
            for at, ratio in enumerate(ratios)
            if (one := ratio_of_part(faults, ratio, place)) is not None and one < 1
        }
        left, by = 1.0, list[int]()
        for at, one in sorted(own.items(), key=lambda item: item[1]):
            if left < GOOD:
                break
            left *= one
            by.append(at)
        found[place] = tuple(by)
    return found


def _likely(circuit: Circuit, faults: Faults, some: Hypotheses, reading: Reading) -> Floats:
    """How likely a reading is by itself with each hypothesis [ln of a density, of a probability where
    it is an overflow], shape (hypotheses,).
    """
    found = predict(circuit, faults, some, reading.probe, reading.input_ohms)
    if reading.value is None:
        spread = np.hypot(found.spread, 0.05)
        return log_above((scaled("ohms", reading.ceiling) - found.scaled) / spread)
    wide = np.hypot(found.spread, own_spread(reading))
    off = (scaled(reading.probe.kind, reading.value) - found.scaled) / wide
    return np.asarray(-0.5 * off**2 - np.log(wide) - 0.5 * LOG_TWO_PI)
