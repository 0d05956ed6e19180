"""What leads do with the people of the shop, and everybody with their own password."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone

from hembit.apps.base.audit import record
from hembit.apps.base.not_found import NotFound
from hembit.apps.people.door.passwords import must_be_good, one_time_password
from hembit.apps.people.door.sessions import cycle_key, end_sessions
from hembit.apps.people.models import LAST_LEAD, ONE_TIME_HOLDS, Person, Role, is_last_lead
from hembit.apps.people.schemas import OwnPassword, WorkerIn
from hembit.apps.people.services import says_own_password
from hembit_core import InputError


def list_staff() -> list[Person]:
    """Everybody, who works here first, by name."""
    return list(Person.objects.order_by("-is_active", "name"))


def find_worker(number: int) -> Person:
    """The person with that number, also one who left; NotFound where there is none."""
    found = Person.objects.filter(pk=number).first()
    if found is None:
        raise NotFound("There is no person with this number. Look in the list.")
    return found


def add_worker(given: WorkerIn, now: datetime | None = None) -> tuple[Person, str]:
    """Add a person; with the password with which they sign in once.

    Raises
    ------
    InputError
        If the name or user name is somebody's.
    """
    with transaction.atomic():
        person = Person()
        _say(person, given)
        return person, _give_one_time(person, now)


def change_worker(number: int, given: WorkerIn) -> Person:
    """Rename a person, change their role, or let them go: then they are signed out everywhere.

    Raises
    ------
    InputError
        If the name or user name is somebody else's, or no lead would be left.
    """
    with transaction.atomic():
        person = find_worker(number)
        stays = given.is_active and given.role == Role.LEAD
        if not stays and is_last_lead(person.pk):
            raise InputError(LAST_LEAD).at("role" if given.is_active else "is_active")
        was = (person.role, person.is_active)
        _say(person, given)
        if was != (person.role, person.is_active):
            end_sessions(person)
        return person


def new_one_time(number: int, now: datetime | None = None) -> tuple[Person, str]:
    """A new password for once, for somebody who lost theirs; they are signed out everywhere."""
    with transaction.atomic():
        person = find_worker(number)
        word = _give_one_time(person, now)
        end_sessions(person)
        return person, word


def change_own_password(request: HttpRequest, person: Person, given: OwnPassword) -> None:
    """Choose a password of one's own; everywhere else they are signed out.

    Raises
    ------
    InputError
        If the one before is wrong, or the new one is bad.
    MustWait
        If there were too many tries.
    """
    try:
        says_own_password(request, person, given.now)
    except InputError as error:
        raise error.at("now") from None
    if given.password == given.now:
        raise InputError("This is the one you have. Choose another.").at("password")
    must_be_good(given.password, person)
    with transaction.atomic():
        person.set_password(given.password)
        person.one_time_until = None
        person.save()
        end_sessions(person, but=request)
    cycle_key(request)


def _say(person: Person, given: WorkerIn) -> None:
    others = Person.objects.exclude(pk=person.pk)
    if others.filter(username__iexact=given.username).exists():
        raise InputError("Somebody has this user name. Choose another.").at("username")
    if others.filter(name__iexact=given.name).exists():
        raise InputError("Somebody has this name: say which of the two.").at("name")
    for field, value in given.model_dump().items():
        setattr(person, field, value)
    if person.pk:
        person.save()


def _give_one_time(person: Person, now: datetime | None) -> str:
    word = one_time_password()
    person.set_password(word)
    person.one_time_until = (now or timezone.now()) + ONE_TIME_HOLDS
    person.save()
    record("one_time_password", person)
    return word
