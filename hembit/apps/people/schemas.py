"""What goes in and out of the people routes."""

from __future__ import annotations

from pydantic import ConfigDict, Field

from hembit.apps.people.models import Role
from hembit_core.model import Model


class PersonOut(Model):
    """A person of the workshop."""

    model_config = ConfigDict(from_attributes=True)

    id: int
    name: str
    role: Role


class DemoPerson(Model):
    """Somebody the demo lets in."""

    username: str
    password: str
    name: str
    role: Role


class SessionOut(Model):
    """Who is signed in; ``demo`` names the demo's people while nobody is.

    ``locale`` and ``time_zone`` say how the shop writes a day, and its clock.
    """

    person: PersonOut | None
    demo: tuple[DemoPerson, ...] = ()
    locale: str
    time_zone: str


class SignIn(Model):
    """User name and password."""

    username: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)
