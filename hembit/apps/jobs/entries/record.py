"""The record itself: notes, taking over, closing and reopening."""

from __future__ import annotations

from typing import Any, Literal

from hembit.apps.jobs.change import change
from hembit.apps.jobs.entries.base import EntryIn, Moment, Sentence
from hembit.apps.jobs.models import JobState, Wait
from hembit.apps.jobs.route import plan_of
from hembit_core.errors import InputError


class NotedEntry(EntryIn):
    """A note in words."""

    kind: Literal["noted"] = "noted"
    text: Sentence


class TookOverEntry(EntryIn):
    """The person takes the job over. A proof of dead by the one before lapses."""

    kind: Literal["took_over"] = "took_over"

    def accept(self, moment: Moment) -> dict[str, Any]:
        """The job is theirs from now on."""
        job = moment.visit.job
        if job.technician_id == moment.person.pk:
            raise InputError("The job is yours already.").at("kind")
        before = job.technician.name
        change(job, moment.person, moment.now, technician=moment.person)
        return self.data() | {"from": before}


def told_took_over(data: dict[str, Any]) -> str:
    """One line for the log."""
    return f"Took the job over from {data['from']}"


class ClosedEntry(EntryIn):
    """The record is closed."""

    kind: Literal["closed"] = "closed"

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Nothing that matters is left open; running waits end."""
        _, ends = plan_of(moment.visit)
        if ends:
            raise InputError(f"Not closed yet. {'. '.join(ends)}.").at("kind")
        job = moment.visit.job
        change(job, moment.person, moment.now, state=JobState.CLOSED, closed_at=moment.now)
        Wait.objects.filter(job=job, ended_at__isnull=True).update(
            ended_at=moment.now, ended_by=moment.person
        )
        return self.data()


class ReopenedEntry(EntryIn):
    """A closed record is opened again, with the reason."""

    kind: Literal["reopened"] = "reopened"
    reason: Sentence

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Only what is closed can be opened again."""
        job = moment.visit.job
        if job.state != JobState.CLOSED:
            raise InputError("The job is open already.").at("kind")
        change(job, moment.person, moment.now, state=JobState.OPEN, closed_at=None)
        return self.data()
