"""What a backup says of itself: when, by which Hembit, which files, and their checksums."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from hembit_core.model import Model

MANIFEST = "manifest.json"
DATABASE = "hembit.sqlite3"
ERASED = "erased.jsonl"
BEFORE_UPDATE = "before-update-"
"""How copies of the database from before an update begin, among the backups."""
IDENTITY, CONTENT = "identity.age", "content.age"

InFolder = Annotated[
    str, StringConstraints(pattern=r"^[a-z0-9_.-]+(/[A-Za-z0-9_.-]+)*$", max_length=200)
]


class Kept(Model):
    """A file in a backup: where it lies in the shop's folder, its size and checksum (SHA-256)."""

    path: InFolder
    size: int = Field(ge=0)
    sha256: str = Field(pattern=r"^[0-9a-f]{64}$")


class Manifest(Model):
    """A backup's own account of itself.

    Attributes
    ----------
    version : of the format.
    made_at : when it was begun; every change before that is in it.
    hembit : the version that made it.
    migrations : the latest of each app, to tell whether this Hembit can use it.
    counts : rows by what they are, to be compared with what is brought back.
    erased : how many lines the list of what was erased had then.
    keys : whether signing keys and certificates are in it: only where it is sealed.
    """

    format: Literal["hembit-backup"] = "hembit-backup"
    version: Literal[1] = 1
    made_at: datetime
    hembit: str = Field(max_length=40)
    migrations: dict[str, str]
    counts: dict[str, int]
    erased: int = Field(default=0, ge=0)
    keys: bool = False
    files: tuple[Kept, ...]


class Sealed(Model):
    """What a sealed backup says before it is opened."""

    format: Literal["hembit-backup"] = "hembit-backup"
    version: Literal[1] = 1
    made_at: datetime
    sealed: Literal[True] = True
