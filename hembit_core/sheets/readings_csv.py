"""Judge a CSV of many readings of one part, row by row."""

from __future__ import annotations

import csv
from collections.abc import Iterator
from dataclasses import dataclass
from typing import TextIO

from pydantic import TypeAdapter, ValidationError

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.judge import AnySpec, PartReading, expectations, judge
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.states import DecisionRule

_READING: TypeAdapter[object] = TypeAdapter(PartReading)
_CONDITIONS = ("part_temperature", "temperature_source", "thermometer_limit", "supply")
_YES_NO = ("leads_nulled", "settled")


@dataclass(frozen=True)
class Row:
    """One row: its line in the file, its name, and a judgement or what is wrong."""

    line: int
    name: str
    judgement: Judgement | None
    problem: str


def judge_rows(
    source: TextIO, spec: AnySpec, conditions: Conditions, rule: DecisionRule
) -> Iterator[Row]:
    """Judge each row of a CSV with a header.

    Columns are the fields of a reading (``display``, ``lead_zero``, ``connection`` …), of the
    conditions (``part_temperature`` …), and ``name``. ``measurand`` may be missing: the part's
    first. A bad row is reported with its line number and does not stop the rest.

    Raises
    ------
    InputError
        If there is no header, or it names columns that are not known.
    """
    table = csv.DictReader(source)
    if not table.fieldnames:
        raise InputError("This CSV is empty: it needs a header, at least “display”.")
    first = expectations(spec, conditions)[0].measurand
    for cells in table:
        given = {key: text.strip() for key, text in cells.items() if key and text and text.strip()}
        name = given.pop("name", f"row {table.line_num}")
        try:
            if None in cells:
                raise InputError("More cells than the header has columns.")
            yield Row(table.line_num, name, _judge_row(given, spec, conditions, rule, first), "")
        except ValidationError as error:
            sentences = "; ".join(f"{_last(one['loc'])}: {one['msg']}" for one in error.errors())
            yield Row(table.line_num, name, None, sentences)
        except InputError as error:
            field = f"{error.field.rpartition('.')[2]}: " if error.field else ""
            yield Row(table.line_num, name, None, f"{field}{error.message}")


def _judge_row(
    given: dict[str, str], spec: AnySpec, conditions: Conditions, rule: DecisionRule, first: str
) -> Judgement:
    own = {key: given.pop(key) for key in _CONDITIONS if key in given}
    if own:
        conditions = Conditions.model_validate({**conditions.model_dump(mode="json"), **own})
    fields: dict[str, object] = {"measurand": first, **given}
    for key in _YES_NO:
        if key in given:
            fields[key] = given[key].lower() in ("yes", "true", "1", "x")
    reading = _READING.validate_python(fields)
    return judge(spec, reading, conditions, rule)  # type: ignore[arg-type]


def _last(location: tuple[int | str, ...]) -> str:
    return str(location[-1]) if location else "row"
