"""How the part in a position moved over the years, over all jobs."""

from __future__ import annotations

import csv
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, datetime
from io import StringIO
from typing import Literal
from uuid import UUID

from django.db.models import Q, QuerySet
from django.utils import timezone

from hembit.apps.jobs.models import FollowUp, FollowUpKind, Reading, Relation
from hembit.apps.jobs.visit.findings import WORK
from hembit.apps.jobs.visit.judged_now import judged_by
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.workshop.clock import day_here
from hembit_core.conformity.states import Outcome
from hembit_core.drift.history import DriftHistory, DriftPoint, Taken, drift_history
from hembit_core.families.registry import with_role
from hembit_core.judging.measurand import Role
from hembit_core.library.spec_csv import inert
from hembit_core.model import Model
from hembit_core.notation import expanded_text, quantity

MOST = 400
"""Readings that are looked at; the newest."""
MOST_BESIDE = 8
"""Parts that stand beside it, of each kind."""


class DriftRow(Model):
    """A reading in the table: what it was, what was due that day, and how far from that it is."""

    check: UUID
    job: int
    at: datetime
    figure: str
    due: str
    away: str
    by: str
    baseline: bool


class DriftMark(Model):
    """Something that was done: the part exchanged, or worked on."""

    at: datetime
    kind: Literal["exchanged", "worked_on"]
    text: str


class DriftSeries(Model):
    """The same test of another part: one that was here before, or a sibling over the same years."""

    kind: Literal["before", "sibling"]
    name: str
    position: int
    told: str
    points: tuple[DriftPoint, ...]


class PartDrift(Model):
    """The history of one test of the part that is in a position now, and of those beside it.

    ``checks`` are its readings, ``rows`` those that have a figure, ``watched`` the day of a
    follow-up that waits already, ``come_back`` the day to look again before the limit is met.
    """

    title: str
    measurand: str
    checks: tuple[UUID, ...]
    history: DriftHistory
    rows: tuple[DriftRow, ...]
    marks: tuple[DriftMark, ...]
    series: tuple[DriftSeries, ...]
    watched: date | None
    come_back: date | None


@dataclass(frozen=True)
class _Read:
    reading: Reading
    taken: Taken


def drift_of(position: Position, now: datetime | None = None) -> PartDrift | None:
    """The history of the test that the part was put to most; None where it was never read.

    Every reading is judged by the figures that hold now, under the conditions of its day.
    """
    now = now or timezone.now()
    part = position.parts.filter(removed_at__isnull=True).first()
    by_test = _by_test(part) if part else {}
    if part is None or not by_test:
        return None
    measurand, most = max(by_test.items(), key=lambda one: len(one[1]))
    history = drift_history([one.taken for one in most], now)
    waiting = FollowUp.objects.filter(
        position=position, kind=FollowUpKind.WATCH, done_at__isnull=True
    ).first()
    return PartDrift(
        title=most[-1].taken.judgement.expectation.title,
        measurand=measurand,
        checks=tuple(one.reading.pk for one in most),
        history=history,
        rows=_rows(most, history),
        marks=_marks(position, most),
        series=tuple(_beside(position, part, measurand, now)),
        watched=waiting.due_on if waiting else None,
        come_back=_come_back(history, day_here(now)),
    )


def _come_back(history: DriftHistory, today: date) -> date | None:
    """The first day on which the limit may be met, or today; none where it is not met."""
    if history.day is None:
        return None
    return max(today, min(history.earliest or history.day, history.day))


def _by_test(part: FittedPart) -> dict[str, list[_Read]]:
    readings = _standing(part).select_related("check_kept__body", "by").order_by("-sequence")[:MOST]
    spec = part.part_spec
    found: dict[str, list[_Read]] = {}
    for one in reversed(readings):
        if one.check_kept.submission["reading"].get("connection") == "in_circuit":
            continue  # a path beside it reads with it, whatever was said of it
        judgement = judged_by(spec, one.check_kept)
        if judgement:
            found.setdefault(one.measurand, []).append(_Read(one, Taken(one.at, judgement)))
    return found


def _rows(read: list[_Read], history: DriftHistory) -> tuple[DriftRow, ...]:
    good = [one.reading.pk for one in read if one.taken.judgement.outcome == Outcome.ACCEPT]
    rows = []
    for point in history.points:
        one = read[point.place]
        judgement = one.taken.judgement
        if judgement.value is None or judgement.rail is None:
            continue
        away = (
            f"{quantity(point.away, history.unit, 2)} ± {expanded_text(point.expanded, history.unit)}"
        )
        rows.append(
            DriftRow(
                check=one.reading.pk,
                job=one.reading.job_id,
                at=one.reading.at,
                figure=judgement.value.text,
                due=quantity(judgement.rail.band.nominal or 0.0, judgement.rail.unit, 4),
                away=away if point.away < 0 else f"+{away}",
                by=one.reading.by.name,
                baseline=good[:1] == [one.reading.pk],
            )
        )
    return tuple(rows)


def _marks(position: Position, read: list[_Read]) -> tuple[DriftMark, ...]:
    """When parts were exchanged here, and when this one was worked on."""
    marks = [
        DriftMark(at=one.removed_at, kind="exchanged", text="the part was exchanged")
        for one in position.parts.filter(removed_at__isnull=False)
        if one.removed_at
    ]
    for one in read:
        relation = Relation(one.reading.relation)
        if relation in WORK:
            marks.append(DriftMark(at=one.reading.at, kind="worked_on", text=relation.label.lower()))
    return tuple(sorted(marks, key=lambda one: one.at))


def _beside(
    position: Position, part: FittedPart, measurand: str, now: datetime
) -> Iterator[DriftSeries]:
    """The same test of the parts that were here before, and of its like on the same machine."""
    before = position.parts.filter(removed_at__isnull=False).order_by("removed_at")
    like = FittedPart.objects.filter(
        position__machine=position.machine_id,
        position__retired_at__isnull=True,
        removed_at__isnull=True,
        spec=part.spec,
    ).exclude(pk=part.pk)
    kinds: tuple[tuple[Literal["before", "sibling"], QuerySet[FittedPart]], ...] = (
        ("before", before),
        ("sibling", like.order_by("position_id")),
    )
    for kind, parts in kinds:
        for one in parts.select_related("position")[:MOST_BESIDE]:
            read = _by_test(one).get(measurand)
            if not read:
                continue
            history = drift_history([each.taken for each in read], now)
            if history.points:
                yield DriftSeries(
                    kind=kind,
                    name=f"before, till {day_here(one.removed_at):%-d %b %Y}"
                    if one.removed_at
                    else one.position.name,
                    position=one.position_id,
                    told=history.told,
                    points=history.points,
                )


def as_csv(position: Position) -> str:
    """Every reading of the part in a position that has a figure: day, figure, due, away, U; plain."""
    found = drift_of(position)
    out = StringIO()
    writer = csv.writer(out)
    unit = found.history.unit if found else "%"
    writer.writerow(["at", "job", "test", "figure", "due", f"away [{unit}]", f"U [{unit}]", "by"])
    if found:
        for row, point in zip(found.rows, found.history.points, strict=True):
            shown = (f"{point.away:.4g}", f"{point.expanded:.2g}")
            said = [row.at.isoformat(), str(row.job), found.title, row.figure, row.due, *shown, row.by]
            writer.writerow([inert(one) for one in said])
    return out.getvalue()


def _standing(part: FittedPart) -> QuerySet[Reading]:
    """Readings of the part from end to end, the one before it was fitted among them."""
    before = Q(spare=True, position=part.position_id, job=part.job_number)
    return Reading.objects.filter(
        Q(part=part) | before, measurand__in=with_role(Role.ALONG), superseded_by__isnull=True
    )
