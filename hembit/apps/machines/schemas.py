"""What goes in and out of the machine routes."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Self

from pydantic import ConfigDict, Field, StringConstraints, field_validator, model_validator
from pydantic_core import PydanticCustomError

from hembit.apps.base.not_found import NotFound
from hembit.apps.base.texts.text import SHOWN
from hembit.apps.lists.services import KnownSupply, SpecIn
from hembit_core import PartSpec
from hembit_core.families.supply.spec import SupplySystem, SystemName
from hembit_core.model import Model

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120), SHOWN]
Line = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120), SHOWN]
Text = Annotated[str, StringConstraints(strip_whitespace=True, max_length=2000), SHOWN]
Serial = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80), SHOWN]


class CustomerIn(Model):
    """A customer as typed."""

    name: Name
    contact: Line = ""
    phone: Annotated[str, StringConstraints(strip_whitespace=True, max_length=40), SHOWN] = ""
    email: Annotated[str, StringConstraints(strip_whitespace=True, max_length=254), SHOWN] = ""
    address: Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN] = ""
    note: Text = ""

    @field_validator("email")
    @classmethod
    def _email(cls, text: str) -> str:
        if text and ("@" not in text.strip("@") or " " in text):
            raise ValueError(f"“{text}” is no e-mail address. One has a name, an @ and a place.")
        return text


class CustomerOut(Model):
    """A customer; ``erased_at`` is set once a lead erased the personal data."""

    model_config = ConfigDict(from_attributes=True)

    id: int
    name: str
    contact: str
    phone: str
    email: str
    address: str
    note: str
    erased_at: datetime | None


class MachineIn(Model):
    """A machine as typed. ``altitude`` of the site in metres."""

    customer: int
    name: Name
    place: Line = ""
    model: Line = ""
    serial: Serial = ""
    supply_system: KnownSupply = SupplySystem.SINGLE_PHASE_230
    altitude: int | None = Field(default=None, ge=-450, le=6000)
    note: Text = ""
    rule_set: int | None = None


class MachineSummary(Model):
    """A machine in a list."""

    model_config = ConfigDict(from_attributes=True)

    id: int
    name: str
    place: str
    customer_name: str
    position_count: int
    open_job_count: int


class SpecGiven(Model):
    """What a part should be: a ``revision`` of the library's, or a ``spec`` of its own."""

    spec: SpecIn | None = None
    revision: int | None = None

    @model_validator(mode="after")
    def _one_of_them(self) -> Self:
        if (self.spec is None) == (self.revision is None):
            raise PydanticCustomError(
                "spec", "Choose a spec of the library, or give the part's own figures."
            )
        return self


class PartIn(SpecGiven):
    """A part: what it should be, its serial and the day it was fitted."""

    serial: Serial = ""
    fitted_on: date | None = None

    @field_validator("fitted_on")
    @classmethod
    def _past(cls, day: date | None) -> date | None:
        if day and day.year < 1900:
            raise ValueError("The day it was fitted lies before 1900. Check the year.")
        return day


class PositionIn(PartIn):
    """A position as typed, with the part that is in it. ``part_of`` is the bank it belongs to."""

    name: Name
    part_of: int | None = None
    behind_panel: bool = False


class PositionRow(PositionIn):
    """One of several; ``member_of`` names a bank among those before it, or in the machine."""

    member_of: Name | None = None


class PositionsIn(Model):
    """Several positions at once, all of them or none."""

    positions: Annotated[tuple[PositionRow, ...], Field(min_length=1, max_length=100)]


class PositionTableIn(Model):
    """Positions as a table, cells parted by tabs, semicolons or commas; or a check sheet."""

    text: Annotated[str, Field(max_length=600_000), SHOWN]


class MachineCopyIn(Model):
    """Another machine of the same kind: its own names, the positions of the one that is copied."""

    customer: int
    name: Name
    place: Line = ""
    serial: Serial = ""


class MendIn(SpecGiven):
    """What the part in a position should have been all along, and why it was not so before."""

    why: Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN] = ""


class PositionChange(Model):
    """What may change about a position while its part stays; ``rule_set`` null: the machine's."""

    name: Name | None = None
    behind_panel: bool | None = None
    rule_set: int | None = None


class SafetyIn(Model):
    """A lead's word: whether what sits in a position is a safety device; why, where it is none."""

    safety_device: bool
    reason: Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN] = ""


class OfLibrary(Model):
    """Which spec of the library a part is by; ``newer`` says that there is a newer revision."""

    spec: int
    revision: int
    number: int
    name: str
    proposed: bool
    newer: int | None
    handling: str


class SpecBefore(Model):
    """What a part's spec was before it was mended, and why."""

    description: str
    why: str
    at: datetime


class PartOut(Model):
    """A part in a position, now or once."""

    id: int
    description: str
    spec: PartSpec
    library: OfLibrary | None
    mended: tuple[SpecBefore, ...]
    serial: str
    fitted_on: date | None
    removed_at: datetime | None
    job_number: int | None


class PositionOut(Model):
    """A position with the part in it now and the ones before."""

    id: int
    name: str
    part_of: int | None
    behind_panel: bool
    rule_set: int | None
    safety_device: bool
    safety_said_by_lead: bool
    part: PartOut | None
    earlier: tuple[PartOut, ...]


class MachineOut(Model):
    """A machine whole."""

    id: int
    name: str
    place: str
    model: str
    serial: str
    supply_system: SystemName
    supply: str
    altitude: int | None
    note: str
    rule_set: int | None
    customer: CustomerOut
    positions: tuple[PositionOut, ...]
    retired: tuple[PositionOut, ...]


class FittedBySpec(Model):
    """A position whose part is by a spec of the library, and by which of its revisions."""

    position: int
    name: str
    machine: int
    machine_name: str
    number: int


def not_here(what: str) -> NotFound:
    """The sentence for a number that names nothing: ``not_here("customer")``."""
    return NotFound(f"There is no such {what} here. Choose one from the list.")
