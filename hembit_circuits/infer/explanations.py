"""Explanations: hypotheses that say the same of the same parts, with what tells them apart."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from hembit_circuits.infer.candidates import Candidate
from hembit_circuits.infer.explaining import Weighed
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import Faults, Hypotheses, Single, faults_of, hypotheses_of
from hembit_circuits.solve.predicting import predict_many
from hembit_core.model import Model

SHOWN = 12
_WAYS, _A_SHARE = 4, 0.1
"""So many ways of an explanation are held against another's, of such a share of its heaviest [1]."""
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
    weight = np.bincount(groups, weighed.shown, minlength=len(names))
    order = np.argsort(-weight, kind="stable")[:most]
    order = order[weight[order] > 1e-6]
    ways = [_ways(weighed, groups, int(one)) for one in order]
    tied = _tied(circuit, weighed.hypotheses, ways, candidates)
    return tuple(
        Explanation(
            faults=tuple(FaultOf(part=part, code=code) for part, code in names[one]),
            weight=float(weight[one]),
            tied=tied[place],
        )
        for place, one in enumerate(order.tolist())
    )


def _ways(weighed: Weighed, groups: np.ndarray, group: int) -> np.ndarray:
    """In which ways an explanation may be so: its hypotheses that hold a share of its weight."""
    there = np.flatnonzero(groups == group)
    order = there[np.argsort(-weighed.weight[there], kind="stable")][:_WAYS]
    kept: np.ndarray = order[weighed.weight[order] >= _A_SHARE * weighed.weight[order[0]]]
    return kept


def _tied(
    circuit: Circuit,
    hypotheses: Hypotheses,
    ways: Sequence[np.ndarray],
    candidates: Sequence[Candidate],
) -> list[tuple[int, ...]]:
    """Of each, the others that no candidate tells from it, in whichever way it may be so."""
    if not candidates or not ways:
        return [() for _ in ways]
    faults: Faults = faults_of(circuit)
    every = np.concatenate(ways)
    of = np.repeat(np.arange(len(ways)), [len(one) for one in ways])
    apart = of[:, None] == of[None, :]
    for probes in _the_cheapest_first(candidates):
        left = np.flatnonzero(~apart.all(axis=1))
        if not len(left):
            break
        found = predict_many(circuit, faults, hypotheses.take(every[left]), probes)
        middle = np.stack([one.scaled for one in found])
        square = np.stack([one.spread for one in found]) ** 2
        wide = np.sqrt(square[:, :, None] + square[:, None, :] + 2 * _METER**2)
        off = np.abs(middle[:, :, None] - middle[:, None, :])
        apart[np.ix_(left, left)] |= (off > _APART * wide).any(axis=0)
    alike = ~apart
    by_group = np.array([alike[:, of == one].any(axis=1) for one in range(len(ways))])
    both = np.array(
        [[by_group[one, of == other].all() for one in range(len(ways))] for other in range(len(ways))]
    )
    both &= both.T & ~np.eye(len(ways), dtype=bool)
    return [tuple(np.flatnonzero(row).tolist()) for row in both]


def _the_cheapest_first(candidates: Sequence[Candidate]) -> list[list[Probe]]:
    """By what it takes to work them out: nothing lifted is one network, each part alone its own."""
    probes = [one.probe for one in candidates]
    dead = [one for one in probes if not one.is_live and not one.alone and not one.called]
    held = [one for one in probes if not one.is_live and not one.alone and one.called]
    live = [one for one in probes if one.is_live]
    alone = [one for one in probes if one.alone]
    return [some for some in (dead, held, live, alone) if some]
