"""Texts that people type: without characters that nothing can show."""

from __future__ import annotations

import unicodedata

from pydantic import AfterValidator

_ALLOWED = "\n\r\t"


def _shown(text: str) -> str:
    if any(unicodedata.category(one) == "Cc" and one not in _ALLOWED for one in text):
        raise ValueError("This text has characters that cannot be stored.")
    return text


SHOWN = AfterValidator(_shown)
"""For ``Annotated``, behind the bounds of a text: every character of it can be shown."""
