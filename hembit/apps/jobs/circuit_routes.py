"""A job's readings on its machine's circuit."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.base.paging import Text
from hembit.apps.jobs.on_circuit.search import JobDiagnosis, diagnosis_of, searches_of
from hembit.apps.jobs.services import find_job
from hembit_circuits.words.search_words import SearchOut

router = Router(tags=["circuits"])


@router.get("/jobs/{row:number}/circuit", response=JobDiagnosis | None, operation_id="diagnose_job")
def diagnose_job(request: HttpRequest, number: int) -> JobDiagnosis | None:
    """What the readings say by the machine's circuit; null where it has none."""
    return diagnosis_of(find_job(number))


@router.get(
    "/jobs/{row:number}/circuit/search", response=list[SearchOut], operation_id="search_chain_of_job"
)
def search_chain_of_job(request: HttpRequest, number: int, begin: Text = "") -> list[SearchOut]:
    """How to find the open part of a chain with the least effort, begun where one says."""
    return list(searches_of(find_job(number), begin.strip()))
