"""What failed in the shop's closed jobs, by kind of part."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from functools import lru_cache
from uuid import UUID

from hembit.apps.jobs.models import Entry, Job, JobState
from hembit.apps.machines.models import FittedPart
from hembit_core.findings.finding import Conclusion

_MOST_JOBS = 1000
"""So many of the last closed jobs are counted."""
_FAILED = {Conclusion.REPLACE, Conclusion.REPAIR, Conclusion.DO_NOT_ENERGISE}


def failed_kinds() -> Mapping[str, int]:
    """How often a part of each kind was what failed, in the last closed jobs."""
    last = Entry.objects.order_by("-sequence").filter(kind__in=("closed", "reopened"))
    return _counted(last.values_list("pk", flat=True).first())


@lru_cache(maxsize=2)
def _counted(last: UUID | None) -> Mapping[str, int]:
    """Counted once after each closing, ``last`` being that entry."""
    if last is None:
        return Counter()
    jobs = list(
        Job.objects.filter(state=JobState.CLOSED)
        .order_by("-sequence")
        .values_list("pk", flat=True)[:_MOST_JOBS]
    )
    decided = Entry.objects.filter(job__in=jobs, kind="decided", void="", position__isnull=False)
    latest: dict[tuple[int, int], str] = {}
    for one in decided.order_by("sequence").values_list("job", "position", "data__conclusion"):
        latest[one[0], one[1]] = one[2]
    positions = [position for (_, position), said in latest.items() if said in _FAILED]
    parts = FittedPart.objects.filter(position__in=positions).select_related("revision")
    kinds = {one.position_id: one.part_spec.kind for one in parts.order_by("pk")}
    return Counter(kinds[one] for one in positions if one in kinds)
