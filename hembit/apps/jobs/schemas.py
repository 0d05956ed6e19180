"""What goes into the job routes."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field, StringConstraints

from hembit.apps.base.records.sent import Sent
from hembit.apps.base.texts.text import SHOWN
from hembit.apps.checks.schemas import Taken
from hembit.apps.jobs.models import FollowUpKind, Relation, WaitKind
from hembit.apps.jobs.typed import PartKey, Reason, Sentence
from hembit_core.measuring.figures import LoadPerMetre
from hembit_core.model import Model
from hembit_core.reckoner.waits import CoolingByTemperature, CoolingByWinding, HeatUpSum
from hembit_core.visits.route import Choices, School
from hembit_core.visits.symptoms import SymptomName

ErrorCode = Annotated[str, StringConstraints(strip_whitespace=True, max_length=60), SHOWN]
ShortText = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200), SHOWN
]


class JobIn(Model):
    """A job as it is opened."""

    id: UUID
    machine: int
    complaint: Sentence
    symptom: SymptomName
    error_code: ErrorCode = ""
    school: School = School.DEAD_FIRST


class JobChange(Model):
    """A change to a job, made on ``version`` of it. A ``rule_set`` of null is the machine's."""

    version: int = Field(ge=1)
    complaint: Sentence | None = None
    symptom: SymptomName | None = None
    error_code: ErrorCode | None = None
    choices: Choices | None = None
    rule_set: int | None = None


class ReadingIn(Taken):
    """A reading in a job. Dead or live is the job's to know; ``loose`` says the part is out.

    ``spare`` is a new part before it is fitted. ``supersedes`` is the reading of the same test
    that the person saw standing. Where this one corrects it, it takes its place, and ``reason``
    says why; taken again, or after work on the part, both stand.
    """

    id: UUID
    sent: Sent | None = None
    part: PartKey
    loose: bool = False
    spare: bool = False
    supersedes: UUID | None = None
    relation: Relation = Relation.CORRECTS
    reason: Annotated[str, StringConstraints(strip_whitespace=True, max_length=200), SHOWN] = ""


class AttachIn(Model):
    """A kept check put into a job: of a part of the machine, or of a position to be added."""

    check_id: UUID
    part: PartKey | None = None
    new_position: Annotated[str, StringConstraints(strip_whitespace=True, max_length=120), SHOWN] = ""


class InMinutes(Model):
    """A wait of so many minutes."""

    how: Literal["minutes"] = "minutes"
    minutes: float = Field(gt=0, le=7 * 24 * 60)


class AtClock(Model):
    """A wait until a time."""

    how: Literal["clock"] = "clock"
    at: AwareDatetime


class ByReckoning(Model):
    """A wait whose length is worked out."""

    how: Literal["reckoned"] = "reckoned"
    sum: Annotated[CoolingByTemperature | CoolingByWinding | HeatUpSum, Field(discriminator="sum")]


class WaitIn(Model):
    """A wait to start. ``item`` is the item of the route that is due after it."""

    id: UUID
    sent: Sent | None = None
    kind: WaitKind
    text: ShortText
    until: Annotated[InMinutes | AtClock | ByReckoning, Field(discriminator="how")]
    item: Annotated[str, StringConstraints(strip_whitespace=True, max_length=80), SHOWN] = ""


class FollowUpIn(Model):
    """Something to come back to.

    ``sections``, ``left_out``, ``watts`` [W/m] and ``most`` [W/m], what they take and what they may,
    belong to a bypass of a section.
    """

    id: UUID
    sent: Sent | None = None
    kind: FollowUpKind
    part: PartKey | None = None
    text: Reason
    due_on: date
    sections: int | None = Field(default=None, ge=2, le=200)
    left_out: int | None = Field(default=None, ge=1, le=199)
    watts: LoadPerMetre | None = None
    most: LoadPerMetre | None = None
