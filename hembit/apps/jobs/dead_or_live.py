"""Dead or live in a job: what happened, as the core wants it told."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime

from django.db.models import OuterRef, QuerySet, Subquery

from hembit.apps.jobs.models import Entry, JobState
from hembit.apps.jobs.visit import Visit
from hembit.apps.people.models import Person
from hembit_core.families.registry import about
from hembit_core.planning.machine_state import Event, MachineEvent, MachineNow, machine_now

_EVENTS = {
    "proved_dead": Event.PROVED_DEAD,
    "went_live": Event.WENT_LIVE,
    "switched_off": Event.SWITCHED_OFF,
    "cover_back": Event.COVER_BACK,
    "took_over": Event.HANDED_OVER,
}


def events(visit: Visit) -> Iterator[MachineEvent]:
    """Everything that changes whether the machine is dead or live, or ends a proof."""
    for entry in visit.entries:
        if entry.kind in _EVENTS:
            yield MachineEvent(event=_EVENTS[entry.kind], at=entry.at, by=entry.by_name)
    for wait in visit.waits:
        yield MachineEvent(event=Event.WAITED, at=wait.started_at, by=wait.started_by.name)
    for reading in visit.readings:
        if about(reading.measurand).dead_or_live == "live":
            yield MachineEvent(event=Event.LIVE_READING, at=reading.at, by=reading.by_name)


def live_jobs(person: Person) -> QuerySet[Entry]:
    """What the person stated live and nobody made dead since: the entries, in open jobs."""
    turned = ("proved_dead", "went_live", "switched_off")
    last = Entry.objects.filter(job=OuterRef("job"), kind__in=turned).order_by("-at", "-id")
    return Entry.objects.filter(
        kind="went_live", by=person, job__state=JobState.OPEN, pk=Subquery(last.values("pk")[:1])
    ).select_related("job__machine")


def state_of(visit: Visit, person: str, now: datetime) -> MachineNow:
    """Dead or live now, for the person who asks."""
    return machine_now(events(visit), now, person)
