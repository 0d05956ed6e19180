"""The first lead of a new shop: begins once, at an address that whoever started it was told."""

from __future__ import annotations

import hashlib
import secrets
from pathlib import Path

from django.conf import settings
from django.db import transaction
from django.http import HttpRequest

from hembit.apps.base.own_file import write_own
from hembit.apps.people.door.passwords import must_be_good
from hembit.apps.people.models import Person, Role
from hembit.apps.people.schemas import FirstLeadIn
from hembit.apps.people.services import begin_session
from hembit_core import InputError

FILE = "first_lead"
NOT_GOOD = (
    "This address is not good any more: each start of Hembit prints a new one until somebody has "
    "begun. Take that of the last start."
)


def nobody_yet() -> bool:
    """Whether nobody works here yet."""
    return not Person.objects.exists()


def invite() -> str:
    """A word that lets the first lead begin, once; those before are void. Empty where one has."""
    path = _file()
    if not nobody_yet():
        path.unlink(missing_ok=True)
        return ""
    word = secrets.token_urlsafe(18)
    write_own(path, _digest(word).encode())
    return word


def begin(request: HttpRequest, given: FirstLeadIn) -> Person:
    """Make the first lead, and sign them in.

    Raises
    ------
    InputError
        If the word is not the one given out last, somebody works here already, or the password is
        bad.
    """
    with transaction.atomic():
        if not nobody_yet():
            raise InputError("Somebody works here already. Sign in, or ask a lead to add you.").at(
                "word"
            )
        if not _is_good(given.word):
            raise InputError(NOT_GOOD).at("word")
        person = Person(username=given.username, name=given.name, role=Role.LEAD)
        must_be_good(given.password, person)
        person.set_password(given.password)
        person.save()
    _file().unlink(missing_ok=True)
    begin_session(request, person)
    return person


def _is_good(word: str) -> bool:
    try:
        kept = _file().read_text()
    except OSError:
        return False
    return secrets.compare_digest(kept, _digest(word))


def _digest(word: str) -> str:
    return hashlib.sha256(word.encode()).hexdigest()


def _file() -> Path:
    return Path(settings.DATA) / FILE
