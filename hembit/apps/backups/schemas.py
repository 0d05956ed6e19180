"""What goes in and out of the routes about backups."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit_core.model import Model

Target = Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN]


class PlanIn(Model):
    """Where copies go (a folder on another disk or host, or none), how many stay, at what hour."""

    target: Target = ""
    keep: int = Field(default=14, ge=1, le=400)
    at_hour: int = Field(default=3, ge=0, le=23)


class PlanOut(PlanIn):
    """The same; ``sealed`` says that backups take the passphrase to be opened."""

    sealed: bool


class PassphraseIn(Model):
    """The passphrase to seal with from now on; null to seal no more."""

    passphrase: Annotated[str, Field(max_length=200)] | None


class BackupOut(Model):
    """A backup that was made, or failed; ``there`` says that its file still is."""

    id: int
    at: datetime
    by: str
    nightly: bool
    file: str
    size: int
    sealed: bool
    copied_to: str
    error: str
    there: bool


class BackupsStand(Model):
    """When the last good backup was made, and what is wrong with them, in sentences."""

    last_good: datetime | None
    told: tuple[str, ...]


class BackupsOut(BackupsStand):
    """How backups are made, which were, and how they stand."""

    plan: PlanOut
    made: tuple[BackupOut, ...]
