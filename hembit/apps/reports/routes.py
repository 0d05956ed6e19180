"""The report of a job: as data for the page that is printed, and as PDF."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from hembit.apps.reports import services
from hembit.apps.reports.schemas import Report

router = Router(tags=["reports"])


@router.get("/jobs/{row:number}/report", response=Report, operation_id="get_report")
def get_report(request: HttpRequest, number: int) -> Report:
    """The customer's page, as data."""
    return services.report_of(number, timezone.now())


@router.get("/jobs/{row:number}/report.pdf", operation_id="get_report_pdf", include_in_schema=False)
def get_report_pdf(request: HttpRequest, number: int) -> HttpResponse:
    """The same as PDF."""
    # What draws it takes a fifth of the start of every process, and few ask for it.
    from hembit.apps.reports.pdf import render

    content = render(services.report_of(number, timezone.now()))
    response = HttpResponse(content, content_type="application/pdf")
    response["Content-Disposition"] = f'inline; filename="hembit-job-{number}.pdf"'
    response["Cache-Control"] = "no-store"
    return response
