"""A spec was revised: what old readings of parts by it come to by the other figures, side by side."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from hembit.apps.catalog.models import Revision
from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.findings import judged_by
from hembit.apps.jobs.models import Reading
from hembit_core import Judgement
from hembit_core.judging.states import State
from hembit_core.model import Model

MOST = 300
"""Readings that are judged again; the newest."""


class OtherVerdict(Model):
    """A reading with the verdict of its day, and what it comes to by the other revision."""

    check: UUID
    job: int
    machine: str
    part: str
    at: datetime
    title: str
    figure: str
    was: State
    was_told: str
    now: State | None
    now_told: str
    changed: bool


class JudgedAgain(Model):
    """Readings of parts by a spec, by one of its revisions; those that change stand first.

    ``more`` says that there are older ones, which were left as they are.
    """

    changed: int
    count: int
    more: bool
    readings: tuple[OtherVerdict, ...]


def judge_again(revision: Revision) -> JudgedAgain:
    """Judge what stands of every part that is or was by this spec. The record keeps its verdicts."""
    spec = revision.entry.spec
    found = (
        Reading.objects.filter(part__revision__of=revision.of_id, superseded_by__isnull=True)
        .select_related("check_kept__body", "job__machine", "position")
        .order_by("-sequence")
    )
    rows = [_again(one, spec) for one in found[: MOST + 1]]
    more = len(rows) > MOST
    rows = rows[:MOST]
    return JudgedAgain(
        changed=sum(one.changed for one in rows),
        count=len(rows),
        more=more,
        readings=tuple(sorted(rows, key=lambda one: not one.changed)),
    )


def _again(one: Reading, spec: Any) -> OtherVerdict:
    was = judgement_of(one.check_kept)
    now: Judgement | None = judged_by(spec, one.check_kept)
    return OtherVerdict(
        check=one.pk,
        job=one.job_id,
        machine=one.job.machine.name,
        part=one.position.name if one.position else "",
        at=one.at,
        title=was.expectation.title,
        figure=was.value.text if was.value else was.headline,
        was=was.state,
        was_told=was.headline,
        now=now.state if now else None,
        now_told=now.headline if now else "Such a part has no such test.",
        changed=now is None or now.state != was.state,
    )
