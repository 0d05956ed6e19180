"""Jobs: open, change, find; write down what was done and measured in one."""

from __future__ import annotations

import json
from datetime import datetime
from typing import Any
from uuid import uuid5

from django.db import transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from hembit.apps.base.clocks import instant, ticked
from hembit.apps.base.not_found import NotFound
from hembit.apps.base.prepared import Prepared
from hembit.apps.base.records.named import sent_as
from hembit.apps.base.records.sent import age_of, refuse_forged
from hembit.apps.base.records.stored import Stored
from hembit.apps.jobs.change import AlreadyNamed, ChangedMeanwhile, change
from hembit.apps.jobs.entries.base import EntryIn
from hembit.apps.jobs.models import Entry, Job, JobState, Reading
from hembit.apps.jobs.schemas import JobChange, JobIn
from hembit.apps.jobs.visit.dead_or_live import require_dead
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.lists.models import OwnEntry
from hembit.apps.lists.services import symptom_of
from hembit.apps.machines.models import Machine
from hembit.apps.machines.services import find_machine, named
from hembit.apps.people.models import Person
from hembit.apps.rules.services import WITH_DEFAULT_SET, find_set
from hembit_core.errors import FigureForbids, InputError
from hembit_core.records.forms import FORM
from hembit_core.visits.route import Choices
from hembit_core.visits.symptoms import Symptom


def open_job(given: JobIn, person: Person, now: datetime | None = None) -> Stored[Job]:
    """Open a job; the same one twice, or twice at once, is opened once."""
    with transaction.atomic():
        earlier = Job.objects.filter(client_id=given.id).first()
        if earlier:
            same = (earlier.machine_id, earlier.complaint) == (given.machine, given.complaint)
            if not (same or earlier.sent_as) or not earlier.was_sent_as(given, person.pk):
                raise AlreadyNamed
            return Stored(earlier, new=False)
        symptom, own_symptom = symptom_of(given.symptom)
        job = Job.objects.create(
            client_id=given.id,
            sent_as=sent_as(given, person.pk),
            machine=named(find_machine, given.machine, "machine"),
            complaint=given.complaint,
            symptom=symptom,
            own_symptom=own_symptom,
            error_code=given.error_code,
            technician=person,
            opened_by=person,
            opened_at=now or timezone.now(),
            choices=Choices(school=given.school).model_dump(mode="json"),
            conditions=_meter_in_hand(person),
        )
    return Stored(job)


def _meter_in_hand(person: Person) -> dict[str, Any]:
    """The meter this person read with last, as the job they did it in has it."""
    before = (
        Reading.objects.filter(by=person, job__conditions__meter__isnull=False)
        .order_by("-sequence")
        .values_list("job__conditions__meter", flat=True)
        .first()
    )
    return {} if before is None else {"meter": before}


_JOB = Prepared(
    lambda number: (
        Job.objects.order_by()
        .select_related(
            "machine__customer",
            "machine__rule_set",
            "rule_set",
            "technician",
            "own_symptom",
            "opened_by",
            "changed_by",
        )
        .annotate(**WITH_DEFAULT_SET)
        .filter(pk=number)
    )
)


def find_job(number: int) -> Job:
    """The job with that number; NotFound when there is none."""
    found = _JOB.of(number)
    if not found:
        raise NotFound(f"There is no job {number}. Find it in the list of jobs.")
    return found[0]


def find_open_job(number: int) -> Job:
    """The same, for writing: InputError when it is closed."""
    job = find_job(number)
    if job.state == JobState.CLOSED:
        raise InputError(f"Job {number} is closed. Reopen it, with a reason, to write in it.")
    return job


def list_jobs(
    text: str = "",
    state: JobState | None = None,
    customer: int | None = None,
    machine: int | None = None,
    technician: int | None = None,
) -> QuerySet[Job]:
    """Jobs, open ones first, then the newest."""
    found = Job.objects.select_related("machine__customer", "technician", "own_symptom").defer(
        "choices", "conditions"
    )
    wanted = {
        "state": state,
        "machine__customer": customer,
        "machine": machine,
        "technician": technician,
    }
    found = found.filter(**{name: value for name, value in wanted.items() if value})
    if text:
        machines = Machine.objects.order_by().filter(
            Q(name__icontains=text) | Q(place__icontains=text) | Q(customer__name__icontains=text)
        )
        named = (
            Q(complaint__icontains=text)
            | Q(error_code__icontains=text)
            | Q(machine__in=machines.values("pk"))
        )
        if text.isdecimal():
            named |= Q(pk=int(text[:18]))
        found = found.filter(named)
    return found


def change_job(number: int, given: JobChange, person: Person, now: datetime | None = None) -> Job:
    """Change a job, if it still is as the person saw it.

    Raises
    ------
    ChangedMeanwhile
        If somebody changed it since; with both versions.
    """
    wanted: dict[str, Any] = given.model_dump(
        mode="json", exclude={"version", "rule_set"}, exclude_none=True
    )
    if "symptom" in wanted:
        wanted["symptom"], own = symptom_of(wanted["symptom"])
        wanted["own_symptom_id"] = own.pk if own else None
    if "rule_set" in given.model_fields_set:
        named = given.rule_set
        wanted["rule_set_id"] = None if named is None else find_set(named).pk
    with transaction.atomic():
        job = find_open_job(number)
        there = {name: getattr(job, name) for name in wanted}
        if there == wanted:
            return job
        if job.version != given.version:
            who = job.changed_by.name if job.changed_by else "Somebody"
            raise ChangedMeanwhile(
                f"{who} changed this job meanwhile. Nothing of yours was stored yet.",
                _told(wanted),
                _told(there),
            )
        change(job, person, now or timezone.now(), **wanted)
    return job


def _told(fields: dict[str, Any]) -> dict[str, str]:
    """Fields of a job as a person reads them; the shop's words for a symptom stand for it."""
    own = fields.get("own_symptom_id")
    told = {name: _words(name, value) for name, value in fields.items() if name != "own_symptom_id"}
    return told | ({"symptom": str(OwnEntry.objects.get(pk=own))} if own else {})


def _words(name: str, value: Any) -> str:
    """A field of a job as a person reads it."""
    if name == "symptom":
        return Symptom(value).label
    if name != "choices":
        return str(value)
    choices = Choices.model_validate(value)
    said = [choices.school.replace("_", " ")]
    if choices.order:
        said.append("reordered")
    said += [f"skipped {one.key}: {one.reason}" for one in choices.skipped]
    said += [f"added “{one.text}”{' (done)' if one.done else ''}" for one in choices.added]
    return "; ".join(said)


def add_entry(number: int, given: EntryIn, person: Person, now: datetime | None = None) -> Stored[Job]:
    """Write an entry into a job's log, by the rules of its kind; twice is once.

    Raises
    ------
    InputError
        If the state of the visit forbids it.
    AlreadyNamed
        If the id names another entry.
    """
    now = now or timezone.now()
    refuse_forged(given.sent)
    try:
        return _added(number, given, person, now)
    except InputError as error:
        _keep_refused(number, given, person, now, error)
        raise


def _keep_refused(
    number: int, given: EntryIn, person: Person, now: datetime, error: InputError
) -> None:
    """What was measured is kept with what was answered; sent again it is kept once."""
    kind, measured = given.measured()
    if not measured:
        return
    job = find_job(number)
    data = {"measured": measured, "answered": error.message}
    named = uuid5(given.id, json.dumps(data, sort_keys=True))
    if job.state != JobState.OPEN or Entry.objects.filter(pk=named).exists():
        return
    if not isinstance(error, FigureForbids):
        kind = "not_taken"
    at = instant(now, age_of(given.sent))
    stored = {"form": FORM, **data}
    Entry(id=named, job=job, kind=kind, at=at.wall, by=person, data=stored, **ticked(at)).save()


def _added(number: int, given: EntryIn, person: Person, now: datetime) -> Stored[Job]:
    kind = given.model_dump(include={"kind"})["kind"]
    with transaction.atomic():
        earlier = Entry.objects.filter(pk=given.id).first()
        if earlier:
            sent = given.data()
            kept = {name: value for name, value in earlier.data.items() if name in sent}
            theirs = (earlier.job_id, earlier.kind, kept, earlier.by_id)
            if theirs != (number, kind, sent, person.pk):
                raise AlreadyNamed
            return Stored(find_job(number), new=False)
        job = find_job(number) if given.also_when_closed else find_open_job(number)
        if given.is_so_already(job):
            return Stored(job, new=False)
        moment = Moment(Visit.load(job), person, now)
        hands = given.hands(moment)
        if hands:
            require_dead(job, person, moment.now, given.sent, hands)
        data = given.accept(moment)
        part = data.get("part")
        at = instant(moment.now, age_of(given.sent))
        Entry(
            id=given.id,
            job=job,
            kind=kind,
            position=moment.visit.position(part) if part else None,
            at=at.wall,
            by=person,
            data={"form": FORM, **data},
            void=given.voided_by(moment),
            **ticked(at),
        ).save()
        given.afterwards(moment, data)
    return Stored(find_job(number))
