"""The joint density of figures under many hypotheses, one figure after the other."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.infer.normal import LOG_TWO_PI
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Bools, Floats
from hembit_circuits.solve.prediction import Prediction, scaled, slope

BENDS = 0.15
"""A prediction that is spread less than that is as good as straight [1]."""
LEAST_SPREAD = 0.004
"""No figure is compared more sharply than that, whatever the meter says [1]."""
FARTHEST = 5.0
"""No part is put further from its middle than that [standard deviations]."""


def own_spread(one: Reading) -> float:
    """The meter's standard deviation of a figure in the frame of :func:`scaled`."""
    assert one.value is not None
    meter = one.standard * float(slope(one.probe.kind, one.value))
    return float(max(meter, LEAST_SPREAD) / max(one.weight, 1e-3) ** 0.5)


@dataclass(frozen=True)
class Joint:
    """Figures so far: a normal law whose covariance is that of the parts, common to all, and each own.

    The covariance C = J Jᵀ + D, with J the changes by the parts and D each figure's own, is kept as its
    root, a row for each figure, so that a figure more costs one row.

    Attributes
    ----------
    log_likelihood : ln of the density of all figures, shape (hypotheses,).
    wide : whether a figure's prediction bends, shape (hypotheses,).
    changes : J, a row for each figure, shape (hypotheses, unknowns) each.
    rows : the root's rows up to the diagonal, shape (hypotheses,) each.
    z : the figures in units of the root, shape (hypotheses,) each.
    """

    log_likelihood: Floats
    wide: Bools
    changes: tuple[Floats, ...] = ()
    rows: tuple[tuple[Floats, ...], ...] = ()
    z: tuple[Floats, ...] = ()

    @classmethod
    def of_none(cls, count: int) -> Joint:
        """Before any figure."""
        return cls(np.zeros(count), np.zeros(count, dtype=bool))

    @classmethod
    def joined(cls, some: Sequence[Joint]) -> Joint:
        """Of several groups of hypotheses that know as many figures, one group after the other.

        The figures may stand in another order in each.
        """
        return cls(
            np.concatenate([one.log_likelihood for one in some]),
            np.concatenate([one.wide for one in some]),
            tuple(map(np.concatenate, zip(*(one.changes for one in some), strict=True))),
            tuple(
                tuple(map(np.concatenate, zip(*row, strict=True)))
                for row in zip(*(one.rows for one in some), strict=True)
            ),
            tuple(map(np.concatenate, zip(*(one.z for one in some), strict=True))),
        )

    def with_reading(self, found: Prediction, one: Reading, at: Floats | None = None) -> Joint:
        """With a figure more; ``at`` is where its prediction was worked out, the middle if left out."""
        assert one.value is not None
        change = found.by_branch
        off = scaled(one.probe.kind, one.value) - found.scaled
        if at is not None:
            off = off + np.einsum("hb,hb->h", change, at)
        row: list[Floats] = []
        for earlier, above in zip(self.changes, self.rows, strict=True):
            common = np.einsum("hb,hb->h", change, earlier)
            for mine, its in zip(row, above[:-1], strict=True):
                common -= mine * its
            row.append(common / above[-1])
        own = own_spread(one) ** 2 + found.more**2
        parts = np.einsum("hb,hb->h", change, change)
        rest = parts + own
        for mine, z in zip(row, self.z, strict=True):
            rest = rest - mine**2
            off = off - mine * z
        diagonal = np.sqrt(np.maximum(rest, own))
        z_new = off / diagonal
        return Joint(
            self.log_likelihood - 0.5 * z_new**2 - np.log(diagonal) - 0.5 * LOG_TWO_PI,
            self.wide | (parts + found.more**2 > BENDS**2),
            (*self.changes, change),
            (*self.rows, (*row, diagonal)),
            (*self.z, z_new),
        )

    def drawn(self) -> Floats:
        """Where the figures put the parts, in standard deviations: Jᵀ C⁻¹ (figures − predictions)."""
        back: list[Floats] = []
        for place in range(len(self.z) - 1, -1, -1):
            rest = self.z[place]
            for below, later in zip(range(len(self.z) - 1, place, -1), back, strict=True):
                rest = rest - self.rows[below][place] * later
            back.append(rest / self.rows[place][-1])
        found = sum(
            (change * one[:, None] for change, one in zip(self.changes, reversed(back), strict=True)),
            np.zeros_like(self.changes[0]),
        )
        return np.asarray(np.clip(found, -FARTHEST, FARTHEST))

    def told(self, found: Sequence[Prediction]) -> tuple[Floats, Floats]:
        """What further figures would be once these are known, and how far they would spread, before the
        meter: shape (figures more, hypotheses) each.

        With w the parts' changes in units of the root, a figure more of change c has the mean
        prediction + (w c) z and the variance c² − (w c)² of the parts.
        """
        middle = np.stack([one.scaled for one in found])
        more = np.stack([one.more for one in found])
        change = np.stack([one.by_branch for one in found], axis=1)
        variance = np.einsum("hfu,hfu->fh", change, change)
        if self.z:
            common = change @ np.stack(self._in_units_of_the_root(), axis=2)
            middle = middle + (common @ np.stack(self.z, axis=1)[:, :, None])[:, :, 0].T
            variance = variance - np.einsum("hfi,hfi->fh", common, common)
        return middle, np.sqrt(np.maximum(variance, 0.0) + more**2)

    def _in_units_of_the_root(self) -> list[Floats]:
        """The changes with the root divided out, a row each, shape (hypotheses, unknowns)."""
        found: list[Floats] = []
        for change, row in zip(self.changes, self.rows, strict=True):
            rest = change
            for earlier, its in zip(found, row[:-1], strict=True):
                rest = rest - its[:, None] * earlier
            found.append(rest / row[-1][:, None])
        return found

    def take(self, which: NDArray[np.intp]) -> Joint:
        """Of some of the hypotheses."""
        return Joint(
            self.log_likelihood[which],
            self.wide[which],
            tuple(one[which] for one in self.changes),
            tuple(tuple(one[which] for one in row) for row in self.rows),
            tuple(one[which] for one in self.z),
        )

    @property
    def misfit(self) -> Floats:
        """χ² of the figures: the sum of their squares in units of the root [1]."""
        return np.asarray(sum((one**2 for one in self.z), np.zeros_like(self.log_likelihood)))
