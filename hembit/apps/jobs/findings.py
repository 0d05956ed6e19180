"""What the evidence on a part says in a job: found anew after each reading and each look."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Entry, Job, PartFinding, Reading, Relation
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.people.models import Person
from hembit_core import CORE_VERSION, Conditions
from hembit_core.families.registry import about
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.findings.find import find
from hembit_core.judging.states import Outcome, State
from hembit_core.measurand import Role
from hembit_core.planning.looking import observations_in

_WORK = (Relation.DRIED, Relation.CLEANED, Relation.TIGHTENED, Relation.COOLED)


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
        .select_related("check_kept")
        .order_by("at")
    )
    readings = _of_this_period(_since_a_member_was_fitted(job, position, readings))
    seen = _seen(job, position, part)
    if not readings and not seen:
        return None
    spec: Any = part.part_spec if part else Supply(system=SupplySystem(job.machine.supply_system))
    last = readings[-1].check_kept.submission["conditions"] if readings else None
    found = find(
        spec,
        [judgement_of(one.check_kept) for one in readings],
        seen,
        Conditions.model_validate(last) if last else None,
    )
    told = found.model_dump(mode="json")
    latest = PartFinding.objects.filter(job=job, position=position, part=part).last()
    if latest and latest.finding == told:
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


def _since_a_member_was_fitted(
    job: Job, position: Position | None, readings: list[Reading]
) -> list[Reading]:
    """What was read since something was exchanged that the part is made of.

    A bank is made of its members, an ignition sequence of every other part of the machine.
    """
    members = [str(one.pk) for one in position.members.all()] if position else []
    if position and readings and readings[-1].measurand == "sequence":
        others = position.machine.positions.exclude(pk=position.pk)
        members = [str(one.pk) for one in others]
    fitted = Entry.objects.filter(job=job, kind="fitted", data__part__in=members).last()
    return [one for one in readings if one.at > fitted.at] if fitted else readings


def _of_this_period(readings: list[Reading]) -> list[Reading]:
    """What was read since the part was last worked on; a leak until its insulation was read good."""
    worked = [place for place, one in enumerate(readings) if one.relation in _WORK]
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
    last = looks.filter(at__gt=fitted.at).last() if fitted else looks.last()
    return observations_in(last.data["seen"]) if last and part else ()
