"""Judge a CSV of many readings of one part: by thousands at once where the verdict is plain."""

from __future__ import annotations

import csv
import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import islice
from typing import TextIO

from pydantic import TypeAdapter, ValidationError

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.families.registry import FAMILIES
from hembit_core.judge import AnySpec, PartReading, expectations, judge
from hembit_core.judging.batch import judge_plain
from hembit_core.judging.ohms_due import OhmsDue
from hembit_core.judging.states import (
    OUTCOME_TEXT,
    RULE_TEXT,
    DecisionRule,
    Outcome,
    Side,
    State,
    outcome_of,
)
from hembit_core.judging.summary import figure_of
from hembit_core.notation import measured
from hembit_core.resistance_reading import ResistanceReading

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
_AT_ONCE = 5_000
_POINTED = re.compile(r"[1-9][0-9]{0,2}\.[0-9]{3}")


@dataclass(frozen=True)
class RowVerdict:
    """The verdict on one row, without its working."""

    state: State
    side: Side | None
    outcome: Outcome
    outcome_text: str
    figure: str
    expected: str


@dataclass(frozen=True)
class Row:
    """One row: its line in the file, its name, and a verdict or what is wrong."""

    line: int
    name: str
    verdict: RowVerdict | None
    problem: str


@dataclass(frozen=True)
class _Given:
    """A row as it stands: its cells by column, or what is wrong with it."""

    line: int
    name: str
    cells: dict[str, str]
    problem: str = ""


def judge_rows(
    source: TextIO, spec: AnySpec, conditions: Conditions, rule: DecisionRule
) -> Iterator[Row]:
    """Judge each row of a CSV with a header.

    Columns are the fields of a reading (``display``, ``lead_zero``, ``connection`` …; several
    ``displays`` in one cell with blanks or semicolons between), of the conditions
    (``part_temperature`` …), and ``name``. ``measurand`` may be missing: the part's first. A
    bad row is reported with its line number and does not stop the rest. Cells are parted by
    commas, so that a point is the decimal mark: ``5.007`` is not asked about its thousands.

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
    while chunk := list(islice(rows, _AT_ONCE)):
        yield from _judge_chunk(chunk, spec, conditions, rule, first)


def first_measurand(spec: AnySpec, conditions: Conditions) -> str:
    """The part's first test; where that needs a row's own conditions, its family's first reading."""
    try:
        return expectations(spec, conditions)[0].measurand
    except InputError:
        return str(FAMILIES[type(spec)].readings[0].model_fields["measurand"].default)  # type: ignore[attr-defined]


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


def _judge_chunk(
    chunk: list[_Given], spec: AnySpec, conditions: Conditions, rule: DecisionRule, first: str
) -> Iterator[Row]:
    """Rows that differ in their display alone are judged together, then told in their order."""
    groups: dict[tuple[tuple[str, str], ...], list[int]] = {}
    for place, one in enumerate(chunk):
        if not one.problem and "display" in one.cells:
            key = tuple(sorted((k, v) for k, v in one.cells.items() if k != "display"))
            groups.setdefault(key, []).append(place)
    plain: dict[int, RowVerdict] = {}
    for places in groups.values():
        if len(places) > 1:
            cells = [chunk[place].cells for place in places]
            verdicts = _plain(cells, spec, conditions, rule, first)
            plain.update((place, one) for place, one in zip(places, verdicts, strict=True) if one)
    alike: dict[tuple[tuple[str, str], ...], Row] = {}
    for place, one in enumerate(chunk):
        if place in plain:
            yield Row(one.line, one.name, plain[place], "")
            continue
        key = (("problem", one.problem), *sorted(one.cells.items()))
        if key not in alike:
            alike[key] = _judge_alone(one, spec, conditions, rule, first)
        yield replace(alike[key], line=one.line, name=one.name)


def _plain(
    cells: list[dict[str, str]],
    spec: AnySpec,
    conditions: Conditions,
    rule: DecisionRule,
    first: str,
) -> list[RowVerdict | None]:
    """The plain verdicts among rows that were taken alike; None where the full judgement is needed."""
    family = FAMILIES[type(spec)]
    nothing: list[RowVerdict | None] = [None] * len(cells)
    try:
        here, reading = _parsed(cells[0], conditions, first)
        if family.ohms is None or family.ohms_due is None or type(reading) is not family.ohms:
            return nothing
        assert isinstance(reading, ResistanceReading)
        due = family.ohms_due(spec, reading, here)
        texts = tuple(dict.fromkeys(one["display"] for one in cells))  # each distinct one once
        found = judge_plain(due, reading, texts, here)
    except (InputError, ValidationError):
        return nothing
    told = {
        text: None if one is None else _told(one.state, one.side, one.value, one.expanded, due, rule)
        for text, one in zip(texts, found, strict=True)
    }
    return [told[one["display"]] for one in cells]


def _told(
    state: State, side: Side | None, value: float, expanded: float, due: OhmsDue, rule: DecisionRule
) -> RowVerdict:
    outcome = outcome_of(state, rule)
    return RowVerdict(
        state,
        side,
        outcome,
        f"{OUTCOME_TEXT[outcome]} ({RULE_TEXT[rule]})",
        measured(value, expanded, due.unit),
        due.expectation.text,
    )


def _judge_alone(
    one: _Given, spec: AnySpec, conditions: Conditions, rule: DecisionRule, first: str
) -> Row:
    if one.problem:
        return Row(one.line, one.name, None, one.problem)
    try:
        here, reading = _parsed(one.cells, conditions, first)
        verdict = judge(spec, reading, here, rule)  # type: ignore[arg-type]
    except ValidationError as error:
        sentences = "; ".join(f"{_last(each['loc'])}: {each['msg']}" for each in error.errors())
        return Row(one.line, one.name, None, sentences)
    except InputError as error:
        field = f"{error.field.rpartition('.')[2]}: " if error.field else ""
        return Row(one.line, one.name, None, f"{field}{error.message}")
    told = RowVerdict(
        verdict.state,
        verdict.side,
        verdict.outcome,
        verdict.outcome_text,
        figure_of(verdict),
        verdict.expectation.text,
    )
    return Row(one.line, one.name, told, "")


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
