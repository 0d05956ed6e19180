"""How the part in a position moved over the years, over all jobs."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.db.models import Q, QuerySet
from django.utils import timezone

from hembit.apps.jobs.findings import judged_by
from hembit.apps.jobs.models import Reading
from hembit.apps.machines.models import FittedPart, Position
from hembit_core.drift.history import DriftHistory, Taken, drift_history
from hembit_core.families.registry import with_role
from hembit_core.measurand import Role
from hembit_core.model import Model

MOST = 400
"""Readings that are looked at; the newest."""


class PartDrift(Model):
    """The history of one test of the part that is in a position now; ``checks`` are its readings."""

    title: str
    checks: tuple[UUID, ...]
    history: DriftHistory


def drift_of(position: Position, now: datetime | None = None) -> PartDrift | None:
    """The history of the test that the part was put to most; None where it was never read.

    Every reading is judged by the figures that hold now, under the conditions of its day.
    """
    part = position.parts.filter(removed_at__isnull=True).first()
    if part is None:
        return None
    readings = list(_standing(part).select_related("check_kept__body").order_by("-sequence")[:MOST])[
        ::-1
    ]
    spec = part.part_spec
    by_test: dict[str, list[tuple[Reading, Taken]]] = {}
    for one in readings:
        if one.check_kept.submission["reading"].get("connection") == "in_circuit":
            continue  # a path beside it reads with it, whatever was said of it
        judgement = judged_by(spec, one.check_kept)
        if judgement:
            by_test.setdefault(one.measurand, []).append((one, Taken(one.at, judgement)))
    if not by_test:
        return None
    most = max(by_test.values(), key=len)
    return PartDrift(
        title=most[-1][1].judgement.expectation.title,
        checks=tuple(one.pk for one, _ in most),
        history=drift_history([taken for _, taken in most], now or timezone.now()),
    )


def _standing(part: FittedPart) -> QuerySet[Reading]:
    """Readings of the part from end to end, the one before it was fitted among them."""
    before = Q(spare=True, position=part.position_id, job=part.job_number)
    return Reading.objects.filter(
        Q(part=part) | before, measurand__in=with_role(Role.ALONG), superseded_by__isnull=True
    )
