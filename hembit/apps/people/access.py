"""Who may call the API: people who are signed in, from this server's own pages."""

from __future__ import annotations

from http.cookies import CookieError, SimpleCookie

from django.conf import settings
from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore
from django.http import HttpRequest
from ninja.errors import HttpError
from ninja.utils import check_csrf

from hembit.apps.people.door.bench_lock import is_locked
from hembit.apps.people.models import Person
from hembit.apps.people.trail import refused


def own_pages(request: HttpRequest) -> bool:
    """Refuse a write that does not come from this server's own page (CSRF)."""
    if check_csrf(request) is not None:
        raise HttpError(403, "This did not come from Hembit's own page. Reload the page and try again.")
    return True


def signed_in(request: HttpRequest) -> Person:
    """The person who asks.

    Raises
    ------
    HttpError
        401 when nobody is signed in, 403 from a foreign page.
    """
    person = signed_in_at_all(request)
    if is_locked(request):
        raise HttpError(423, "This screen is locked. Open it with your password.")
    if person.must_choose_password:
        raise HttpError(403, "Choose a password of your own first: the one you have is for once.")
    return person


def signed_in_at_all(request: HttpRequest) -> Person:
    """The person who asks, also while their password is one for once: only to choose their own.

    So is whoever stands before a locked screen, to open it or to sign out.
    """
    own_pages(request)
    if not isinstance(request.user, Person):
        raise HttpError(401, "Sign in first. What you typed is kept here.")
    return request.user


def leads_only(request: HttpRequest) -> Person:
    """The lead who asks; 403 for a technician."""
    person = signed_in(request)
    if not person.is_lead:
        refused(request, person, "a lead's work")
        raise HttpError(403, "Only a lead may do this. Ask one.")
    return person


def asking(request: HttpRequest) -> Person:
    """The person who was let in to a route."""
    assert isinstance(request.user, Person)
    return request.user


def holds_session(cookies: str) -> bool:
    """Whether a cookie header is that of somebody who is signed in."""
    try:
        key = SimpleCookie(cookies)[settings.SESSION_COOKIE_NAME].value
    except (CookieError, KeyError):
        return False
    return SESSION_KEY in SessionStore(key)
