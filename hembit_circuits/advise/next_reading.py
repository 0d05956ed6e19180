"""What to measure next: the information each measurement would bring, for what it costs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from hembit_circuits.infer.candidates import Candidate
from hembit_circuits.infer.explaining import Weighed
from hembit_circuits.infer.joint import LEAST_SPREAD, Joint
from hembit_circuits.infer.normal import cumulative
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses
from hembit_circuits.solve.predicting import predict_many

ACTIVE = 0.995
"""Explanations with so much of the weight are told apart [1]."""
MOST_ACTIVE = 400
ROUGHLY, SCREENED = 60, 16
"""So many of the heaviest screen all measurements; so many of the best are then weighed by all [1]."""
_BINS = 24
_METER = 0.01
"""A usual meter's spread in the compared frame, where none is in hand [1]."""
_OVERFLOW = 4e7


@dataclass(frozen=True)
class Worth:
    """A measurement with what it brings [bit] and what that is per minute."""

    candidate: Candidate
    bits: float

    @property
    def per_minute(self) -> float:
        """Information for its cost [bit/min]."""
        return self.bits / self.candidate.cost


def active_of(weighed: Weighed) -> np.ndarray:
    """The places of the hypotheses that together hold nearly all the weight, the heaviest first."""
    order = np.argsort(-weighed.weight, kind="stable")
    held = np.cumsum(weighed.weight[order])
    return order[: min(int(np.searchsorted(held, ACTIVE)) + 1, MOST_ACTIVE)]


def worth_of(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    candidates: Sequence[Candidate],
    groups: np.ndarray | None = None,
    readings: Sequence[Reading] = (),
) -> list[Worth]:
    """Each measurement with the information it is expected to bring, the best for its cost first.

    Mutual information of the outcome and what is wrong: the entropy of the mixture of outcomes less
    the mean entropy of each explanation's own, in bins between the predictions.

    Parameters
    ----------
    groups : the explanation of each hypothesis, where several say the same; each its own otherwise.
    readings : what was read: where that puts the parts, what hangs on them is known better.

    The measurements are screened by the heaviest explanations first.
    """
    active = active_of(weighed)
    of = np.arange(len(weighed.weight)) if groups is None else groups
    figures = [one for one in readings if one.value is not None]
    rough = _worth(circuit, faults, weighed, candidates, active[:ROUGHLY], of, figures)
    if len(active) <= ROUGHLY:
        return rough
    best, rest = rough[:SCREENED], rough[SCREENED:]
    again = _worth(circuit, faults, weighed, [one.candidate for one in best], active, of, figures)
    return sorted([*again, *rest], key=_best_first)


def _worth(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    candidates: Sequence[Candidate],
    active: np.ndarray,
    groups: np.ndarray,
    figures: Sequence[Reading],
) -> list[Worth]:
    some = weighed.hypotheses.take(active)
    weight = weighed.weight[active] / weighed.weight[active].sum()
    of = np.unique(groups[active], return_inverse=True)[1]
    shares = np.zeros((int(of.max()) + 1, len(active)))
    shares[of, np.arange(len(active))] = weight
    found = []
    keys = at_fault(circuit, faults, some)
    wanted = [one for one in candidates if not one.probe.alone or keys & set(one.probe.alone)]
    if not wanted:
        return []
    probes = [*(one.probe for one in figures), *(one.probe for one in wanted)]
    outcomes = predict_many(circuit, faults, some, probes)
    joint = Joint.of_none(len(some))
    for figure, outcome in zip(figures, outcomes, strict=False):
        joint = joint.with_reading(outcome, figure)
    for one, middle, spread in zip(wanted, *joint.told(outcomes[len(figures) :]), strict=True):
        found.append(Worth(one, _information(middle, np.hypot(spread, _METER), shares)))
    return sorted(found, key=_best_first)


def at_fault(circuit: Circuit, faults: Faults, some: Hypotheses) -> frozenset[str]:
    """The keys of the parts that are at fault in some hypothesis: any other part by itself reads the
    same under all of them.
    """
    both = np.union1d(some.first, some.second).tolist()
    return frozenset(circuit.parts[faults.singles[one].part].key for one in both if one)


def _best_first(one: Worth) -> float:
    """What brings the same stays in the circuit's order: noise in the last digits orders nothing."""
    return -round(one.per_minute, 4)


def _information(middle: Floats, spread: Floats, shares: Floats) -> float:
    """Mutual information of an outcome and its group [bit].

    ``shares`` is the weight of each hypothesis in its group, shape (groups, hypotheses).
    """
    edges = _edges(middle, spread)
    if len(edges) == 0:
        return 0.0
    below = cumulative((edges[None, :] - middle[:, None]) / np.maximum(spread, LEAST_SPREAD)[:, None])
    joint = np.empty((len(shares), len(edges) + 1))
    joint[:, :-1] = shares @ below
    joint[:, -1] = shares.sum(axis=1)
    joint[:, 1:] -= joint[:, :-1].copy()
    return float(_entropy(joint.sum(axis=0)) + _entropy(joint.sum(axis=1)) - _entropy(joint.ravel()))


def _edges(middle: Floats, spread: Floats) -> Floats:
    """Where outcomes are parted: half way between neighbouring predictions that differ."""
    order = np.argsort(middle)
    values, wide = middle[order], spread[order]
    gaps = np.diff(values)
    apart = gaps > 0.5 * np.minimum(wide[:-1], wide[1:])
    edges = (values[:-1] + values[1:])[apart] / 2
    if len(edges) > _BINS:
        sizes = gaps[apart] / (wide[:-1] + wide[1:])[apart]
        edges = np.sort(edges[np.argsort(-sizes)[:_BINS]])
    return np.asarray(edges)


def _entropy(shares: Floats) -> float:
    kept = shares[shares > 1e-15]
    return float(-(kept * np.log2(kept)).sum())
