"""Narrowing down: which hypotheses could count by the readings, and what those say of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import log

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.infer.joint import Joint, own_spread
from hembit_circuits.infer.laplace import beyond_tolerance, laplace, predicted
from hembit_circuits.infer.normal import LOG_TWO_PI, log_above
from hembit_circuits.infer.reach import reach_of, widths_of
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses
from hembit_circuits.solve.prediction import Prediction, scaled

COULD_COUNT = 20.0
"""What cannot come that close to the heaviest is left out: all such pairs together weigh less than
0.05 % of it, up to a quarter of a million of them [ln]."""
LEFT_OUT = 5e-4
"""What bends is not worked out where all that is left of it together weighs less than that [1]."""
_SAYS = 3.0
"""Beside the heaviest single fault it is, where the readings speak that little against it [ln]."""
_AT_LEAST = 64
_TOGETHER = 2


@dataclass(frozen=True)
class Held:
    """Hypotheses that could count, by their places.

    Attributes
    ----------
    over : the sum of their overflows [ln], shape (hypotheses,).
    joint : the law of their figures.
    most : the sum of what the figures can add at the most [ln].
    far : χ² that the figure which is farthest off cannot do without, wherever the parts are, shape
        (hypotheses,).
    """

    places: NDArray[np.intp]
    over: Floats
    joint: Joint
    most: float
    far: Floats

    @classmethod
    def of_none_read(cls, places: NDArray[np.intp]) -> Held:
        """Before any reading."""
        none = np.zeros(len(places))
        return cls(places, none, Joint.of_none(len(places)), 0.0, none)

    @classmethod
    def joined(cls, some: Sequence[Held]) -> Held:
        """All of several that know as many figures."""
        return cls(
            np.concatenate([one.places for one in some]),
            np.concatenate([one.over for one in some]),
            Joint.joined([one.joint for one in some]),
            some[0].most,
            np.concatenate([one.far for one in some]),
        )

    def with_reading(self, one: Reading, found: Prediction) -> Held:
        """With a reading more, by what they predict of it."""
        if one.value is None:
            over = self.over + one.weight * overflow(found, one)
            return replace(self, over=over)
        joint = self.joint.with_reading(found, one)
        return replace(self, joint=joint, most=self.most + most_of(one))

    def at_least(self, which: NDArray[np.intp], chi_squared: Floats) -> Held:
        """With what a figure more takes of some of them."""
        far = self.far.copy()
        far[which] = np.maximum(far[which], chi_squared)
        return replace(self, far=far)

    def take(self, which: NDArray[np.intp]) -> Held:
        """Some of them."""
        return Held(
            self.places[which],
            self.over[which],
            self.joint.take(which),
            self.most,
            self.far[which],
        )

    @property
    def at_most(self) -> Floats:
        """What all readings can say of them at the most [ln]: straight, or by what is farthest off."""
        joint = self.joint
        bent = self.most - 0.5 * self.far
        return self.over + np.where(joint.wide, bent, joint.log_likelihood)

    @property
    def size(self) -> int:
        """How many figures it holds [1]."""
        return sum(one.size for one in self.joint.changes)


@dataclass(frozen=True)
class Known:
    """The single faults that pairs are held against: the heaviest, what the readings say of it [ln],
    and what all of them weigh together, before it is shared out [ln].
    """

    fault: int
    log_likelihood: float
    heaviest: float
    total: float

    @classmethod
    def of(cls, singles: Hypotheses, log_likelihood: Floats) -> Known:
        """By what the readings say of each."""
        found = singles.log_prior + log_likelihood
        best = int(found.argmax())
        return cls(
            int(singles.first[best]),
            float(log_likelihood[best]),
            float(found[best]),
            float(np.logaddexp.reduce(found)),
        )


@dataclass(frozen=True)
class Narrowing:
    """Hypotheses held against what is known of single faults; none is left out where nothing is."""

    circuit: Circuit
    faults: Faults
    hypotheses: Hypotheses
    known: Known | None = None

    def go_on(
        self, held: Held, groups: Sequence[Sequence[Reading]], reach: Floats | None = None
    ) -> Held:
        """With readings more, those of one state together; what could not count any more is left out,
        whatever the readings that are left would say of it.

        ``reach``, shape (hypotheses,), follows: what each could come to at the most [ln].
        """
        left = sum(most_of(one) for some in groups for one in some)
        for some in groups:
            if not len(held.places):
                break
            those = self.hypotheses.take(held.places)
            widths = widths_of(self.circuit, is_live=some[0].probe.is_live)
            found = predicted(self.circuit, self.faults, those, some)
            for one, each in zip(some, found, strict=True):
                left -= most_of(one)
                held = held.with_reading(one, each)
                bent = np.flatnonzero(held.joint.wide)
                if self.known is not None and one.value is not None and len(bent):
                    far = reach_of(widths, those.take(bent), each.take(bent))
                    held = held.at_least(bent, chi_squared(one, each.take(bent), far))
            if self.known is None or reach is None:
                continue
            reach[held.places] = now = those.log_prior + held.at_most + left
            stays = np.flatnonzero(now > self.known.heaviest - COULD_COUNT)
            if len(stays) < len(held.places):
                held = held.take(stays)
        return held

    def likelihood(self, held: Held, groups: Sequence[Sequence[Reading]], share: float = 1.0) -> Floats:
        """What all readings say of them [ln]; where a severity is wide, about the likeliest parts.

        The heaviest at the most come first, until all that are left could not count together. Of those
        it is the least of what is known. ``share`` is theirs of what may be left out [1].
        """
        joint, prior = held.joint, self.hypotheses.log_prior[held.places]
        said = np.minimum(held.over + joint.log_likelihood, held.at_most)
        wide = np.flatnonzero(joint.wide)
        if not joint.z or not len(said):
            return said
        if self.known is None:
            self._work_out(held, groups, said, np.flatnonzero(~joint.wide))
            self._work_out(held, groups, said, wide)
            return said
        could = np.flatnonzero(~joint.wide & (prior + said > self.known.heaviest - COULD_COUNT))
        self._work_out(held, groups, said, could)
        total = np.logaddexp(self.known.total, np.logaddexp.reduce((prior + said)[~joint.wide]))
        most = held.at_most
        order = wide[np.argsort(-(prior + most)[wide])]
        rest = np.logaddexp.accumulate((prior + most)[order][::-1])[::-1]
        start = 0
        while could_count := int((rest[start:] > total + log(LEFT_OUT * share)).sum()):
            some = order[start : start + max(could_count // 2, _AT_LEAST)]
            self._work_out(held, groups, said, some)
            total = np.logaddexp(total, np.logaddexp.reduce((prior + said)[some]))
            start += len(some)
        left = order[start:]
        those = self.hypotheses.take(held.places[left])
        beside = (those.first == self.known.fault) | (those.second == self.known.fault)
        says = most[left] > self.known.log_likelihood - _SAYS
        self._work_out(held, groups, said, left[beside & says])
        return said

    def _work_out(
        self,
        held: Held,
        groups: Sequence[Sequence[Reading]],
        said: Floats,
        which: NDArray[np.intp],
    ) -> None:
        """About the likeliest parts, and what counts against those; into ``said``."""
        if not len(which):
            return
        joint = held.joint.take(which)
        some = self.hypotheses.take(held.places[which])
        drawn = joint.drawn()
        bent = np.flatnonzero(joint.wide)
        found = joint.log_likelihood.copy()
        if len(bent):
            again = laplace(self.circuit, self.faults, some.take(bent), groups, drawn[bent])
            found[bent], drawn[bent] = again.log_likelihood, again.drawn()
        said[which] = held.over[which] + found - beyond_tolerance(self.faults, some, drawn)


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


def chi_squared(one: Reading, found: Prediction, reach: Floats) -> Floats:
    """What a figure takes at the least, wherever the parts are [1].

    ``reach`` is K as of :func:`~hembit_circuits.infer.reach.reach_of`: of a figure that is d off, the
    parts take r and the meter the rest, (d − r)²/σ² + r²/K ≥ d² / (σ² + K).
    """
    assert one.value is not None
    off = scaled(one.probe.kind, one.value) - found.scaled
    return np.asarray(off**2 / (own_spread(one) ** 2 + found.more**2 + reach))


def most_of(one: Reading) -> float:
    """The highest log-likelihood that a reading can add [ln]."""
    return 0.0 if one.value is None else -log(own_spread(one)) - 0.5 * LOG_TWO_PI


def overflow(found: Prediction, one: Reading) -> Floats:
    """How likely an overflow is [ln]."""
    spread = np.hypot(found.spread, 0.05)
    return log_above((scaled(found.kind, one.ceiling) - found.scaled) / spread)
