"""Who is asking: known to whatever is written down on the way."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest, HttpResponse


@dataclass(frozen=True)
class Actor:
    """The number of a person, none for nobody, and by which way they came."""

    person: int | None = None
    by_way_of: str = "command"


_NOBODY = Actor()
_actor: ContextVar[Actor] = ContextVar("actor", default=_NOBODY)


def actor() -> Actor:
    """Who is asking now; outside a request, a command of whoever has the machine."""
    return _actor.get()


@contextmanager
def acting(person: int | None, by_way_of: str) -> Iterator[None]:
    """Whoever is named here does what is done within."""
    token = _actor.set(Actor(person, by_way_of))
    try:
        yield
    finally:
        _actor.reset(token)


class KnowsWho:
    """Middleware, behind the one that knows the session."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, with the person known."""
        way = "administration" if request.path.startswith("/admin/") else "app"
        user: Any = request.user
        with acting(user.pk if user.is_authenticated else None, way):
            return self.get_response(request)
