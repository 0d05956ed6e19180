"""Where people are signed in, and how they are signed out there."""

from __future__ import annotations

import re

from django.contrib.sessions.models import Session
from django.http import HttpRequest
from django.utils import timezone

from hembit.apps.people.models import OpenSession, Person

_LONGEST = 200


def opened(request: HttpRequest, person: Person) -> None:
    """Somebody signed in here."""
    OpenSession.objects.create(
        person=person,
        key=str(request.session.session_key),
        device=_device(request.headers.get("User-Agent", "")),
        address=request.META.get("REMOTE_ADDR", ""),
        since=timezone.now(),
    )


def _device(told: str) -> str:
    """What a browser tells of itself, in short: whether it is carried about, and on what it runs."""
    if not told:
        return ""
    kind = "Telephone or tablet" if re.search(r"Mobi|Tablet", told) else "Computer"
    runs_on = re.search(r"\(([^)]+)\)", told)
    return (f"{kind}, {runs_on[1]}" if runs_on else kind)[:_LONGEST]


def closed(request: HttpRequest) -> None:
    """Somebody signed out here."""
    OpenSession.objects.filter(key=request.session.session_key).delete()


def open_sessions(person: Person) -> list[OpenSession]:
    """Where a person is signed in, the latest first; what ended by itself is forgotten."""
    found = person.open_sessions.all()
    alive = Session.objects.filter(expire_date__gt=timezone.now()).values("session_key")
    found.exclude(key__in=alive).delete()
    return list(found)


def end_sessions(person: Person, but: str | None = None) -> None:
    """Sign a person out everywhere, ``but`` in the session of that key."""
    ended = person.open_sessions.exclude(key=but or "")
    Session.objects.filter(session_key__in=list(ended.values_list("key", flat=True))).delete()
    ended.delete()
