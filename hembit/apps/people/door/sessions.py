"""Where people are signed in, and how they are signed out there."""

from __future__ import annotations

import re
from collections.abc import Callable

from django.contrib.auth import HASH_SESSION_KEY
from django.contrib.sessions.models import Session
from django.db import transaction
from django.db.models import F
from django.http import HttpRequest, HttpResponse
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


def end_sessions(person: Person, but: HttpRequest | None = None) -> None:
    """Sign a person out everywhere, ``but`` in the browser that asks.

    Every session of theirs ends, whether it is in the list or not: what it must hold to be theirs is
    another from now on (:meth:`Person.get_session_auth_hash`).
    """
    with transaction.atomic():
        Person.objects.filter(pk=person.pk).update(sessions_ended=F("sessions_ended") + 1)
        person.refresh_from_db(fields=["sessions_ended"])
        ended = person.open_sessions.all()
        if but is not None:
            but.session[HASH_SESSION_KEY] = person.get_session_auth_hash()
            ended = ended.exclude(key=but.session.session_key)
        Session.objects.filter(session_key__in=list(ended.values_list("key", flat=True))).delete()
        ended.delete()


def cycle_key(request: HttpRequest) -> None:
    """Let the session go on under another key, so that whoever had the one before has none."""
    before = request.session.session_key
    request.session.cycle_key()
    OpenSession.objects.filter(key=before).update(key=request.session.session_key)


class FollowsTheKey:
    """Middleware: a session that goes on under another key stays in the list of its person."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Note the new key, where Django gave the session one."""
        before = request.session.session_key
        response = self.get_response(request)
        after = request.session.session_key
        if before and after and before != after and request.session.modified:
            old = OpenSession.objects.filter(key=before)
            if OpenSession.objects.filter(key=after).exists():  # somebody signed in anew here
                old.delete()
            else:
                old.update(key=after)
        return response
