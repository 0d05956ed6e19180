"""A bench screen that somebody left: locked until they say their password; their session goes on."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, HttpResponseRedirect

_LOCKED = "locked"


def is_locked(request: HttpRequest) -> bool:
    """Whether the screen of this session is locked."""
    return bool(request.session.get(_LOCKED))


def lock(request: HttpRequest) -> None:
    """Let nothing be seen or done in this session until it is opened again."""
    request.session[_LOCKED] = True


def unlock(request: HttpRequest) -> None:
    """Open the screen again."""
    request.session.pop(_LOCKED, None)


class LockedOut:
    """Middleware: the administration is no way round a locked screen."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Show the locked screen instead of a page of the administration."""
        if request.path.startswith("/admin/") and is_locked(request):
            return HttpResponseRedirect("/")
        return self.get_response(request)
