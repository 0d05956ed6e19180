"""Sign people in and out, and find them."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login
from django.http import HttpRequest
from django.utils import timezone

from hembit.apps.people.door import second_factor, sessions
from hembit.apps.people.door.throttle import Door
from hembit.apps.people.models import Person, Role
from hembit.apps.people.trail import locked
from hembit_core import InputError

ASKS_FOR_CODE = "Now the six digits that your telephone shows, or one of your words for once."


class NotSignedIn(Exception):
    """Name and password do not fit."""


class OneTimeLapsed(Exception):
    """The password was one for once, and was not used in time."""


def sign_in(request: HttpRequest, username: str, password: str, code: str = "") -> Person:
    """Begin a session; ``code`` is the time code of whoever is asked for one.

    Raises
    ------
    InputError
        If a code is asked for and none was given, or it does not fit; at ``code``.
    NotSignedIn
        If name and password do not fit.
    MustWait
        If there were too many tries, or too many are at the door just now.
    OneTimeLapsed
        If they do, but the password was one for once whose time is over.
    """
    door = Door(request, username)
    with door.working_out():
        person = authenticate(request, username=username, password=password)
        if not isinstance(person, Person):
            if door.was_wrong():
                locked(username)
            raise NotSignedIn
        if second_factor.is_on(person):
            if not code.strip():
                raise InputError(ASKS_FOR_CODE).at("code")
            if not second_factor.takes(person, code):
                if door.was_wrong():
                    locked(username)
                raise InputError(second_factor.NOT_IT).at("code")
        door.was_right()
    if person.one_time_lapsed(timezone.now()):
        raise OneTimeLapsed
    begin_session(request, person)
    return person


def says_own_password(request: HttpRequest, person: Person, password: str) -> None:
    """Somebody who is signed in says their password once more; wrong ones count as at the door.

    Raises
    ------
    InputError
        If it is wrong.
    MustWait
        If there were too many tries, or too many are at the door just now.
    """
    door = Door(request, person.username)
    with door.working_out(inside=True):
        if not person.check_password(password):
            if door.was_wrong():
                locked(person.username)
            raise InputError(f"This is not the password of {person.name}. Check Caps Lock.")
        door.was_right()


def begin_session(request: HttpRequest, person: Person) -> None:
    """Sign somebody in who has shown who they are: under a session of a new name."""
    login(request, person, backend="django.contrib.auth.backends.ModelBackend")
    request.session.cycle_key()  # also where somebody was signed in before
    sessions.opened(request, person)


def list_people() -> list[Person]:
    """Everybody who may work, by name."""
    return list(Person.objects.filter(is_active=True).order_by("name"))


def add_person(username: str, name: str, role: Role, password: str) -> Person:
    """Add a person, or give the one of that user name their role and password anew."""
    person = Person.objects.filter(username=username).first() or Person(username=username)
    person.name, person.role = name, role
    person.set_password(password)
    person.save()
    return person


def demo_people() -> list[dict[str, str]]:
    """Who may sign in to the demo, with passwords; nobody elsewhere."""
    return list(settings.DEMO_PEOPLE)
