"""Answers of the API are nobody's to keep: not the browser's, not a proxy's."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse


class NotStored:
    """Middleware: ``no-store`` on everything under /api/ that says nothing else of itself."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, and say that it is not to be kept."""
        response = self.get_response(request)
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        return response
