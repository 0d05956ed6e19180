"""A job as it is shown: its route, its parts with their findings, its readings and its log."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, datetime
from uuid import UUID

from pydantic import ConfigDict, Field

from hembit.apps.base.records.sequence import last_sequence
from hembit.apps.jobs.entries.registry import told
from hembit.apps.jobs.models import FollowUp, Job, Wait
from hembit.apps.jobs.visit.dead_or_live import state_of
from hembit.apps.jobs.visit.judged_now import now_told
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.route import plan_of, standing_decision
from hembit.apps.jobs.visit.rule_sets import rule_set_of
from hembit.apps.jobs.visit.summaries import (
    FollowUpOut,
    JobSummary,
    ReadingOut,
    WaitOut,
    follow_up_out,
    reading_out,
    summary_fields,
    wait_out,
)
from hembit.apps.people.models import Person
from hembit_core import PartSpec
from hembit_core.findings.finding import Conclusion, Finding
from hembit_core.judge import describe
from hembit_core.model import Model
from hembit_core.visits.closing import OpenEnd
from hembit_core.visits.dead.machine_state import MachineNow
from hembit_core.visits.dead.proving import pairs_to_prove
from hembit_core.visits.fitting import companion
from hembit_core.visits.route import SUPPLY, Choices, Route


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
    rule_set: int | None
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
    sequence: int
    at: datetime
    by: str
    text: str
    void: str


class MeterOfJob(Model):
    """The meter that was checked in this job, and what its leads showed."""

    model_config = ConfigDict(from_attributes=True)

    meter: int | None
    name: str
    shorted: str
    leads_nulled: bool


class LastIsolation(Model):
    """What the last proof of dead in the job said, to be confirmed anew: no proof by itself."""

    switched_off: tuple[str, ...]
    not_locked_because: str
    readings: dict[str, str]


class HandingOver(Model):
    """What whoever takes the job over must know; nobody has yet."""

    note: str
    by: str
    at: datetime


class JobOut(JobSummary):
    """A job whole."""

    machine_id: int
    customer_id: int
    error_code: str
    altitude: int | None
    technician_id: int
    opened_by: str
    version: int
    sequence: int = Field(description="The last number of the order of writing that this shows")
    changed_by: str | None
    choices: Choices
    conditions: dict[str, str | int | bool | None]
    rule_set: int | None
    own_rule_set: int | None
    meter: MeterOfJob | None
    machine_now: MachineNow
    pairs_to_prove: tuple[str, ...]
    burns_gas: bool
    last_isolation: LastIsolation | None
    handing_over: HandingOver | None
    route: Route
    blocks_closing: tuple[str, ...]
    left_open: tuple[OpenEnd, ...]
    parts: tuple[PartOfJob, ...]
    readings: tuple[ReadingOut, ...]
    entries: tuple[EntryOut, ...]
    waits: tuple[WaitOut, ...]
    follow_ups: tuple[FollowUpOut, ...]


def _parts(visit: Visit) -> Iterable[PartOfJob]:
    policy = visit.rules.companion_policy
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
            rule_set=rule_set_of(visit.job, position, visit.part_in(position)),
            safety_device=bool(position and position.is_safety_device),
            finding=FindingOut(
                number=found.pk,
                at=found.at,
                core_version=found.core_version,
                finding=found.told,
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
            asks_cause=visit.asks_cause(key),
            cause=cause.data["cause"] if cause else "",
            companion=companion(spec, policy) if decided == Conclusion.REPLACE else None,
            fitted_here=visit.last("fitted", key) is not None,
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


def _last_isolation(visit: Visit) -> LastIsolation | None:
    proved = visit.last("proved_dead")
    if proved is None:
        return None
    said = proved.data["isolation"]
    return LastIsolation(
        switched_off=said["switched_off"],
        not_locked_because=said.get("not_locked_because", ""),
        readings=said["readings"],
    )


def _handing_over(visit: Visit) -> HandingOver | None:
    said, taken = visit.last("handed_over"), visit.last("took_over")
    if said is None or (taken is not None and taken.sequence > said.sequence):
        return None
    return HandingOver(note=said.data["note"], by=said.by_name, at=said.at)


def job_out(job: Job, person: Person, now: datetime) -> JobOut:
    """The job whole, for the person who asks, now."""
    seen = last_sequence()  # before anything is read: what is written meanwhile was not seen
    visit = Visit.load(job)
    of_this: tuple[Wait | FollowUp, ...] = (*visit.waits, *visit.follow_ups)
    for one in of_this:
        one.job = job  # it is this one: nothing is to be asked again for its machine
    plan = plan_of(visit)
    return JobOut(
        **summary_fields(job),
        machine_id=job.machine_id,
        customer_id=job.machine.customer_id,
        error_code=job.error_code,
        altitude=job.machine.altitude,
        technician_id=job.technician_id,
        opened_by=job.opened_by.name,
        version=job.version,
        sequence=seen,
        changed_by=job.changed_by.name if job.changed_by else None,
        choices=Choices.model_validate(job.choices),
        conditions=job.conditions,
        rule_set=rule_set_of(job),
        own_rule_set=job.rule_set_id,
        meter=_meter(visit),
        machine_now=state_of(job, person, now, last=seen),
        pairs_to_prove=pairs_to_prove(visit.supply),
        burns_gas=visit.burns_gas,
        last_isolation=_last_isolation(visit),
        handing_over=_handing_over(visit),
        route=plan.route,
        blocks_closing=tuple(plan.blocks),
        left_open=plan.left_open,
        parts=tuple(_parts(visit)),
        readings=tuple(
            reading_out(one, visit.is_past(one), now_told(one, visit.mended)) for one in visit.readings
        ),
        entries=tuple(
            EntryOut(
                id=one.pk,
                kind=one.kind,
                part=one.data.get("part"),
                sequence=one.sequence,
                at=one.at,
                by=one.by_name,
                text=told(one.kind, one.told),
                void=one.void,
            )
            for one in visit.entries
        ),
        waits=tuple(wait_out(one) for one in visit.waits),
        follow_ups=tuple(follow_up_out(one) for one in visit.follow_ups),
    )
