"""What explains the readings: every hypothesis weighed by all of them together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import Faults, Floats, Hypotheses
from hembit_core.circuits.normal import LOG_TWO_PI, log_above
from hembit_core.circuits.predicting import Prediction, predict, scaled, slope
from hembit_core.circuits.probe import Reading

_COULD_COUNT = 40.0
"""What lies further below the heaviest, straight, is not worked out anew [ln]."""
_BENDS = 0.15
"""A prediction that is spread less than that is as good as straight [1]."""
_ROUNDS = 2
_FARTHEST = 5.0
"""No part is put further from its middle than that [standard deviations]."""
LEAST_SPREAD = 0.004
"""No figure is compared more sharply than that, whatever the meter says [1]."""


@dataclass(frozen=True)
class Weighed:
    """Hypotheses with what the readings make of them.

    Attributes
    ----------
    hypotheses : all that were weighed.
    log_likelihood : ln of the density of all readings, shape (hypotheses,).
    weight : their share, summing to 1.
    """

    hypotheses: Hypotheses
    log_likelihood: Floats
    weight: Floats


def weigh(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, readings: Sequence[Reading]
) -> Weighed:
    """Weigh hypotheses by all readings jointly: parts' spread is common to them, the meter's is not.

    Figures are normal in the frame of :func:`scaled`; an overflow is a figure above the ceiling,
    and hangs on nothing else.
    """
    figures = [one for one in readings if one.value is not None]
    overflows = [one for one in readings if one.value is None]
    log_likelihood = np.zeros(len(hypotheses))
    for one in overflows:
        found = predict(circuit, faults, hypotheses, one.probe, one.input_ohms)
        log_likelihood += one.weight * _overflow(found, one)
    if figures:
        log_likelihood += _figures(circuit, faults, hypotheses, figures, log_likelihood)
    log_weight = hypotheses.log_prior + log_likelihood
    log_weight -= log_weight.max()
    weight = np.exp(log_weight)
    return Weighed(hypotheses, log_likelihood, weight / weight.sum())


def _figures(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    figures: Sequence[Reading],
    others: Floats,
) -> Floats:
    """The log-likelihood of all figures: straight first, then anew about the likeliest parts.

    A fault of wide severity bends the predictions: those that could still count are worked out again
    where the readings put their parts (Laplace's approximation).
    """
    predicted = [predict(circuit, faults, hypotheses, one.probe, one.input_ohms) for one in figures]
    found, drawn = _joint(predicted, figures)
    heavy = hypotheses.log_prior + others + found
    wide = np.max([one.spread for one in predicted], axis=0)
    bent = np.flatnonzero((heavy > heavy.max() - _COULD_COUNT) & (wide > _BENDS))
    for _ in range(_ROUNDS):
        some, at = hypotheses.take(bent), drawn[bent]
        predicted = [predict(circuit, faults, some, one.probe, one.input_ohms, at) for one in figures]
        found[bent], drawn[bent] = _joint(predicted, figures, at)
    return found


def _overflow(found: Prediction, one: Reading) -> Floats:
    spread = np.hypot(found.spread, 0.05)
    return log_above((scaled(found.kind, one.ceiling) - found.scaled) / spread)


def own_spread(one: Reading) -> float:
    """The meter's standard deviation of a figure in the frame of :func:`scaled`."""
    assert one.value is not None
    meter = one.standard * float(slope(one.probe.kind, one.value))
    return float(max(meter, LEAST_SPREAD) / max(one.weight, 1e-3) ** 0.5)


def residuals(predicted: Sequence[Prediction], figures: Sequence[Reading]) -> tuple[Floats, Floats]:
    """How far each figure is from each prediction, and their covariance.

    Returns
    -------
    off : shape (hypotheses, readings).
    covariance : shape (hypotheses, readings, readings).
    """
    off = np.stack(
        [
            scaled(one.probe.kind, one.value or 0.0) - found.scaled
            for one, found in zip(figures, predicted, strict=True)
        ],
        axis=1,
    )
    change = np.stack([one.by_branch for one in predicted], axis=1)
    covariance = change @ change.transpose(0, 2, 1)
    inner = np.arange(len(figures))
    own = np.array([own_spread(one) for one in figures])
    more = np.stack([one.more for one in predicted], axis=1)
    covariance[:, inner, inner] += own**2 + more**2
    return off, covariance


def _joint(
    predicted: Sequence[Prediction], figures: Sequence[Reading], at: Floats | None = None
) -> tuple[Floats, Floats]:
    """The log-likelihood of figures, and where they put the parts, in standard deviations.

    ``at`` is where the predictions were worked out; in the middle where it is left out.
    """
    off, covariance = residuals(predicted, figures)
    change = np.stack([one.by_branch for one in predicted], axis=1)
    if at is not None:
        off = off + np.einsum("hrb,hb->hr", change, at)
    root = np.linalg.cholesky(covariance)
    z = np.linalg.solve(root, off[..., None])[..., 0]
    log_root = np.log(np.diagonal(root, axis1=1, axis2=2)).sum(axis=1)
    found = -0.5 * (z**2).sum(axis=1) - log_root - 0.5 * len(figures) * LOG_TWO_PI
    back = np.linalg.solve(root.transpose(0, 2, 1), z[..., None])[..., 0]
    drawn = np.clip(np.einsum("hrb,hr->hb", change, back), -_FARTHEST, _FARTHEST)
    return np.asarray(found), drawn


def misfit_of(circuit: Circuit, faults: Faults, weighed: Weighed, readings: Sequence[Reading]) -> float:
    """How far the readings are from the heaviest hypothesis: √(χ² / n) of figures [1].

    An overflow where a figure was due, or a figure where one was, counts by its own likelihood.
    """
    if not readings:
        return 0.0
    best = int(weighed.weight.argmax())
    one = weighed.hypotheses.take(np.array([best]))
    total = 0.0
    figures = [each for each in readings if each.value is not None]
    for each in readings:
        if each.value is None:
            found = predict(circuit, faults, one, each.probe, each.input_ohms)
            total += -2 * float(_overflow(found, each)[0])
    if figures:
        log_likelihood = _figures(circuit, faults, one, figures, np.zeros(1))
        predicted = [predict(circuit, faults, one, each.probe, each.input_ohms) for each in figures]
        _, covariance = residuals(predicted, figures)
        _, log_root = np.linalg.slogdet(covariance[0])
        total += max(-2 * float(log_likelihood[0]) - float(log_root) - len(figures) * LOG_TWO_PI, 0.0)
    return float(np.sqrt(total / len(readings)))
