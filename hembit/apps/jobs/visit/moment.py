"""The moment in which something is written into a job."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.people.models import Person


@dataclass(frozen=True)
class Moment:
    """Who writes, when, into which job."""

    visit: Visit
    person: Person
    now: datetime
