"""What was measured on a machine over all jobs: the last verdicts, baselines, a part's history."""

from __future__ import annotations

from django.db.models import OuterRef, QuerySet, Subquery, UUIDField

from hembit.apps.jobs.models import Reading
from hembit.apps.machines.models import FittedPart
from hembit_core.families.registry import with_role
from hembit_core.judging.states import Outcome
from hembit_core.measurand import Role


def readings_of(position: int) -> QuerySet[Reading]:
    """Every reading of a position, the newest first."""
    return Reading.brief.filter(position=position).order_by("-at")


def last_and_baseline(machine: int) -> dict[int, tuple[Reading | None, Reading | None]]:
    """For each position, the last reading of the part in it now, and the part's baseline.

    Until it is measured in its place, its last reading is the one before it was fitted.

    A part's baseline is its first good reading from end to end, in ohms: the one taken
    before it was fitted, where there is one. A new part starts anew.
    """
    mine = Reading.objects.filter(part=OuterRef("pk"), superseded_by__isnull=True)
    good = {"measurand__in": with_role(Role.ALONG), "check_kept__outcome": Outcome.ACCEPT}
    before = Reading.objects.filter(
        spare=True,
        position=OuterRef("position"),
        job=OuterRef("job_number"),
        superseded_by__isnull=True,
        **good,
    )
    parts = FittedPart.objects.filter(position__machine=machine, removed_at__isnull=True).annotate(
        last=_one(mine.order_by("-at")),
        first=_one(mine.filter(**good).order_by("at")),
        first_loose=_one(before.order_by("-at")),
    )
    rows = list(parts)
    wanted = {one for part in rows for one in (part.last, part.first, part.first_loose) if one}
    found = Reading.brief.in_bulk(wanted)
    return {
        part.position_id: (
            found.get(part.last or part.first_loose),
            found.get(part.first_loose or part.first),
        )
        for part in rows
    }


def _one(found: QuerySet[Reading]) -> Subquery:
    """The number of the first reading of ``found``."""
    return Subquery(found.values("pk")[:1], output_field=UUIDField())
