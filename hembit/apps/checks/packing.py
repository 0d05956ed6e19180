"""Long records kept small: JSON, deflated against a dictionary of the words that verdicts use.

A packed record is the number of its dictionary in one byte, then a zlib stream (RFC 1950) of UTF-8
JSON with that preset dictionary. A dictionary is never changed: one that serves better gets the next
number, and older records are read with theirs.
"""

from __future__ import annotations

import json
import zlib
from functools import cache
from pathlib import Path
from typing import Any

from django.db import models

NEWEST = 1
_DATA = Path(__file__).parent / "data"


@cache
def dictionary(number: int) -> bytes:
    """The preset dictionary with that number."""
    return (_DATA / f"dictionary-{number}.txt").read_bytes()


def pack(record: Any) -> bytes:
    """``record``, JSON as Python holds it, in few bytes."""
    text = json.dumps(record, ensure_ascii=False, separators=(",", ":"), allow_nan=False)
    deflate = zlib.compressobj(9, zdict=dictionary(NEWEST))
    return bytes([NEWEST]) + deflate.compress(text.encode()) + deflate.flush()


def unpack(packed: bytes) -> Any:
    """What was packed, exactly as it was."""
    inflate = zlib.decompressobj(zdict=dictionary(packed[0]))
    text = inflate.decompress(packed[1:]) + inflate.flush()
    if not inflate.eof:
        raise zlib.error("A packed record ends too early.")
    return json.loads(text)


class PackedField(models.BinaryField):  # type: ignore[type-arg]  # generic for the checker alone
    """A structured record, kept packed. It is opened whole; nothing in it can be searched for."""

    def from_db_value(self, value: bytes | None, *_: Any) -> Any:
        """Open it."""
        return None if value is None else unpack(bytes(value))

    def get_prep_value(self, value: Any) -> Any:
        """Pack it."""
        return None if value is None else super().get_prep_value(pack(value))
