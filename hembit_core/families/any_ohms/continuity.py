"""The buzzer: another function than ohms. Its silence proves nothing of a part with many ohms."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.families.any_ohms.single import Single
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import Connection
from hembit_core.model import Model
from hembit_core.notation import limit_text, plain, quantity

_WORDS = {
    True: ("it sounds", "silence: broken, or a bad joint"),
    False: ("silent", "silence proves nothing here: read ohms"),
    None: ("either", "near the buzzer's limit: read ohms"),
}


class Continuity(Model):
    """Whether the continuity buzzer sounded across the part."""

    about: ClassVar = Measurand(
        "Buzzer",
        Step.MEASURE,
        "dead",
        1,
        Role.BUZZER,
        Probes(drawing="resistive", first="one end", second="the other", disconnect="one end lifted"),
        side=True,
    )
    measurand: Literal["continuity"] = "continuity"
    sounds: Literal["yes", "no"]
    connection: Connection | None = None


def continuity_expectation(single: Single, conditions: Conditions) -> Expectation:
    """What the buzzer can and cannot say of this part."""
    buzzer = _Buzzer.of(conditions)
    text, detail = _WORDS[buzzer.due(single.ohms_band())]
    expectation = single.expectation
    return expectation.model_copy(
        update={
            "measurand": measurand_of(Continuity),
            "title": Continuity.about.title,
            "text": text,
            "detail": f"{detail} ({expectation.text} is due)",
            "policy": (buzzer.told,),
            "working": (),
            "rows": (),
            "plot": None,
        }
    )


_BUZZER = (
    "buzzer_below_ohm",
    "buzzer_sounds_surely_below_ohm",
    "buzzer_silent_surely_above_ohm",
)


@dataclass(frozen=True)
class _Buzzer:
    """It sounds surely below, and is silent surely above [Ω]; ``told`` says whose figures these are."""

    sounds_below: float
    silent_above: float
    told: str

    @classmethod
    def of(cls, conditions: Conditions) -> _Buzzer:
        """The meter's own limit where it is known, else between which ohms it lies for any."""
        own, rules = conditions.meter.buzzer_below, conditions.rules
        if own is not None:
            told = f"{conditions.meter.name}: its buzzer sounds below {quantity(own, 'Ω', 2)}"
            return cls(own, own, told)
        limit = quantity(rules.buzzer_below_ohm, "Ω", 2)
        return cls(
            rules.buzzer_sounds_surely_below_ohm,
            rules.buzzer_silent_surely_above_ohm,
            f"buzzers sound below some {limit} ({rules.said(*_BUZZER)})",
        )

    @property
    def limits(self) -> str:
        """Its limits in words."""
        if self.sounds_below == self.silent_above:
            return limit_text(self.sounds_below, "Ω", 6)
        return f"{plain(self.sounds_below)} to {limit_text(self.silent_above, 'Ω', 6)}"

    def due(self, band: Band | None) -> bool | None:
        """Whether a sound part makes it sound; None where it depends on the buzzer."""
        if band is None:
            return None
        if band.upper is not None and band.upper < self.sounds_below:
            return True
        lower = band.lower if band.lower is not None else band.nominal
        return False if lower is not None and lower > self.silent_above else None


def judge_continuity(
    reading: Continuity, single: Single, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge what a buzzer said: a coarse test, and for many parts none at all."""
    buzzer = _Buzzer.of(conditions)
    expectation = continuity_expectation(single, conditions)
    verdict = _verdict(reading, buzzer.due(single.ohms_band()), buzzer.limits)
    return verdict.build(
        expectation,
        rule,
        rail=expectation.rail,
        read_as=("it sounded" if reading.sounds == "yes" else "silence",),
    )


def _verdict(reading: Continuity, due: bool | None, limits: str) -> Verdict:
    if reading.sounds == "no" and due is not True:
        return Verdict(
            Code.BUZZER_PROVES_NOTHING,
            State.NOT_COMPARABLE,
            "Silence proves nothing here",
            "Set the meter to ohms and read the figure.",
            explanation=[f"A sound part of so many ohms is silent: buzzers sound below {limits}."],
        )
    if reading.sounds == "no":
        return Verdict(
            Code.BUZZER_SILENT,
            State.OPEN,
            "Open, or a bad joint: silence where it should sound",
            "Read ohms: OL is a break, a figure is a joint.",
            side=Side.HIGH,
            explanation=["A sound part has few enough ohms for any buzzer."],
        )
    if reading.connection is Connection.IN_CIRCUIT:
        return Verdict(
            Code.BUZZER_PROVES_NOTHING,
            State.NOT_COMPARABLE,
            "It sounded, but in circuit",
            "Lift one end: a path beside the part sounds as well.",
            side=Side.LOW,
        )
    if due is False:
        return Verdict(
            Code.BUZZER_SOUNDS,
            State.SHORT,
            "Short: it sounds, where it should be silent",
            "Read ohms to see how few they are; look for a bridge first.",
            side=Side.LOW,
            explanation=["A sound part of this kind has too many ohms for any buzzer."],
        )
    return Verdict(
        Code.BUZZER_SOUNDS,
        State.WITHIN,
        "It sounds: no break, and no more than that",
        "Read ohms: the buzzer does not tell good from half good.",
        undecided_by=("a_buzzer_alone",),
        unsettled="a buzzer does not compare with a limit",
    )
