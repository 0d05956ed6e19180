"""Explanations: hypotheses that say the same of the same parts, with what tells them apart."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from hembit_core.circuits.candidates import Candidate
from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.explaining import Weighed
from hembit_core.circuits.hypotheses import Faults, Hypotheses, Single, faults_of, hypotheses_of
from hembit_core.circuits.predicting import predict_many
from hembit_core.model import Model

SHOWN = 12
_METER = 0.01
_APART = 2.0
"""Two are told apart where predictions differ by more than so many standard deviations [1]."""


class FaultOf(Model):
    """One fault of an explanation: the part's key, and the mode's code."""

    part: str
    code: str


class Explanation(Model):
    """What may be wrong, with its weight; no faults where nothing is.

    ``tied`` are the places of explanations in the list that no measurement tells from it.
    """

    faults: tuple[FaultOf, ...]
    weight: float
    tied: tuple[int, ...] = ()


def code_of(circuit: Circuit, single: Single) -> tuple[str, str]:
    """The part and the mode of a fault, its terminal and severity left out."""
    part = circuit.parts[single.part]
    return part.key, part.component.modes[single.mode].code.partition(":")[0]


@lru_cache(maxsize=32)
def _groups(
    circuit: Circuit, pairs: bool
) -> tuple[np.ndarray, tuple[tuple[tuple[str, str], ...], ...]]:
    faults, hypotheses = faults_of(circuit), hypotheses_of(circuit, pairs)
    codes = [()] + [(code_of(circuit, one),) for one in faults.singles[1:]]
    known: dict[tuple[tuple[str, str], ...], int] = {}
    number = {code: place for place, code in enumerate(dict.fromkeys(codes))}
    single = np.array([number[one] for one in codes])
    first, second = single[hypotheses.first], single[hypotheses.second]
    low, high = np.minimum(first, second), np.maximum(first, second)
    low = np.where(low == 0, high, low)
    high = np.where(low == high, 0, high)
    joined = low * len(number) + high
    values, of = np.unique(joined, return_inverse=True)
    named = list(number)
    for value in values.tolist():
        one, other = divmod(value, len(number))
        known[tuple(sorted((*named[one], *named[other])))] = len(known)
    return of, tuple(known)


def groups_of(circuit: Circuit, pairs: bool = True) -> np.ndarray:
    """The explanation of each hypothesis, by its number."""
    return _groups(circuit, pairs)[0]


def names_of(circuit: Circuit, pairs: bool = True) -> tuple[tuple[tuple[str, str], ...], ...]:
    """The faults of each explanation, by its number: part and mode."""
    return _groups(circuit, pairs)[1]


def explanations(
    circuit: Circuit,
    weighed: Weighed,
    candidates: Sequence[Candidate] = (),
    most: int = SHOWN,
    pairs: bool = True,
) -> tuple[Explanation, ...]:
    """The heaviest explanations, with those that none of ``candidates`` tells apart."""
    groups, names = _groups(circuit, pairs)
    weight = np.bincount(groups, weighed.weight, minlength=len(names))
    order = np.argsort(-weight, kind="stable")[:most]
    order = order[weight[order] > 1e-6]
    best = [_heaviest(weighed, groups, int(one)) for one in order]
    tied = _tied(circuit, weighed.hypotheses, best, candidates)
    return tuple(
        Explanation(
            faults=tuple(FaultOf(part=part, code=code) for part, code in names[one]),
            weight=float(weight[one]),
            tied=tied[place],
        )
        for place, one in enumerate(order.tolist())
    )


def _heaviest(weighed: Weighed, groups: np.ndarray, group: int) -> int:
    there = np.flatnonzero(groups == group)
    return int(there[weighed.weight[there].argmax()])


def _tied(
    circuit: Circuit,
    hypotheses: Hypotheses,
    which: Sequence[int],
    candidates: Sequence[Candidate],
) -> list[tuple[int, ...]]:
    """Of each, the others that no candidate tells from it."""
    if not candidates or not which:
        return [() for _ in which]
    faults: Faults = faults_of(circuit)
    some = hypotheses.take(np.array(which))
    apart = np.eye(len(which), dtype=bool)
    for found in predict_many(circuit, faults, some, [one.probe for one in candidates]):
        wide = np.sqrt(found.spread[:, None] ** 2 + found.spread[None, :] ** 2 + 2 * _METER**2)
        apart |= np.abs(found.scaled[:, None] - found.scaled[None, :]) > _APART * wide
    return [tuple(np.flatnonzero(~row).tolist()) for row in apart]
