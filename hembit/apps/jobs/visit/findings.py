"""What the evidence on a part says in a job: found anew after each reading and each look."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from hembit.apps.jobs.models import Entry, Job, PartFinding, Reading, Relation
from hembit.apps.jobs.visit.case_danger import (
    TO_CASE,
    case_readings,
    danger_before,
    danger_of,
    judged_in_order,
)
from hembit.apps.jobs.visit.judged_now import evidence_by
from hembit.apps.lists.services import supply_of
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.people.models import Person
from hembit_core import CORE_VERSION, Conditions, Judgement
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.findings.find import find
from hembit_core.findings.finding import Observation
from hembit_core.findings.rules.general import nothing_measured
from hembit_core.records.forms import FORM
from hembit_core.soundness.evidence import Evidence
from hembit_core.visits.before import sound_before
from hembit_core.visits.looking import observations_in
from hembit_core.visits.symptoms import Symptom

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
    stands = position is not None and part is not None and danger_of(position, part) is not None
    if not readings and not seen and not stands:
        return None
    spec: Any = part.part_spec if part else supply_of(job.machine.supply_system)
    last = readings[-1].check_kept.submission["conditions"] if readings else None
    before = None
    if position and part:
        readings = [one for one in readings if one.measurand not in TO_CASE] + case_readings(part)
        before = danger_before(position, part)
    judged = judged_in_order(spec, readings)
    found = (
        find(
            spec,
            [one for _, one in judged],
            seen,
            Conditions.model_validate(last) if last else None,
            before,
            [_weighed(spec, reading, one) for reading, one in judged],
            _sound_before(job, spec),
        )
        if judged or seen or before
        else nothing_measured("readings for another kind of part, which its spec was mended from")
    )
    latest = PartFinding.objects.filter(job=job, position=position, part=part).last()
    if latest and latest.told == found and not (renewed and latest.sequence < renewed.sequence):
        return latest
    finding = PartFinding(
        job=job,
        position=position,
        part=part,
        at=now,
        by=person,
        core_version=CORE_VERSION,
        conclusion=found.conclusion,
        finding={"form": FORM, **found.model_dump(mode="json")},
    )
    finding.save()
    return finding


def _weighed(spec: Any, reading: Reading, judgement: Judgement) -> Evidence:
    """A reading as evidence; one that was taken again had its probes moved for it."""
    found = evidence_by(spec, reading.check_kept, judgement)
    return found.taken_afresh() if reading.relation == Relation.AGAIN else found


def _sound_before(job: Job, spec: Any) -> float:
    """The weight of a sound part before anything was read, by the complaint and the parts entered."""
    fitted = FittedPart.objects.filter(position__machine=job.machine_id, removed_at__isnull=True)
    beside = [one["kind"] for one in fitted.values_list("spec", flat=True)]
    return sound_before(spec.kind, beside or [spec.kind], Symptom(job.symptom))


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
    """What was read since the part was last worked on."""
    worked = [place for place, one in enumerate(readings) if one.relation in WORK]
    return readings[worked[-1] :] if worked else readings


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
