"""How far a figure can get when the parts move: a bound, for where its prediction bends."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from hembit_circuits.infer.joint import BENDS, FARTHEST
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.solve.hypotheses import Bools, Faults, Floats, Hypotheses, faults_of
from hembit_circuits.solve.network import OWN_AT_WORK, followed
from hembit_circuits.solve.prediction import Prediction, scaled, straight

_STEPS = 5
"""On so many points the volts between the middle and the farthest are looked at [1]."""


@lru_cache(maxsize=64)
def widths_of(circuit: Circuit, *, is_live: bool) -> Widths:
    """Of a circuit in one state."""
    return Widths(faults_of(circuit), is_live=is_live)


class Widths:
    """How wide each unknown is under each fault, shape (faults, unknowns) each.

    Attributes
    ----------
    spread : sd of ln of the unknown.
    steep : what :attr:`Prediction.by_branch` has for it, for each change of the figure by ln of it.
    wide : how many branches a fault makes so wide that a prediction may bend, shape (faults,).
    """

    def __init__(self, faults: Faults, *, is_live: bool) -> None:
        of_branch = faults.spread_live if is_live else faults.spread_cold
        share = followed(faults) if is_live else np.ones(of_branch.shape[1])
        volts = np.broadcast_to(faults.volts_spread, (len(of_branch), len(faults.volts_spread)))
        at_work = of_branch[:, faults.loads] * OWN_AT_WORK
        self.spread = np.concatenate([of_branch * share, volts, at_work], axis=1)
        self.steep = np.concatenate(
            [straight(of_branch) * share, volts, straight(of_branch[:, faults.loads]) * OWN_AT_WORK],
            axis=1,
        )
        touched = faults.touched
        self.wide = (touched & (of_branch > BENDS)).sum(axis=1)
        none = np.zeros(volts.shape, dtype=bool)
        self._touched: Bools = np.concatenate([touched, none, touched[:, faults.loads]], axis=1)

    def of(self, values: Floats, hypotheses: Hypotheses) -> Floats:
        """One of them under each hypothesis, shape (hypotheses, unknowns)."""
        one, other = hypotheses.first, hypotheses.second
        return np.where(self._touched[other], values[other], values[one])


def reach_of(widths: Widths, hypotheses: Hypotheses, found: Prediction) -> Floats:
    """The square of how far a figure gets, at the most, for each standard deviation of the parts.

    Where all parts are x standard deviations from their middle, √Σ xᵦ² = |x| and no |xᵦ| > 5, a figure
    in the frame of :func:`~hembit_circuits.solve.prediction.scaled` is no further from its prediction
    than √K |x|; K is returned, shape (hypotheses,).

    The ohms between two nodes are a concave function of those of the branches, and their siemens one of
    the branches' siemens. With sᵦ = ∂ln R/∂ln Rᵦ and uᵦ = σᵦ xᵦ therefore

        1 / (1 + Σ sᵦ (exp(−uᵦ) − 1)) ≤ R′/R ≤ 1 + Σ sᵦ (exp uᵦ − 1),

    the logarithm of which is no more than the sum of ln(1 + sᵦ (exp |uᵦ| − 1)), each convex, so that
    its chord to the farthest bounds it. Of volts and amps, while nothing switches or trips, the change
    by one branch is no more than |∂V/∂ln Rᵦ| (exp |uᵦ| − 1); by two that are wide, nothing is promised,
    and K is without end. Branches without a fault are as good as straight.

    References
    ----------
    Shannon and Hagelbarger, J. Appl. Phys. 27 (1956) 42: concavity of the ohms between two nodes.
    Sherman and Morrison, Ann. Math. Stat. 21 (1950) 124: change by one branch.
    """
    if found.kind != "ohms":
        reach = np.full(len(hypotheses), np.inf)
        one = np.flatnonzero(widths.wide[hypotheses.first] + widths.wide[hypotheses.second] <= 1)
        reach[one] = _reach(widths, hypotheses.take(one), found.take(one))
        return reach
    return _reach(widths, hypotheses, found)


def _reach(widths: Widths, hypotheses: Hypotheses, found: Prediction) -> Floats:
    spread = widths.of(widths.spread, hypotheses)
    steep = np.maximum(widths.of(widths.steep, hypotheses), 1e-300)
    change = np.abs(found.by_branch) / (steep * found.slope[:, None])
    value = found.value[:, None]
    if found.kind == "ohms":
        most = value + change * np.expm1(FARTHEST * spread)
        chord = (scaled("ohms", most) - found.scaled[:, None]) / FARTHEST
        return np.asarray(np.einsum("hu,hu->h", chord, chord))
    chord = np.zeros_like(change)
    for step in range(1, _STEPS + 1):
        far = FARTHEST * step / _STEPS
        most = change * np.expm1(far * spread)
        up = scaled(found.kind, value + most) - found.scaled[:, None]
        down = found.scaled[:, None] - scaled(found.kind, np.maximum(value - most, 0.0))
        chord = np.maximum(chord, np.maximum(up, down) / far)
    return np.asarray(np.einsum("hu,hu->h", chord, chord))
