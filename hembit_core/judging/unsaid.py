"""What was not said, or was said and has no part in the verdict: told, never silent."""

from __future__ import annotations

from typing import Any

from hembit_core.conditions import Conditions
from hembit_core.display import Function, parse_display
from hembit_core.errors import InputError
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


def connection_is_missing(reading: Any) -> bool:
    """Whether it must still be said how the part was connected, isolated or in circuit.

    A path beside the part only ever lowers what is read: an overflow is the part's own either way.
    """
    if "connection" not in type(reading).model_fields or reading.connection is not None:
        return False
    return not (type(reading).about.both_ways or _overflows(reading))


def _overflows(reading: Any) -> bool:
    text = getattr(reading, "display", None)
    if text is None:
        return False
    try:
        return parse_display(text, Function.RESISTANCE, reading.answers).overflow
    except InputError:
        return False


def notices_of(spec: Any, reading: Any, conditions: Conditions) -> tuple[Notice, ...]:
    """Notices for a connection that was not said, and for fields that have no effect here."""
    found = []
    if connection_is_missing(reading):
        text = "How it was connected was not said: taken as isolated."
        found.append(Notice(code=NoticeCode.CONNECTION_NOT_SAID, text=text))
    unused = getattr(spec, "unused", None)
    for name, why in (unused() if unused else {}).items():
        told = _WORDS.get(name, name.replace("_", " "))
        found.append(Notice(code=NoticeCode.UNUSED, text=f"Not used: {told}, {why}."))
    return tuple(found)
