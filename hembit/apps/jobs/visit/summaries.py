"""Jobs, readings, waits and follow-ups as a list shows them."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from hembit.apps.jobs.models import FollowUp, FollowUpKind, Job, JobState, Reading, Wait, WaitKind
from hembit.apps.jobs.visit.loaded import key_of
from hembit_core.conformity.states import Outcome, State
from hembit_core.model import Model
from hembit_core.visits.symptoms import Symptom, SymptomName


class JobSummary(Model):
    """A job in a list."""

    number: int
    machine: str
    place: str
    customer: str
    complaint: str
    symptom: SymptomName
    symptom_label: str
    state: JobState
    technician: str
    opened_at: datetime
    closed_at: datetime | None


class ReadingOut(Model):
    """A reading of a job, briefly; its verdict whole is the kept check of the same id.

    ``now`` is what it comes to where the part's spec was mended since; empty otherwise.
    """

    id: UUID
    job: int
    part: str
    spare: bool
    loose: bool
    past: bool
    measurand: str
    title: str
    figure: str
    state: State
    outcome: Outcome
    now: str
    sequence: int
    at: datetime
    by: str
    superseded_by: UUID | None
    reason: str


class WaitOut(Model):
    """A wait with its clock time."""

    id: UUID
    job: int
    machine: str
    kind: WaitKind
    text: str
    reckoned: str
    item: str
    started_at: datetime
    started_by: str
    due_at: datetime
    ended_at: datetime | None


class FollowUpOut(Model):
    """A follow-up with the day it is due."""

    id: UUID
    job: int
    machine: str
    customer: str
    part: str
    kind: FollowUpKind
    text: str
    due_on: date
    opened_by: str
    done_at: datetime | None


def summary_fields(job: Job) -> dict[str, object]:
    """What a list shows of a job."""
    return {
        "number": job.number,
        "machine": job.machine.name,
        "place": job.machine.place,
        "customer": job.machine.customer.name,
        "complaint": job.complaint,
        "symptom": job.own_symptom.code if job.own_symptom else Symptom(job.symptom),
        "symptom_label": job.symptom_label,
        "state": JobState(job.state),
        "technician": job.technician.name,
        "opened_at": job.opened_at,
        "closed_at": job.closed_at,
    }


def summary(job: Job) -> JobSummary:
    """A job in a list."""
    return JobSummary.model_validate(summary_fields(job))


def reading_out(one: Reading, past: bool = False, now: str = "") -> ReadingOut:
    """A reading, briefly."""
    return ReadingOut(
        id=one.pk,
        job=one.job_id,
        part=key_of(one.position_id),
        spare=one.spare,
        loose=bool(one.loose) and not one.spare,
        past=past,
        measurand=one.measurand,
        title=one.title,
        figure=one.figure,
        state=State(one.state),
        outcome=Outcome(one.outcome),
        now=now,
        sequence=one.sequence,
        at=one.at,
        by=one.by_name,
        superseded_by=one.after,
        reason=one.reason,
    )


_CLOCK_SET = "The clock was set back meanwhile: look whether it is ready"


def wait_out(wait: Wait) -> WaitOut:
    """A wait, with the machine it is at."""
    return WaitOut(
        id=wait.pk,
        job=wait.job_id,
        machine=wait.job.machine.name,
        kind=WaitKind(wait.kind),
        text=wait.text,
        reckoned=_CLOCK_SET if wait.clock_set else wait.reckoned,
        item=wait.item,
        started_at=wait.started_at,
        started_by=wait.started_by.name,
        due_at=wait.due_at,
        ended_at=wait.ended_at,
    )


def follow_up_out(one: FollowUp) -> FollowUpOut:
    """A follow-up, with the machine it belongs to."""
    return FollowUpOut(
        id=one.pk,
        job=one.job_id,
        machine=one.job.machine.name,
        customer=one.job.machine.customer.name,
        part=one.position.name if one.position else "",
        kind=FollowUpKind(one.kind),
        text=one.text,
        due_on=one.due_on,
        opened_by=one.opened_by.name,
        done_at=one.done_at,
    )
