"""Texts that people type: without characters that nothing can show."""

from __future__ import annotations

import re

from pydantic import AfterValidator

_NOT_SHOWN = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f]")
"""Control characters (Unicode category Cc), but for tabs and the ends of lines."""


def must_be_shown(text: str) -> str:
    """The same text; ValueError where a character of it cannot be stored."""
    if _NOT_SHOWN.search(text):
        raise ValueError("This text has characters that cannot be stored.")
    return text


SHOWN = AfterValidator(must_be_shown)
"""For ``Annotated``, behind the bounds of a text: every character of it can be shown."""
