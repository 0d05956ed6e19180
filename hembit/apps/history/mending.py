"""A part's spec was not the right one: mended, and what its readings say is found anew."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction
from django.utils import timezone

from hembit.apps.jobs.models import Job, JobState
from hembit.apps.jobs.visit.findings import refresh_finding
from hembit.apps.machines.models import Position
from hembit.apps.machines.positions import mend_spec
from hembit.apps.machines.schemas import MendIn
from hembit.apps.people.models import Person


def mend(position: Position, given: MendIn, by: Person, now: datetime | None = None) -> None:
    """Mend the spec of the part in a position; findings of open jobs follow it.

    Raises
    ------
    InputError
        If nothing is fitted there, nothing is changed, or no reason is given.
    """
    now = now or timezone.now()
    with transaction.atomic():
        mend_spec(position, given, by, now)
        for job in Job.objects.filter(machine=position.machine, state=JobState.OPEN):
            refresh_finding(job, position, by, now)
