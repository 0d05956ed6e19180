"""What to expect of an igniter, and judging it by one of three schools."""

from __future__ import annotations

from functools import partial
from math import inf
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.families.declared import Family
from hembit_core.families.igniter.called import IgniterCalled, called_expectation, judge_called
from hembit_core.families.igniter.spec import Igniter, IgniterMaterial, IgniterSchool
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Settle
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords, no_reading_of_its_own
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.notation import plain, quantity
from hembit_core.working import WorkingLine

_WORDS = OhmsWords(
    open_means="Isolated, OL across an igniter is a crack.",
    open_next="Replace it: the same type only. Never touch the hot part, it is brittle; mind its place "
    "in the gas stream.",
    short_next="Look for a bridge at the plug; then replace it.",
    high_next="Replace it: the same type only. Never touch the hot part.",
    low_next="Another type than the spec's, or still warm: read it cold; then replace it.",
    within_next="Ohms only support: volts at the plug when it is called, and the glow, decide.",
    settles=(Settle(code="glow", text="look for the glow with rated volts at the plug"),),
)
_SCHOOL = {
    IgniterSchool.STRICT: "strict: replace above the usual band",
    IgniterSchool.LENIENT: "lenient: keep to a much higher limit, with a spare on the shelf",
    IgniterSchool.FUNCTION_FIRST: "function first: volts present and no glow decides",
}


class IgniterResistance(ResistanceReading):
    """Cold ohms of an igniter. ``settled`` is false while it may still be warm."""

    about: ClassVar = Measurand(
        "Ohms, cold",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="resistive",
            first="one pin of the plug",
            second="the other",
            disconnect="plug off; never touch the hot part",
        ),
    )
    measurand: Literal["igniter_resistance"] = "igniter_resistance"
    settled: bool = True


def expectations(spec: Igniter, conditions: Conditions) -> tuple[Expectation, ...]:
    """Cold ohms by the usual band, and volts while it is called where they are known."""
    called = called_expectation(spec, conditions)
    return (_cold(spec), called) if called else (_cold(spec),)


def _cold(spec: Igniter) -> Expectation:
    """Cold ohms: no formula corrects a hot igniter."""
    band = _band(spec)
    usual = _usual(spec)
    return expect(
        IgniterResistance,
        ohms_rail(band, 3),
        detail=f"{usual} usual, cold: within a few kelvin of the room and settled",
        overflow_means="it is cracked",
        zero_means="the plug is bridged",
        policy=(_school(spec),),
        working=(
            WorkingLine(
                key="band",
                label="Usual band, cold",
                result=usual,
                figures=_school(spec),
                source="the part's spec",
            ),
        ),
        digits=3,
    )


def judge(
    spec: Igniter,
    reading: IgniterResistance | IgniterCalled,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge cold ohms, where high but finite is for the school to say; or what it does when called."""
    if isinstance(reading, IgniterCalled):
        return judge_called(spec, reading, conditions, rule)
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: Igniter, reading: IgniterResistance, conditions: Conditions) -> OhmsDue:
    """The cold ohms that are due, and how they are spoken of."""
    return OhmsDue(
        band=_band(spec),
        tell=partial(_cold, spec),
        digits=3,
        words=_WORDS,
        deviation=lambda net, u: f"{_usual(spec)} is usual, cold.",
        missing=() if reading.settled else (_warm(spec),),
        reads_as=partial(_function_first, spec)
        if spec.school is IgniterSchool.FUNCTION_FIRST
        else no_reading_of_its_own,
    )


def _school(spec: Igniter) -> str:
    """The school in words; the strict one for a spec that nobody asked the shop's of."""
    return _SCHOOL[spec.school or IgniterSchool.STRICT]


def _usual(spec: Igniter) -> str:
    """The usual cold band as it was given."""
    return f"{plain(spec.usual_lower.value)} to {spec.usual_upper.told}"


def _band(spec: Igniter) -> Band:
    lower, upper = spec.usual_lower.value, spec.usual_upper.value
    if spec.school is IgniterSchool.LENIENT and spec.lenient_upper:
        return Band(lower=lower, upper=spec.lenient_upper.value, watch_upper=upper)
    return Band(lower=lower, upper=upper)


def _warm(spec: Igniter) -> Missing:
    """Silicon carbide reads low while warm, silicon nitride high."""
    remedy = "Let it cool to the room's temperature and read again."
    low, high = (0.0, inf) if spec.material is IgniterMaterial.SILICON_CARBIDE else (-inf, 0.0)
    return Missing(Lacking.SETTLED, remedy, State.NOT_READY, low, high)


def _function_first(spec: Igniter, net: float, placed: Placed) -> Verdict | None:
    """By this school high but finite ohms decide nothing: supply and glow are asked."""
    high = placed.side is Side.HIGH and placed.state in (State.OUTSIDE, State.JUST_OUTSIDE)
    if not high:
        return None
    limit = spec.lenient_upper
    if limit and net > limit.value:
        return None
    return Verdict(
        Code.NOT_BY_OHMS,
        State.NOT_DECIDABLE,
        "Not decided by ohms: high but finite",
        "Call for heat and measure the volts at the plug: rated volts and no glow, replace it; "
        "glow, keep it and order a spare.",
        side=Side.HIGH,
        explanation=[f"{quantity(net, 'Ω', 3)} is above the usual {_usual(spec)}."],
        dominant=placed.dominant,
    )


DECLARED = (
    Family(
        Igniter,
        (IgniterResistance, IgniterCalled),
        expectations,
        judge,
        ohms=IgniterResistance,
        lights=True,
        ohms_due=ohms_due,
    ),
)
