"""What Hembit says of a part that a hand has measured."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from pydantic import TypeAdapter

from benchmarks.population.hands import Hand
from benchmarks.population.parts import Part, Test
from hembit_core import Conditions, InputError, PartReading
from hembit_core.soundness.call import Call, call_of
from hembit_core.soundness.evidence import Evidence, evidence_of

SOUND_BEFORE = 0.8
SAID_FROM = 0.9
"""Kept or condemned from this weight on [1]."""
_READING = TypeAdapter(PartReading).validate_python


@dataclass(frozen=True)
class Said:
    """The call, and what it does to the part: ``misled`` is a sound one that a misread figure to the
    case forbids to energise.
    """

    bucket: Literal["kept", "condemned", "open", "misled"]
    call: Call | None = None
    danger: bool = False


def said_of(part: Part, hand: Hand) -> Said:
    """What is said of a part. What is asked to be taken again is, once, with the probes moved."""
    conditions = hand.conditions()
    read = [(test, one) for test in part.tests if (one := _read(part, test, hand, conditions))]
    call = call_of(part.spec, [one for _, one in read], SOUND_BEFORE, conditions.rules)
    if call is None:
        return Said("open")
    again = [
        (test, more.taken_afresh())
        for test, one in read
        if one.test in call.doubted and (more := _read(part, test, hand, conditions))
    ]
    if again and hand.misread:
        read += again
        call = call_of(part.spec, [one for _, one in read], SOUND_BEFORE, conditions.rules)
        assert call is not None
    danger = any(one.danger for _, one in read)
    if danger and part.mode == "sound":
        return Said("misled", call, danger)
    if danger or call.sound_in_read <= 1 - SAID_FROM:
        return Said("condemned", call, danger)
    kept = all(call.sound_in(one.aspect) >= SAID_FROM for one in call.aspects)
    return Said("kept" if kept else "open", call)


def _read(part: Part, test: Test, hand: Hand, conditions: Conditions) -> Evidence | None:
    try:
        return evidence_of(part.spec, _READING(test(hand)), conditions)
    except InputError:
        return None  # it asks something: nothing is said yet
