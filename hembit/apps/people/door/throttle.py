"""Guessing passwords: slowed down with growing waits, without locking out whoever is known here.

Counted are the wrong passwords for a name from a place, and all from a place; a browser in which
somebody has signed in before counts apart for that name, so that nobody else can lock them out of it
(OWASP ASVS 5, 6.3.1). A try that is refused costs next to nothing, and takes nobody's place.
"""

from __future__ import annotations

import hashlib
import json
import secrets
import threading
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime, timedelta

from django.conf import settings
from django.core import signing
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from hembit.apps.people.models import Guesses, Person

COOKIE = "hembit_device"
KEPT_FOR = timedelta(days=365)
MOST_PEOPLE = 20
FREE_FOR_A_NAME, FREE_FOR_A_PLACE = 5, 25
"""Wrong passwords before the first wait."""
FIRST_WAIT, LONGEST_WAIT = 30.0, 3600.0
"""[s]"""
FORGOTTEN_AFTER = timedelta(days=1)
IN_LINE, IN_LINE_OF_A_PLACE = 4, 2
"""How many may be at the door at once, and how many of them from one place. One password is worked out
at a time: each takes most of a core for a good part of a second, and the shop goes on measuring. Who is
known, by their browser or by a session that is open, stands in a line of their own."""


class MustWait(Exception):
    """Too many wrong passwords; ``seconds`` until the next try."""

    def __init__(self, seconds: float) -> None:
        super().__init__(f"wait {seconds:.0f} s")
        self.seconds = seconds


class Line:
    """Those whose passwords are worked out, one at a time; so many wait for it, and no more."""

    def __init__(self) -> None:
        self._counting = threading.Lock()
        self._working = threading.Lock()
        self._waiting: Counter[str] = Counter()

    @contextmanager
    def stand_in(self, place: str) -> Iterator[None]:
        """While a password is tried and counted; MustWait where too many are in line already."""
        with self._counting:
            full = self._waiting.total() >= IN_LINE or self._waiting[place] >= IN_LINE_OF_A_PLACE
            if full:
                raise MustWait(2.0)
            self._waiting[place] += 1
        try:
            with self._working:
                yield
        finally:
            with self._counting:
                self._waiting[place] -= 1


_strangers, _known = Line(), Line()


class Door:
    """Whoever is at the door: by which name, from which place, in which browser."""

    def __init__(self, request: HttpRequest, username: str) -> None:
        device, people = _read(request)
        person = Person.objects.filter(username=username).first()
        self.place = place = str(request.META.get("REMOTE_ADDR", ""))
        name = username.casefold()
        self.is_known = bool(person and person.pk in people)
        if person and self.is_known:
            self.counted = {_key("device", name, device): FREE_FOR_A_NAME}
        else:
            self.counted = {
                _key("name", name, place): FREE_FOR_A_NAME,
                _key("place", place): FREE_FOR_A_PLACE,
            }

    @contextmanager
    def working_out(self, *, inside: bool = False) -> Iterator[None]:
        """While a password is tried and counted. Who has to wait is told so before they take a place;
        somebody ``inside``, whose session is open, stands in line with those who are known.

        Raises
        ------
        MustWait
            If it is too early for another try, or too many are in line.
        """
        self.let_try()
        with (_known if inside or self.is_known else _strangers).stand_in(self.place):
            self.let_try()  # whoever stood before them may have been wrong for the same name
            yield

    def let_try(self, now: datetime | None = None) -> None:
        """MustWait while it is too early for another try."""
        now = now or timezone.now()
        seconds = 0.0
        for row in Guesses.objects.filter(key__in=self.counted):
            if row.until - now > timedelta(seconds=LONGEST_WAIT):  # the clock was set back since
                row.until = now + _wait(row.count - self.counted[row.key])
                row.save()
            seconds = max(seconds, (row.until - now).total_seconds())
        if seconds > 0:
            raise MustWait(seconds)

    def was_wrong(self, now: datetime | None = None) -> bool:
        """Count a wrong password; whether the next try has to wait."""
        now = now or timezone.now()
        waits = False
        with transaction.atomic():
            Guesses.objects.filter(until__lt=now - FORGOTTEN_AFTER).delete()
            for key, free in self.counted.items():
                row, _ = Guesses.objects.get_or_create(key=key, defaults={"until": now})
                row.count += 1
                wait = _wait(row.count - free)
                row.until = now + wait
                waits = waits or bool(wait)
                row.save()
        return waits

    def was_right(self) -> None:
        """The count for the name begins anew; that of the place, with its other names, stays."""
        own = [key for key, free in self.counted.items() if free == FREE_FOR_A_NAME]
        Guesses.objects.filter(key__in=own).delete()


def remember(request: HttpRequest, response: HttpResponse, person: Person) -> None:
    """Let a browser be known for somebody who signed in there."""
    device, people = _read(request)
    kept = {
        "device": device or secrets.token_urlsafe(12),
        "people": [person.pk, *(one for one in people if one != person.pk)][:MOST_PEOPLE],
    }
    response.set_cookie(
        COOKIE,
        signing.dumps(kept, salt=COOKIE),
        max_age=KEPT_FOR,
        httponly=True,
        samesite="Strict",
        secure=settings.SESSION_COOKIE_SECURE,
    )


def _read(request: HttpRequest) -> tuple[str, list[int]]:
    try:
        kept = signing.loads(request.COOKIES.get(COOKIE, ""), salt=COOKIE, max_age=KEPT_FOR)
    except signing.BadSignature:
        return "", []
    return str(kept["device"]), list(kept["people"])


def _wait(beyond: int) -> timedelta:
    """Twice as long with each try beyond what is free."""
    if beyond < 0:
        return timedelta()
    return timedelta(seconds=min(FIRST_WAIT * 2.0 ** min(beyond, 20), LONGEST_WAIT))


def _key(*parts: str) -> str:
    """Names and places are not kept: they are told apart by a digest under the installation's key."""
    return hashlib.blake2b(
        json.dumps(parts).encode(), key=settings.SECRET_KEY.encode()[:64], digest_size=24
    ).hexdigest()
