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

LEAST_SPREAD = 0.004
"""No figure is compared more sharply than that, whatever the meter says [1]."""
_NEVER_OPEN = 1e8
"""A prediction above this is an overflow on any meter [Ω]."""


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
        predicted = [
            predict(circuit, faults, hypotheses, one.probe, one.input_ohms) for one in figures
        ]
        log_likelihood += _joint(predicted, figures)
    log_weight = hypotheses.log_prior + log_likelihood
    log_weight -= log_weight.max()
    weight = np.exp(log_weight)
    return Weighed(hypotheses, log_likelihood, weight / weight.sum())


def _overflow(found: Prediction, one: Reading) -> Floats:
    spread = np.hypot(found.spread, 0.05)
    return log_above((scaled(found.kind, one.ceiling) - found.scaled) / spread)


def own_spread(one: Reading) -> float:
    """The meter's standard deviation of a figure in the frame of :func:`scaled`."""
    assert one.value is not None
    meter = one.standard * float(slope(one.probe.kind, one.value))
    return max(meter, LEAST_SPREAD) / max(one.weight, 1e-3) ** 0.5


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


def _joint(predicted: Sequence[Prediction], figures: Sequence[Reading]) -> Floats:
    off, covariance = residuals(predicted, figures)
    root = np.linalg.cholesky(covariance)
    z = np.linalg.solve(root, off[..., None])[..., 0]
    log_root = np.log(np.diagonal(root, axis1=1, axis2=2)).sum(axis=1)
    return np.asarray(-0.5 * (z**2).sum(axis=1) - log_root - 0.5 * len(figures) * LOG_TWO_PI)
