"""The record itself: notes, taking over, closing and reopening."""

from __future__ import annotations

from typing import Any, ClassVar, Literal

from pydantic import Field

from hembit.apps.base.audit import record
from hembit.apps.jobs.change import change
from hembit.apps.jobs.entries.base import EntryIn
from hembit.apps.jobs.follow_ups import bypassed_safety_device
from hembit.apps.jobs.models import Job, JobState, Wait
from hembit.apps.jobs.typed import PartKey, Reason, Sentence
from hembit.apps.jobs.visit.loaded import key_of
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.jobs.visit.route import plan_of
from hembit_core.errors import InputError


class NotedEntry(EntryIn):
    """A note in words."""

    kind: Literal["noted"] = "noted"
    text: Sentence


class HandedOverEntry(EntryIn):
    """What whoever takes the job over must know; it stands with the job until somebody does."""

    kind: Literal["handed_over"] = "handed_over"
    note: Sentence


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
    """The record is closed. ``reasons`` say, part by part, why a danger is left as it is."""

    kind: Literal["closed"] = "closed"
    reasons: dict[PartKey, Reason] = Field(default_factory=dict, max_length=200)

    also_when_closed: ClassVar = True

    def is_so_already(self, job: Job) -> bool:
        """Closed twice is closed once."""
        return job.state == JobState.CLOSED

    def accept(self, moment: Moment) -> dict[str, Any]:
        """What must be settled is; each danger has a reason or a follow-up; running waits end."""
        plan = plan_of(moment.visit)
        if plan.blocks:
            raise InputError(f"Not closed yet. {'. '.join(plan.blocks)}.").at("kind")
        bypassed = bypassed_safety_device(moment.visit.job.machine_id)
        if bypassed:
            raise InputError(
                f"Not closed yet. {bypassed} is a safety device, and a bypass of it is still open: "
                "take it out, and end that follow-up."
            ).at("kind")
        followed = {key_of(one.position_id) for one in moment.visit.follow_ups if one.done_at is None}
        for one in plan.left_open:
            if one.is_danger and one.part not in followed and not self.reasons.get(one.part or ""):
                raise InputError(
                    f"{one.what}. {one.why} Say why it is left as it is, or set a follow-up for it."
                ).at(f"reasons.{one.part}")
        job = moment.visit.job
        change(job, moment.person, moment.now, state=JobState.CLOSED, closed_at=moment.now)
        Wait.objects.filter(job=job, ended_at__isnull=True).update(
            ended_at=moment.now, ended_by=moment.person
        )
        return self.data() | {"left_open": [one.model_dump(mode="json") for one in plan.left_open]}

    def afterwards(self, moment: Moment, data: dict[str, Any]) -> None:
        """It stands in the trail."""
        record("job_closed", moment.visit.job)


def told_closed(data: dict[str, Any]) -> str:
    """One line for the log; an entry of before does not say what was left open."""
    told = [one["what"] for one in data.get("left_open", ())]
    reasons = [reason for reason in data.get("reasons", {}).values() if reason]
    because = f" Because: {'; '.join(reasons)}" if reasons else ""
    return f"Closed. Left open: {'; '.join(told)}.{because}" if told else "Closed"


class ReopenedEntry(EntryIn):
    """A closed record is opened again, with the reason."""

    kind: Literal["reopened"] = "reopened"
    reason: Sentence

    also_when_closed: ClassVar = True

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Only what is closed can be opened again."""
        job = moment.visit.job
        if job.state != JobState.CLOSED:
            raise InputError("The job is open already.").at("kind")
        change(job, moment.person, moment.now, state=JobState.OPEN, closed_at=None)
        return self.data()

    def afterwards(self, moment: Moment, data: dict[str, Any]) -> None:
        """It stands in the trail."""
        record("job_reopened", moment.visit.job, reason=self.reason)
