"""A pasted chart of t against R, read line by line: nothing is guessed without saying so.

What can be read in two ways is a question with a choice; where one of them is usual it is taken and
said, where none is, nothing is read until it is answered.
"""

from __future__ import annotations

from decimal import Decimal

from hembit_core.charts.cells import Cell, Mark, Row, decimal_marks, figure, rows_in
from hembit_core.charts.columns import Body, Columns
from hembit_core.charts.points import ChartLine, Point, ReadRows
from hembit_core.charts.questions import Asked, ChartAnswers, ChartOption, ChartQuestion
from hembit_core.charts.units import (
    PREFIX,
    Degrees,
    Ohms,
    degrees_in,
    ohms_in,
)
from hembit_core.errors import InputError

MOST_ROWS = 20_000
"""Of a chart [1]."""


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
    plain = "".join(one for one in example if one.isdecimal())
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
        self.columns, self.body = Columns(header, body), body
        self.said, self.questions, self.unread = said, questions, unread
        self.how = [] if mark is Mark.POINT else ["Decimal commas."]

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
        columns = self.columns.of_figures()
        if len(columns) < 2:
            raise InputError("This has one column of figures. A chart has a temperature and ohms.")
        if self.said.temperature_column is None and self.said.resistance_column is None:
            pairs = self.columns.side_by_side(columns)
            if pairs:
                self.how.append(f"{len(pairs)} blocks side by side.")
                return pairs
        warm = self._choose("temperature_column", columns, self.columns.warm(columns), "temperature")
        rest = [place for place in columns if place != warm]
        read = self._choose("resistance_column", rest, self.columns.read(rest), "resistance")
        return [(warm, read)]

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
                        ChartOption(value=str(one), label=self.columns.called(one)) for one in columns
                    ),
                    taken=str(taken),
                )
            )
        return taken

    def _degrees(self, places: list[int]) -> Degrees:
        own = [found for place in places if (found := degrees_in(self.columns.header[place]))]
        # One that stands above all of it, where columns could not be told apart.
        heads = own or [found for one in self.columns.header if (found := degrees_in(one))]
        if heads or any(self.columns.any_unit(place, degrees_in) for place in places):
            found = heads[0] if heads else Degrees.CELSIUS
            self.how.append(f"Temperatures in {found}, as it says.")
            return found
        return Degrees(
            self._asked_unit("degrees", "What are the temperatures in?", Degrees.CELSIUS, Degrees)
        )

    def _ohms(self, places: list[int]) -> Ohms:
        own = [found for place in places if (found := ohms_in(self.columns.header[place]))]
        heads = own or [found for one in self.columns.header if (found := ohms_in(one))]
        if heads or any(self.columns.any_unit(place, ohms_in) for place in places):
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
