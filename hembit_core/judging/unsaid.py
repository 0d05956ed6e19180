"""What was not said, was said and has no part in the verdict, or is held against an instrument.

Told with every verdict, never silent.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from hembit_core.errors import InputError
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Notice
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function, parse_display
from hembit_core.measuring.instrument_doubts import DoubtCode

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


_AGAINST = {
    DoubtCode.OVERDUE: NoticeCode.INSTRUMENT_OVERDUE,
    DoubtCode.DISTRUSTED: NoticeCode.INSTRUMENT_DISTRUSTED,
    DoubtCode.RETIRED: NoticeCode.INSTRUMENT_RETIRED,
}
ABOUT_INSTRUMENTS = frozenset(_AGAINST.values())
"""What is held against an instrument: it stands on the report as well."""


def _doubts(reading: Any, conditions: Conditions) -> Iterator[Notice]:
    """What is held against the meter and the thermometer that have a part in this reading."""
    meter, thermometer = conditions.meter, conditions.thermometer
    if type(reading).about.by_meter:
        for one in meter.doubts:
            yield Notice(code=_AGAINST[one.code], text=one.told(meter.name))
    if thermometer and conditions.part_temperature:
        for one in thermometer.doubts:
            yield Notice(code=_AGAINST[one.code], text=one.told(thermometer.name))


def used_with(reading: Any, conditions: Conditions) -> tuple[str, ...]:
    """What a live reading rests on besides its band: a meter that averages is right on a sine alone."""
    about, meter = type(reading).about, conditions.meter
    if meter.true_rms is not False or not about.by_meter or about.dead_or_live != "live":
        return ()
    return (
        f"{meter.name} does not read true RMS: AC is right on a sine alone, not behind a dimmer, "
        "a triac or an inverter",
    )


def notices_of(spec: Any, reading: Any, conditions: Conditions) -> tuple[Notice, ...]:
    """Notices for doubtful instruments, a connection that was not said, and fields without effect."""
    found = list(_doubts(reading, conditions))
    if getattr(reading, "lead_zero", None) and conditions.meter.four_wires:
        text = f"Not used: lead zero, {conditions.meter.name} reads with four wires."
        found.append(Notice(code=NoticeCode.UNUSED, text=text))
    if connection_is_missing(reading):
        text = "How it was connected was not said: taken as isolated."
        found.append(Notice(code=NoticeCode.CONNECTION_NOT_SAID, text=text))
    unused = getattr(spec, "unused", None)
    for name, why in (unused() if unused else {}).items():
        told = _WORDS.get(name, name.replace("_", " "))
        found.append(Notice(code=NoticeCode.UNUSED, text=f"Not used: {told}, {why}."))
    return tuple(found)
