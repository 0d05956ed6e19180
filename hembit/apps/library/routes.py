"""The library of specs: found and proposed by everybody, accepted and revised by leads."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, UploadedFile
from ninja.responses import Status

from hembit.apps.base.paging import After, Page, Text, page_of
from hembit.apps.library import finding, services
from hembit.apps.library.files import library_file
from hembit.apps.library.files.progress import Progress, counted, progress_of
from hembit.apps.library.files.text import read_file
from hembit.apps.library.models import Standing
from hembit.apps.library.schemas import (
    BroughtIn,
    FileWatched,
    SpecIn,
    SpecOut,
    SpecRetiredIn,
    SpecRevisionIn,
    SpecSettledIn,
    SpecSummary,
)
from hembit.apps.library.shown import spec_out
from hembit.apps.people.access import asking, leads_only

router = Router(tags=["specs"])


@router.get("/specs", response=Page[SpecSummary], operation_id="list_specs")
def list_specs(
    request: HttpRequest,
    text: Text = "",
    kind: Text = "",
    standing: Standing | None = None,
    after: After = "",
) -> Page[SpecSummary]:
    """Specs by name; retired ones where they are asked for."""
    found = finding.list_specs(text, kind.strip(), standing)
    return page_of(found, after, SpecSummary.model_validate)


@router.post("/specs", response={201: SpecOut}, operation_id="add_spec")
def add_spec(request: HttpRequest, given: SpecIn) -> Status[SpecOut]:
    """Add a spec, or propose one."""
    return Status(201, spec_out(services.add_spec(given, asking(request))))


@router.get("/specs/library.json", response=dict[str, Any], operation_id="export_library")
def export_library(request: HttpRequest) -> HttpResponse:
    """Every spec in use as one document."""
    return _to_save(library_file.as_json(), "application/json", "specs.json")


@router.get("/specs/library.csv", response=str, operation_id="export_library_table")
def export_library_table(request: HttpRequest) -> HttpResponse:
    """Every spec in use as a table."""
    return _to_save(library_file.as_csv(), "text/csv; charset=utf-8", "specs.csv")


def _to_save(text: str, kind: str, name: str) -> HttpResponse:
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return HttpResponse(text, content_type=kind, headers=headers)


@router.post(
    "/specs/library/looked-at", response=BroughtIn, operation_id="look_at_library", auth=leads_only
)
def look_at_library(
    request: HttpRequest, given: Form[FileWatched], file: File[UploadedFile]
) -> BroughtIn:
    """What bringing in a file would do. Nothing is kept."""
    with counted(given.watch) as counter:
        return library_file.look_at(read_file(file), counter.count)


@router.post("/specs/library", response=BroughtIn, operation_id="bring_in_library", auth=leads_only)
def bring_in_library(
    request: HttpRequest, given: Form[FileWatched], file: File[UploadedFile]
) -> BroughtIn:
    """Bring in a file, whole or not at all."""
    with counted(given.watch) as counter:
        return library_file.bring_in(read_file(file), asking(request), counter.count)


@router.get(
    "/specs/library/progress/{uuid:watch}",
    response=Progress,
    operation_id="watch_library",
    auth=leads_only,
)
def watch_library(request: HttpRequest, watch: UUID) -> Progress:
    """How far a file is that is being looked through or brought in."""
    return progress_of(watch)


@router.get("/specs/{row:number}", response=SpecOut, operation_id="get_spec")
def get_spec(request: HttpRequest, number: int) -> SpecOut:
    """A spec with all its revisions."""
    return spec_out(finding.find_spec(number))


@router.post("/specs/{row:number}/revisions", response={201: SpecOut}, operation_id="revise_spec")
def revise_spec(request: HttpRequest, number: int, given: SpecRevisionIn) -> Status[SpecOut]:
    """Revise a spec, or propose a revision."""
    return Status(201, spec_out(services.revise_spec(number, given, asking(request))))


@router.put(
    "/revisions/{row:number}/settled",
    response=SpecOut,
    operation_id="settle_revision",
    auth=leads_only,
)
def settle_revision(request: HttpRequest, number: int, given: SpecSettledIn) -> SpecOut:
    """Accept or decline what was proposed."""
    return spec_out(services.settle(number, given, asking(request)))


@router.put(
    "/specs/{row:number}/retired", response=SpecOut, operation_id="retire_spec", auth=leads_only
)
def retire_spec(request: HttpRequest, number: int, given: SpecRetiredIn) -> SpecOut:
    """Offer a spec no more, or again."""
    return spec_out(services.set_retired(number, given.retired))
