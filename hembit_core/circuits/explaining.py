"""What explains the readings: every hypothesis weighed by all of them together."""

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

_COULD_COUNT = 20.0
"""What cannot come that close to the heaviest is left out: all such pairs together weigh less than
0.1 % of it, up to half a million of them [ln]."""
_COULD_COUNT_BENT = 40.0
"""The same, where a wide severity bends the predictions: what they say straight is rough [ln]."""
_ROUNDS = 2
_TOGETHER = 2
_EDGE, _STEEP = 2.0, 3.0
"""Where a part's tolerance ends [standard deviations], and how steeply it does [1]."""
_AT_ONCE = 16_384
"""So many pairs are held in memory with what they predict [1]."""


@dataclass(frozen=True)
class Weighed:
    """Hypotheses with what the readings make of them.

    Attributes
    ----------
    hypotheses : all that were weighed.
    log_likelihood : ln of the density of all readings, shape (hypotheses,).
    weight : their share, summing to 1.
    reach : what prior and readings come to at the most, parts taken straight [ln], shape (hypotheses,).
    """

    hypotheses: Hypotheses
    log_likelihood: Floats
    weight: Floats
    reach: Floats


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
    groups = _by_state(readings)
    log_likelihood = np.full(len(hypotheses), -np.inf)
    single = np.flatnonzero(hypotheses.second == 0)
    found = _all_of(circuit, faults, hypotheses.take(single), readings)
    log_likelihood[single] = found
    heaviest = float((hypotheses.log_prior[single] + found).max(initial=-np.inf))
    if before is None:
        reach = hypotheses.log_prior + sum(_most(one) for one in readings)
    else:
        reach = before.reach + sum(_most(one) for one in readings[before_of:])
    pairs = np.flatnonzero((hypotheses.second > 0) & (reach > heaviest - _COULD_COUNT_BENT))
    for start in range(0, len(pairs), _AT_ONCE):
        some = pairs[start : start + _AT_ONCE]
        kept, said, reach[some] = _that_could_count(
            circuit, faults, hypotheses.take(some), groups, heaviest
        )
        log_likelihood[some[kept]] = said
    log_weight = hypotheses.log_prior + log_likelihood
    log_weight -= log_weight.max()
    weight = np.exp(log_weight)
    return Weighed(hypotheses, log_likelihood, weight / weight.sum(), reach)


def _by_state(readings: Sequence[Reading]) -> list[list[Reading]]:
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


def _all_of(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, readings: Sequence[Reading]
) -> Floats:
    """The log-likelihood of all readings, of each hypothesis."""
    return _that_could_count(circuit, faults, hypotheses, _by_state(readings), -np.inf)[1]


def _predicted(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    readings: Sequence[Reading],
    drawn: Floats | None = None,
) -> list[Prediction]:
    """What readings of one state, and so of one meter's input, would be."""
    probes = [one.probe for one in readings]
    return predict_many(circuit, faults, hypotheses, probes, readings[0].input_ohms, drawn)


def _that_could_count(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    groups: Sequence[Sequence[Reading]],
    heaviest: float,
) -> tuple[NDArray[np.intp], Floats, Floats]:
    """The places of the hypotheses that could count, their log-likelihood, and the reach of all."""
    kept = np.arange(len(hypotheses))
    over, joint = np.zeros(len(kept)), Joint.of_none(len(kept))
    left = sum(_most(one) for some in groups for one in some)
    reaches = hypotheses.log_prior + left
    for some in groups:
        predicted = _predicted(circuit, faults, hypotheses.take(kept), some)
        for one, found in zip(some, predicted, strict=True):
            left -= _most(one)
            if one.value is None:
                over = over + one.weight * _overflow(found, one)
            else:
                joint = joint.with_reading(found, one)
        reach = hypotheses.log_prior[kept] + over + joint.log_likelihood + left
        reaches[kept] = reach
        stays = np.flatnonzero(reach > heaviest - np.where(joint.wide, _COULD_COUNT_BENT, _COULD_COUNT))
        if len(stays) < len(kept):
            kept, over, joint = kept[stays], over[stays], joint.take(stays)
        if not len(kept):
            break
    said = joint.log_likelihood.copy()
    straight = hypotheses.log_prior[kept] + over + said
    top = max(float(straight.max(initial=-np.inf)), heaviest)
    edge = top - np.where(joint.wide, _COULD_COUNT_BENT, _COULD_COUNT)
    close = np.flatnonzero(straight > edge)
    if joint.z and len(close):
        drawn = joint.take(close).drawn()
        bent = np.flatnonzero(joint.wide[close])
        if len(bent):
            again = hypotheses.take(kept[close[bent]])
            anew = _laplace(circuit, faults, again, groups, drawn[bent])
            said[close[bent]], drawn[bent] = anew.log_likelihood, anew.drawn()
        said[close] -= _beyond_tolerance(faults, hypotheses.take(kept[close]), drawn)
    return kept, over + said, reaches


def _beyond_tolerance(faults: Faults, hypotheses: Hypotheses, drawn: Floats) -> Floats:
    """What it counts against a hypothesis that a part would have to lie outside its tolerance [ln].

    A tolerance is a limit that makers keep, not a bell: past its edge, at two standard deviations,
    a part without a fault is less likely than a normal law has it.
    """
    is_load = faults.is_load & ~faults.touched[hypotheses.first] & ~faults.touched[hypotheses.second]
    off = np.abs(drawn[:, : is_load.shape[1]]) - _EDGE
    return np.asarray(_STEEP * (np.where(is_load, np.maximum(off, 0.0), 0.0) ** 2).sum(axis=1))


def _laplace(
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
            predicted = _predicted(circuit, faults, hypotheses, figures, drawn)
            for one, found in zip(figures, predicted, strict=True):
                joint = joint.with_reading(found, one, drawn)
        drawn = joint.drawn()
    return joint


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

    def without(place: int) -> float:
        others = [one for at, one in enumerate(readings) if at != place]
        found = single.log_prior + _all_of(circuit, faults, single, others)
        top = float(found.max())
        return top + log(float(np.exp(found - top).sum())) + _most(readings[place])

    return max(range(len(readings)), key=without)


def _most(one: Reading) -> float:
    """The highest log-likelihood that a reading can add [ln]."""
    return 0.0 if one.value is None else -log(own_spread(one)) - 0.5 * LOG_TWO_PI


def _overflow(found: Prediction, one: Reading) -> Floats:
    spread = np.hypot(found.spread, 0.05)
    return log_above((scaled(found.kind, one.ceiling) - found.scaled) / spread)


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
    groups = _by_state(readings)
    total, joint = 0.0, Joint.of_none(1)
    for some in groups:
        for each, found in zip(some, _predicted(circuit, faults, one, some), strict=True):
            if each.value is None:
                total += -2 * float(_overflow(found, each)[0])
            else:
                joint = joint.with_reading(found, each)
    if joint.wide[0]:
        joint = _laplace(circuit, faults, one, groups, joint.drawn())
    count = len(readings)
    share = (total + float(joint.misfit[0])) / count
    return float((share ** (1 / 3) - 1 + 2 / (9 * count)) / (2 / (9 * count)) ** 0.5)
