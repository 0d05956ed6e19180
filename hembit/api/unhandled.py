"""What goes wrong before or behind the API's own routes, in its own shape."""

from __future__ import annotations

import sys

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render

from hembit.api.faults import sentence_of

SENTENCES = {
    400: "This request cannot be read. Reload the page and try again.",
    403: "This did not come from Hembit's own page. Reload the page and try again.",
    404: "There is nothing at this address.",
    500: "Hembit could not answer this. Nothing of it was stored; what is wrong stands in the log.",
}


def _said(request: HttpRequest, status: int) -> HttpResponse:
    return _answer(request, status, SENTENCES[status])


def _answer(request: HttpRequest, status: int, sentence: str) -> HttpResponse:
    if request.path.startswith("/api/"):
        error = {"field": "", "message": sentence, "code": f"http_{status}", "choices": []}
        return JsonResponse({"errors": [error], "versions": None}, status=status)
    return render(request, "said.html", {"sentence": sentence}, status=status)


def unreadable(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """400."""
    return _said(request, 400)


def foreign(request: HttpRequest, exception: Exception | None = None, reason: str = "") -> HttpResponse:
    """403, also of a form that came from elsewhere."""
    return _said(request, 403)


def nothing_there(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """404."""
    return _said(request, 404)


def failed(request: HttpRequest) -> HttpResponse:
    """500; 503 where it is a fault of the database or the disk."""
    error = sys.exc_info()[1]
    sentence = sentence_of(error) if isinstance(error, DatabaseError | OSError) else None
    return _answer(request, 503, sentence) if sentence else _said(request, 500)
