"""Bodies: JSON in UTF-8, read strictly, or a sentence on what is wrong with it."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpRequest
from ninja.errors import HttpError
from ninja.parser import Parser

UNREADABLE = "This is not JSON that can be read. Reload the page and try again."


class StrictJson(Parser):
    """Refuses what is no JSON, and what is too deep to be meant."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body as values."""
        if request.content_type not in ("application/json", ""):
            raise HttpError(415, "JSON is needed here (application/json).")
        try:
            return json.loads(request.body.decode("utf-8"))
        except (ValueError, RecursionError):
            raise HttpError(400, UNREADABLE) from None
