"""What the evidence on a part says in a job: found anew after each reading and each look."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from hembit.apps.checks.models import Check
from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Entry, Job, PartFinding, Reading, Relation
from hembit.apps.lists.services import supply_of
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.people.models import Person
from hembit_core import CORE_VERSION, Conditions, Judgement, judge
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.registry import about, readings_of
from hembit_core.findings.find import find
from hembit_core.findings.finding import Observation
from hembit_core.findings.rules.general import nothing_measured
from hembit_core.judging.states import Outcome, State
from hembit_core.measurand import Role
from hembit_core.planning.looking import observations_in

WORK = (Relation.DRIED, Relation.CLEANED, Relation.TIGHTENED, Relation.COOLED)


def refresh_finding(
    job: Job, position: Position | None, person: Person, now: datetime
) -> PartFinding | None:
    """Find what all that stands on the part says; store it when it says something new.

    None when there is no evidence on the part that is fitted now.
    """
    part = (
        FittedPart.objects.filter(position=position, removed_at__isnull=True).first()
        if position
        else None
    )
    readings = list(
        Reading.objects.filter(
            job=job, position=position, part=part, spare=False, superseded_by__isnull=True
        )
        .select_related("check_kept__body")
        .order_by("sequence")
    )
    renewed = _last_renewal(job, position, part)
    if renewed:
        readings = [one for one in readings if one.sequence > renewed.sequence]
    readings = _of_this_period(readings)
    seen = _seen(job, position, part)
    if not readings and not seen:
        return None
    spec: Any = part.part_spec if part else supply_of(job.machine.supply_system)
    last = readings[-1].check_kept.submission["conditions"] if readings else None
    judged = [one for one in (judged_by(spec, row.check_kept) for row in readings) if one]
    found = (
        find(spec, judged, seen, Conditions.model_validate(last) if last else None)
        if judged or seen
        else nothing_measured("readings for another kind of part, which its spec was mended from")
    )
    told = found.model_dump(mode="json")
    latest = PartFinding.objects.filter(job=job, position=position, part=part).last()
    if latest and latest.finding == told and not (renewed and latest.sequence < renewed.sequence):
        return latest
    finding = PartFinding(
        job=job,
        position=position,
        part=part,
        at=now,
        by=person,
        core_version=CORE_VERSION,
        conclusion=found.conclusion,
        finding=told,
    )
    finding.save()
    return finding


def judged_by(spec: Any, check: Check) -> Judgement | None:
    """What a reading says by the figures that hold for the part now.

    Where the part's spec was mended since, it is judged again under the conditions of its day; what
    was said that day stays on record. None where such a part has no such test: but what leaked to
    the case leaks, whatever it is.
    """
    if check.submission["spec"] == spec.model_dump(mode="json"):
        return judgement_of(check)
    kept = Submission.model_validate(check.submission)
    if kept.spec == spec:  # stored when a spec had fewer fields
        return judgement_of(check)
    if type(kept.reading) not in readings_of(type(spec)):
        return judgement_of(check) if check.state == State.LEAKING else None
    return judge(spec, kept.reading, kept.conditions, kept.rule)


def _last_renewal(job: Job, position: Position | None, part: FittedPart | None) -> Entry | None:
    """The last fitting of something that the part is made of.

    A bank is made of its members, an ignition sequence of every other part of the machine.
    """
    if position is None or part is None:
        return None
    is_sequence = isinstance(part.part_spec, IgnitionSequence)
    members = (
        position.machine.positions.exclude(pk=position.pk) if is_sequence else position.members.all()
    )
    made_of = [str(one.pk) for one in members]
    return Entry.objects.filter(job=job, kind="fitted", data__part__in=made_of).last()


def _of_this_period(readings: list[Reading]) -> list[Reading]:
    """What was read since the part was last worked on; a leak until its insulation was read good."""
    worked = [place for place, one in enumerate(readings) if one.relation in WORK]
    if not worked:
        return readings
    before, now = readings[: worked[-1]], readings[worked[-1] :]
    settled = any(
        about(one.measurand).role is Role.INSULATION and one.check_kept.outcome == Outcome.ACCEPT
        for one in now
    )
    leaks = [one for one in before if one.check_kept.state == State.LEAKING]
    return now if settled else [*leaks, *now]


def _seen(job: Job, position: Position | None, part: FittedPart | None) -> tuple[Any, ...]:
    """What was seen on the part that is fitted now, at the last look."""
    if position is None:
        return ()
    looks = Entry.objects.filter(job=job, kind="looked", position=position)
    fitted = Entry.objects.filter(job=job, kind="fitted", position=position).last()
    last = looks.filter(sequence__gt=fitted.sequence).last() if fitted else looks.last()
    if not last or not part:
        return ()
    if "observations" in last.data:
        return tuple(Observation(one) for one in last.data["observations"])
    return observations_in(last.data["seen"])
