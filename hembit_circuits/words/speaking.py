"""What each reading and each swap speaks for, and which parts it rules out."""

from __future__ import annotations

from collections.abc import Sequence
from math import log

import numpy as np

from hembit_circuits.infer.explaining import Weighed
from hembit_circuits.infer.explanations import Explanation, groups_of, names_of
from hembit_circuits.infer.joint import own_spread
from hembit_circuits.infer.normal import LOG_TWO_PI, log_above
from hembit_circuits.infer.suspects import GOOD, ratio_of_part, times, with_fault
from hembit_circuits.infer.swaps import Swap, swap_likelihood
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.prediction import scaled
from hembit_core.model import Model

Evidence = Reading | Swap
_FOR, _AGAINST = log(2.0), -log(4.0)
"""A reading speaks for an explanation that makes it so much likelier than the others do [ln]."""


class Speaks(Model):
    """The places of the evidence that speaks for an explanation, and against it."""

    for_it: tuple[int, ...] = ()
    against: tuple[int, ...] = ()


def speaking(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    shown: Sequence[Explanation],
    evidence: Sequence[Evidence],
) -> tuple[Speaks, ...]:
    """What each reading or swap speaks for by itself, of the explanations that are shown.

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
    for each in evidence:
        likely = _likely(circuit, faults, some, each)
        top = float(likely.max())
        mean = top + log(float((share * np.exp(likely[len(best) :] - top)).sum()) + 1e-300)
        found.append((likely[: len(best)] - mean) * _share_of(each))
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
    evidence: Sequence[Evidence],
) -> dict[int, tuple[int, ...]]:
    """For parts that are good, by their places: the places of the evidence that says so.

    Those, the strongest first, that together make a fault of the part a small share as likely as the
    heaviest single explanation, alone and beside it, each taken by itself.
    """
    best, places = with_fault(faults, weighed)
    there = places[0] >= 0
    some = weighed.hypotheses.take(np.concatenate([[best], places[0, there], places[1, there]]))
    ratios = np.full((len(evidence), 2, len(faults.singles)), np.nan)
    for ratio, each in zip(ratios, evidence, strict=True):
        likely = _likely(circuit, faults, some, each)
        ratio[:, there] = times((likely[1:] - likely[0]) * _share_of(each), 0.0).reshape(2, -1)
    return {place: _the_strongest(faults, ratios, place) for place in good}


def _the_strongest(faults: Faults, ratios: Floats, place: int) -> tuple[int, ...]:
    """The evidence that makes a part good, the strongest first; ``ratios`` has shape (evidence, 2,
    singles).
    """
    so_far, by = np.ones(ratios.shape[1:]), list[int]()

    def left(ratio: Floats) -> tuple[float, float]:
        both = [ratio_of_part(faults, one, place) or 0.0 for one in so_far * ratio]
        return sum(both), max(both)

    now = left(so_far)
    while now[1] >= GOOD:
        rest = {at: left(one) for at, one in enumerate(ratios) if at not in by}
        at = min(rest, key=lambda one: rest[one], default=None)
        if at is None or rest[at] >= now:
            break
        so_far, now = so_far * ratios[at], rest[at]
        by.append(at)
    return tuple(by)


def _share_of(one: Evidence) -> float:
    """How much it counts [1]."""
    return one.weight if isinstance(one, Reading) else 1.0


def _likely(circuit: Circuit, faults: Faults, some: Hypotheses, one: Evidence) -> Floats:
    """How likely a reading or a swap is by itself with each hypothesis [ln of a density, of a
    probability where it is an overflow or a swap], shape (hypotheses,).
    """
    if isinstance(one, Swap):
        return swap_likelihood(circuit, faults, some, one)
    return _reads(circuit, faults, some, one)


def _reads(circuit: Circuit, faults: Faults, some: Hypotheses, reading: Reading) -> Floats:
    found = predict(circuit, faults, some, reading.probe, reading.input_ohms)
    if reading.value is None:
        spread = np.hypot(found.spread, 0.05)
        return log_above((scaled("ohms", reading.ceiling) - found.scaled) / spread)
    wide = np.hypot(found.spread, own_spread(reading))
    off = (scaled(reading.probe.kind, reading.value) - found.scaled) / wide
    return np.asarray(-0.5 * off**2 - np.log(wide) - 0.5 * LOG_TWO_PI)
