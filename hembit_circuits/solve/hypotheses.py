"""What may be wrong: nothing, every single fault, every pair; each as what it does to the branches."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.component import BranchEffect, Role

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Bools = NDArray[np.bool_]

_Places = dict[tuple[int, int | None], int]
PAIR = 0.1
"""A pair weighs so much of the product of its faults' relative priors [1]."""
HEALTHY = 0.03
"""What "nothing is wrong" weighs against all single faults of a machine that is complained of [1]."""
FREE, HELD_OPEN, HELD_CLOSED = -1, 0, 1


@dataclass(frozen=True)
class Single:
    """A fault: of which part, in which mode, how severe; the first of all is none."""

    part: int
    mode: int
    level: int


@dataclass(frozen=True)
class Faults:
    """Every single fault and what it makes of the branches, shape (faults, branches) each.

    Attributes
    ----------
    singles : what each is; ``prior`` its share of all, the first that of none.
    cold, live, reactive : ohms of a branch while it conducts [Ω].
    spread_cold, spread_live : their sd of ln R.
    held : whether a fault holds it open or closed.
    absent : whether it takes a source away.
    touched : which branches differ from the sound machine's.
    is_contact, closed_at_rest, is_source, is_load : of each branch, shape (branches,).
    volts_spread : how far each source's volts may be from what they are called, as an sd of ln V.
    """

    singles: tuple[Single, ...]
    prior: Floats
    cold: Floats
    live: Floats
    reactive: Floats
    spread_cold: Floats
    spread_live: Floats
    held: Ints
    absent: Bools
    touched: Bools
    is_contact: Bools
    closed_at_rest: Bools
    is_source: Bools
    is_load: Bools
    volts_spread: Floats

    @cached_property
    def sources(self) -> Ints:
        """The places of the branches that are sources."""
        return np.flatnonzero(self.is_source)

    @cached_property
    def loads(self) -> Ints:
        """The places of the branches that are loads."""
        return np.flatnonzero(self.is_load)

    @property
    def unknowns(self) -> int:
        """How much of a machine is its own: each branch's ohms, each source's volts, and each load's
        ohms at work beside those it has cold.
        """
        return len(self.is_source) + len(self.sources) + len(self.loads)


@dataclass(frozen=True)
class Hypotheses:
    """Faults and pairs of faults by their places; ``second`` is 0 for a single one.

    ``log_prior`` is normalised over all of them.
    """

    first: Ints
    second: Ints
    log_prior: Floats

    def __len__(self) -> int:
        return len(self.first)

    def take(self, which: NDArray[np.intp]) -> Hypotheses:
        """Some of them."""
        return Hypotheses(self.first[which], self.second[which], self.log_prior[which])


SOUND = Hypotheses(np.zeros(1, dtype=np.int64), np.zeros(1, dtype=np.int64), np.zeros(1))
"""The one hypothesis that nothing is wrong."""


@lru_cache(maxsize=32)
def faults_of(circuit: Circuit) -> Faults:
    """Every single fault of a circuit, severities apart."""
    branches = circuit.branches
    count = len(branches)
    base = _base(circuit)
    singles, priors, rows = [Single(-1, -1, -1)], [0.0], [base]
    at: _Places = {
        (one.part, one.path): place for place, one in enumerate(branches) if one.path is not None
    }
    leak: _Places = {
        (one.part, one.terminal): place
        for place, one in enumerate(branches)
        if one.terminal is not None
    }
    for number, part in enumerate(circuit.parts):
        for place, mode in enumerate(part.component.modes):
            for step, level in enumerate(mode.levels):
                made = _made(base, level.effects, number, at, leak)
                if made is None:
                    continue
                singles.append(Single(number, place, step))
                priors.append(mode.prior * level.share)
                rows.append(made)
    prior = np.array(priors)
    prior[1:] /= max(prior.sum(), 1e-300)
    prior[0] = HEALTHY
    stacked = {
        name: np.stack([getattr(one, name) for one in rows])
        for name in ("cold", "live", "reactive", "spread_cold", "spread_live", "held", "absent")
    }
    touched = np.zeros((len(rows), count), dtype=bool)
    for name, values in stacked.items():
        touched |= values != getattr(base, name)
    components = [circuit.parts[one.part].component for one in branches]
    roles = [
        None if one.path is None else made.paths[one.path]
        for one, made in zip(branches, components, strict=True)
    ]
    return Faults(
        singles=tuple(singles),
        prior=prior,
        **stacked,
        touched=touched,
        is_contact=np.array([one is not None and one.role is Role.CONTACT for one in roles]),
        closed_at_rest=np.array([one is None or one.closed_at_rest for one in roles]),
        is_source=np.array([one is not None and one.role is Role.SOURCE for one in roles]),
        is_load=np.array([one is not None and one.role is Role.LOAD for one in roles]),
        volts_spread=np.array(
            [
                made.volts_spread
                for one, made in zip(roles, components, strict=True)
                if one is not None and one.role is Role.SOURCE
            ]
        ),
    )


@dataclass(frozen=True)
class _Row:
    cold: Floats
    live: Floats
    reactive: Floats
    spread_cold: Floats
    spread_live: Floats
    held: Ints
    absent: Bools


def _base(circuit: Circuit) -> _Row:
    count = len(circuit.branches)
    row = _Row(
        cold=np.ones(count),
        live=np.ones(count),
        reactive=np.zeros(count),
        spread_cold=np.zeros(count),
        spread_live=np.zeros(count),
        held=np.full(count, FREE),
        absent=np.zeros(count, dtype=bool),
    )
    for place, branch in enumerate(circuit.branches):
        if branch.path is None:
            row.held[place] = HELD_OPEN
            continue
        path = circuit.parts[branch.part].component.paths[branch.path]
        row.cold[place] = path.cold
        row.live[place] = path.cold if path.live is None else path.live
        row.reactive[place] = path.reactive
        row.spread_cold[place] = path.cold_spread
        row.spread_live[place] = path.live_spread
    return row


def _made(
    base: _Row,
    effects: tuple[BranchEffect, ...],
    part: int,
    at: _Places,
    leak: _Places,
) -> _Row | None:
    """The branches with a fault in them; None where it cannot be: a leak of what is on the case."""
    row = replace(base, **{name: value.copy() for name, value in vars(base).items()})
    for one in effects:
        if one.leak_at is not None:
            if (part, one.leak_at) not in leak:
                return None
            place = leak[part, one.leak_at]
            row.held[place] = FREE
        else:
            place = at[part, one.path]
        if one.stuck is not None:
            row.held[place] = HELD_CLOSED if one.stuck else HELD_OPEN
        if one.absent:
            row.absent[place] = True
        if one.factor is not None:
            row.cold[place] *= one.factor
            row.live[place] *= one.factor
            row.reactive[place] *= one.factor
        if one.ohms is not None:
            for ohms in (row.cold, row.live):
                sound = ohms[place]
                ohms[place] = one.ohms if one.at_most is None else min(one.ohms, one.at_most * sound)
            row.reactive[place] = 0.0
        if one.spread:
            for spread in (row.spread_cold, row.spread_live):
                spread[place] = np.hypot(spread[place] if one.factor is not None else 0.0, one.spread)
    return row


@lru_cache(maxsize=32)
def hypotheses_of(circuit: Circuit, pairs: bool = True) -> Hypotheses:
    """None, every single fault, and every pair of faults of two parts, with their priors."""
    faults = faults_of(circuit)
    singles = len(faults.singles)
    first, second = [np.arange(singles)], [np.zeros(singles, dtype=np.int64)]
    weight = [faults.prior]
    if pairs:
        one, other = np.triu_indices(singles, 1)
        part = np.array([each.part for each in faults.singles])
        kept = (one > 0) & (part[one] != part[other])
        one, other = one[kept], other[kept]
        first.append(one)
        second.append(other)
        weight.append(PAIR * faults.prior[one] * faults.prior[other])
    total = np.concatenate(weight)
    with np.errstate(divide="ignore"):
        log_prior = np.log(total / total.sum())
    return Hypotheses(
        np.concatenate(first).astype(np.int64), np.concatenate(second).astype(np.int64), log_prior
    )
