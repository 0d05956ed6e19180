"""What was measured on a machine, over all jobs."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Query, Router

from hembit.apps.checks.paging import Page, page_of
from hembit.apps.jobs.briefs import ReadingOut, reading_out
from hembit.apps.jobs.history import last_and_baseline, readings_of
from hembit.apps.machines.services import find_machine, find_position
from hembit_core.model import Model

router = Router(tags=["jobs"])


class LastVerdict(Model):
    """Of one position: the last reading of the part in it, and that part's baseline."""

    position: int
    last: ReadingOut | None
    baseline: ReadingOut | None


@router.get("/machines/{int:number}/verdicts", response=list[LastVerdict], operation_id="list_verdicts")
def list_verdicts(request: HttpRequest, number: int) -> list[LastVerdict]:
    """The last verdict on each part of a machine, and its baseline."""
    find_machine(number)
    return [
        LastVerdict(
            position=position,
            last=reading_out(last) if last else None,
            baseline=reading_out(first) if first else None,
        )
        for position, (last, first) in last_and_baseline(number).items()
    ]


@router.get(
    "/positions/{int:number}/readings",
    response=Page[ReadingOut],
    operation_id="list_position_readings",
)
def list_position_readings(
    request: HttpRequest, number: int, page: int = Query(1, ge=1)
) -> Page[ReadingOut]:
    """Every reading of a position, the newest first."""
    find_position(number)
    return page_of(readings_of(number), page, reading_out)
