"""The check sheet: one JSON document that holds parts, readings and, when judged, judgements."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator

from hembit_core.conformity.states import DecisionRule
from hembit_core.findings.finding import Finding, Observation
from hembit_core.judge import PartReading, PartSpec
from hembit_core.judging.judgement import Judgement
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Voltage
from hembit_core.model import Model
from hembit_core.records.documents import read_document, write_document
from hembit_core.records.forms import Kind
from hembit_core.sheets.circuit_row import MOST_ROWS, CircuitRow

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
    """One part, its spec, its readings in the order taken, what was observed, and its finding.

    ``member_of`` is the name of the bank that it is one of.
    """

    name: Name
    spec: PartSpec
    readings: tuple[SheetReading, ...] = Field(default=(), max_length=10_000)
    observed: tuple[Observation, ...] = ()
    finding: Finding | None = None
    member_of: str = Field(default="", max_length=120)


class CheckSheet(Model):
    """A check sheet. ``format`` and ``version`` say what it is; a judged one holds judgements.

    ``circuit`` is the machine's, as rows; a row's ``position`` is the place of its part among
    ``parts``, from 1.
    """

    format: Literal["hembit-check-sheet"] = "hembit-check-sheet"
    version: Literal[1] = 1
    machine: Machine | None = None
    conditions: Conditions = Field(default_factory=Conditions)
    rule: DecisionRule = DecisionRule.SIMPLE
    parts: tuple[SheetPart, ...] = Field(min_length=1, max_length=1000)
    circuit: tuple[CircuitRow, ...] = Field(default=(), max_length=MOST_ROWS)

    @model_validator(mode="after")
    def _rows_have_their_parts(self) -> CheckSheet:
        for place, row in enumerate(self.circuit, 1):
            if row.position is not None and not 1 <= row.position <= len(self.parts):
                raise ValueError(
                    f"row {place} of the circuit is part {row.position} of {len(self.parts)}"
                )
        return self


def read_sheet(text: str) -> CheckSheet:
    """Read a check sheet from JSON text.

    Raises
    ------
    DocumentError
        If it is not JSON, not a check sheet, of a version not known here, or if
        fields are wrong; ``problems`` names each.
    """
    return read_document(text, CheckSheet, FORMAT, VERSION, "check sheet", Kind.SHEET)


def write_sheet(sheet: CheckSheet) -> str:
    """Write a check sheet as JSON text, readable, with a newline at its end."""
    return write_document(sheet)
