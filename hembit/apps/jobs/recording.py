"""Readings in a job: judged, kept and laid to the part, if the machine's state admits them."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from django.db import transaction
from django.utils import timezone

from hembit.apps.base.records.named import sent_as
from hembit.apps.base.records.sent import made_at, refuse_forged
from hembit.apps.base.records.stored import Stored
from hembit.apps.checks.models import Check
from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import conditions_of, find_check, keep_submission
from hembit.apps.jobs.change import AlreadyNamed, ChangedMeanwhile
from hembit.apps.jobs.models import Job, Reading, Relation, Wait
from hembit.apps.jobs.schemas import AttachIn, ReadingIn
from hembit.apps.jobs.services import find_job, find_open_job
from hembit.apps.jobs.visit.dead_or_live import events, state_of, was_live
from hembit.apps.jobs.visit.findings import refresh_finding
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.overtaken import refuse_of_part_before
from hembit.apps.jobs.visit.rule_sets import rule_set_of
from hembit.apps.machines.models import Position
from hembit.apps.machines.schemas import PositionIn
from hembit.apps.machines.services import add_position
from hembit.apps.people.models import Person
from hembit_core.errors import InputError
from hembit_core.families.registry import about
from hembit_core.measuring.meters import Meter
from hembit_core.visits.dead.category import check_rated
from hembit_core.visits.dead.machine_state import Event, stated_of
from hembit_core.visits.route import SUPPLY


def record(number: int, given: ReadingIn, person: Person, now: datetime | None = None) -> Stored[Job]:
    """Judge a reading of a part and keep it in the job; twice is once.

    Raises
    ------
    InputError
        If the reading cannot be used, the machine's state forbids it, or it takes another's
        place without a reason.
    ChangedMeanwhile
        If somebody measured the same meanwhile.
    """
    now = now or timezone.now()
    made = made_at(given.sent, now)
    with transaction.atomic():
        earlier = Reading.objects.select_related("check_kept__body").filter(pk=given.id).first()
        if earlier:
            key = SUPPLY if earlier.position_id is None else str(earlier.position_id)
            same = (earlier.job_id, key) == (number, given.part)
            if not same or not _is_the_same(earlier, given, person):
                raise AlreadyNamed
            return Stored(find_job(number), new=False)
        refuse_forged(given.sent)
        job = find_open_job(number)
        visit = Visit.load(job)
        position = visit.position(given.part)
        standing = visit.standing_of(given.part, given.reading.measurand, spare=given.spare)
        _check_superseding(given, standing, visit)
        if not given.spare:
            refuse_of_part_before(visit, person, given.sent, now, given.part)
        rule_set = rule_set_of(job, position, visit.part_in(position))
        conditions = conditions_of(given.conditions.model_copy(update={"rule_set": rule_set}))
        _check_category(given, conditions.meter, visit)
        name = f"{job.machine.name}, {visit.name(given.part)}{', new part' if given.spare else ''}"
        submission = Submission(
            label=name[:120],
            spec=visit.spec(given.part),
            reading=given.reading,
            dead_or_live=stated_of(
                state_of(job, person, now, given.sent),
                given.reading.measurand,
                loose=given.loose or given.spare,
            ),
            conditions=conditions,
            rule=given.rule or conditions.rules.decision_rule,
        )
        check = keep_submission(given.id, submission, person, made).row
        if given.loose and not given.spare:
            _check_loose(job, given, person, now)
        part = visit.parts.get(position.pk) if position and not given.spare else None
        corrects = given.relation == Relation.CORRECTS and standing is not None
        Reading(
            check_kept=check,
            job=job,
            position=position,
            part=part,
            spare=given.spare,
            measurand=given.reading.measurand,
            loose=given.loose,
            sent_as=sent_as(given, person.pk),
            sequence=check.sequence,
            at=made,
            by=person,
            supersedes_id=standing.pk if standing and corrects else None,
            reason=given.reason if standing else "",
            relation=given.relation,
        ).save()
        zero = getattr(given.reading, "lead_zero", None)
        job.conditions = {
            **given.conditions.model_dump(mode="json"),
            "lead_zero": str(zero) if zero else None,
            "leads_nulled": getattr(given.reading, "leads_nulled", False),
        }
        job.save(update_fields=["conditions"])
        item = f"{'spare' if given.spare else given.part}:"
        item += given.part if given.spare else given.reading.measurand
        Wait.objects.filter(job=job, item=item, ended_at__isnull=True).update(
            ended_at=now, ended_by=person
        )
        if not given.spare:
            refresh_finding(job, position, person, now)
    return Stored(job)


def _is_the_same(earlier: Reading, given: ReadingIn, person: Person) -> bool:
    """Whether a reading is what is sent; of one from before that was kept, by its displays."""
    if earlier.sent_as is not None:
        return earlier.was_sent_as(given, person.pk)
    kept: dict[str, Any] = earlier.check_kept.submission["reading"]
    return kept == given.reading.model_dump(mode="json")


def _check_category(given: ReadingIn, meter: Meter, visit: Visit) -> None:
    """A live reading is taken with a meter that is rated for what feeds the machine."""
    if about(given.reading.measurand).dead_or_live != "live" or given.spare or given.loose:
        return
    try:
        check_rated(meter, visit.supply)
    except InputError as error:
        raise error.at("conditions.meter") from None


def _check_superseding(given: ReadingIn, standing: Reading | None, visit: Visit) -> None:
    """A repeat or a correction names the reading it takes the place of, and why.

    One that was taken before an exchange stands for itself: whoever names it takes a new reading.
    """
    saw = given.supersedes
    if (standing.pk if standing else None) == saw:
        if standing and given.relation == Relation.CORRECTS and not given.reason:
            raise InputError(
                f"{standing.by_name} read {standing.figure} here. Say why this reading takes its "
                "place: typed wrong, another range … Or say that it was taken again: then both stand."
            ).at("reason")
        return
    if standing is None:
        if any(one.pk == saw and visit.is_past(one) for one in visit.standing):
            return
        raise InputError(
            "The reading that this one corrects does not stand any more. Take it as a new one."
        ).at("supersedes")
    raise ChangedMeanwhile(
        f"{standing.by_name} took this reading meanwhile. Yours is not stored yet.",
        {"reading": str(getattr(given.reading, "display", given.reading.measurand))},
        {"reading": standing.figure, "standing": str(standing.pk)},
    )


def attach(number: int, given: AttachIn, person: Person, now: datetime | None = None) -> Stored[Job]:
    """Put a kept check into a job, as a reading of one of the machine's parts.

    Raises
    ------
    InputError
        If the check is not kept, is in a job already, or is of another kind of part.
    """
    now = now or timezone.now()
    with transaction.atomic():
        job = find_open_job(number)
        check = find_check(given.check_id)
        if check is None:
            raise InputError("This check is not kept here.").at("check_id")
        earlier = Reading.objects.filter(pk=given.check_id).first()
        if earlier:
            if earlier.job_id == number:
                return Stored(job, new=False)
            raise InputError(f"This check is in job {earlier.job_id} already.").at("check_id")
        _check_proof_is_theirs(check)
        _check_it_was_not_live(job, check)
        visit = Visit.load(job)
        kind = check.submission["spec"]["kind"]
        if kind == SUPPLY:
            position = None
        elif given.part is None:
            position = _new_position(job, given, check)
            visit = Visit.load(job)
        else:
            position = visit.position(given.part)
        key = SUPPLY if position is None else str(position.pk)
        _check_kind(visit, key, kind)
        measurand = check.submission["reading"]["measurand"]
        standing = visit.standing_of(key, measurand, spare=False)
        Reading(
            check_kept=check,
            job=job,
            position=position,
            part=visit.parts.get(position.pk) if position else None,
            measurand=measurand,
            loose=check.submission["dead_or_live"]["state"] == "loose_part",
            sequence=check.sequence,
            at=check.kept_at,
            by=check.kept_by or person,
            relation=Relation.AGAIN,
            reason="a kept check, put into the job" if standing else "",
        ).save()
        refresh_finding(job, position, person, now)
    return Stored(find_job(number))


def _check_proof_is_theirs(check: Check) -> None:
    """One that was read under somebody else's proof of dead, or nobody's, is not put into a job."""
    stated = check.submission["dead_or_live"]
    name = check.kept_by.name if check.kept_by else "nobody"
    if stated["state"] == "proved_dead" and stated["by"] != name:
        raise InputError(
            f"This check was kept by {name} under a proof of dead by {stated['by']}. A proof is one "
            "person's: read it again in the job."
        ).at("check_id")


def _check_loose(job: Job, given: ReadingIn, person: Person, now: datetime) -> None:
    """A part of a live machine is only out of it if somebody had proved that dead before."""
    state = state_of(job, person, now, given.sent)
    if state.state == "live" and not any(one.event is Event.PROVED_DEAD for one in events(job)):
        raise InputError(
            "The machine is live, and nobody had proved it dead: the part cannot have been taken out. "
            "Make it dead, prove it; then read."
        ).at("dead_or_live")


def _check_it_was_not_live(job: Job, check: Check) -> None:
    """What the job says of dead or live stands above the word in Check; what was loose stays loose."""
    submission = check.submission
    needed = about(submission["reading"]["measurand"]).dead_or_live
    if needed != "dead" or submission["dead_or_live"]["state"] == "loose_part":
        return
    if was_live(job, check.sequence):
        raise InputError(
            "By this job the machine was live when this was read, and ohms are never taken on a live "
            "part. Make it dead, prove it, and read it again in the job."
        ).at("check_id")


def _check_kind(visit: Visit, key: str, kind: str) -> None:
    there = visit.spec(key).kind
    if there != kind:
        raise InputError(
            f"The check is of a {kind.replace('_', ' ')}, and {visit.name(key)} is a "
            f"{there.replace('_', ' ')}. Choose another part, or add a position."
        ).at("part")


def _new_position(job: Job, given: AttachIn, check: Check) -> Position:
    name = given.new_position or check.label
    spec = check.submission["spec"]
    return add_position(job.machine, PositionIn.model_validate({"name": name, "spec": spec}))
