"""Sign people in and out, and find them."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login
from django.http import HttpRequest

from hembit.apps.people.models import Person, Role
from hembit_core import InputError


class NotSignedIn(Exception):
    """Name and password do not fit."""


def sign_in(request: HttpRequest, username: str, password: str) -> Person:
    """Begin a session.

    Raises
    ------
    NotSignedIn
        If name and password do not fit. After too many tries the sign-in is locked for a while.
    """
    person = authenticate(request, username=username, password=password)
    if not isinstance(person, Person):
        raise NotSignedIn
    login(request, person)
    request.session.cycle_key()  # also where somebody was signed in before
    return person


def list_people() -> list[Person]:
    """Everybody who may work, by name."""
    return list(Person.objects.filter(is_active=True).order_by("name"))


def find_person(number: int) -> Person:
    """The person with that number.

    Raises
    ------
    InputError
        If there is none, or they left.
    """
    person = Person.objects.filter(pk=number, is_active=True).first()
    if person is None:
        raise InputError("This person is not in the shop. Choose one from the list.")
    return person


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
