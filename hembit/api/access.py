"""Who may call the API. Until people sign in: pages of this server, on this machine."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja.errors import HttpError
from ninja.utils import check_csrf


def own_pages(request: HttpRequest) -> Any:
    """Refuse a write that does not come from this server's own page (CSRF)."""
    if check_csrf(request) is not None:
        raise HttpError(403, "This did not come from Hembit's own page. Reload the page and try again.")
    return True
