"""A job's readings on its machine's circuit."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.jobs.circuit import JobDiagnosis, diagnosis_of
from hembit.apps.jobs.services import find_job

router = Router(tags=["circuits"])


@router.get("/jobs/{row:number}/circuit", response=JobDiagnosis | None, operation_id="diagnose_job")
def diagnose_job(request: HttpRequest, number: int) -> JobDiagnosis | None:
    """What the readings say by the machine's circuit; null where it has none."""
    return diagnosis_of(find_job(number))
