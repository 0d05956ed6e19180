"""What goes in to erasing."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit_core.model import Model

Key = Annotated[str, StringConstraints(max_length=40), SHOWN]


class EraseIn(Model):
    """What a lead chose, having seen ``seen``: keys of texts and numbers of pictures to keep, and
    keys of texts elsewhere that go as well.
    """

    seen: Key
    keep: tuple[Key, ...] = Field(default=(), max_length=20_000)
    also: tuple[Key, ...] = Field(default=(), max_length=20_000)
