"""Follow-ups: what is to be come back to, with a day; and what a bypass means."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import UUID

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from hembit.apps.base.not_found import NotFound
from hembit.apps.base.records.named import sent_as
from hembit.apps.base.records.sent import made_at, refuse_forged
from hembit.apps.base.records.stored import Stored
from hembit.apps.jobs.change import AlreadyNamed
from hembit.apps.jobs.models import FollowUp, FollowUpKind, Reading
from hembit.apps.jobs.schemas import FollowUpIn
from hembit.apps.jobs.visit.dead_or_live import require_dead
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.machines.models import Position
from hembit.apps.people.models import Person
from hembit.apps.workshop.clock import day_here
from hembit_core.errors import InputError
from hembit_core.visits.dead.bypass import left_with


@transaction.atomic
def add_follow_up(
    visit: Visit, given: FollowUpIn, person: Person, now: datetime | None = None
) -> Stored[FollowUp]:
    """Add a follow-up.

    Raises
    ------
    InputError
        If the day lies behind, or a bypass is of a safety device.
    """
    now = now or timezone.now()
    earlier = FollowUp.objects.filter(pk=given.id).first()
    if earlier:
        same = (earlier.job_id, earlier.kind) == (visit.job.pk, given.kind)
        if not same or not earlier.was_sent_as(given, person.pk):
            raise AlreadyNamed
        return Stored(earlier, new=False)
    refuse_forged(given.sent)
    if given.due_on < day_here(now):
        raise InputError("This day has passed. Give one to come.").at("due_on")
    if given.due_on > day_here(now) + timedelta(days=10 * 366):
        raise InputError("This day is more than ten years ahead. Check the year.").at("due_on")
    position = visit.position(given.part) if given.part else None
    if given.kind in (FollowUpKind.BYPASS, FollowUpKind.SPARE_ON_ORDER) and position is None:
        raise InputError("Say which part it is about.").at("part")
    text = given.text
    if given.kind == FollowUpKind.BYPASS:
        text = _bypass(visit, given, text)
        require_dead(visit.job, person, now, given.sent, "bypass it")
    if not text:
        raise InputError("Say in a few words what is to be done.").at("text")
    added = FollowUp.objects.create(
        id=given.id,
        job=visit.job,
        position=position,
        kind=given.kind,
        text=text,
        due_on=given.due_on,
        opened_at=made_at(given.sent, now),
        opened_by=person,
        sent_as=sent_as(given, person.pk),
    )
    return Stored(added)


def watch_part(
    position: Position, given: FollowUpIn, person: Person, now: datetime | None = None
) -> Stored[FollowUp]:
    """Come back to the part in a position: a follow-up of the job in which it was read last.

    That job may be closed: what is found years later belongs to it as well.

    Raises
    ------
    InputError
        If it was never read, or the day lies behind.
    """
    last = Reading.objects.filter(position=position).select_related("job").last()
    if last is None:
        raise InputError("Nothing was measured here yet: there is no visit to come back from.")
    watched = given.model_copy(update={"kind": FollowUpKind.WATCH, "part": str(position.pk)})
    return add_follow_up(Visit.load(last.job), watched, person, now)


def bypassed_safety_device(machine: int) -> str:
    """A safety device of the machine with an open bypass; empty where there is none.

    None is begun at one, but a position may have become one since.
    """
    open_ones = FollowUp.objects.filter(
        kind=FollowUpKind.BYPASS, done_at__isnull=True, position__machine=machine
    )
    found = (one.position for one in open_ones.select_related("position"))
    return next((one.name for one in found if one and one.is_safety_device), "")


def _bypass(visit: Visit, given: FollowUpIn, text: str) -> str:
    """What the bypass means for use; refused for a safety device."""
    assert given.part is not None
    position = visit.position(given.part)
    assert position is not None
    if position.is_safety_device:
        raise InputError(
            f"{position.name} is a safety device: it is never bypassed. Only a lead may unmark it, "
            "on the machine's page."
        ).at("part")
    figures = (given.sections, given.left_out, given.watts, given.most)
    if all(one is None for one in figures):
        return text
    if given.sections is None or given.left_out is None:
        raise InputError("Give both: how many sections there are, and how many are left out.").at(
            "left_out"
        )
    watts, most = (one.value if one else None for one in (given.watts, given.most))
    try:
        said = f"Temporary bypass, {left_with(given.sections, given.left_out, watts, most)}"
    except InputError as error:
        raise error if error.field else error.at("left_out") from None
    return f"{said}. {text}" if text else said


def finish_follow_up(number: UUID, person: Person, now: datetime | None = None) -> FollowUp:
    """Mark a follow-up as done; twice changes nothing."""
    found = FollowUp.objects.filter(pk=number).select_related("job").first()
    if found is None:
        raise NotFound("This follow-up is not here.")
    if found.done_at is None:
        found.done_at, found.done_by = now or timezone.now(), person
        found.save(update_fields=["done_at", "done_by"])
    return found


def list_follow_ups(open_only: bool = True) -> QuerySet[FollowUp]:
    """Follow-ups by the day they are due."""
    found = FollowUp.objects.select_related("job__machine__customer", "position", "opened_by")
    return found.filter(done_at__isnull=True) if open_only else found
