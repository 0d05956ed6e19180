"""The one page that carries the front end."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

NOT_BUILT = "The front end is not built yet. bin/demo builds it; so does: npm --prefix web run build\n"


@require_safe
@ensure_csrf_cookie
def front_end(request: HttpRequest) -> HttpResponse:
    """Serve the built index.html, with the cookie that lets it write."""
    page = settings.WEB_BUILD / "index.html"
    if not page.exists():
        return HttpResponse(NOT_BUILT, content_type="text/plain; charset=utf-8", status=503)
    return HttpResponse(page.read_bytes(), headers={"Cache-Control": "no-cache"})
