"""What goes in and out of the routes of a shop's own lists."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit.apps.lists.models import OwnList
from hembit_core.findings.finding import Observation
from hembit_core.measuring.meters import Category
from hembit_core.model import Model
from hembit_core.visits.symptoms import Symptom

Label = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), SHOWN]
PairLines = Annotated[str, StringConstraints(max_length=600)]
Kind = Annotated[str, StringConstraints(max_length=40)]


class OwnSupplyIn(Model):
    """A supply system; pairs of terminals with nominal volts one to a line, limits in % of nominal."""

    list: Literal["supplies"]
    label: Label
    coupling: Literal["AC", "DC"]
    pairs: PairLines
    earth: PairLines = ""
    below: float = Field(gt=0, lt=100)
    above: float = Field(gt=0, le=100)
    category: Category | None = None


class OwnSymptomIn(Model):
    """A complaint in the shop's words, and which of the table's it is: that lays the route."""

    list: Literal["symptoms"]
    label: Label
    means: Symptom


class OwnInspectionIn(Model):
    """Something to look for, on which kinds of part (none: on all), and what a finding makes of it."""

    list: Literal["inspections"]
    label: Label
    kinds: tuple[Kind, ...] = Field(default=(), max_length=30)
    observation: Observation | None = None


class OwnReasonIn(Model):
    """Why a reading is corrected, for one press."""

    list: Literal["correction_reasons"]
    label: Label


OwnEntryIn = Annotated[
    OwnSupplyIn | OwnSymptomIn | OwnInspectionIn | OwnReasonIn, Field(discriminator="list")
]


class OwnEntryOut(Model):
    """An entry of the shop's own; ``told`` says what belongs to it."""

    id: int
    list: OwnList
    label: str
    told: str
    retired: bool


class RetiredIn(Model):
    """Whether it is still offered."""

    retired: bool
