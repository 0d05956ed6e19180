"""Part by part: proved good, suspect, or untouched."""

from __future__ import annotations

from enum import StrEnum
from math import log

import numpy as np

from hembit_circuits.infer.explaining import Weighed
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.solve.hypotheses import Faults, Floats, Ints
from hembit_core.model import Model

GOOD = 0.25
"""A part is good where its faults make the readings so much less likely [1]."""
SUSPECT = 0.1
"""It is suspect where explanations of so much weight have something wrong with it [1]."""


def share_text(weight: float) -> str:
    """A weight in words: never all of it, and never nothing, since neither is known."""
    if weight > 0.995:
        return "> 99 %"
    return "< 1 %" if weight < 0.005 else f"{100 * weight:.0f} %"


class Suspicion(StrEnum):
    """How a part stands by all readings."""

    GOOD = "good"
    SUSPECT = "suspect"
    UNTOUCHED = "untouched"


class PartStanding(Model):
    """A part's key, how it stands, and how much of the weight has something wrong with it [1]."""

    part: str
    standing: Suspicion
    weight: float


def standings(circuit: Circuit, faults: Faults, weighed: Weighed) -> tuple[PartStanding, ...]:
    """How each part stands, in the circuit's order.

    Good is what the readings rule out: with a fault of it, alone or beside the heaviest single
    explanation, they would be a small share as likely, over its faults by how usual they are. That
    another part is suspect, or fails more often, makes none good.
    """
    ratio = _ratio(faults, weighed)
    part = np.array([one.part for one in faults.singles])
    weight = np.zeros(len(circuit.parts) + 1)
    for which in (weighed.hypotheses.first, weighed.hypotheses.second):
        np.add.at(weight, part[which], np.where(which > 0, weighed.shown, 0.0))
    found = []
    for place, one in enumerate(circuit.parts):
        left = ratio_of_part(faults, ratio, place)
        now = float(weight[place])
        standing = Suspicion.UNTOUCHED
        if now >= SUSPECT:
            standing = Suspicion.SUSPECT
        elif left is not None and left < GOOD:
            standing = Suspicion.GOOD
        found.append(PartStanding(part=one.key, standing=standing, weight=now))
    return tuple(found)


def ratio_of_part(faults: Faults, ratio: Floats, place: int) -> float | None:
    """The mean of ``ratio``, shape (singles,), over a part's faults by how usual they are [1].

    None where none of them has one.
    """
    own = np.array(
        [at for at, one in enumerate(faults.singles) if one.part == place and not np.isnan(ratio[at])],
        dtype=np.int64,
    )
    if not len(own):
        return None
    usual = faults.prior[own]
    return float((usual * ratio[own]).sum() / max(usual.sum(), 1e-300))


def with_fault(faults: Faults, weighed: Weighed) -> tuple[int, Ints]:
    """The heaviest single explanation, and each fault beside it and alone: places among the hypotheses.

    The second has shape (2, singles), −1 where a fault is of the same part. Where nothing wrong is the
    heaviest, a fault beside it is that fault alone.
    """
    hypotheses = weighed.hypotheses
    single = np.flatnonzero(hypotheses.second == 0)
    best = int(single[weighed.weight[single].argmax()])
    first = int(hypotheses.first[best])
    found = np.full((2, len(faults.singles)), -1, dtype=np.int64)
    found[:, hypotheses.first[single]] = single
    if first == 0:
        return best, found
    found[0] = -1
    for one, other in (
        (hypotheses.first, hypotheses.second),
        (hypotheses.second, hypotheses.first),
    ):
        beside = np.flatnonzero((one == first) & (other > 0))
        found[0, other[beside]] = beside
    found[1, found[0] < 0] = -1
    return best, found


def _ratio(faults: Faults, weighed: Weighed) -> Floats:
    """How much likelier the readings are with each fault than with the heaviest single explanation,
    beside it or alone, whichever is more; not a number where it is of the same part.
    """
    best, places = with_fault(faults, weighed)
    found = times(weighed.log_likelihood[places], weighed.log_likelihood[best])
    return np.where(places[0] < 0, np.nan, found.max(axis=0))


def times(one: Floats, other: float) -> Floats:
    """How many times likelier; a million is as good as more [1]."""
    return np.asarray(np.exp(np.minimum(one - other, log(1e6))))
