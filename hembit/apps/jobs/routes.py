"""Jobs: open, find, change; entries, readings, waits, follow-ups; what is on today."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router

from hembit.apps.backups.schemas import BackupsStand
from hembit.apps.backups.services import standing
from hembit.apps.base.health import told_to_leads
from hembit.apps.base.paging import After, Page, Text, page_of
from hembit.apps.jobs import services
from hembit.apps.jobs.entries.registry import AnyEntry
from hembit.apps.jobs.follow_ups import add_follow_up, finish_follow_up, list_follow_ups
from hembit.apps.jobs.job_detail import JobOut, job_out
from hembit.apps.jobs.models import Job, JobState
from hembit.apps.jobs.recording import attach, record
from hembit.apps.jobs.schemas import AttachIn, FollowUpIn, JobChange, JobIn, ReadingIn, WaitIn
from hembit.apps.jobs.visit.dead_or_live import live_jobs, note_lapse
from hembit.apps.jobs.visit.deciding import MeterForJob, meters_for
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.summaries import (
    FollowUpOut,
    JobSummary,
    WaitOut,
    follow_up_out,
    summary,
    wait_out,
)
from hembit.apps.jobs.waits import end_wait, running_waits, start_wait
from hembit.apps.people.access import asking
from hembit_core.model import Model

router = Router(tags=["jobs"])
ON_HOME = 12
"""Lines of a list on the first page."""


class HomeOut(Model):
    """What is open, waiting and due; to leads, what is wrong with the data, and how backups stand.

    Of open jobs the newest stand here, of follow-ups those that are due first; whether there are
    more is said.
    """

    faults: tuple[str, ...]
    backups: BackupsStand | None
    open_jobs: tuple[JobSummary, ...]
    more_open_jobs: bool
    waits: tuple[WaitOut, ...]
    follow_ups: tuple[FollowUpOut, ...]
    more_follow_ups: bool


class LiveOut(Model):
    """A machine that is live, since when."""

    job: int
    machine: str
    since: datetime
    sequence: int


class JobFilter(Model):
    """Which jobs to list."""

    text: Text = ""
    state: JobState | None = None
    customer: int | None = None
    machine: int | None = None
    technician: int | None = None
    after: After = ""


def _whole(request: HttpRequest, job: Job, status: int = 200) -> HttpResponse:
    """The job whole. It was typed as it was built: it is written as it is, not validated again."""
    person, now = asking(request), timezone.now()
    shown = job_out(job, person, now)
    if shown.machine_now.to_note and note_lapse(job, person, now, shown.machine_now):
        shown = job_out(job, person, now)
    body, kind = shown.model_dump_json(), "application/json; charset=utf-8"
    return HttpResponse(body, content_type=kind, status=status)


def _look_at_the_clock(request: HttpRequest, number: int) -> None:
    """A lapse of a proof is written down before anything is written that may be refused for it."""
    note_lapse(services.find_job(number), asking(request), timezone.now())


@router.get("/home", response=HomeOut, operation_id="get_home")
def get_home(request: HttpRequest) -> HomeOut:
    """The first page after signing in."""
    jobs = list(services.list_jobs(state=JobState.OPEN)[: ON_HOME + 1])
    follow_ups = list(list_follow_ups()[: ON_HOME + 1])
    return HomeOut(
        faults=told_to_leads() if asking(request).is_lead else (),
        backups=standing(timezone.now()) if asking(request).is_lead else None,
        open_jobs=tuple(summary(one) for one in jobs[:ON_HOME]),
        more_open_jobs=len(jobs) > ON_HOME,
        waits=tuple(wait_out(one) for one in running_waits()),
        follow_ups=tuple(follow_up_out(one) for one in follow_ups[:ON_HOME]),
        more_follow_ups=len(follow_ups) > ON_HOME,
    )


@router.get("/jobs", response=Page[JobSummary], operation_id="list_jobs")
def list_jobs(request: HttpRequest, wanted: Query[JobFilter]) -> Page[JobSummary]:
    """Jobs, open ones first, then the newest."""
    found = services.list_jobs(
        wanted.text.strip(), wanted.state, wanted.customer, wanted.machine, wanted.technician
    )
    return page_of(found, wanted.after, summary)


@router.post("/jobs", response={200: JobOut, 201: JobOut}, operation_id="open_job")
def open_job(request: HttpRequest, given: JobIn) -> HttpResponse:
    """Open a job."""
    job = services.open_job(given, asking(request))
    return _whole(request, services.find_job(job.row.number), job.status)


@router.get("/jobs/{row:number}/meters", response=list[MeterForJob], operation_id="list_meters_for_job")
def list_meters_for_job(request: HttpRequest, number: int) -> list[MeterForJob]:
    """How well each of the shop's meters decides the tests of the job's parts, the best first."""
    return list(meters_for(services.find_job(number)))


@router.get("/jobs/{row:number}", response=JobOut, operation_id="get_job")
def get_job(request: HttpRequest, number: int) -> HttpResponse:
    """A job whole."""
    return _whole(request, services.find_job(number))


@router.patch("/jobs/{row:number}", response=JobOut, operation_id="change_job")
def change_job(request: HttpRequest, number: int, given: JobChange) -> HttpResponse:
    """Change the complaint, the symptom or the route; 409 when somebody was faster."""
    return _whole(request, services.change_job(number, given, asking(request)))


@router.post(
    "/jobs/{row:number}/entries", response={200: JobOut, 201: JobOut}, operation_id="add_entry"
)
def add_entry(request: HttpRequest, number: int, given: AnyEntry) -> HttpResponse:
    """Write down something done or decided."""
    _look_at_the_clock(request, number)
    job = services.add_entry(number, given, asking(request))
    return _whole(request, job.row, job.status)


@router.post(
    "/jobs/{row:number}/readings", response={200: JobOut, 201: JobOut}, operation_id="record_reading"
)
def record_reading(request: HttpRequest, number: int, given: ReadingIn) -> HttpResponse:
    """Judge and keep a reading, if the machine's state admits it."""
    _look_at_the_clock(request, number)
    job = record(number, given, asking(request))
    return _whole(request, job.row, job.status)


@router.post(
    "/jobs/{row:number}/checks", response={200: JobOut, 201: JobOut}, operation_id="attach_check"
)
def attach_check(request: HttpRequest, number: int, given: AttachIn) -> HttpResponse:
    """Put a kept check into a job."""
    _look_at_the_clock(request, number)
    job = attach(number, given, asking(request))
    return _whole(request, job.row, job.status)


@router.post("/jobs/{row:number}/waits", response={200: JobOut, 201: JobOut}, operation_id="start_wait")
def start_a_wait(request: HttpRequest, number: int, given: WaitIn) -> HttpResponse:
    """Start a wait."""
    job = services.find_open_job(number)
    wait = start_wait(job, given, asking(request))
    return _whole(request, job, wait.status)


@router.post("/waits/{uuid:number}/end", response=JobOut, operation_id="end_wait")
def end_a_wait(request: HttpRequest, number: UUID) -> HttpResponse:
    """End a wait."""
    wait = end_wait(number, asking(request))
    return _whole(request, services.find_job(wait.job_id))


@router.get("/live", response=list[LiveOut], operation_id="list_live")
def list_live(request: HttpRequest) -> list[LiveOut]:
    """The machines that the person stated live and nobody made dead since."""
    return [
        LiveOut(job=one.job_id, machine=one.job.machine.name, since=one.at, sequence=one.sequence)
        for one in live_jobs(asking(request))
    ]


@router.get("/waits", response=list[WaitOut], operation_id="list_waits")
def list_waits(request: HttpRequest) -> list[WaitOut]:
    """Every wait that runs or is due."""
    return [wait_out(one) for one in running_waits()]


@router.post(
    "/jobs/{row:number}/follow-ups", response={200: JobOut, 201: JobOut}, operation_id="add_follow_up"
)
def add_a_follow_up(request: HttpRequest, number: int, given: FollowUpIn) -> HttpResponse:
    """Add a follow-up."""
    job = services.find_open_job(number)
    added = add_follow_up(Visit.load(job), given, asking(request))
    return _whole(request, job, added.status)


@router.post("/follow-ups/{uuid:number}/done", response=FollowUpOut, operation_id="finish_follow_up")
def finish_a_follow_up(request: HttpRequest, number: UUID) -> FollowUpOut:
    """Mark a follow-up as done."""
    return follow_up_out(finish_follow_up(number, asking(request)))


@router.get("/follow-ups", response=Page[FollowUpOut], operation_id="list_follow_ups")
def list_all_follow_ups(
    request: HttpRequest, after: After = "", done: bool = False
) -> Page[FollowUpOut]:
    """Follow-ups by the day they are due."""
    return page_of(list_follow_ups(open_only=not done), after, follow_up_out)
