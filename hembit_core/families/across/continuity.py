"""The buzzer: another function than ohms. Its silence proves nothing of a part with many ohms."""

from __future__ import annotations

from typing import Literal

from hembit_core import defaults
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.notation import quantity
from hembit_core.resistance_reading import Connection

_UNSURE = (20.0, 50.0)
"""Between these [Ω] one meter's buzzer sounds and another's is silent."""


class Continuity(Model):
    """Whether the continuity buzzer sounded across the part."""

    measurand: Literal["continuity"] = "continuity"
    sounds: Literal["yes", "no"]
    connection: Connection = Connection.ISOLATED


def continuity_expectation(single: Expectation) -> Expectation:
    """What the buzzer can and cannot say of this part."""
    sounds = _due(single)
    words = {
        True: ("it sounds", "silence: broken, or a bad joint"),
        False: ("silent", "silence proves nothing here: read ohms"),
        None: ("either", "near the buzzer's limit: read ohms"),
    }
    text, detail = words[sounds]
    limit = quantity(defaults.BUZZER_BELOW, "Ω", 2)
    return single.model_copy(
        update={
            "measurand": "continuity",
            "title": "Buzzer",
            "text": text,
            "detail": f"{detail} ({single.text} is due)",
            "policy": (f"buzzers sound below some {limit} (shop default)",),
            "working": (),
            "rows": (),
            "plot": None,
        }
    )


def _due(single: Expectation) -> bool | None:
    """Whether a sound part makes the buzzer sound; None where it depends on the buzzer."""
    band = single.rail.band
    low, high = _UNSURE
    if single.rail.unit != "Ω":
        return False
    if band.upper is not None and band.upper < low:
        return True
    lower = band.lower if band.lower is not None else band.nominal
    return False if lower is not None and lower > high else None


def judge_continuity(reading: Continuity, single: Expectation, rule: DecisionRule) -> Judgement:
    """Judge what a buzzer said: a coarse test, and for many parts none at all."""
    expectation = continuity_expectation(single)
    verdict = _verdict(reading, _due(single))
    return verdict.build(
        expectation,
        rule,
        rail=expectation.rail,
        read_as=("it sounded" if reading.sounds == "yes" else "silence",),
    )


def _verdict(reading: Continuity, due: bool | None) -> Verdict:
    in_circuit = reading.connection is Connection.IN_CIRCUIT
    if reading.sounds == "no" and due is not True:
        return Verdict(
            State.NOT_COMPARABLE,
            "Silence proves nothing here",
            "Set the meter to ohms and read the figure.",
            explanation=["A sound part of so many ohms is silent: buzzers sound below 20 to 50 Ω."],
        )
    if reading.sounds == "no":
        return Verdict(
            State.OPEN,
            "Open, or a bad joint: silence where it should sound",
            "Read ohms: OL is a break, a figure is a joint.",
            side=Side.HIGH,
            explanation=["A sound part has few enough ohms for any buzzer."],
        )
    if in_circuit:
        return Verdict(
            State.NOT_COMPARABLE,
            "It sounded, but in circuit",
            "Lift one end: a path beside the part sounds as well.",
            side=Side.LOW,
        )
    if due is False:
        return Verdict(
            State.SHORT,
            "Short: it sounds, where it should be silent",
            "Read ohms to see how few they are; look for a bridge first.",
            side=Side.LOW,
            explanation=["A sound part of this kind has too many ohms for any buzzer."],
        )
    return Verdict(
        State.WITHIN,
        "It sounds: no break, and no more than that",
        "Read ohms: the buzzer does not tell good from half good.",
        unsettled="a buzzer does not compare with a limit",
    )
