"""The check sheet: one JSON document that holds parts, readings and, when judged, judgements."""

from __future__ import annotations

import json
from typing import Annotated, Literal

from pydantic import Field, StringConstraints, ValidationError

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.figures import Voltage
from hembit_core.findings.finding import Finding, Observation
from hembit_core.judge import PartReading, PartSpec
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.states import DecisionRule
from hembit_core.model import Model

FORMAT = "hembit-check-sheet"
VERSION = 1
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]


class Machine(Model):
    """The machine the parts belong to. Nothing is judged from it."""

    name: Name
    place: str = Field(default="", max_length=120)
    supply: Voltage | None = None


class SheetReading(Model):
    """One reading of a part; ``conditions`` stand above the sheet's where they are given."""

    reading: PartReading
    conditions: Conditions | None = None
    judgement: Judgement | None = None


class SheetPart(Model):
    """One part, its spec, its readings in the order taken, what was observed, and its finding."""

    name: Name
    spec: PartSpec
    readings: tuple[SheetReading, ...] = Field(default=(), max_length=10_000)
    observed: tuple[Observation, ...] = ()
    finding: Finding | None = None


class CheckSheet(Model):
    """A check sheet. ``format`` and ``version`` say what it is; a judged one holds judgements."""

    format: Literal["hembit-check-sheet"] = "hembit-check-sheet"
    version: Literal[1] = 1
    machine: Machine | None = None
    conditions: Conditions = Field(default_factory=Conditions)
    rule: DecisionRule = DecisionRule.SIMPLE
    parts: tuple[SheetPart, ...] = Field(min_length=1, max_length=1000)


class SheetError(InputError):
    """The text is not a check sheet that can be read. ``problems`` lists field and sentence."""

    def __init__(self, message: str, problems: tuple[tuple[str, str], ...] = ()) -> None:
        super().__init__(message)
        self.problems = problems


def read_sheet(text: str) -> CheckSheet:
    """Read a check sheet from JSON text.

    Raises
    ------
    SheetError
        If it is not JSON, not a check sheet, of a version not known here, or if
        fields are wrong; ``problems`` names each.
    """
    try:
        document = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise SheetError(f"This is not JSON: {error}.") from None
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise SheetError(f'This is not a check sheet: it does not say "format": "{FORMAT}".')
    if document.get("version") != VERSION:
        raise SheetError(
            f"This check sheet is of version {document.get('version')!r}; version {VERSION} is "
            "read here. A newer Hembit may read it."
        )
    try:
        return CheckSheet.model_validate(document)
    except ValidationError as error:
        problems = tuple((_place(one["loc"]), one["msg"]) for one in error.errors())
        raise SheetError(f"{len(problems)} fields of this sheet cannot be used.", problems) from None


def _place(location: tuple[str | int, ...]) -> str:
    return ".".join(str(part) for part in location)


def write_sheet(sheet: CheckSheet) -> str:
    """Write a check sheet as JSON text, readable, with a newline at its end."""
    return sheet.model_dump_json(indent=2) + "\n"
