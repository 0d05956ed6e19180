"""Sign-ins, sign-outs and what was refused, in the trail."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.signals import user_logged_in, user_logged_out, user_login_failed
from django.http import HttpRequest

from hembit.apps.base.actor import acting, actor
from hembit.apps.base.audit import record
from hembit.apps.people.door import sessions
from hembit.apps.people.models import Person


def listen() -> None:
    """Hear of sign-ins by the app and by the administration."""
    user_logged_in.connect(_signed_in)
    user_logged_out.connect(_signed_out)
    user_login_failed.connect(_failed)


def refused(request: HttpRequest, person: Person | None, why: str) -> None:
    """Somebody was refused something that is not theirs to do."""
    record("refused", person, reason=f"{request.method} {request.path}: {why}")


def _signed_in(sender: Any, user: Person, **_: Any) -> None:
    with acting(user.pk, actor().by_way_of):
        record("signed_in", user)


def _signed_out(sender: Any, request: HttpRequest, user: Person | None, **_: Any) -> None:
    if isinstance(user, Person):
        sessions.closed(request)
        record("signed_out", user)


def _failed(sender: Any, credentials: dict[str, Any], **_: Any) -> None:
    """What was typed for a name may be a password: only a name that is known is written down."""
    person = Person.objects.filter(username=str(credentials.get("username", ""))[:150]).first()
    record("sign_in_failed", person)


def locked(username: str) -> None:
    """The next try for a name has to wait."""
    record("sign_in_locked", Person.objects.filter(username=username[:150]).first())
