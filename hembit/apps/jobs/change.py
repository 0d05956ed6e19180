"""Changing a job: counted, so that two people do not overwrite each other."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from hembit.apps.jobs.models import Job
from hembit.apps.people.models import Person


class ChangedMeanwhile(Exception):
    """Somebody else was faster. ``yours`` and ``theirs`` hold both versions, field by field."""

    def __init__(self, sentence: str, yours: dict[str, str], theirs: dict[str, str]) -> None:
        super().__init__(sentence)
        self.yours = yours
        self.theirs = theirs


class AlreadyNamed(Exception):
    """The client's id already names something else."""

    def __init__(self) -> None:
        super().__init__("Something else was already stored under this id. Nothing was stored.")


def change(job: Job, person: Person, now: datetime, **fields: Any) -> None:
    """Change fields of a job and count the change."""
    for name, value in fields.items():
        setattr(job, name, value)
    job.version += 1
    job.changed_by, job.changed_at = person, now
    job.save(update_fields=[*fields, "version", "changed_by", "changed_at"])
