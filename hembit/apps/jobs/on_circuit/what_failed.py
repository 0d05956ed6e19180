"""What failed in the shop's closed jobs, by kind of part."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from functools import lru_cache
from uuid import UUID

from hembit.apps.jobs.models import Entry
from hembit.apps.machines.models import FittedPart
from hembit_core.findings.finding import Conclusion

_TURNS = ("closed", "reopened")
_MOST_TURNS = 1000
"""So many of the last closings are counted."""
_FAILED = {Conclusion.REPLACE, Conclusion.REPAIR, Conclusion.DO_NOT_ENERGISE}


def failed_kinds(before: int | None = None) -> Mapping[str, int]:
    """How often a part of each kind was what failed, in the last jobs that were closed.

    ``before`` is a place in the order of writing: of a job that was closed there, what was closed
    later says nothing.
    """
    turns = Entry.objects.filter(kind__in=_TURNS).order_by("-sequence")
    if before is not None:
        turns = turns.filter(sequence__lt=before)
    last = turns.values_list("pk", "sequence").first()
    return Counter() if last is None else _counted(*last)


@lru_cache(maxsize=8)
def _counted(last: UUID, sequence: int) -> Mapping[str, int]:
    """Counted once after each closing, ``last`` being that entry."""
    turns = Entry.objects.filter(kind__in=_TURNS, sequence__lte=sequence).order_by("-sequence")
    latest_turn: dict[int, str] = {}
    for job, kind in turns.values_list("job", "kind")[:_MOST_TURNS]:
        latest_turn.setdefault(job, kind)
    jobs = [job for job, kind in latest_turn.items() if kind == "closed"]
    decided = Entry.objects.filter(job__in=jobs, kind="decided", void="", position__isnull=False)
    latest: dict[tuple[int, int], str] = {}
    for one in decided.order_by("sequence").values_list("job", "position", "data__conclusion"):
        latest[one[0], one[1]] = one[2]
    positions = [position for (_, position), said in latest.items() if said in _FAILED]
    parts = FittedPart.objects.filter(position__in=positions).select_related("revision")
    kinds = {one.position_id: one.part_spec.kind for one in parts.order_by("pk")}
    return Counter(kinds[one] for one in positions if one in kinds)
