"""A spec was revised: what old readings of parts by it come to by the other figures, side by side.

Those of parts in machines are known by the part; those of the bench, by their figures.
"""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from hembit.apps.checks.models import Check
from hembit.apps.checks.services import judgement_of, kept_by_figures
from hembit.apps.jobs.models import Reading
from hembit.apps.jobs.visit.judged_now import judged_by
from hembit.apps.library.models import Revision
from hembit_core import Judgement
from hembit_core.conformity.states import State
from hembit_core.model import Model

MOST = 300
"""Readings that are judged again; the newest."""


class OtherVerdict(Model):
    """A reading with the verdict of its day, and what it comes to by the other revision.

    ``job`` is null for a check that was kept on the bench; ``part`` is its label then.
    """

    check: UUID
    job: int | None
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
    in_jobs = (
        Reading.objects.filter(part__revision__of=revision.of_id, superseded_by__isnull=True)
        .select_related("check_kept__body", "job__machine", "position")
        .order_by("-sequence")
    )
    every = Revision.objects.filter(of=revision.of_id)
    on_bench = (
        kept_by_figures(one.entry.spec for one in every)
        .filter(reading__isnull=True)
        .select_related("body")
    )
    found: list[Reading | Check] = [*in_jobs[: MOST + 1], *on_bench[: MOST + 1]]
    found.sort(key=lambda one: -one.sequence)
    rows = [_again(one, spec) for one in found[:MOST]]
    return JudgedAgain(
        changed=sum(one.changed for one in rows),
        count=len(rows),
        more=len(found) > MOST,
        readings=tuple(sorted(rows, key=lambda one: not one.changed)),
    )


def _again(one: Reading | Check, spec: Any) -> OtherVerdict:
    reading = one if isinstance(one, Reading) else None
    check = one.check_kept if isinstance(one, Reading) else one
    was = judgement_of(check)
    now: Judgement | None = judged_by(spec, check)
    return OtherVerdict(
        check=check.pk,
        job=reading.job_id if reading else None,
        machine=reading.job.machine.name if reading else "",
        part=(reading.position.name if reading.position else "") if reading else check.label,
        at=reading.at if reading else check.kept_at,
        title=was.expectation.title,
        figure=was.value.text if was.value else was.headline,
        was=was.state,
        was_told=was.headline,
        now=now.state if now else None,
        now_told=now.headline if now else "Such a part has no such test.",
        changed=now is None or now.state != was.state,
    )
