"""Solving the networks of many hypotheses: each afresh, or two faults as a change of one's network."""

from __future__ import annotations

from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.solve.hypotheses import Bools, Hypotheses
from hembit_circuits.solve.network import Network, matrix_of

_CANCELS = 0.1
"""Where so little is left of the denominator the digits are gone [1]."""


class Solver(Protocol):
    """Networks that are ready to be driven."""

    def between(self, first: int, second: int) -> np.ndarray:
        """Potentials [V] that one ampere from node to node makes, shape (hypotheses, nodes)."""

    def driven(self) -> np.ndarray:
        """Potentials [V] that the sources make, shape (hypotheses, nodes)."""


class Afresh:
    """Each network by itself; with one inverse for all where ``many`` pairs of nodes are asked."""

    def __init__(self, network: Network, *, many: bool = False) -> None:
        self._network = network
        self._matrix = matrix_of(network)
        self._inverse: np.ndarray | None = None
        if many:
            self._inverse = np.linalg.inv(self._matrix)

    def between(self, first: int, second: int) -> np.ndarray:
        """Potentials [V] that one ampere from node to node makes, shape (hypotheses, nodes)."""
        if self._inverse is not None:
            return np.asarray(self._inverse[:, :, first] - self._inverse[:, :, second])
        right = np.zeros(self._network.nodes)
        right[[first, second]] = 1.0, -1.0
        return self._solve(np.broadcast_to(right, self._matrix.shape[:2]))

    def driven(self) -> np.ndarray:
        """Potentials [V] that the sources make, shape (hypotheses, nodes)."""
        return self._solve(self._network.injected)

    def _solve(self, right: np.ndarray) -> np.ndarray:
        return np.asarray(np.linalg.solve(self._matrix, right[..., None])[..., 0])


class ByOneFault:
    """Two faults as one branch changed in the network of one of them.

    Z' = Z − Z a aᵀ Z · Δg / (1 + Δg aᵀ Z a). A branch that is opened is never such a change, since what
    it leaves may hang on nothing: two openings, what changes more than one branch, and whatever
    leaves little of the denominator, are solved afresh.

    Parameters
    ----------
    singles : the network of each single fault, by its place.
    network : of every hypothesis.

    References
    ----------
    Sherman and Morrison, Ann. Math. Stat. 21 (1950) 124.
    """

    def __init__(self, singles: Network, network: Network, hypotheses: Hypotheses) -> None:
        self._singles = singles
        self._inverse = np.linalg.inv(matrix_of(singles))
        fits, changed = _changes(singles)
        first, second = hypotheses.first, hypotheses.second
        # The second changed in the network of the first, or else the first in that of the second.
        self._parent = np.where(fits[second], first, second)
        branch = np.where(fits[second], changed[second], changed[first])
        rows = np.arange(len(branch))
        self._first, self._second = network.ends[branch, 0], network.ends[branch, 1]
        self._moved = (
            self._inverse[self._parent, :, self._first] - self._inverse[self._parent, :, self._second]
        )
        across = self._moved[rows, self._first] - self._moved[rows, self._second]
        delta = network.conductance[rows, branch] - singles.conductance[self._parent, branch]
        left = 1 + delta * across
        self._share = delta / np.where(np.abs(left) < _CANCELS, 1.0, left)
        self._afresh = np.flatnonzero(~(fits[first] | fits[second]) | (np.abs(left) < _CANCELS))
        if len(self._afresh):
            self._solved = Afresh(network.take(self._afresh))

    def between(self, first: int, second: int) -> np.ndarray:
        """Potentials [V] that one ampere from node to node makes, shape (hypotheses, nodes)."""
        found = self._updated(self._inverse[:, :, first] - self._inverse[:, :, second])
        if len(self._afresh):
            found[self._afresh] = self._solved.between(first, second)
        return found

    def driven(self) -> np.ndarray:
        """Potentials [V] that the sources make, shape (hypotheses, nodes)."""
        found = self._updated(np.einsum("sij,sj->si", self._inverse, self._singles.injected))
        if len(self._afresh):
            found[self._afresh] = self._solved.driven()
        return found

    def _updated(self, potentials: np.ndarray) -> np.ndarray:
        found = potentials[self._parent]
        rows = np.arange(len(found))
        across = found[rows, self._first] - found[rows, self._second]
        found -= self._moved * (across * self._share)[:, None]
        return np.asarray(found)


def _changes(singles: Network) -> tuple[Bools, NDArray[np.intp]]:
    """Whether each fault is one branch changed, and not opened, in the sound network; which branch."""
    changed = singles.conductance != singles.conductance[0]
    opened = (changed & (singles.conductance == 0)).any(axis=1)
    driven = (singles.volts != singles.volts[0]).any(axis=1)
    return (changed.sum(axis=1) <= 1) & ~opened & ~driven, changed.argmax(axis=1)


class Grouped:
    """Hypotheses in groups, each with a solver of its own."""

    def __init__(self, groups: list[tuple[NDArray[np.intp], Solver]]) -> None:
        self._groups = groups

    def between(self, first: int, second: int) -> np.ndarray:
        """Potentials [V] that one ampere from node to node makes, shape (hypotheses, nodes)."""
        return self._joined([one.between(first, second) for _, one in self._groups])

    def driven(self) -> np.ndarray:
        """Potentials [V] that the sources make, shape (hypotheses, nodes)."""
        return self._joined([one.driven() for _, one in self._groups])

    def _joined(self, found: list[np.ndarray]) -> np.ndarray:
        count = sum(len(places) for places, _ in self._groups)
        whole: np.ndarray = np.empty((count, found[0].shape[1]), dtype=found[0].dtype)
        for (places, _), one in zip(self._groups, found, strict=True):
            whole[places] = one
        return whole
