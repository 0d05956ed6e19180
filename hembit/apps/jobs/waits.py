"""Waits: started with a clock time, seen everywhere, ended when the reading was taken."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from hembit.apps.base.not_found import NotFound
from hembit.apps.base.prepared import Prepared
from hembit.apps.base.sent import made_at
from hembit.apps.base.stored import Stored
from hembit.apps.jobs.change import AlreadyNamed
from hembit.apps.jobs.models import Job, JobState, Wait
from hembit.apps.jobs.schemas import AtClock, InMinutes, WaitIn
from hembit.apps.people.models import Person
from hembit_core.errors import InputError

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
        if earlier.job_id != job.pk or earlier.text != given.text:
            raise AlreadyNamed
        return Stored(earlier, new=False)
    made = made_at(given.sent, now)
    due_at, reckoned = _due(given, made)
    if due_at <= made:
        raise InputError("This time has passed already. Take the reading now.").at("until")
    if due_at - now > LONGEST:
        raise InputError("A wait is at most a week; what is later is a follow-up.").at("until")
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


def running_waits() -> list[Wait]:
    """Every wait that runs or is due, in open jobs, the next first."""
    return _RUNNING.of()
