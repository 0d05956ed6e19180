"""What stands in a job of what may be corrected, and which place in the order of writing it speaks of.

What corrects another speaks of the same moment, however late it is written: not of the machine as it
is by then.
"""

from __future__ import annotations

from typing import Any

from hembit.apps.jobs.models import Entry, Relation
from hembit.apps.jobs.visit.loaded import Visit


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


def place_of_entry(visit: Visit, entry: Entry) -> int:
    """The place of the entry that this one corrected first of all; its own where it corrects none."""
    every = {str(one.pk): one for one in visit.entries_of(entry.kind)}
    while entry.data["corrects"]:
        entry = every[entry.data["corrects"]]
    return entry.sequence


def place_of_reading(visit: Visit, row: Any) -> int:
    """The same of a reading of a part, as a visit knows it."""
    before = {one.after: one for one in visit.readings if one.after is not None}
    while row.relation == Relation.CORRECTS and row.pk in before:
        row = before[row.pk]
    return int(row.sequence)
