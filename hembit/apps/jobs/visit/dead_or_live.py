"""Dead or live: what happened to a machine, over its jobs, as the core wants it told."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime
from typing import Any
from uuid import uuid4

from django.db.models import CharField, F, FloatField, Min, OuterRef, Q, QuerySet, Subquery, Value
from django.db.models.fields.json import KT

from hembit.apps.base.clocks import instant, ticked, ticks_of
from hembit.apps.base.prepared import Prepared
from hembit.apps.base.records.sent import Sent, is_of_this_epoch, made_at
from hembit.apps.base.records.sequence import epoch_of, last_sequence
from hembit.apps.jobs.models import Entry, Job, JobState, Reading, Wait
from hembit.apps.jobs.visit.rule_sets import rules_of_job
from hembit.apps.people.models import Person
from hembit_core.errors import InputError
from hembit_core.families.registry import live_measurands
from hembit_core.visits.dead.machine_state import Event, MachineEvent, MachineNow, machine_now

_KINDS = {
    "proved_dead": Event.PROVED_DEAD,
    "went_live": Event.WENT_LIVE,
    "switched_off": Event.SWITCHED_OFF,
    "cover_back": Event.COVER_BACK,
    "took_over": Event.HANDED_OVER,
    "proof_refused": Event.VOLTS_SEEN,
    "clock_set_back": Event.CLOCK_SET_BACK,
    "proof_lapsed": Event.PROOF_LAPSED,
}
_TURNED = ("proved_dead", "went_live", "switched_off")
_TURNS = (Event.PROVED_DEAD, Event.WENT_LIVE, Event.SWITCHED_OFF)


def events(job: Job, last: int | None = None) -> Iterator[MachineEvent]:
    """Everything that changed whether the machine is dead or live, or ended a proof.

    Dead or live is the machine's: what was done in its other jobs counts, from the opening of the
    first of those that are open. What proves nothing is left out. A proof of before a restore has no
    ticks any more: what happened since may be lost. ``last`` is the last number of that order.
    """
    epoch = epoch_of(last_sequence() if last is None else last)
    for what, sequence, at, by, boot, ticks, lapsed_at, why in _EVENTS_OF.of(job.machine_id, job.pk):
        yield MachineEvent(
            event=_KINDS.get(what) or Event(what),
            sequence=sequence,
            at=at,
            by=by,
            ticks=ticks_of(boot, ticks) if epoch_of(sequence) == epoch else None,
            lapsed_at=lapsed_at,
            why=why or "",
        )


def _events(machine: int, job: int) -> QuerySet[Any, tuple[Any, ...]]:
    is_open = Q(machine=machine, state=JobState.OPEN) | Q(pk=job)
    opened = Job.objects.order_by().filter(is_open).values(one=Value(1)).annotate(of=Min("sequence"))
    here = {"job__machine": machine, "sequence__gt": Subquery(opened.values("of"))}
    entries = Entry.objects.filter(**here, kind__in=_KINDS, void="").annotate(
        what=F("kind"), lapsed=KT("data__lapsed_at"), why=KT("data__why")
    )
    none = Value(None, output_field=CharField())
    waits = Wait.objects.filter(**here).annotate(
        what=Value(Event.WAITED),
        at=F("started_at"),
        by_name=F("started_by__name"),
        lapsed=none,
        why=none,
    )
    readings = Reading.brief.filter(**here, measurand__in=live_measurands()).annotate(
        what=Value(Event.LIVE_READING),
        boot=Value(""),
        ticks=Value(None, output_field=FloatField()),
        lapsed=none,
        why=none,
    )
    columns = ("what", "sequence", "at", "by_name", "boot", "ticks", "lapsed", "why")
    found = [one.order_by().values_list(*columns) for one in (entries, waits, readings)]
    return found[0].union(*found[1:], all=True)


_EVENTS_OF = Prepared(_events, keys=2)


def state_of(
    job: Job, person: Person, now: datetime, sent: Sent | None = None, last: int | None = None
) -> MachineNow:
    """Dead or live now, for the person who asks; for what was sent, when it was made."""
    return machine_now(
        events(job, last), instant(now), person.name, made_at(sent, now), rules_of_job(job)
    )


def require_dead(
    job: Job, person: Person, now: datetime, sent: Sent | None, what: str, *, proved: bool = True
) -> None:
    """Refuse ``what`` needs hands in the machine while nobody holds a proof of dead; where that is not
    ``proved``, while it is live at least.

    Raises
    ------
    InputError
        If the machine is live, or there is no proof that holds.
    """
    state = state_of(job, person, now, sent)
    if state.state == "live":
        raise InputError(f"The machine is live. Make it dead, prove it; then {what}.").at(
            "dead_or_live"
        )
    if proved and state.state != "proved_dead":
        why = state.lapsed or "Nobody has proved this machine dead yet."
        raise InputError(f"{why} Then {what}.").at("dead_or_live")


def was_live(job: Job, sequence: int) -> bool:
    """Whether the machine was live, as stated, at a place in the order of writing."""
    turned = [one for one in events(job) if one.sequence < sequence and one.event in _TURNS]
    last = max(turned, key=lambda one: one.sequence, default=None)
    return last is not None and last.event is Event.WENT_LIVE


def is_live_now(job: Job) -> bool:
    """Whether somebody stated the machine live, and nobody made it dead since."""
    last = Entry.objects.filter(job__machine=job.machine_id, kind__in=_TURNED, void="")
    last = last.filter(Q(job__state=JobState.OPEN) | Q(job=job)).order_by("-sequence")
    return last.values_list("kind", flat=True).first() == "went_live"


def came_too_late(
    job: Job, person: Person, sent: Sent | None, now: datetime, ending: tuple[Event, ...]
) -> str:
    """Why what was sent says nothing of the machine as it is now; empty where it does.

    Something else changed the machine after the sender had last seen it. What the sender did
    before, with things still in the outbox, the sender knew.
    """
    if sent is None:
        return ""
    if sent.age is None:
        return "the sender's clock was set meanwhile"
    if not is_of_this_epoch(sent):
        return "the records were brought back from a backup meanwhile"
    made = made_at(sent, now)
    for one in events(job):
        known = one.sequence <= sent.seen or (one.by == person.name and one.at <= made)
        if one.event in ending and not known:
            return f"it came after {_DONE[one.event].format(by=one.by)}"
    return ""


_DONE = {
    Event.PROVED_DEAD: "{by} proved it dead",
    Event.WENT_LIVE: "{by} stated it live",
    Event.SWITCHED_OFF: "{by} switched it off",
    Event.LIVE_READING: "a live reading by {by}",
    Event.HANDED_OVER: "{by} took a job on it over",
    Event.WAITED: "a wait that {by} started",
    Event.COVER_BACK: "{by} put the covers back",
    Event.VOLTS_SEEN: "{by} read volts where it should be dead",
    Event.CLOCK_SET_BACK: "the clock was set back",
    Event.PROOF_LAPSED: "the proof of dead lapsed",
}


def note_lapse(job: Job, person: Person, now: datetime, state: MachineNow | None = None) -> bool:
    """Write down that a proof of dead has lapsed, by its age, a clock that was set back or a new start
    of the server, for whoever sees it first: no clock brings it back. Whether there was one.
    """
    if job.state != JobState.OPEN:
        return False
    state = state or state_of(job, person, now)
    if state.to_note is None:
        return False
    told = {"why": state.why, "lapsed_at": state.lapsed_at and state.lapsed_at.isoformat()}
    data = told if state.to_note is Event.PROOF_LAPSED else {}
    kind = next(kind for kind, event in _KINDS.items() if event is state.to_note)
    at = instant(now)
    Entry(id=uuid4(), job=job, kind=kind, at=now, by=person, data=data, **ticked(at)).save()
    return True


_LAST_TURNED = Entry.objects.filter(
    job__machine=OuterRef("job__machine"), kind__in=_TURNED, void=""
).order_by("-sequence")
_LIVE = Prepared(
    lambda person: Entry.objects.filter(
        kind="went_live",
        by=person,
        job__state=JobState.OPEN,
        pk=Subquery(_LAST_TURNED.values("pk")[:1]),
    ).select_related("job__machine")
)


def live_jobs(person: Person) -> list[Entry]:
    """What the person stated live and nobody made dead since: the entries, in open jobs."""
    return _LIVE.of(person.pk)
