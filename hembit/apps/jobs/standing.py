"""Entries that another one of their kind may correct: those that stand."""

from __future__ import annotations

from hembit.apps.jobs.models import Entry
from hembit.apps.jobs.visit import Visit


def standing_points(visit: Visit) -> list[Entry]:
    """The readings between two points that no other corrects."""
    return _standing(visit, "points_read")


def standing_swaps(visit: Visit) -> list[Entry]:
    """The trials with a swapped part that no other corrects."""
    return _standing(visit, "swapped")


def _standing(visit: Visit, kind: str) -> list[Entry]:
    every = visit.entries_of(kind)
    corrected = {one.data["corrects"] for one in every}
    return [one for one in every if str(one.pk) not in corrected]
