"""What was measured on a machine, over all jobs."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.responses import Status

from hembit.apps.base.paging import After, Page, page_of
from hembit.apps.history.drift import PartDrift, as_csv, drift_of
from hembit.apps.history.judged_again import JudgedAgain, judge_again
from hembit.apps.history.machine_sheet import sheet_of
from hembit.apps.history.mending import mend
from hembit.apps.history.readings import readings_of, standing_of
from hembit.apps.jobs.follow_ups import watch_part
from hembit.apps.jobs.schemas import FollowUpIn
from hembit.apps.jobs.visit.judged_now import now_told
from hembit.apps.jobs.visit.summaries import FollowUpOut, ReadingOut, follow_up_out, reading_out
from hembit.apps.library.finding import find_revision
from hembit.apps.machines.schemas import MachineOut, MendIn
from hembit.apps.machines.services import find_machine, find_position
from hembit.apps.machines.shown import machine_out
from hembit.apps.people.access import asking
from hembit_core.model import Model

router = Router(tags=["jobs"])


class PositionStanding(Model):
    """Of one position: the last reading of each test of the part in it, and that part's baseline."""

    position: int
    latest: tuple[ReadingOut, ...]
    baseline: ReadingOut | None


@router.get(
    "/machines/{row:number}/verdicts", response=list[PositionStanding], operation_id="list_verdicts"
)
def list_verdicts(request: HttpRequest, number: int) -> list[PositionStanding]:
    """The last verdict of each test of every part of a machine, and the parts' baselines."""
    find_machine(number)
    return [
        PositionStanding(
            position=position,
            latest=tuple(reading_out(one, now=now_told(one, found.mended)) for one in found.latest),
            baseline=reading_out(found.baseline) if found.baseline else None,
        )
        for position, found in standing_of(number).items()
    ]


@router.get("/machines/{row:number}/sheet.json", response=dict[str, Any], operation_id="export_sheet")
def export_sheet(request: HttpRequest, number: int) -> HttpResponse:
    """A machine as a check sheet: its parts, and what was read of each."""
    headers = {"Content-Disposition": f'attachment; filename="machine-{number}.json"'}
    text = sheet_of(find_machine(number))
    return HttpResponse(text, content_type="application/json", headers=headers)


@router.put("/positions/{row:number}/spec", response=MachineOut, operation_id="mend_spec")
def mend_spec(request: HttpRequest, number: int, given: MendIn) -> MachineOut:
    """Say what the part in a position should have been all along."""
    position = find_position(number)
    mend(position, given, asking(request))
    return machine_out(find_machine(position.machine_id))


@router.get(
    "/positions/{row:number}/drift", response=PartDrift | None, operation_id="get_position_drift"
)
def get_position_drift(request: HttpRequest, number: int) -> PartDrift | None:
    """How the part in a position moved over the years."""
    return drift_of(find_position(number))


@router.get("/positions/{row:number}/drift.csv", response=str, operation_id="export_position_drift")
def export_position_drift(request: HttpRequest, number: int) -> HttpResponse:
    """The same as a table."""
    headers = {"Content-Disposition": f'attachment; filename="position-{number}.csv"'}
    text = as_csv(find_position(number))
    return HttpResponse(text, content_type="text/csv; charset=utf-8", headers=headers)


@router.post(
    "/positions/{row:number}/watched",
    response={200: FollowUpOut, 201: FollowUpOut},
    operation_id="watch_position",
)
def watch_position(request: HttpRequest, number: int, given: FollowUpIn) -> Status[FollowUpOut]:
    """Come back to the part in a position, by what its last readings say."""
    added = watch_part(find_position(number), given, asking(request))
    return Status(added.status, follow_up_out(added.row))


@router.get(
    "/revisions/{row:number}/judged-again",
    response=JudgedAgain,
    operation_id="judge_again",
)
def judge_readings_again(request: HttpRequest, number: int) -> JudgedAgain:
    """What old readings of parts by a spec come to by this revision of it. Nothing is kept."""
    return judge_again(find_revision(number))


@router.get(
    "/positions/{row:number}/readings",
    response=Page[ReadingOut],
    operation_id="list_position_readings",
)
def list_position_readings(request: HttpRequest, number: int, after: After = "") -> Page[ReadingOut]:
    """Every reading of a position, the newest first."""
    find_position(number)
    return page_of(readings_of(number), after, reading_out)
