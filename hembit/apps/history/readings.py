"""What was measured on a machine over all jobs: the last verdicts, baselines, a part's history."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from uuid import UUID

from django.db.models import OuterRef, QuerySet, Subquery, UUIDField, Window
from django.db.models.functions import RowNumber

from hembit.apps.jobs.models import Reading
from hembit.apps.jobs.visit.judged_now import Mended, judged_by_mended
from hembit.apps.machines.models import FittedPart
from hembit_core.conformity.states import Outcome
from hembit_core.families.registry import with_role
from hembit_core.judging.measurand import Role


def readings_of(position: int) -> QuerySet[Reading]:
    """Every reading of a position, the newest first."""
    return Reading.brief.filter(position=position).order_by("-sequence")


@dataclass(frozen=True)
class Standing:
    """What stands of the part in a position: the last reading of each of its tests, the newest first,
    its baseline, and what they come to where its spec was mended since.
    """

    latest: tuple[Reading, ...]
    baseline: Reading | None
    mended: Mended


def standing_of(machine: int) -> dict[int, Standing]:
    """What stands of the part in each position of a machine, over all jobs.

    Until it is measured in its place, its last reading is the one before it was fitted.

    A part's baseline is its first good reading from end to end, in ohms: the one taken
    before it was fitted, where there is one. A new part starts anew.
    """
    parts = FittedPart.objects.filter(
        position__machine=machine, position__retired_at__isnull=True, removed_at__isnull=True
    )
    mine = Reading.objects.filter(part=OuterRef("pk"), superseded_by__isnull=True)
    good = {"measurand__in": with_role(Role.ALONG), "check_kept__outcome": Outcome.ACCEPT}
    before = Reading.objects.filter(
        spare=True,
        position=OuterRef("position"),
        job=OuterRef("job_number"),
        superseded_by__isnull=True,
        **good,
    )
    rows = list(
        parts.annotate(
            first=_one(mine.filter(**good).order_by("sequence")),
            first_loose=_one(before.order_by("-sequence")),
        )
    )
    latest = _latest(part.pk for part in rows)
    wanted = {one for part in rows for one in (part.first, part.first_loose) if one}
    found = Reading.brief.in_bulk({*wanted, *(one for ids in latest.values() for one in ids)})
    stands = {}
    for part in rows:
        numbers = latest.get(part.pk) or ([part.first_loose] if part.first_loose else [])
        last, spec = tuple(found[one] for one in numbers), part.part_spec
        mended = judged_by_mended((one, spec) for one in last)
        stands[part.position_id] = Standing(last, found.get(part.first_loose or part.first), mended)
    return stands


def _latest(parts: Iterable[int]) -> dict[int, list[UUID]]:
    """The last standing reading of each test, by part, the newest first."""
    newest = Window(RowNumber(), partition_by=["part", "measurand"], order_by="-sequence")
    rows = (
        Reading.objects.filter(part__in=list(parts), superseded_by__isnull=True)
        .annotate(place=newest)
        .filter(place=1)
        .order_by("-sequence")
        .values_list("part", "pk")
    )
    found: dict[int, list[UUID]] = {}
    for part, number in rows:
        found.setdefault(part, []).append(number)
    return found


def _one(found: QuerySet[Reading]) -> Subquery:
    """The number of the first reading of ``found``."""
    return Subquery(found.values("pk")[:1], output_field=UUIDField())
