"""Time codes as a second factor (RFC 6238): six digits that a lead's telephone shows."""

from __future__ import annotations

import hashlib
import secrets
from dataclasses import dataclass
from datetime import datetime

import pyotp
import segno
from django.db import transaction
from django.utils import timezone

from hembit.apps.base.audit import record
from hembit.apps.people.door.passwords import one_time_password
from hembit.apps.people.models import Person, SecondFactor
from hembit.apps.workshop.services import workshop
from hembit_core import InputError

STEP = 30
"""How long a code stands [s]; the one before and the one after are taken too (RFC 6238, 5.2)."""
RECOVERY_CODES = 8
NOT_IT = (
    "This code does not fit. See that the clocks of the telephone and of Hembit's machine are right, "
    "and take the next one."
)


@dataclass(frozen=True, slots=True)
class Offered:
    """A secret to be taken into a telephone: as text, as an address, and drawn (SVG)."""

    secret: str
    address: str
    drawn: str


def is_on(person: Person) -> bool:
    """Whether a person is asked for a code."""
    return SecondFactor.objects.filter(person=person, confirmed_at__isnull=False).exists()


def offer(person: Person) -> Offered:
    """A new secret; it holds once a code of it was said.

    Raises
    ------
    InputError
        If codes are on already.
    """
    if is_on(person):
        raise InputError("Time codes are on. Take them off first, to begin with another telephone.")
    secret = pyotp.random_base32()
    SecondFactor.objects.update_or_create(
        person=person, defaults={"secret": secret, "confirmed_at": None, "last_step": 0, "recovery": []}
    )
    name = f"{person.username} at {workshop().name}"
    address = pyotp.TOTP(secret).provisioning_uri(name=name, issuer_name="Hembit")
    drawn = segno.make(address, error="m").svg_data_uri(border=2, light="#fff")
    return Offered(secret, address, drawn)


def confirm(person: Person, code: str, now: datetime | None = None) -> list[str]:
    """Codes are asked for from now on; the words that do instead, each once, are told here only.

    Raises
    ------
    InputError
        If nothing was offered, or the code does not fit; at ``code``.
    """
    now = now or timezone.now()
    with transaction.atomic():
        mine = SecondFactor.objects.filter(person=person, confirmed_at__isnull=True).first()
        if mine is None:
            raise InputError("No codes were offered to be begun with. Begin anew.").at("code")
        if not _takes_code(mine, code, now):
            raise InputError(NOT_IT).at("code")
        words = [one_time_password() for _ in range(RECOVERY_CODES)]
        mine.confirmed_at, mine.recovery = now, [_digest(one) for one in words]
        mine.save()
        record("second_factor_on", person)
    return words


def takes(person: Person, code: str, now: datetime | None = None) -> bool:
    """Whether a code is that of now and was not used yet, or one of the words that do instead."""
    with transaction.atomic():
        mine = SecondFactor.objects.get(person=person)
        if _takes_code(mine, code, now or timezone.now()):
            return True
        digest = _digest(code.strip())
        if digest not in mine.recovery:
            return False
        mine.recovery = [one for one in mine.recovery if one != digest]
        mine.save()
        record("recovery_word_used", person)
        return True


def take_off(person: Person, reason: str = "") -> None:
    """Ask a person for codes no more."""
    with transaction.atomic():
        taken_off, _ = SecondFactor.objects.filter(person=person).delete()
        if taken_off:
            record("second_factor_off", person, reason=reason)


def _takes_code(mine: SecondFactor, code: str, now: datetime) -> bool:
    """A code is taken once: none of its step or of one before it (RFC 6238, 5.2).

    A last step that lies ahead was taken with a clock that is put right since: it keeps nobody out.
    """
    digits = "".join(code.split()).encode()
    totp = pyotp.TOTP(mine.secret, interval=STEP)
    this = int(now.timestamp()) // STEP
    last = mine.last_step if mine.last_step <= this + 1 else 0
    for step in (this - 1, this, this + 1):
        if step > last and secrets.compare_digest(totp.at(step * STEP).encode(), digits):
            mine.last_step = step
            mine.save()
            return True
    return False


def _digest(word: str) -> str:
    """The words have 59 bits each, by chance: a plain digest is enough."""
    return hashlib.sha256(word.encode()).hexdigest()
