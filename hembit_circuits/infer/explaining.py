"""What explains the readings: every hypothesis weighed by all of them together."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import log

import numpy as np

from hembit_circuits.infer.joint import Joint
from hembit_circuits.infer.laplace import laplace, predicted
from hembit_circuits.infer.narrowing import (
    COULD_COUNT,
    Held,
    Known,
    Narrowing,
    by_state,
    most_of,
    overflow,
)
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Bools, Faults, Floats, Hypotheses

BEYOND = 0.005
"""So much is left to what is no hypothesis: three faults, a circuit that is not so, a part swapped
unseen [1]. Without it, weights were found to be that much too sure."""
_AT_ONCE = 16_384
"""So many pairs are in memory with what they predict [1]."""
_HELD = 2_000_000
"""No more figures than that are held for the next reading [1]."""


@dataclass(frozen=True)
class Weighed:
    """Hypotheses with what the readings make of them.

    Attributes
    ----------
    hypotheses : all that were weighed.
    log_likelihood : ln of the density of all readings, shape (hypotheses,).
    weight : their share, summing to 1.
    reach : what prior and readings come to at the most [ln], shape (hypotheses,).
    held : the pairs that could count, for who goes on from here; None where they are too many.
    """

    hypotheses: Hypotheses
    log_likelihood: Floats
    weight: Floats
    reach: Floats
    held: Held | None

    @property
    def shown(self) -> Floats:
        """The weights with something left to what is no hypothesis, shape (hypotheses,)."""
        return (1 - BEYOND) * self.weight


def weigh(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    readings: Sequence[Reading],
    before: Weighed | None = None,
    before_of: int = 0,
) -> Weighed:
    """Weigh hypotheses by all readings jointly: parts' spread is common to them, the meter's is not.

    Figures are normal in the frame of :func:`scaled`; an overflow is a figure above the ceiling,
    and hangs on nothing else. Single faults are weighed first. A pair is left out, with a likelihood
    of nothing, as soon as it could not come within e⁻²⁰ of the heaviest of them, whatever it
    said of the readings that are left: no figure has a density above that of its meter alone.

    Parameters
    ----------
    before : the same hypotheses by the first ``before_of`` of these readings: what could not count
        then is looked at again only where the readings since could bring it back.
    """
    groups = by_state(readings)
    log_likelihood = np.full(len(hypotheses), -np.inf)
    single = np.flatnonzero(hypotheses.second == 0)
    found = _all_of(circuit, faults, hypotheses.take(single), readings)
    log_likelihood[single] = found
    known = Known.of(hypotheses.take(single), found)
    since = readings[before_of:]
    reach = (hypotheses.log_prior if before is None else before.reach) + sum(map(most_of, since))
    could = (hypotheses.second > 0) & (reach > known.heaviest - COULD_COUNT)
    narrowing = Narrowing(circuit, faults, hypotheses, known)
    holding: list[Held] | None = []
    for some, then in _starts(before, could, groups, since):
        share = len(some.places) / max(int(could.sum()), 1)
        held = narrowing.go_on(some, then, reach)
        log_likelihood[held.places] = narrowing.likelihood(held, groups, share)
        if holding is not None and len(held.places):
            holding.append(held)
            holding = holding if sum(one.size for one in holding) <= _HELD else None
    log_weight = hypotheses.log_prior + log_likelihood
    log_weight -= log_weight.max()
    weight = np.exp(log_weight)
    kept = Held.joined(holding) if holding else None
    return Weighed(hypotheses, log_likelihood, weight / weight.sum(), reach, kept)


def _starts(
    before: Weighed | None,
    could: Bools,
    groups: Sequence[Sequence[Reading]],
    since: Sequence[Reading],
) -> Iterator[tuple[Held, Sequence[Sequence[Reading]]]]:
    """The pairs that could count, some at a time, with the readings that are new to them: those
    that are held know the earlier ones.
    """
    if before is not None and before.held is not None:
        held = before.held
        yield held.take(np.flatnonzero(could[held.places])), by_state(since)
        could = could.copy()
        could[held.places] = False
    pairs = np.flatnonzero(could)
    for start in range(0, len(pairs), _AT_ONCE):
        yield Held.of_none_read(pairs[start : start + _AT_ONCE]), groups


def _all_of(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, readings: Sequence[Reading]
) -> Floats:
    """The log-likelihood of all readings, of each hypothesis."""
    groups, every = by_state(readings), Held.of_none_read(np.arange(len(hypotheses)))
    narrowing = Narrowing(circuit, faults, hypotheses)
    return narrowing.likelihood(narrowing.go_on(every, groups), groups)


def least_fitting(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, readings: Sequence[Reading]
) -> int:
    """The place of the reading without which single faults explain the others best.

    Raises
    ------
    ValueError
        If there are no readings.
    """
    single = hypotheses.take(np.flatnonzero(hypotheses.second == 0))
    narrowing = Narrowing(circuit, faults, single)
    groups = by_state(readings)
    found_of = [
        (one, found)
        for some in groups
        for one, found in zip(some, predicted(circuit, faults, single, some), strict=True)
    ]

    def without(place: int) -> float:
        left_out = readings[place]
        held = Held.of_none_read(np.arange(len(single)))
        for one, each in found_of:
            held = held if one is left_out else held.with_reading(one, each)
        others = [[one for one in some if one is not left_out] for some in groups]
        found = single.log_prior + narrowing.likelihood(held, [some for some in others if some])
        top = float(found.max())
        return top + log(float(np.exp(found - top).sum())) + most_of(readings[place])

    return max(range(len(readings)), key=without)


def misfit_of(circuit: Circuit, faults: Faults, weighed: Weighed, readings: Sequence[Reading]) -> float:
    """How far the readings are from the heaviest hypothesis, as standard deviations of a normal law.

    χ² of n readings, brought to a normal law: ((χ²/n)^⅓ − 1 + 2/9n) / √(2/9n). An overflow where a
    figure was due, or a figure where one was, counts by its own likelihood.

    References
    ----------
    Wilson and Hilferty, Proc. Nat. Acad. Sci. 17 (1931) 684.
    """
    if not readings:
        return 0.0
    one = weighed.hypotheses.take(np.array([int(weighed.weight.argmax())]))
    groups = by_state(readings)
    total, joint = 0.0, Joint.of_none(1)
    for some in groups:
        for each, found in zip(some, predicted(circuit, faults, one, some), strict=True):
            if each.value is None:
                total += -2 * float(overflow(found, each)[0])
            else:
                joint = joint.with_reading(found, each)
    if joint.wide[0]:
        joint = laplace(circuit, faults, one, groups, joint.drawn())
    count = len(readings)
    share = (total + float(joint.misfit[0])) / count
    return float((share ** (1 / 3) - 1 + 2 / (9 * count)) / (2 / (9 * count)) ** 0.5)
