"""A job as it is shown: its route, its parts with their findings, its readings and its log."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, datetime
from uuid import UUID

from pydantic import ConfigDict

from hembit.apps.jobs.dead_or_live import state_of
from hembit.apps.jobs.entries.registry import told
from hembit.apps.jobs.models import FollowUp, FollowUpKind, Job, JobState, Reading, Wait, WaitKind
from hembit.apps.jobs.route import figure, plan_of, standing_decision
from hembit.apps.jobs.visit import Visit, key_of
from hembit.apps.machines.services import safety_of
from hembit.apps.people.models import Person
from hembit_core import PartSpec
from hembit_core.defaults import COMPANION_POLICY
from hembit_core.findings.finding import Conclusion, Finding
from hembit_core.judge import describe
from hembit_core.judging.states import Outcome, State
from hembit_core.model import Model
from hembit_core.planning.fitting import companion
from hembit_core.planning.machine_state import MachineNow
from hembit_core.planning.proving import pairs_to_prove
from hembit_core.planning.route import SUPPLY, Choices, Route
from hembit_core.planning.symptoms import Symptom


class JobSummary(Model):
    """A job in a list."""

    number: int
    machine: str
    place: str
    customer: str
    complaint: str
    symptom: Symptom
    symptom_label: str
    state: JobState
    technician: str
    opened_at: datetime
    closed_at: datetime | None


class ReadingOut(Model):
    """A reading of a job, briefly; its verdict whole is the kept check of the same id."""

    id: UUID
    job: int
    part: str
    spare: bool
    before_fitting: bool
    measurand: str
    title: str
    figure: str
    state: State
    outcome: Outcome
    at: datetime
    by: str
    superseded_by: UUID | None
    reason: str


class DecisionOut(Model):
    """A decision: as found, or overruled with a reason."""

    conclusion: Conclusion
    found: Conclusion
    reason: str
    by: str
    at: datetime


class FindingOut(Model):
    """What the evidence says, since when."""

    number: int
    at: datetime
    core_version: str
    finding: Finding


class PartOfJob(Model):
    """A part of the machine, as the job sees it."""

    key: str
    name: str
    description: str
    spec: PartSpec
    serial: str
    fitted_on: date | None
    part_of: str | None
    safety_device: bool
    finding: FindingOut | None
    decision: DecisionOut | None
    asks_cause: bool
    cause: str
    companion: str | None
    fitted_here: bool


class EntryOut(Model):
    """A line of the log."""

    id: UUID
    kind: str
    part: str | None
    at: datetime
    by: str
    text: str


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


class MeterOfJob(Model):
    """The meter that was checked in this job, and what its leads showed."""

    model_config = ConfigDict(from_attributes=True)

    meter: int | None
    name: str
    shorted: str
    leads_nulled: bool


class JobOut(JobSummary):
    """A job whole."""

    machine_id: int
    customer_id: int
    error_code: str
    altitude: int | None
    technician_id: int
    opened_by: str
    version: int
    changed_by: str | None
    choices: Choices
    conditions: dict[str, str | int | bool | None]
    meter: MeterOfJob | None
    machine_now: MachineNow
    pairs_to_prove: tuple[str, ...]
    route: Route
    blocks_closing: tuple[str, ...]
    parts: tuple[PartOfJob, ...]
    readings: tuple[ReadingOut, ...]
    entries: tuple[EntryOut, ...]
    waits: tuple[WaitOut, ...]
    follow_ups: tuple[FollowUpOut, ...]


def summary_fields(job: Job) -> dict[str, object]:
    """What a list shows of a job."""
    return {
        "number": job.number,
        "machine": job.machine.name,
        "place": job.machine.place,
        "customer": job.machine.customer.name,
        "complaint": job.complaint,
        "symptom": Symptom(job.symptom),
        "symptom_label": Symptom(job.symptom).label,
        "state": JobState(job.state),
        "technician": job.technician.name,
        "opened_at": job.opened_at,
        "closed_at": job.closed_at,
    }


def summary(job: Job) -> JobSummary:
    """A job in a list."""
    return JobSummary.model_validate(summary_fields(job))


def reading_out(one: Reading, before_fitting: bool = False) -> ReadingOut:
    """A reading, briefly."""
    title, _, _ = one.summary.rpartition(": ")
    return ReadingOut(
        id=one.pk,
        job=one.job_id,
        part=key_of(one.position_id),
        spare=one.spare,
        before_fitting=before_fitting,
        measurand=one.measurand,
        title=title,
        figure=figure(one.summary),
        state=State(one.state),
        outcome=Outcome(one.outcome),
        at=one.at,
        by=one.by_name,
        superseded_by=one.after,
        reason=one.reason,
    )


def _parts(visit: Visit) -> Iterable[PartOfJob]:
    for key in (SUPPLY, *(str(one.pk) for one in visit.positions if one.pk in visit.parts)):
        position = visit.position(key)
        part = visit.parts[position.pk] if position else None
        spec = visit.spec(key)
        found = visit.finding(key)
        decision = standing_decision(visit, key)
        cause = visit.last("cause_named", key)
        bank = position.part_of_id if position else None
        decided = decision.data["conclusion"] if decision else None
        yield PartOfJob(
            key=key,
            name=visit.name(key),
            description=describe(spec),
            spec=spec,
            serial=part.serial if part else "",
            fitted_on=part.fitted_on if part else None,
            part_of=str(bank) if bank else None,
            safety_device=safety_of(position, spec) if position else False,
            finding=FindingOut(
                number=found.pk,
                at=found.at,
                core_version=found.core_version,
                finding=Finding.model_validate(found.finding),
            )
            if found
            else None,
            decision=DecisionOut(
                conclusion=decision.data["conclusion"],
                found=decision.data["found"],
                reason=decision.data["reason"],
                by=decision.by_name,
                at=decision.at,
            )
            if decision
            else None,
            asks_cause=any(
                one.finding["asks_cause"] for one in visit.findings if key_of(one.position_id) == key
            ),
            cause=cause.data["cause"] if cause else "",
            companion=companion(spec, COMPANION_POLICY) if decided == Conclusion.REPLACE else None,
            fitted_here=visit.last("fitted", key) is not None,
        )


def wait_out(wait: Wait) -> WaitOut:
    """A wait, with the machine it is at."""
    return WaitOut(
        id=wait.pk,
        job=wait.job_id,
        machine=wait.job.machine.name,
        kind=WaitKind(wait.kind),
        text=wait.text,
        reckoned=wait.reckoned,
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


def _meter(visit: Visit) -> MeterOfJob | None:
    checked = visit.last("meter_checked")
    if checked is None:
        return None
    data = checked.data
    return MeterOfJob(
        meter=data["meter"],
        name=data["meter_name"],
        shorted=data["check"]["shorted"],
        leads_nulled=data["check"]["leads_nulled"],
    )


def job_out(job: Job, person: Person, now: datetime) -> JobOut:
    """The job whole, for the person who asks, now."""
    visit = Visit.load(job)
    for one in (*visit.waits, *visit.follow_ups):
        one.job = job  # it is this one: nothing is to be asked again for its machine
    route, blocks = plan_of(visit)
    return JobOut(
        **summary_fields(job),
        machine_id=job.machine_id,
        customer_id=job.machine.customer_id,
        error_code=job.error_code,
        altitude=job.machine.altitude,
        technician_id=job.technician_id,
        opened_by=job.opened_by.name,
        version=job.version,
        changed_by=job.changed_by.name if job.changed_by else None,
        choices=Choices.model_validate(job.choices),
        conditions=job.conditions,
        meter=_meter(visit),
        machine_now=state_of(visit, person.name, now),
        pairs_to_prove=pairs_to_prove(visit.supply.system),
        route=route,
        blocks_closing=tuple(blocks),
        parts=tuple(_parts(visit)),
        readings=tuple(reading_out(one, _of_part_before(visit, one)) for one in visit.readings),
        entries=tuple(
            EntryOut(
                id=one.pk,
                kind=one.kind,
                part=one.data.get("part"),
                at=one.at,
                by=one.by_name,
                text=told(one.kind, one.data),
            )
            for one in visit.entries
        ),
        waits=tuple(wait_out(one) for one in visit.waits),
        follow_ups=tuple(follow_up_out(one) for one in visit.follow_ups),
    )


def _of_part_before(visit: Visit, one: Reading) -> bool:
    """Whether the reading is of a part that was taken out meanwhile."""
    if one.position_id is None or one.spare:
        return False
    part = visit.parts.get(one.position_id)
    return part is None or one.part_id != part.pk
