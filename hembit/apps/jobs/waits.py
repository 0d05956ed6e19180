"""Waits: started with a clock time, seen everywhere, ended when the reading was taken."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from hembit.apps.base.clocks import instant, ticked, ticks_of
from hembit.apps.base.not_found import NotFound
from hembit.apps.base.prepared import Prepared
from hembit.apps.base.records.named import sent_as
from hembit.apps.base.records.sent import age_of, made_at, refuse_forged
from hembit.apps.base.records.stored import Stored
from hembit.apps.jobs.change import AlreadyNamed
from hembit.apps.jobs.models import Job, JobState, Wait
from hembit.apps.jobs.schemas import AtClock, InMinutes, WaitIn
from hembit.apps.people.models import Person
from hembit_core.errors import InputError
from hembit_core.visits.dead.clocks import Instant, Unknown, elapsed

LONGEST = timedelta(days=7)


@transaction.atomic
def start_wait(job: Job, given: WaitIn, person: Person, now: datetime | None = None) -> Stored[Wait]:
    """Start a wait. A proof of dead lapses by it.

    Raises
    ------
    InputError
        If there is nothing to wait for, or the time lies behind or more than a week ahead.
    """
    now = now or timezone.now()
    earlier = Wait.objects.filter(pk=given.id).first()
    if earlier:
        same = (earlier.job_id, earlier.text) == (job.pk, given.text)
        if not same or not earlier.was_sent_as(given, person.pk):
            raise AlreadyNamed
        return Stored(earlier, new=False)
    refuse_forged(given.sent)
    made = made_at(given.sent, now)
    due_at, reckoned = _due(given, made)
    if due_at <= made:
        raise InputError("This time has passed already. Take the reading now.").at("until")
    if due_at - now > LONGEST:
        raise InputError("A wait is at most a week; what is later is a follow-up.").at("until")
    at = instant(now, age_of(given.sent))
    wait = Wait.objects.create(
        id=given.id,
        job=job,
        kind=given.kind,
        text=given.text,
        reckoned=reckoned,
        item=given.item,
        started_at=made,
        started_by=person,
        due_at=due_at,
        sent_as=sent_as(given, person.pk),
        **ticked(at),
    )
    return Stored(wait)


def _due(given: WaitIn, now: datetime) -> tuple[datetime, str]:
    until = given.until
    if isinstance(until, AtClock):
        return until.at, ""
    if isinstance(until, InMinutes):
        return now + timedelta(minutes=until.minutes), ""
    try:
        reckoned = until.sum.reckon()
    except InputError as error:
        raise error.at(f"until.{error.field}") from None
    if not reckoned.minutes:
        raise InputError(f"{reckoned.headline}. Take the reading now.").at("until")
    return now + timedelta(minutes=reckoned.minutes), reckoned.headline


def end_wait(number: UUID, person: Person, now: datetime | None = None) -> Wait:
    """End a wait; ending it twice changes nothing.

    Raises
    ------
    InputError
        If there is no such wait.
    """
    wait = Wait.objects.filter(pk=number).select_related("job").first()
    if wait is None:
        raise NotFound("This wait is not here.")
    if wait.ended_at is None:
        wait.ended_at, wait.ended_by = now or timezone.now(), person
        wait.save(update_fields=["ended_at", "ended_by"])
    return wait


_RUNNING = Prepared(
    lambda: Wait.objects.filter(ended_at__isnull=True, job__state=JobState.OPEN).select_related(
        "job__machine", "started_by"
    ),
    keys=0,
)


def running_waits(now: datetime | None = None) -> list[Wait]:
    """Every wait that runs or is due, in open jobs, the next first.

    One that ran while the clock was set back is due: how long it has run is not known, and that is
    written down for whoever sees it first.
    """
    now = now or timezone.now()
    here = instant(now)
    found = _RUNNING.of()
    lost = [one for one in found if not one.clock_set and _was_set_back(one, here)]
    for one in lost:
        one.clock_set, one.due_at = True, now
        one.save(update_fields=["clock_set", "due_at"])
    return sorted(found, key=lambda one: (one.due_at, one.sequence)) if lost else found


def _was_set_back(wait: Wait, now: Instant) -> bool:
    """Whether the clock was set back while it ran; a new start alone says nothing of that."""
    began = Instant(wall=wait.started_at, ticks=ticks_of(wait.boot, wait.ticks))
    return elapsed(began, now) is Unknown.SET_BACK
