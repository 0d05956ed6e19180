"""The columns of a table of figures: which holds temperatures, and which resistances."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from hembit_core.charts.cells import Cell, Row
from hembit_core.charts.units import degrees_in, is_nominal, names_resistance, names_temperature
from hembit_core.curves.ends import Floats

Body = list[tuple[Row, tuple[Cell | None, ...]]]


class Columns:
    """A table's columns: what stands above each, and the figures in it."""

    def __init__(self, header: Sequence[Row], body: Body) -> None:
        self.body = body
        self.width = max(len(cells) for _, cells in body)
        self.header = [
            " ".join(row.cells[place] for row in header if place < len(row.cells))
            for place in range(self.width)
        ]

    def of_figures(self) -> list[int]:
        """The columns with a figure in every fourth row at least."""
        return [place for place in range(self.width) if self._is_column(place)]

    def _is_column(self, place: int) -> bool:
        there = sum(place < len(cells) and cells[place] is not None for _, cells in self.body)
        return there * 4 >= len(self.body)

    def _values(self, place: int) -> Floats:
        found = [cells[place] for _, cells in self.body if place < len(cells)]
        return np.asarray([one.value for one in found if one is not None], dtype=np.float64)

    def _is_even(self, place: int) -> bool:
        """Whether a column goes in even steps, as temperatures mostly do."""
        steps = np.diff(self._values(place))
        if steps.size == 0 or steps[0] == 0:
            return False
        usual = float(np.median(steps))
        return bool(usual != 0 and np.mean(np.abs(steps - usual) <= 0.02 * abs(usual)) > 0.7)

    def side_by_side(self, columns: list[int]) -> list[tuple[int, int]]:
        """Pairs of columns where blocks stand side by side; none otherwise."""
        if len(columns) < 4 or len(columns) % 2:
            return []
        pairs = list(zip(columns[::2], columns[1::2], strict=True))
        named = [names_temperature(self.header[warm]) for warm, _ in pairs]
        both = [self._is_even(warm) and not self._is_even(read) for warm, read in pairs]
        return pairs if all(named) or (all(both) and not any(self.header)) else []

    def warm(self, columns: list[int]) -> tuple[int | None, bool]:
        """The column of temperatures, and whether that is certain."""
        named = [one for one in columns if names_temperature(self.header[one])]
        with_unit = [one for one in columns if self.any_unit(one, degrees_in)]
        for found in (named, with_unit):
            if len(found) == 1:
                return found[0], True
        below = [one for one in columns if (self._values(one) < 0).any()]
        even = [one for one in columns if self._is_even(one)]
        for found in (below, even):
            if len(found) == 1:
                return found[0], True
        return (columns[0], False)

    def read(self, columns: list[int]) -> tuple[int | None, bool]:
        """The column of resistances, and whether that is certain."""
        if len(columns) == 1:
            return columns[0], True
        nominal = [one for one in columns if is_nominal(self.header[one])]
        named = [one for one in columns if names_resistance(self.header[one])]
        for found in (nominal, named):
            if len(found) == 1:
                return found[0], True
        return columns[0], False

    def any_unit(self, place: int, unit_in: Callable[[str], object]) -> bool:
        """Whether a cell of a column has a unit of its own."""
        cells = [cells[place] for _, cells in self.body if place < len(cells)]
        return any(one is not None and unit_in(one.unit) is not None for one in cells)

    def called(self, place: int) -> str:
        """A column by what stands above it, and its first figure."""
        first = next(
            (row.cells[place] for row, cells in self.body if place < len(cells) and cells[place]), ""
        )
        return f"{self.header[place].strip() or f'column {place + 1}'} ({first} …)"
