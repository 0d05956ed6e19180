"""What a measurement would read, in a frame where readings can be compared."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.model.probe import Kind
from hembit_circuits.solve.hypotheses import Floats

SCALE: dict[Kind, float] = {"ohms": 0.3, "volts": 1.5, "amps": 0.05, "millivolts": 0.2}
"""Below this a figure counts by its size, above by its share, as arsinh(x / 2 s) [Ω, V, A, mV]."""
LEAST_OHMS = 1e-6
OPEN = 1e9
"""Ohms from which on a path is none [Ω]."""


@dataclass(frozen=True)
class Prediction:
    """What is read, shape (hypotheses,) each but ``by_branch``, (hypotheses, unknowns).

    Attributes
    ----------
    value : Ω, V, A or mV.
    scaled : arsinh(value / 2 s), the frame in which readings are compared.
    by_branch : change of ``scaled`` by one standard deviation of each branch's ohms, then of each
        source's volts, then of each load's ohms at work as far as they do not follow from the cold.
    slope : the change of ``scaled`` with ``value`` that ``by_branch`` was taken with [1/Ω, 1/V, …].
    more : further standard deviation of ``scaled``: a floating node's ghost.
    """

    kind: Kind
    value: Floats
    scaled: Floats
    by_branch: Floats
    slope: Floats
    more: Floats

    def take(self, which: NDArray[np.intp]) -> Prediction:
        """Of some of the hypotheses."""
        return Prediction(
            self.kind,
            self.value[which],
            self.scaled[which],
            self.by_branch[which],
            self.slope[which],
            self.more[which],
        )

    @property
    def spread(self) -> Floats:
        """Standard deviation of ``scaled`` by the parts' own spread."""
        parts = np.einsum("hb,hb->h", self.by_branch, self.by_branch)
        return np.asarray(np.sqrt(parts + self.more**2))


def scaled(kind: Kind, value: Floats | float) -> Floats:
    """A figure in the frame in which readings are compared."""
    return np.asarray(np.arcsinh(np.asarray(value) / (2 * SCALE[kind])))


def slope(kind: Kind, value: Floats | float) -> Floats:
    """d scaled / d value [1/Ω, 1/V, 1/A, 1/mV]."""
    return np.asarray(1 / np.sqrt(np.asarray(value) ** 2 + (2 * SCALE[kind]) ** 2))


def chord(kind: Kind, value: Floats, spread: Floats) -> Floats:
    """How steep ``scaled`` is over two standard deviations, where that is less than at the value.

    Near nothing it is steep, and flattens within a wide ``spread`` (in the unit of ``value``): along
    its tangent the star point of three elements, at 0 V ± 6 V, would be one that may stand at 200 V.
    """
    wide = 2 * np.maximum(spread, 1e-9)
    over = (scaled(kind, value + wide) - scaled(kind, value - wide)) / (2 * wide)
    return np.asarray(np.minimum(slope(kind, value), over))


def along(kind: Kind, figure: np.ndarray, change: np.ndarray) -> Floats:
    """How the size of a complex figure changes with each branch, the last axis.

    Near zero a figure has no direction: what moves it at all makes it grow.
    """
    size = np.abs(figure)
    in_phase = np.real(np.conj(figure)[..., None] * change) / np.maximum(size, 1e-12)[..., None]
    return np.asarray(np.where((size < SCALE[kind])[..., None], np.abs(change), in_phase))


def straight(spread: Floats) -> Floats:
    """The standard deviation of R / median R where ln R has that standard deviation [1].

    √((exp s² − 1) exp s²): of a log-normal law, so that its upper tail is not taken for impossible.
    """
    grown = np.exp(spread**2)
    return np.asarray(np.sqrt((grown - 1) * grown))
