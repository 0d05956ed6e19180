"""What was weighed lately: with a reading more, what is ruled out already stays so."""

from __future__ import annotations

from collections import deque
from collections.abc import Sequence

from hembit_circuits.infer.explaining import Weighed
from hembit_circuits.infer.swaps import Swap
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading

_MOST = 4
"""So many of the last are kept [1]."""


class Remembered:
    """The last few weighings, by their circuit, readings and swaps. It may be shared by threads."""

    def __init__(self) -> None:
        self._kept: deque[tuple[Circuit, tuple[Reading, ...], tuple[Swap, ...], Weighed]] = deque(
            maxlen=_MOST
        )

    def longest(
        self, circuit: Circuit, readings: Sequence[Reading], swaps: tuple[Swap, ...] = ()
    ) -> tuple[Weighed, int] | None:
        """The weighing of the most of the first readings, by the same swaps, and how many; None where
        none is kept.
        """
        wanted, found = tuple(readings), None
        for its, some, by, weighed in tuple(self._kept):
            longer = found is None or len(some) > found[1]
            is_start = by == swaps and some == wanted[: len(some)]
            if longer and is_start and (its is circuit or its == circuit):
                found = weighed, len(some)
        return found

    def keep(
        self,
        circuit: Circuit,
        readings: Sequence[Reading],
        swaps: tuple[Swap, ...],
        weighed: Weighed,
    ) -> None:
        """Keep a weighing; of too many the first one goes."""
        self._kept.append((circuit, tuple(readings), swaps, weighed))
