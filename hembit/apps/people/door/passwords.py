"""What a password must be: long, not common, no name that is known here (NIST SP 800-63B, 5.1.1)."""

from __future__ import annotations

import re
import secrets
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError

from hembit.apps.people.models import Person
from hembit.apps.workshop.services import workshop
from hembit_core import InputError

_CLEAR = "abcdefghjkmnpqrstuvwxyz23456789"
"""Without what is taken for something else when it is read out."""
_WORD = 4
SHORTEST_NAME = 3


class NotANameHere:
    """Refuses a password that is little more than the person's name or the shop's."""

    def validate(self, password: str, user: Any = None) -> None:
        """Raise ValidationError for such a one."""
        names = [workshop().name]
        if user is not None:
            names += [user.username, user.name, *user.name.split()]
        bare = _bare(password)
        for name in map(_bare, names):
            if (
                len(name) >= SHORTEST_NAME
                and name in bare
                and len(bare) - len(name) < SHORTEST_NAME + 1
            ):
                raise ValidationError("It is little more than a name that is known here.")

    def get_help_text(self) -> str:
        """As the administration's form shows it."""
        return "It must not be your name or the shop's."


def must_be_good(password: str, person: Person) -> None:
    """Check a new password of ``person``.

    Raises
    ------
    InputError
        If it is too short, too common or a name; at ``password``.
    """
    try:
        validate_password(password, person)
    except ValidationError as error:
        raise InputError(" ".join(error.messages)).at("password") from None


def one_time_password() -> str:
    """One to be read out and typed once: 12 letters and digits of 31 kinds, 59 bits."""
    return "-".join("".join(secrets.choice(_CLEAR) for _ in range(_WORD)) for _ in range(3))


def _bare(text: str) -> str:
    return re.sub(r"[\W_]", "", text).casefold()
