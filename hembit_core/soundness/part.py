"""One part: the weight of each of its modes by all that is known of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from hembit_core.families.registry import FAMILIES, AnySpec
from hembit_core.rules.values import Rules
from hembit_core.soundness.apart import weigh_apart
from hembit_core.soundness.cells import Floats
from hembit_core.soundness.evidence import Evidence
from hembit_core.soundness.hypotheses import SOUND, Hypotheses, harmed, hypotheses_of
from hembit_core.soundness.likelihood import log_likelihood
from hembit_core.soundness.misreadings import WRONG_ANSWER
from hembit_core.soundness.modes import Aspect, Modes, modes_of

_LOWEST = 1e-300
_NO_FIGURES = (0.9, 1.1, 1.0)
"""Limits over nominal of a part of which no figure was read: they decide nothing [1]."""


@dataclass(frozen=True)
class Weights:
    """What the readings make of a part.

    Attributes
    ----------
    before, modes : the weight of each mode, before and after, sound first, summing to 1; without those
        of what is to be apart.
    apart_before, apart : the same of what is to be apart.
    aspects : the weight that an aspect is sound, of those that the kind has.
    tested : the aspects that a test could have shown.
    misread : of each reading, the weight that it is not the part's [1].
    """

    before: Mapping[str, float]
    modes: Mapping[str, float]
    apart_before: Mapping[str, float]
    apart: Mapping[str, float]
    aspects: Mapping[Aspect, float]
    tested: tuple[Aspect, ...]
    misread: tuple[float, ...]

    @property
    def sound(self) -> float:
        """The weight that nothing is wrong [1]."""
        return self.modes[SOUND] * self.apart.get(SOUND, 1.0)


def weigh(spec: AnySpec, evidence: Sequence[Evidence], sound_before: float, rules: Rules) -> Weights:
    """Weigh the modes of one part by what was read of it.

    ``sound_before`` is the weight of a sound part before anything was read; the modes share the
    rest by theirs. Those of what is to be apart may stand beside any other.

    Raises
    ------
    LookupError
        If the kind declares no modes.

    References
    ----------
    Bayes' rule over modes and severities; the modes' weights from the family's modes.json.
    """
    declared = modes_of(spec)
    if declared is None:
        raise LookupError(f"“{spec.kind}” declares no modes.")
    body, beside = _shared_out(declared, sound_before)
    states = _states_of(spec, evidence)
    before = _before(declared, states, body)
    figures = [figure for one in evidence for figure in one.figures]
    likelihood = log_likelihood(figures, states)
    answers, answered_right = _of_answers(declared, states, evidence)
    log_weight = np.log(np.maximum(before, _LOWEST)) + likelihood.total + answers
    weight = np.exp(log_weight - log_weight.max())
    weight /= weight.sum()
    modes = _by_mode(states, weight)
    apart_before, apart, apart_right = weigh_apart(declared, evidence, beside, rules)
    figures_right = iter(np.exp(likelihood.right - likelihood.total) @ weight)
    misread = [
        1
        - apart_right[place] * float(answered_right[place] @ weight)
        + sum(1 - float(next(figures_right)) for _ in one.figures)
        for place, one in enumerate(evidence)
    ]
    return Weights(
        _by_mode(states, before),
        modes,
        apart_before,
        apart,
        _aspects(declared, modes, apart),
        tuple(one for one in declared.aspects if any(each.aspect is one for each in evidence)),
        tuple(min(max(one, 0.0), 1.0) for one in misread),
    )


def _shared_out(declared: Modes, sound_before: float) -> tuple[float, float]:
    """The weights before of a sound body and of what is to be apart; their product is the part's."""
    apart = sum(one.weight for one in declared.modes.values() if one.apart is not None)
    whole = sum(one.weight for one in declared.modes.values())
    body = sound_before ** (1 - apart / whole)
    return float(body), float(sound_before / body)


def _states_of(spec: AnySpec, evidence: Sequence[Evidence]) -> Hypotheses:
    limits = next((figure.limits for one in evidence for figure in one.figures), None)
    key: tuple[float | None, ...] = _NO_FIGURES
    if limits is not None:
        ends = (limits.lower, limits.upper, limits.nominal)
        key = tuple(None if one is None else round(one, 9) for one in ends)
    return hypotheses_of(spec.kind, key, FAMILIES[type(spec)].members(spec))


def _before(declared: Modes, states: Hypotheses, sound: float) -> Floats:
    """Each state's weight before anything was read, shape (states,)."""
    weights = {name: one.weight for name, one in declared.modes.items() if one.apart is None}
    whole = sum(weights.values()) or 1.0
    of_mode = [
        sound if name == SOUND else (1 - sound) * weights.get(name, 0.0) / whole
        for name in states.names
    ]
    return np.asarray(np.array(of_mode)[states.drawn] * states.share)


def _by_mode(states: Hypotheses, weight: Floats) -> dict[str, float]:
    summed = np.bincount(states.mode, weight, len(states.names))
    return dict(zip(states.names, map(float, summed), strict=True))


def _aspects(
    declared: Modes, modes: Mapping[str, float], apart: Mapping[str, float]
) -> dict[Aspect, float]:
    """The weight that each aspect is sound."""
    found = {
        aspect: sum(one for name, one in modes.items() if aspect not in harmed(declared, name))
        for aspect in declared.aspects
    }
    for name, one in declared.modes.items():
        if one.apart is not None:
            for aspect in one.aspects:
                found[aspect] *= 1 - apart[name]
    return found


def _of_answers(
    declared: Modes, states: Hypotheses, evidence: Sequence[Evidence]
) -> tuple[Floats, Floats]:
    """ln of how often each state gives the answers that were given, shape (states,); and how likely
    each reading's answer is the part's, shape (readings, states). Seen wrong as often as misread.
    """
    found = np.zeros(len(states.names))
    rightly = np.ones((len(evidence), len(states.names)))
    for place, one in enumerate(evidence):
        if one.answer and one.aspect:
            often = [
                declared.often_beside_a_figure(name, one.test, one.answer)
                if one.figures
                else declared.often(name, one.test, one.aspect, one.answer)
                for name in states.names
            ]
            right = (1 - one.misread) * np.array(often)
            either = np.maximum(right + one.misread * WRONG_ANSWER, _LOWEST)
            found += np.log(either)
            rightly[place] = right / either
    return np.asarray(found[states.drawn]), np.asarray(rightly[:, states.drawn])
