"""What goes in and out of the routes about specs."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import AfterValidator, ConfigDict, Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN, must_be_shown
from hembit.apps.library.models import Standing
from hembit.apps.lists.services import whole_spec
from hembit_core import PartSpec
from hembit_core.library.entry import LibrarySpec
from hembit_core.model import Model

Reason = Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN]


def as_stored(entry: LibrarySpec) -> LibrarySpec:
    """One that can be stored and shown, with what the shop says of a supply system it names.

    Which rules it is judged by stands beside it, not in it.
    """
    _texts_of(entry.model_dump(mode="json"))
    return entry.model_copy(update={"spec": whole_spec(entry.spec), "rules": ""})


def _texts_of(value: Any) -> None:
    if isinstance(value, str):
        must_be_shown(value)
    elif isinstance(value, dict | list):
        for one in value.values() if isinstance(value, dict) else value:
            _texts_of(one)


Entry = Annotated[LibrarySpec, AfterValidator(as_stored)]


class SpecIn(Model):
    """A spec for the library; what a technician sends is proposed. ``job`` is the visit they are in."""

    entry: Entry
    rule_set: int | None = None
    job: int | None = None


class SpecRevisionIn(SpecIn):
    """A spec as it should be from now on, and why. ``base`` is the revision that was looked at."""

    base: int
    why: Reason = ""


class SpecSettledIn(Model):
    """A lead's word on what was proposed; why, where it is declined."""

    accepted: bool
    why: Reason = ""


class SpecRetiredIn(Model):
    """Whether a spec is offered no more."""

    retired: bool


class SpecSummary(Model):
    """A spec in a list. ``waiting`` counts proposals that no lead has settled."""

    model_config = ConfigDict(from_attributes=True)

    id: int
    kind: str
    name: str
    maker: str
    part_number: str
    described: str
    standing: Standing
    waiting: int


class SpecRevisionOut(Model):
    """One revision. ``settled`` is what became of a proposal; a lead's own needs none."""

    id: int
    number: int
    entry: LibrarySpec
    described: str
    source: str
    rule_set: int | None
    standing: Literal["accepted", "proposed", "declined"]
    job_number: int | None
    why: str
    at: datetime
    by: str
    settled_by: str
    settled_because: str


class SpecOut(SpecSummary):
    """A spec whole: its current revision, and every other, the newest first."""

    current: SpecRevisionOut
    revisions: tuple[SpecRevisionOut, ...]


class FoundSpec(Model):
    """A spec that was found: in the library, on this machine, or in a check of these days.

    ``revision`` and ``of`` are those of the library's, by their numbers there.
    """

    where: Literal["library", "machine", "check"]
    title: str
    detail: str
    spec: PartSpec
    of: int | None = None
    revision: int | None = None
    proposed: bool = False
    rule_set: int | None = None
    handling: str = Field(default="", max_length=2000)


class FileWatched(Model):
    """``watch`` is the client's own number for a file, by which it asks how far that is."""

    watch: UUID | None = None


class FileRead(Model):
    """A file's table as text, and how it was read where that had to be taken for granted."""

    text: str
    how: str


class RowBroughtIn(Model):
    """What a row of a file does, and why where it is refused; ``of`` is the spec it is about."""

    line: int
    name: str
    what: Literal["new", "same", "changed", "refused"]
    why: str
    of: int | None


class BroughtIn(Model):
    """What a file does, counted, and its rows, those to be looked at first; five hundred at most.

    ``how`` says how the file was read where that had to be taken for granted.
    """

    how: str

    new: int
    same: int
    changed: int
    refused: int
    rows: tuple[RowBroughtIn, ...]
