"""The session, and who works here."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from math import ceil

from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status

from hembit.apps.people import first_lead, services
from hembit.apps.people.access import own_pages, signed_in_at_all
from hembit.apps.people.door.bench_lock import is_locked
from hembit.apps.people.door.throttle import MustWait, remember
from hembit.apps.people.models import Person
from hembit.apps.people.schemas import DemoPerson, FirstLeadIn, PersonOut, SessionOut, SignIn
from hembit.apps.workshop.services import workshop

router = Router(tags=["people"])


@router.get("/session", response=SessionOut, operation_id="get_session", auth=None)
def get_session(request: HttpRequest) -> SessionOut:
    """Who is signed in."""
    return session_of(request)


@router.post("/session", response=SessionOut, operation_id="sign_in", auth=own_pages)
def sign_in(request: HttpRequest, response: HttpResponse, given: SignIn) -> SessionOut:
    """Sign in."""
    try:
        with waited():
            person = services.sign_in(request, given.username, given.password, given.code)
    except services.NotSignedIn:
        raise HttpError(
            401, "Name and password do not fit. Check both, and the Caps Lock key."
        ) from None
    except services.OneTimeLapsed:
        raise HttpError(
            401, "This password was for once, and lapsed. Ask a lead for another."
        ) from None
    remember(request, response, person)
    return session_of(request)


@contextmanager
def waited() -> Iterator[None]:
    """Too many guesses are an answer of their own."""
    try:
        yield
    except MustWait as wait:
        raise HttpError(
            429,
            "Too many wrong passwords, or too many at the door at once. Wait "
            f"{_how_long(wait.seconds)}, then try again, or ask a lead for a password for once.",
        ) from None


def _how_long(seconds: float) -> str:
    if seconds <= 90:
        return f"{max(1, ceil(seconds))} s"
    return f"{ceil(seconds / 60)} min"


@router.post("/first-lead", response={201: SessionOut}, operation_id="begin", auth=own_pages)
def begin(request: HttpRequest, response: HttpResponse, given: FirstLeadIn) -> Status[SessionOut]:
    """Begin in a new shop, as its first lead."""
    person = first_lead.begin(request, given)
    remember(request, response, person)
    return Status(201, session_of(request))


@router.delete("/session", response=SessionOut, operation_id="sign_out", auth=signed_in_at_all)
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return session_of(request)


@router.get("/people", response=list[PersonOut], operation_id="list_people")
def list_people(request: HttpRequest) -> list[Person]:
    """Everybody who works here."""
    return services.list_people()


def session_of(request: HttpRequest) -> SessionOut:
    """Who is signed in, and what the app is to know before anything else."""
    person = request.user if isinstance(request.user, Person) else None
    demo = () if person else services.demo_people()
    ours = workshop()
    return SessionOut(
        person=PersonOut.model_validate(person) if person else None,
        demo=tuple(DemoPerson.model_validate(one) for one in demo),
        nobody_yet=not person and first_lead.nobody_yet(),
        first_day=bool(person and person.is_lead and not ours.begun),
        locale=ours.locale,
        time_zone=ours.time_zone,
        locked=bool(person) and is_locked(request),
        lock_after=ours.lock_after if person else None,
    )
