"""The report of a job: the customer's page, as data."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from hembit.apps.jobs.visit.summaries import FollowUpOut, JobSummary
from hembit.apps.photos.schemas import PhotoOut
from hembit_core.conformity.states import Outcome, State
from hembit_core.findings.finding import FindingCode
from hembit_core.judging.judgement import Rail, Row
from hembit_core.model import Model


class MeasuredInJob(Model):
    """One reading against what it should have been, with its rail or its rows.

    ``doubts`` is what was held that day against the instruments it was taken with, ``now`` what it
    comes to where the part's spec was mended since; empty otherwise.
    """

    id: UUID
    part: str
    test: str
    due: str
    read: str
    state: State
    outcome: Outcome
    headline: str
    rail: Rail
    rows: tuple[Row, ...]
    spare: bool
    part_before: bool
    at: datetime
    by: str
    now: str
    doubts: tuple[str, ...]


class InShort(Model):
    """The visit in three sentences, for the customer."""

    wrong: str
    done: str
    watch: str


class Found(Model):
    """What was found on a part, and what was decided; ``part_before`` is one that was taken out."""

    part: str
    part_before: bool
    code: FindingCode | None
    headline: str
    conclusion: str
    decided: str
    overruled: bool
    reason: str
    by: str
    cause: str
    rests_on: tuple[str, ...]
    not_tested: tuple[str, ...]
    for_customer: str = ""


class WorkDone(Model):
    """One line of the work, with who and when."""

    at: datetime
    by: str
    text: str


class FittedPart(Model):
    """A part that was put in."""

    part: str
    description: str
    serial: str
    on: date | None


class Report(Model):
    """A job for the customer: complaint, measurements, findings, work, parts, what to watch.

    ``measured_with`` names the instruments, each with its serial.
    """

    job: JobSummary
    error_code: str
    plate: str
    shop: str
    shop_address: str
    time_zone: str
    made_at: datetime
    in_short: InShort
    found: tuple[Found, ...]
    measured: tuple[MeasuredInJob, ...]
    measured_with: tuple[str, ...]
    work: tuple[WorkDone, ...]
    parts: tuple[FittedPart, ...]
    photos: tuple[PhotoOut, ...]
    follow_ups: tuple[FollowUpOut, ...]
    left_open: tuple[str, ...]
    not_tested: tuple[str, ...]
    skipped: tuple[str, ...]
    cautions: tuple[str, ...]
