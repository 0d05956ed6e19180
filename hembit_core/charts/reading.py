"""A pasted chart of t against R, read line by line: nothing is guessed without saying so.

What can be read in two ways is a question with a choice; where one of them is usual it is taken and
said, where none is, nothing is read until it is answered.
"""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from typing import Literal

import numpy as np

from hembit_core.charts.cells import Cell, Mark, Row, decimal_marks, figure, rows_in
from hembit_core.charts.units import (
    PREFIX,
    Degrees,
    Ohms,
    degrees_in,
    is_nominal,
    names_resistance,
    names_temperature,
    ohms_in,
)
from hembit_core.errors import InputError
from hembit_core.model import Model

MOST_ROWS = 20_000
Asked = Literal["decimal", "degrees", "ohms", "temperature_column", "resistance_column"]


class ChartAnswers(Model):
    """How somebody said that a chart is to be read; columns count from 0."""

    decimal: Mark | None = None
    degrees: Degrees | None = None
    ohms: Ohms | None = None
    temperature_column: int | None = None
    resistance_column: int | None = None


class ChartOption(Model):
    """One way to read it."""

    value: str
    label: str


class ChartQuestion(Model):
    """What can be read in two ways, and which was taken; ``taken`` is empty until it is answered."""

    asks: Asked
    text: str
    options: tuple[ChartOption, ...]
    taken: str


class ChartLine(Model):
    """A line that was no point of the chart: why."""

    line: int
    text: str
    problem: str


@dataclass(frozen=True)
class Point:
    """A row of the chart: temperature and resistance as they were written, with their units."""

    line: int
    temperature: str
    resistance: str
    celsius: float
    ohms: float
    rounding: float
    """Half a step of the last digit written [Ω]."""

    @property
    def warm(self) -> str:
        """The temperature with its unit."""
        return self.temperature if self.temperature.endswith("F") else f"{self.temperature} °C"

    @property
    def read(self) -> str:
        """The resistance with its unit."""
        digits = self.resistance.rstrip("kM")
        return f"{digits} {self.resistance[len(digits) :]}Ω"


@dataclass(frozen=True)
class ReadRows:
    """What was read: the points in the order of the lines, how, and what is open."""

    points: tuple[Point, ...]
    how: tuple[str, ...]
    questions: tuple[ChartQuestion, ...]
    unread: tuple[ChartLine, ...]


def read_rows(text: str, answers: ChartAnswers | None = None) -> ReadRows:
    r"""Read the rows of a pasted chart.

    Raises
    ------
    InputError
        If the text is no text, too long, or holds no two columns of figures.

    Examples
    --------
    >>> found = read_rows("T °C;R kΩ\n0;16,33\n25;5,000")
    >>> [(one.celsius, one.ohms) for one in found.points]
    [(0.0, 16330.0), (25.0, 5000.0)]
    """
    said = answers or ChartAnswers()
    rows = rows_in(text)
    if len(rows) > MOST_ROWS:
        raise InputError(f"This has {len(rows):,} rows; a chart may have {MOST_ROWS:,}.")
    if not rows:
        raise InputError("Nothing is pasted yet.")
    mark, question = _mark_of(rows, said)
    if mark is None:
        assert question
        return ReadRows((), (), (question,), ())
    header, body, unread = _parted(rows, mark)
    return _Reader(header, body, mark, said, [question] if question else [], unread).read()


def _mark_of(rows: tuple[Row, ...], said: ChartAnswers) -> tuple[Mark | None, ChartQuestion | None]:
    certain, doubtful = decimal_marks([cell for row in rows for cell in row.cells])
    if said.decimal is None and len(certain) == 1:
        return next(iter(certain)), None
    if said.decimal is None and not certain and not doubtful:
        return Mark.POINT, None
    example = doubtful or "10,400"
    plain = example.replace(",", "").replace(".", "")
    here = "," if "," in example else "."
    other = "." if here == "," else ","
    question = ChartQuestion(
        asks="decimal",
        text=f"What is “{example}”?",
        options=(
            ChartOption(value=other, label=f"{int(plain):,}".replace(",", " ") + ", a whole number"),
            ChartOption(value=here, label=f"{example.replace(',', '.')}, with decimals"),
        ),
        taken=said.decimal or "",
    )
    return said.decimal, question


Body = list[tuple[Row, tuple[Cell | None, ...]]]


def _parted(rows: tuple[Row, ...], mark: Mark) -> tuple[list[Row], Body, list[ChartLine]]:
    """Headers above the first row of figures, the rows of figures, and what else there is."""
    header: list[Row] = []
    body: Body = []
    unread = []
    for row in rows:
        cells = tuple(figure(cell, mark) for cell in row.cells)
        if sum(cell is not None for cell in cells) >= 2:
            body.append((row, cells))
        elif not body:
            header.append(row)
        else:
            unread.append(
                ChartLine(line=row.line, text=row.text[:120], problem="It has no two figures.")
            )
    if not body:
        raise InputError(
            "No line of this has a temperature and a resistance. Paste two columns, or more."
        )
    return header, body, unread


class _Reader:
    """One reading of a table, with what is asked and said on the way."""

    def __init__(
        self,
        header: list[Row],
        body: Body,
        mark: Mark,
        said: ChartAnswers,
        questions: list[ChartQuestion],
        unread: list[ChartLine],
    ) -> None:
        self.body, self.said, self.questions, self.unread = body, said, questions, unread
        self.width = max(len(cells) for _, cells in body)
        self.header = self._header(header)
        self.how = [] if mark is Mark.POINT else ["Decimal commas."]

    def _header(self, rows: list[Row]) -> list[str]:
        """What stands above each column, of all header rows together."""
        return [
            " ".join(row.cells[place] for row in rows if place < len(row.cells))
            for place in range(self.width)
        ]

    def read(self) -> ReadRows:
        blocks = self._blocks()
        points: list[Point] = []
        degrees = self._degrees([temperature for temperature, _ in blocks])
        ohms = self._ohms([resistance for _, resistance in blocks])
        for temperature, resistance in blocks:
            for row, cells in self.body:
                found = self._point(row, cells, (temperature, degrees), (resistance, ohms))
                if isinstance(found, Point):
                    points.append(found)
                elif temperature == blocks[0][0] or found.problem:
                    self.unread += [found] if found.problem else []
        order = sorted(self.unread, key=lambda one: one.line)
        return ReadRows(tuple(points), tuple(self.how), tuple(self.questions), tuple(order))

    def _point(
        self,
        row: Row,
        cells: tuple[Cell | None, ...],
        temperature: tuple[int, Degrees],
        resistance: tuple[int, Ohms],
    ) -> Point | ChartLine:
        (warm_at, degrees), (ohms_at, ohms) = temperature, resistance
        warm = cells[warm_at] if warm_at < len(cells) else None
        read = cells[ohms_at] if ohms_at < len(cells) else None
        if warm is None or read is None:
            # The shorter of blocks that stand side by side.
            blank = all(
                place >= len(row.cells) or not row.cells[place].strip() for place in (warm_at, ohms_at)
            )
            problem = "" if blank else "A temperature and a resistance are needed."
            return ChartLine(line=row.line, text=row.text[:120], problem=problem)
        own_degrees, own_ohms = degrees_in(warm.unit) or degrees, ohms_in(read.unit) or ohms
        celsius = warm.value if own_degrees is Degrees.CELSIUS else (warm.value - 32) / 1.8
        scale = {"": 0, "k": 3, "M": 6}[PREFIX[own_ohms]]
        decimals = len(read.digits.lower().partition("e")[0].partition(".")[2])
        value = float(Decimal(read.digits).scaleb(scale))
        if value <= 0 or celsius <= -273.15:
            return ChartLine(
                line=row.line,
                text=row.text[:120],
                problem="Ohms lie above zero, and temperatures above −273.15 °C.",
            )
        return Point(
            line=row.line,
            temperature=warm.digits if own_degrees is Degrees.CELSIUS else f"{warm.digits} °F",
            resistance=f"{read.digits}{PREFIX[own_ohms]}",
            celsius=celsius,
            ohms=value,
            rounding=10.0 ** (scale - decimals) / 2,
        )

    def _blocks(self) -> list[tuple[int, int]]:
        """The columns of temperature and resistance; several pairs where blocks stand side by side."""
        columns = [place for place in range(self.width) if self._is_column(place)]
        if len(columns) < 2:
            raise InputError("This has one column of figures. A chart has a temperature and ohms.")
        if self.said.temperature_column is None and self.said.resistance_column is None:
            pairs = self._side_by_side(columns)
            if pairs:
                self.how.append(f"{len(pairs)} blocks side by side.")
                return pairs
        warm = self._choose("temperature_column", columns, self._warm(columns), "temperature")
        rest = [place for place in columns if place != warm]
        read = self._choose("resistance_column", rest, self._read(rest), "resistance")
        return [(warm, read)]

    def _is_column(self, place: int) -> bool:
        there = sum(place < len(cells) and cells[place] is not None for _, cells in self.body)
        return there * 4 >= len(self.body)

    def _values(self, place: int) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
        found = [cells[place] for _, cells in self.body if place < len(cells)]
        return np.asarray([one.value for one in found if one is not None], dtype=np.float64)

    def _is_even(self, place: int) -> bool:
        """Whether a column goes in even steps, as temperatures mostly do."""
        steps = np.diff(self._values(place))
        if steps.size == 0 or steps[0] == 0:
            return False
        usual = float(np.median(steps))
        return bool(usual != 0 and np.mean(np.abs(steps - usual) <= 0.02 * abs(usual)) > 0.7)

    def _side_by_side(self, columns: list[int]) -> list[tuple[int, int]]:
        if len(columns) < 4 or len(columns) % 2:
            return []
        pairs = list(zip(columns[::2], columns[1::2], strict=True))
        named = [names_temperature(self.header[warm]) for warm, _ in pairs]
        both = [self._is_even(warm) and not self._is_even(read) for warm, read in pairs]
        return pairs if all(named) or (all(both) and not any(self.header)) else []

    def _warm(self, columns: list[int]) -> tuple[int | None, bool]:
        """The column of temperatures, and whether that is certain."""
        named = [one for one in columns if names_temperature(self.header[one])]
        with_unit = [one for one in columns if self._unit(one, degrees_in)]
        for found in (named, with_unit):
            if len(found) == 1:
                return found[0], True
        below = [one for one in columns if (self._values(one) < 0).any()]
        even = [one for one in columns if self._is_even(one)]
        for found in (below, even):
            if len(found) == 1:
                return found[0], True
        return (columns[0], False)

    def _read(self, columns: list[int]) -> tuple[int | None, bool]:
        """The column of resistances, and whether that is certain."""
        if len(columns) == 1:
            return columns[0], True
        nominal = [one for one in columns if is_nominal(self.header[one])]
        named = [one for one in columns if names_resistance(self.header[one])]
        for found in (nominal, named):
            if len(found) == 1:
                return found[0], True
        return columns[0], False

    def _unit(self, place: int, unit_in: object) -> bool:
        cells = [cells[place] for _, cells in self.body if place < len(cells)]
        return any(one is not None and unit_in(one.unit) is not None for one in cells)  # type: ignore[operator]

    def _choose(
        self, asks: Asked, columns: list[int], found: tuple[int | None, bool], what: str
    ) -> int:
        usual, certain = found
        said: int | None = getattr(self.said, asks)
        assert usual is not None
        taken = said if said in columns else usual
        if not certain or (said is not None and said != usual):
            self.questions.append(
                ChartQuestion(
                    asks=asks,
                    text=f"Which column is the {what}?",
                    options=tuple(
                        ChartOption(value=str(one), label=self._called(one)) for one in columns
                    ),
                    taken=str(taken),
                )
            )
        return taken

    def _called(self, place: int) -> str:
        first = next(
            (row.cells[place] for row, cells in self.body if place < len(cells) and cells[place]), ""
        )
        return f"{self.header[place].strip() or f'column {place + 1}'} ({first} …)"

    def _degrees(self, places: list[int]) -> Degrees:
        own = [found for place in places if (found := degrees_in(self.header[place]))]
        # One that stands above all of it, where columns could not be told apart.
        heads = own or [found for one in self.header if (found := degrees_in(one))]
        if heads or any(self._unit(place, degrees_in) for place in places):
            found = heads[0] if heads else Degrees.CELSIUS
            self.how.append(f"Temperatures in {found}, as it says.")
            return found
        return Degrees(
            self._asked_unit("degrees", "What are the temperatures in?", Degrees.CELSIUS, Degrees)
        )

    def _ohms(self, places: list[int]) -> Ohms:
        own = [found for place in places if (found := ohms_in(self.header[place]))]
        heads = own or [found for one in self.header if (found := ohms_in(one))]
        if heads or any(self._unit(place, ohms_in) for place in places):
            found = heads[0] if heads else Ohms.OHM
            self.how.append(f"Resistances in {found}, as it says." if heads else "Units as they stand.")
            return found
        return Ohms(self._asked_unit("ohms", "What are the resistances in?", Ohms.OHM, Ohms))

    def _asked_unit(self, asks: Asked, text: str, usual: str, units: type[Degrees | Ohms]) -> str:
        taken: str = getattr(self.said, asks) or usual
        self.questions.append(
            ChartQuestion(
                asks=asks,
                text=text,
                options=tuple(ChartOption(value=str(one), label=str(one)) for one in units),
                taken=taken,
            )
        )
        return taken
