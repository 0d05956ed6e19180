"""Judge a CSV of many readings of one part: what is alike once, a long file in several processes."""

from __future__ import annotations

import csv
import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from itertools import chain, islice
from typing import TextIO

from pydantic import TypeAdapter, ValidationError

from hembit_core.conformity.states import (
    DecisionRule,
)
from hembit_core.errors import InputError
from hembit_core.families.registry import FAMILIES
from hembit_core.judge import AnySpec, PartReading, by_rules, expectations, judge
from hembit_core.judging.ohms.brief import Brief, brief
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.measuring.conditions import Conditions

_READING: TypeAdapter[object] = TypeAdapter(PartReading)
_CONDITIONS = (
    "part_temperature",
    "temperature_source",
    "thermometer_limit",
    "supply",
    "cold_junction",
    "cold_junction_source",
    "stands_at",
)
_YES_NO = ("leads_nulled", "settled")
_SEVERAL = "displays"
_AT_ONCE = 10_000
_ROWS_ALIKE = 8
"""Where fewer rows than this are alike on average, another process gains more than it costs."""
_POINTED = re.compile(r"[1-9][0-9]{0,2}\.[0-9]{3}")


@dataclass(frozen=True)
class Row:
    """One row: its line in the file, its name, and a verdict or what is wrong."""

    line: int
    name: str
    verdict: Brief | None
    problem: str


@dataclass(frozen=True)
class _Given:
    """A row as it stands: its cells by column, or what is wrong with it."""

    line: int
    name: str
    cells: dict[str, str]
    problem: str = ""


def judge_rows(
    source: TextIO, spec: AnySpec, conditions: Conditions, rule: DecisionRule, processes: int = 1
) -> Iterator[Row]:
    """Judge each row of a CSV with a header.

    Columns are the fields of a reading (``display``, ``lead_zero``, ``connection`` …; several
    ``displays`` in one cell with blanks or semicolons between), of the conditions
    (``part_temperature`` …), and ``name``. ``measurand`` may be missing: the part's first. A
    bad row is reported with its line number and does not stop the rest. Cells are parted by
    commas, so that a point is the decimal mark: ``5.007`` is not asked about its thousands.
    A long file is shared out over ``processes``.

    Raises
    ------
    InputError
        If there is no header.
    """
    table = csv.DictReader(source)
    if not table.fieldnames:
        raise InputError("This CSV is empty: it needs a header, at least “display”.")
    first = first_measurand(spec, conditions)
    rows = _rows(table)
    judge_chunk = partial(_judge_chunk, spec=spec, conditions=conditions, rule=rule, first=first)
    chunks = iter(lambda: list(islice(rows, _AT_ONCE)), [])
    head = next(chunks, [])
    if len(head) < _AT_ONCE:
        yield from judge_chunk(head)
        return
    from hembit_core.sheets.in_processes import in_processes  # costs a start that a sheet need not pay

    for found in in_processes(judge_chunk, chain((head,), chunks), processes, _is_heavy):
        yield from found


def first_measurand(spec: AnySpec, conditions: Conditions) -> str:
    """The part's first test; where that needs a row's own conditions, its family's first reading."""
    try:
        return expectations(spec, conditions)[0].measurand
    except InputError:
        return str(FAMILIES[type(spec)].readings[0].model_fields["measurand"].default)


def _rows(table: csv.DictReader[str]) -> Iterator[_Given]:
    for cells in table:
        given = {
            key: _pointed(text.strip()) for key, text in cells.items() if key and text and text.strip()
        }
        name = (cells.get("name") or "").strip() or f"row {table.line_num}"
        given.pop("name", None)
        problem = "More cells than the header has columns." if None in cells else ""
        yield _Given(table.line_num, name, given, problem)


def _pointed(text: str) -> str:
    """A figure with three digits after its point, written so that nobody asks what the point is."""
    return f"{text}e0" if _POINTED.fullmatch(text) else text


_Key = tuple[tuple[str, str], ...]


def _taken_alike(one: _Given) -> _Key:
    """Everything about a row but its display: of rows that share it the same is due."""
    return tuple(cell for cell in one.cells.items() if cell[0] != "display")


def _is_heavy(chunk: list[_Given]) -> bool:
    """Whether its rows differ so much that most are judged one by one."""
    return len({tuple(one.cells.items()) for one in chunk}) > len(chunk) / _ROWS_ALIKE


def _judge_chunk(
    chunk: list[_Given], spec: AnySpec, conditions: Conditions, rule: DecisionRule, first: str
) -> list[Row]:
    """Rows in their order. What is alike but for its line and name is judged once."""
    spec = by_rules(spec, conditions.rules)
    due: dict[_Key, OhmsDue | None] = {}
    alike: dict[_Key, Row] = {}

    def judged(one: _Given) -> Brief:
        here, reading = _parsed(one.cells, conditions, first)
        return _briefly(spec, reading, here, rule, due, _taken_alike(one)) or Brief.of(
            judge(spec, reading, here, rule)  # type: ignore[arg-type]
        )

    found = []
    for one in chunk:
        key = (("problem", one.problem), *one.cells.items())
        if key not in alike:
            alike[key] = _row(one, judged)
        found.append(Row(one.line, one.name, alike[key].verdict, alike[key].problem))
    return found


def _row(one: _Given, judged: Callable[[_Given], Brief]) -> Row:
    """A row with its verdict, or with what is wrong with it."""
    if one.problem:
        return Row(one.line, one.name, None, one.problem)
    try:
        return Row(one.line, one.name, judged(one), "")
    except ValidationError as error:
        sentences = "; ".join(f"{_last(each['loc'])}: {each['msg']}" for each in error.errors())
        return Row(one.line, one.name, None, sentences)
    except InputError as error:
        field = f"{error.field.rpartition('.')[2]}: " if error.field else ""
        return Row(one.line, one.name, None, f"{field}{error.message}")


def _briefly(
    spec: AnySpec,
    reading: object,
    conditions: Conditions,
    rule: DecisionRule,
    known: dict[_Key, OhmsDue | None],
    key: _Key,
) -> Brief | None:
    """The verdict by the place alone, where that says all; what hinders that, ``judge`` words.

    What is due of rows that were taken alike is worked out once, and ``known`` from then on.
    """
    family = FAMILIES[type(spec)]
    if family.ohms_due is None or type(reading) is not family.ohms:
        return None
    try:
        taken = family.as_taken(spec, reading)
        if key not in known:
            known[key] = family.ohms_due(spec, taken, conditions)
        due = known[key]
        return brief(due, taken, conditions, rule) if due else None
    except InputError:
        return None


def _parsed(cells: dict[str, str], conditions: Conditions, first: str) -> tuple[Conditions, object]:
    """The row's conditions, which stand above the file's, and its reading."""
    given = dict(cells)
    own = {key: given.pop(key) for key in _CONDITIONS if key in given}
    if own:
        of_the_file = {name: getattr(conditions, name) for name in Conditions.model_fields}
        conditions = Conditions.model_validate({**of_the_file, **own})
    fields: dict[str, object] = {"measurand": first, **given}
    for key in _YES_NO:
        if key in given:
            fields[key] = given[key].lower() in ("yes", "true", "1", "x")
    if _SEVERAL in given:
        fields[_SEVERAL] = given[_SEVERAL].replace(";", " ").split()
    return conditions, _READING.validate_python(fields)


def _last(location: tuple[int | str, ...]) -> str:
    return str(location[-1]) if location else "row"
