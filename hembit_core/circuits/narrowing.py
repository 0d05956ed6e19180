"""Narrowing down: which hypotheses could count by the readings, and what those say of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import log

import numpy as np
from numpy.typing import NDArray

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import Faults, Floats, Hypotheses
from hembit_core.circuits.joint import Joint, own_spread
from hembit_core.circuits.normal import LOG_TWO_PI, log_above
from hembit_core.circuits.predicting import predict_many
from hembit_core.circuits.prediction import Prediction, scaled
from hembit_core.circuits.probe import Reading

COULD_COUNT = 20.0
"""What cannot come that close to the heaviest is left out: all such pairs together weigh less than
0.1 % of it, up to half a million of them [ln]."""
_BENT = 20.0
"""So much more, where a wide severity bends the predictions: what they say straight is rough [ln]."""
_ROUNDS = 2
_TOGETHER = 2
_EDGE, _STEEP = 2.0, 3.0
"""Where a part's tolerance ends [standard deviations], and how steeply it does [1]."""


@dataclass(frozen=True)
class Held:
    """Hypotheses that could count, by their places: the sum of their overflows [ln], and the law of
    their figures.
    """

    places: NDArray[np.intp]
    over: Floats
    joint: Joint

    @classmethod
    def of_none_read(cls, places: NDArray[np.intp]) -> Held:
        """Before any reading."""
        return cls(places, np.zeros(len(places)), Joint.of_none(len(places)))

    @classmethod
    def joined(cls, some: Sequence[Held]) -> Held:
        """All of several that know as many figures."""
        return cls(
            np.concatenate([one.places for one in some]),
            np.concatenate([one.over for one in some]),
            Joint.joined([one.joint for one in some]),
        )

    def with_reading(self, one: Reading, found: Prediction) -> Held:
        """With a reading more, by what they predict of it."""
        if one.value is None:
            return Held(self.places, self.over + one.weight * overflow(found, one), self.joint)
        return Held(self.places, self.over, self.joint.with_reading(found, one))

    def take(self, which: NDArray[np.intp]) -> Held:
        """Some of them."""
        return Held(self.places[which], self.over[which], self.joint.take(which))

    @property
    def size(self) -> int:
        """How many figures it holds [1]."""
        return sum(one.size for one in self.joint.changes)


@dataclass(frozen=True)
class Narrowing:
    """Hypotheses held against the heaviest that is known [ln].

    ``reach`` is what each could come to at the most [ln], shape (hypotheses,); it follows.
    """

    circuit: Circuit
    faults: Faults
    hypotheses: Hypotheses
    heaviest: float
    reach: Floats

    def go_on(self, held: Held, groups: Sequence[Sequence[Reading]]) -> Held:
        """With readings more, those of one state together; what could not count any more is left out,
        whatever the readings that are left would say of it.
        """
        left = sum(most_of(one) for some in groups for one in some)
        for some in groups:
            if not len(held.places):
                break
            found = predicted(self.circuit, self.faults, self.hypotheses.take(held.places), some)
            for one, each in zip(some, found, strict=True):
                left -= most_of(one)
                held = held.with_reading(one, each)
            self.reach[held.places] = reach = self._straight(held) + left + self._bent(held)
            stays = np.flatnonzero(reach > self.heaviest - COULD_COUNT)
            if len(stays) < len(held.places):
                held = held.take(stays)
        return held

    def likelihood(self, held: Held, groups: Sequence[Sequence[Reading]]) -> Floats:
        """What all readings say of them [ln]; where a severity is wide, about the likeliest parts."""
        joint = held.joint
        said = joint.log_likelihood.copy()
        straight = self._straight(held)
        top = max(float(straight.max(initial=-np.inf)), self.heaviest)
        could = straight > top - COULD_COUNT - self._bent(held)
        if np.isneginf(self.heaviest):  # none is left out: what bends is worked out, however far it is
            could |= joint.wide
        close = np.flatnonzero(could)
        if joint.z and len(close):
            drawn = joint.take(close).drawn()
            bent = np.flatnonzero(joint.wide[close])
            if len(bent):
                again = self.hypotheses.take(held.places[close[bent]])
                anew = laplace(self.circuit, self.faults, again, groups, drawn[bent])
                said[close[bent]], drawn[bent] = anew.log_likelihood, anew.drawn()
            some = self.hypotheses.take(held.places[close])
            said[close] -= _beyond_tolerance(self.faults, some, drawn)
        return held.over + said

    def _straight(self, held: Held) -> Floats:
        """Prior and readings together, by straight predictions."""
        return np.asarray(
            self.hypotheses.log_prior[held.places] + held.over + held.joint.log_likelihood
        )

    @staticmethod
    def _bent(held: Held) -> Floats:
        return np.where(held.joint.wide, _BENT, 0.0)


def by_state(readings: Sequence[Reading]) -> list[list[Reading]]:
    """Those of a part by itself one by one, since they need no network; then state by state.

    What shares a network is worked out together, but a few at a time: what they rule out is spared the
    next. Overflows rule out most.
    """
    found = [[one] for one in readings if one.probe.alone]
    states: dict[object, list[Reading]] = {}
    for one in readings:
        probe = one.probe
        if not probe.alone:
            state = (probe.is_live, probe.lifted, probe.called, one.input_ohms)
            states.setdefault(state, []).append(one)
    for some in sorted(states.values(), key=lambda some: some[0].probe.is_live):
        some.sort(key=lambda one: one.value is not None)
        found += [some[start : start + _TOGETHER] for start in range(0, len(some), _TOGETHER)]
    return found


def predicted(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    readings: Sequence[Reading],
    drawn: Floats | None = None,
) -> list[Prediction]:
    """What readings of one state, and so of one meter's input, would be."""
    probes = [one.probe for one in readings]
    return predict_many(circuit, faults, hypotheses, probes, readings[0].input_ohms, drawn)


def _beyond_tolerance(faults: Faults, hypotheses: Hypotheses, drawn: Floats) -> Floats:
    """What it counts against a hypothesis that a part would have to lie outside its tolerance [ln].

    A tolerance is a limit that makers keep, not a bell: past its edge, at two standard deviations,
    a part without a fault is less likely than a normal law has it.
    """
    is_load = faults.is_load & ~faults.touched[hypotheses.first] & ~faults.touched[hypotheses.second]
    off = np.abs(drawn[:, : is_load.shape[1]]) - _EDGE
    return np.asarray(_STEEP * (np.where(is_load, np.maximum(off, 0.0), 0.0) ** 2).sum(axis=1))


def laplace(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    groups: Sequence[Sequence[Reading]],
    drawn: Floats,
) -> Joint:
    """All figures anew about the likeliest parts (Laplace's approximation)."""
    joint = Joint.of_none(len(hypotheses))
    for _ in range(_ROUNDS):
        joint = Joint.of_none(len(hypotheses))
        for some in groups:
            figures = [one for one in some if one.value is not None]
            if not figures:
                continue
            found = predicted(circuit, faults, hypotheses, figures, drawn)
            for one, each in zip(figures, found, strict=True):
                joint = joint.with_reading(each, one, drawn)
        drawn = joint.drawn()
    return joint


def most_of(one: Reading) -> float:
    """The highest log-likelihood that a reading can add [ln]."""
    return 0.0 if one.value is None else -log(own_spread(one)) - 0.5 * LOG_TWO_PI


def overflow(found: Prediction, one: Reading) -> Floats:
    """How likely an overflow is [ln]."""
    spread = np.hypot(found.spread, 0.05)
    return log_above((scaled(found.kind, one.ceiling) - found.scaled) / spread)
