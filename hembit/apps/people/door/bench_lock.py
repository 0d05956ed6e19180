"""A bench screen that somebody left: locked until they say their password; their session goes on."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta

from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.utils import timezone

from hembit.apps.base.clocks import instant
from hembit.apps.workshop.services import workshop
from hembit_core.visits.dead.clocks import Instant, Unknown, elapsed

_LOCKED, _SIGN, _AFTER = "locked", "sign", "lock_after"
IDLE = "Hembit-Idle"
"""The header in which a page says how long ago a key, a press or a foot switch touched it [s]."""
_NOTED_EVERY = timedelta(seconds=20)


def is_locked(request: HttpRequest) -> bool:
    """Whether the screen of this session is locked: it was, or nobody has touched it for the time that
    the workshop allows. What a page asks for by itself is no sign of a person.
    """
    if request.session.get(_LOCKED):
        return True
    if _SIGN not in request.session:  # from before signs were kept
        _note_sign(request, timedelta(0))
    if _is_left(request):
        lock(request)
        return True
    _note(request)
    return False


def lock(request: HttpRequest) -> None:
    """Let nothing be seen or done in this session until it is opened again."""
    request.session[_LOCKED] = True


def unlock(request: HttpRequest) -> None:
    """Open the screen again: whoever did was here just now."""
    request.session.pop(_LOCKED, None)
    _note_sign(request, timedelta(0))


def _is_left(request: HttpRequest) -> bool:
    """Whether the last sign of a person is too long ago, by the longer of two clocks."""
    after = request.session.get(_AFTER)
    if after is None:
        return False
    since = elapsed(Instant.model_validate(request.session[_SIGN]), instant(timezone.now()))
    return isinstance(since, Unknown) or since > timedelta(minutes=after)


def _note(request: HttpRequest) -> None:
    """Keep the sign of a person that a request brings, if it brings a newer one."""
    idle = _idle_of(request)
    if idle is None:
        return
    since = elapsed(Instant.model_validate(request.session[_SIGN]), instant(timezone.now()))
    if isinstance(since, Unknown) or since - idle > _NOTED_EVERY:
        _note_sign(request, idle)


def _note_sign(request: HttpRequest, idle: timedelta) -> None:
    at = instant(timezone.now(), idle)
    request.session[_SIGN] = at.model_dump(mode="json")
    request.session[_AFTER] = workshop().lock_after


def _idle_of(request: HttpRequest) -> timedelta | None:
    """How long ago the page was touched; nothing where a request says nothing of a person."""
    said = request.headers.get(IDLE, "")
    if said.isdecimal() and len(said) <= 9:
        return timedelta(seconds=int(said))
    is_page_of_administration = request.path.startswith("/admin/")
    is_written = request.method not in ("GET", "HEAD", "OPTIONS")
    return timedelta(0) if is_written or is_page_of_administration else None


class LockedOut:
    """Middleware: the administration is no way round a locked screen."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Show the locked screen instead of a page of the administration."""
        if request.path.startswith("/admin/") and is_locked(request):
            return HttpResponseRedirect("/")
        return self.get_response(request)
