"""Part by part: proved good, suspect, or untouched; and what each reading speaks for."""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from math import log

import numpy as np

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.explaining import Weighed
from hembit_core.circuits.explanations import Explanation, groups_of, names_of
from hembit_core.circuits.hypotheses import Faults, Floats
from hembit_core.circuits.joint import own_spread
from hembit_core.circuits.normal import LOG_TWO_PI, log_above
from hembit_core.circuits.predicting import predict
from hembit_core.circuits.prediction import Prediction, scaled
from hembit_core.circuits.probe import Reading
from hembit_core.model import Model

GOOD = 0.25
"""A part is good where its faults make the readings so much less likely [1]."""
SUSPECT = 0.1
"""It is suspect where explanations of so much weight have something wrong with it [1]."""
_FOR, _AGAINST = log(2.0), -log(4.0)
"""A reading speaks for an explanation that makes it so much likelier than the others do [ln]."""


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

    Good is what the readings rule out: with a fault of it beside the heaviest single explanation they
    would be a small share as likely, over its faults by how usual they are. That another part is
    suspect makes none good.
    """
    ratio = _ratio_beside(faults, weighed)
    part = np.array([one.part for one in faults.singles])
    weight = np.zeros(len(circuit.parts) + 1)
    for which in (weighed.hypotheses.first, weighed.hypotheses.second):
        np.add.at(weight, part[which], np.where(which > 0, weighed.weight, 0.0))
    found = []
    for place, one in enumerate(circuit.parts):
        own = np.flatnonzero(part == place)
        usual = faults.prior[own]
        is_known = ~np.isnan(ratio[own])
        left = float((usual * ratio[own])[is_known].sum() / max(usual[is_known].sum(), 1e-300))
        now = float(weight[place])
        standing = Suspicion.UNTOUCHED
        if now >= SUSPECT:
            standing = Suspicion.SUSPECT
        elif is_known.any() and left < GOOD:
            standing = Suspicion.GOOD
        found.append(PartStanding(part=one.key, standing=standing, weight=now))
    return tuple(found)


def _ratio_beside(faults: Faults, weighed: Weighed) -> Floats:
    """How much likelier the readings are with each fault beside the heaviest single one, not a number
    where it is of the same part.
    """
    hypotheses, log_likelihood = weighed.hypotheses, weighed.log_likelihood
    single = np.flatnonzero(hypotheses.second == 0)
    best = int(single[weighed.weight[single].argmax()])
    first = int(hypotheses.first[best])
    found = np.full(len(faults.singles), np.nan)
    if first == 0:
        found[hypotheses.first[single]] = _times(log_likelihood[single], log_likelihood[best])
        return found
    for one, other in (
        (hypotheses.first, hypotheses.second),
        (hypotheses.second, hypotheses.first),
    ):
        beside = np.flatnonzero((one == first) & (other > 0))
        found[other[beside]] = _times(log_likelihood[beside], log_likelihood[best])
    return found


def _times(one: Floats, other: float) -> Floats:
    """How many times likelier; a million is as good as more [1]."""
    return np.asarray(np.exp(np.minimum(one - other, log(1e6))))


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
        likely = _likely(predict(circuit, faults, some, reading.probe, reading.input_ohms), reading)
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


def _likely(found: Prediction, reading: Reading) -> Floats:
    """How likely a reading is by itself [ln of a density, of a probability where it is an overflow]."""
    if reading.value is None:
        spread = np.hypot(found.spread, 0.05)
        return log_above((scaled("ohms", reading.ceiling) - found.scaled) / spread)
    wide = np.hypot(found.spread, own_spread(reading))
    off = (scaled(reading.probe.kind, reading.value) - found.scaled) / wide
    return np.asarray(-0.5 * off**2 - np.log(wide) - 0.5 * LOG_TWO_PI)
