"""What goes in and out of the people routes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import ConfigDict, Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit.apps.people.models import Role
from hembit_core.model import Model

UserName = Annotated[
    str,
    StringConstraints(strip_whitespace=True, min_length=1, max_length=150, pattern=r"^[\w.@+-]+$"),
]
"""What is typed to sign in: letters, digits and . @ + - _ alone."""
PersonName = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), SHOWN
]
"""The name beside everything that a person measures."""


class PersonOut(Model):
    """A person of the workshop."""

    model_config = ConfigDict(from_attributes=True)

    id: int
    name: str
    role: Role
    must_choose_password: bool


class WorkerOut(PersonOut):
    """A person as leads see them."""

    username: str
    is_active: bool


class WorkerIn(Model):
    """Somebody who is added or changed. Who left is not active: what they did stays theirs."""

    username: UserName
    name: PersonName
    role: Role = Role.TECHNICIAN
    is_active: bool = True


class OneTimePassword(Model):
    """A password for once; it is shown this one time, and lapses."""

    person: WorkerOut
    password: str
    lapses_at: datetime


class SessionPlace(Model):
    """Where somebody is signed in; ``is_this_one`` is the browser that asks."""

    device: str
    address: str
    since: datetime
    is_this_one: bool


class OwnPassword(Model):
    """A password of one's own instead of the one before."""

    now: str = Field(min_length=1, max_length=200)
    password: str = Field(min_length=1, max_length=200)


class DemoPerson(Model):
    """Somebody the demo lets in."""

    username: str
    password: str
    name: str
    role: Role


class SessionOut(Model):
    """Who is signed in; ``demo`` names the demo's people while nobody is.

    ``nobody_yet`` says that no first lead has begun. ``locale`` and ``time_zone`` say how the shop
    writes a day, and its clock; ``first_day`` that a lead has not gone through the first day's page;
    ``locked`` that this screen is, and ``lock_after`` [min] when screens lock, null for never.
    """

    person: PersonOut | None
    demo: tuple[DemoPerson, ...] = ()
    nobody_yet: bool = False
    first_day: bool = False
    locale: str
    time_zone: str
    locked: bool
    lock_after: int | None


class OwnWord(Model):
    """One's own password, said once more."""

    password: str = Field(min_length=1, max_length=200)


class CodeIn(Model):
    """The six digits that a telephone shows now."""

    code: str = Field(min_length=1, max_length=40)


class SecondFactorOut(Model):
    """Since when time codes are asked for, null where they are not; how many words are left."""

    since: datetime | None
    words_left: int


class SecondFactorOffered(Model):
    """A secret for a telephone: as text, as an address, and that drawn as a QR code (SVG)."""

    model_config = ConfigDict(from_attributes=True)

    secret: str
    address: str
    drawn: str


class RecoveryWords(Model):
    """The words that do instead of a code, each once. They are told here and never again."""

    words: tuple[str, ...]


class FirstLeadIn(Model):
    """Who begins in a new shop; ``word`` is from the address that its start printed."""

    word: str = Field(min_length=1, max_length=100)
    username: UserName
    name: PersonName
    password: str = Field(min_length=1, max_length=200)


class SignIn(Model):
    """User name and password; the code too where it is asked for."""

    username: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)
    code: str = Field(max_length=40, default="")
