"""The address that a watchdog asks: whether Hembit can read its database."""

from __future__ import annotations

from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse
from django.views.decorators.http import require_safe


@require_safe
def health(request: HttpRequest) -> JsonResponse:
    """200 while it can, 503 when it cannot; nothing else is told to whoever asks."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1 FROM people_person LIMIT 1")
    except DatabaseError:
        return _said("the database cannot be read", 503)
    return _said("ok", 200)


def _said(word: str, status: int) -> JsonResponse:
    return JsonResponse({"status": word}, status=status, headers={"Cache-Control": "no-store"})
