"""What was not said, or was said and has no part in the verdict: told, never silent."""

from __future__ import annotations

from typing import Any

from hembit_core.conditions import Conditions
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Notice

_WORDS = {
    "ceiling_expanded": "U of the ceiling",
    "cold_junction": "cold junction",
    "hold_va": "hold VA",
    "lead_zero": "lead zero",
    "lenient_upper": "lenient limit",
    "nominal_is_most": "“nominal is the most”",
    "part_temperature": "part temperature",
    "sibling_median": "siblings' median",
    "stands_at": "where it stands",
    "tolerance_class": "class",
}


def notices_of(spec: Any, reading: Any, conditions: Conditions) -> tuple[Notice, ...]:
    """Notices for a connection that was not said, and for fields that have no effect here."""
    found = []
    silent = "connection" in type(reading).model_fields and reading.connection is None
    if silent and not type(reading).about.both_ways:
        text = "How it was connected was not said: taken as isolated."
        found.append(Notice(code=NoticeCode.CONNECTION_NOT_SAID, text=text))
    unused = getattr(spec, "unused", None)
    for name, why in (unused() if unused else {}).items():
        told = _WORDS.get(name, name.replace("_", " "))
        found.append(Notice(code=NoticeCode.UNUSED, text=f"Not used: {told}, {why}."))
    return tuple(found)
