"""People, for leads; one's own password and sessions, for everybody."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.people import staff
from hembit.apps.people.access import asking, leads_only, signed_in_at_all
from hembit.apps.people.door import sessions
from hembit.apps.people.models import Person
from hembit.apps.people.routes import waited
from hembit.apps.people.schemas import (
    OneTimePassword,
    OwnPassword,
    SessionPlace,
    WorkerIn,
    WorkerOut,
)

router = Router(tags=["people"])


@router.get("/staff", response=list[WorkerOut], operation_id="list_staff", auth=leads_only)
def list_staff(request: HttpRequest) -> list[Person]:
    """Everybody, also who left."""
    return staff.list_staff()


@router.post("/staff", response={201: OneTimePassword}, operation_id="add_worker", auth=leads_only)
def add_worker(request: HttpRequest, given: WorkerIn) -> Status[OneTimePassword]:
    """Add a person; the answer has the password with which they sign in once."""
    return Status(201, _once(*staff.add_worker(given)))


@router.put("/staff/{row:number}", response=WorkerOut, operation_id="change_worker", auth=leads_only)
def change_worker(request: HttpRequest, number: int, given: WorkerIn) -> Person:
    """Rename a person, change their role, or let them go."""
    return staff.change_worker(number, given)


@router.post(
    "/staff/{row:number}/password",
    response=OneTimePassword,
    operation_id="give_one_time_password",
    auth=leads_only,
)
def give_one_time_password(request: HttpRequest, number: int) -> OneTimePassword:
    """A new password for once, for somebody who lost theirs."""
    return _once(*staff.new_one_time(number))


@router.get(
    "/staff/{row:number}/sessions",
    response=list[SessionPlace],
    operation_id="list_sessions",
    auth=leads_only,
)
def list_sessions(request: HttpRequest, number: int) -> list[SessionPlace]:
    """Where a person is signed in."""
    return _places(request, staff.find_worker(number))


@router.delete(
    "/staff/{row:number}/sessions",
    response=list[SessionPlace],
    operation_id="end_sessions",
    auth=leads_only,
)
def end_sessions(request: HttpRequest, number: int) -> list[SessionPlace]:
    """Sign a person out everywhere."""
    person = staff.find_worker(number)
    sessions.end_sessions(person)
    return _places(request, person)


@router.get("/session/places", response=list[SessionPlace], operation_id="list_own_sessions")
def list_own_sessions(request: HttpRequest) -> list[SessionPlace]:
    """Where whoever asks is signed in."""
    return _places(request, asking(request))


@router.delete("/session/places", response=list[SessionPlace], operation_id="end_other_sessions")
def end_other_sessions(request: HttpRequest) -> list[SessionPlace]:
    """Sign out everywhere but here."""
    person = asking(request)
    sessions.end_sessions(person, but=request)
    return _places(request, person)


@router.put(
    "/session/password",
    response=list[SessionPlace],
    operation_id="change_own_password",
    auth=signed_in_at_all,
)
def change_own_password(request: HttpRequest, given: OwnPassword) -> list[SessionPlace]:
    """Choose a password of one's own."""
    person = asking(request)
    with waited():
        staff.change_own_password(request, person, given)
    return _places(request, person)


def _once(person: Person, word: str) -> OneTimePassword:
    assert person.one_time_until
    return OneTimePassword(
        person=WorkerOut.model_validate(person), password=word, lapses_at=person.one_time_until
    )


def _places(request: HttpRequest, person: Person) -> list[SessionPlace]:
    return [
        SessionPlace(
            device=one.device,
            address=one.address,
            since=one.since,
            is_this_one=one.key == request.session.session_key,
        )
        for one in sessions.open_sessions(person)
    ]
