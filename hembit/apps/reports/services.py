"""Put a job's report together from what is on record."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from datetime import datetime
from uuid import UUID

from django.db.models import QuerySet

from hembit.apps.checks.models import Check
from hembit.apps.jobs.entries.registry import told
from hembit.apps.jobs.models import Entry, Job, PartFinding
from hembit.apps.jobs.services import find_job
from hembit.apps.jobs.visit.judged_now import now_told
from hembit.apps.jobs.visit.loaded import Visit, key_of
from hembit.apps.jobs.visit.route import choices_of, plan_of, standing_decision
from hembit.apps.jobs.visit.summaries import follow_up_out, summary
from hembit.apps.machines.models import Machine
from hembit.apps.photos.models import Photo
from hembit.apps.photos.routes import photo_out
from hembit.apps.reports.in_short import in_short
from hembit.apps.reports.schemas import FittedPart, Found, MeasuredInJob, Report, WorkDone
from hembit.apps.workshop.services import workshop
from hembit_core.data_files import table
from hembit_core.findings.finding import Conclusion
from hembit_core.judge import describe
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.unsaid import ABOUT_INSTRUMENTS
from hembit_core.notation import inside, interval
from hembit_core.visits.closing import OpenEnd
from hembit_core.visits.route import MACHINE

_WORK = (
    "proved_dead",
    "meter_checked",
    "looked",
    "points_read",
    "swapped",
    "fitted",
    "feed_checked",
    "gate_passed",
    "noted",
    "reopened",
)


def report_of(number: int, now: datetime) -> Report:
    """The report of a job as it stands."""
    job = find_job(number)
    visit = Visit.load(job)
    for one in visit.follow_ups:
        one.job = job
    found = tuple(sorted(_found(visit), key=_danger_first))
    parts = tuple(_parts(visit))
    follow_ups = tuple(follow_up_out(one) for one in visit.follow_ups if one.done_at is None)
    left_open = plan_of(visit).left_open
    ours = workshop()
    checks = _checks(visit)
    return Report(
        job=summary(job),
        error_code=job.error_code,
        plate=_plate(job.machine),
        shop=ours.name,
        shop_address=ours.address,
        time_zone=ours.time_zone,
        made_at=now,
        in_short=in_short(found, parts, follow_ups, left_open),
        found=found,
        measured=tuple(_measured(visit, checks)),
        measured_with=_measured_with(checks),
        work=tuple(_work(visit)),
        parts=parts,
        photos=tuple(photo_out(one) for one in _pictures(job)),
        follow_ups=follow_ups,
        left_open=tuple(_left_open(visit, left_open)),
        not_tested=tuple(_not_tested(visit, found)),
        skipped=tuple(_skipped(visit)),
        cautions=_cautions(found),
    )


def _left_open(visit: Visit, ends: Iterable[OpenEnd]) -> Iterator[str]:
    """What is left open, and why that matters; of a danger, why it was left as it is."""
    closed = visit.last("closed")
    reasons = closed.data.get("reasons", {}) if closed else {}
    for one in ends:
        because = reasons.get(one.part or "", "") if one.is_danger else ""
        yield f"{one.what}. {one.why}{f' Left so: {because}.' if because else ''}"


def _plate(machine: Machine) -> str:
    """What the machine's plate says: its model, its serial."""
    serial = f"serial {machine.serial}" if machine.serial else ""
    return ", ".join(one for one in (machine.model, serial) if one)


def _danger_first(one: Found) -> bool:
    """What must not be energised stands first; the rest keeps its order."""
    return one.decided != Conclusion.DO_NOT_ENERGISE


def _pictures(job: Job) -> QuerySet[Photo]:
    """What was photographed, and not erased since."""
    return job.photos.filter(erased_at__isnull=True).select_related("taken_by", "position")


def _found(visit: Visit) -> Iterable[Found]:
    """What was found, a part that was taken out by its own readings and the new one by its own."""
    for there in visit.findings:
        key = key_of(there.position_id)
        before = visit.finding_now(key) is not there
        if before and key not in visit.fitted_here:
            continue
        finding = there.told
        decision = _decision_on(visit, key, there, before=before)
        cause = visit.last("cause_named", key) if finding.asks_cause else None
        decided = decision.data["conclusion"] if decision else finding.conclusion
        found = decision.data["found"] if decision else finding.conclusion
        yield Found(
            part=visit.name(key),
            part_before=before,
            code=finding.code,
            headline=decision.data["headline"] if decision else finding.headline,
            conclusion=found,
            decided=decided,
            overruled=bool(decision) and decided != found,
            reason=decision.data["reason"] if decision else "",
            by=decision.by_name if decision else "",
            cause=cause.data["cause"] if cause else "",
            rests_on=finding.rests_on,
            not_tested=() if before else finding.not_tested,
            for_customer=finding.for_customer,
        )


def _decision_on(visit: Visit, key: str, there: PartFinding, *, before: bool) -> Entry | None:
    """The last decision on this part: of one that was taken out, before the new one went in."""
    fitted = visit.last("fitted", key)
    if fitted is None:
        return standing_decision(visit, key)
    mine = [
        one for one in visit.entries_of("decided", key) if (one.sequence <= fitted.sequence) is before
    ]
    return mine[-1] if mine else None


def _checks(visit: Visit) -> dict[UUID, Check]:
    """The kept checks behind the readings that stand, in the order taken."""
    numbers = [one.pk for one in visit.standing]
    kept = Check.objects.select_related("body").in_bulk(numbers)
    return {number: kept[number] for number in numbers}


def _measured_with(checks: dict[UUID, Check]) -> tuple[str, ...]:
    """The instruments of these checks, each once, with its serial."""
    conditions = [one.submission["conditions"] for one in checks.values()]
    every = [one.get(what) for one in conditions for what in ("meter", "thermometer")]
    return tuple(
        dict.fromkeys(
            f"{one['name']}, serial {one['serial']}" if one.get("serial") else str(one["name"])
            for one in every
            if one
        )
    )


def _measured(visit: Visit, checks: dict[UUID, Check]) -> Iterable[MeasuredInJob]:
    for one in visit.standing:
        judgement = Judgement.model_validate(checks[one.pk].judgement)
        yield MeasuredInJob(
            id=one.pk,
            part=visit.name(key_of(one.position_id)),
            test=judgement.expectation.title,
            due=_due(judgement),
            read=one.figure,
            state=judgement.state,
            outcome=judgement.outcome,
            headline=judgement.headline,
            rail=judgement.rail,
            rows=judgement.rows,
            spare=one.spare,
            part_before=visit.is_of_part_before(one),
            at=one.at,
            by=one.by_name,
            now=now_told(one, visit.mended, whole=True),
            doubts=tuple(each.text for each in judgement.warnings if each.code in ABOUT_INSTRUMENTS),
        )


def _due(judgement: Judgement) -> str:
    """What was due, in the unit that was read."""
    told, read = judgement.expectation, judgement.value
    if read is None or read.unit == "Ω" or told.rail.unit != read.unit or told.rows:
        return told.text
    return interval(told.rail.band.lower, told.rail.band.upper, read.unit)


def _work(visit: Visit) -> Iterable[WorkDone]:
    for one in visit.entries:
        if one.kind in _WORK:
            part = one.data.get("part")
            name = f"{visit.name(part)}: " if part and part != MACHINE else ""
            yield WorkDone(at=one.at, by=one.by_name, text=f"{name}{told(one.kind, one.data)}")


def _parts(visit: Visit) -> Iterable[FittedPart]:
    for position in visit.positions:
        part = visit.parts.get(position.pk)
        if part and part.job_number == visit.job.number:
            yield FittedPart(
                part=position.name,
                description=describe(part.part_spec),
                serial=part.serial,
                on=part.fitted_on,
            )


def _not_tested(visit: Visit, found: Iterable[Found]) -> Iterable[str]:
    for one in found:
        if one.not_tested:
            yield f"{one.part}: {', '.join(inside(title) for title in one.not_tested)}"
    measured = {key_of(one.position_id) for one in visit.standing}
    untouched = [
        position.name
        for position in visit.positions
        if position.pk in visit.parts and str(position.pk) not in measured
    ]
    if untouched:
        yield f"Not measured at all: {', '.join(untouched)}"


def _skipped(visit: Visit) -> Iterable[str]:
    steps = plan_of(visit).route.steps
    titles = {item.key: f"{step.title}, {item.title}" for step in steps for item in step.items} | {
        step.kind.value: step.title for step in steps
    }
    for one in choices_of(visit).skipped:
        yield f"{titles.get(one.key, one.key)}: {one.reason}"


def _cautions(found: Iterable[Found]) -> tuple[str, ...]:
    dangerous = [one.part for one in found if one.decided == Conclusion.DO_NOT_ENERGISE]
    said = [f"{name} leaks to the case: not to be energised." for name in dangerous]
    return (*said, table("cautions")["defer"])
