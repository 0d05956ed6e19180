"""Terminal to case: OL is due, a figure is a leak. The same for every part with a case."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from typing import Any, ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.families.insulation import due_volts, volts_told
from hembit_core.judging.case_figure import TakenWhile
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Probes, rail_of
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.overflow_due import OverflowDue, judge_overflow_due, just_as_due
from hembit_core.judging.ohms.words import LACKING_WORDS
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import (
    NetResistance,
    ResistanceReading,
    lead_zero,
)
from hembit_core.notation import quantity
from hembit_core.rules.values import Rules

_SKIN = (1e5, 2e6)
"""What fingers on both probes read [Ω]."""
_OL_DUE = Gate(key="open", label="OL", due=True)
_MORE_THAN_A_MULTIMETER = "A multimeter's few volts miss weak insulation."
_STILL_DUE = "An insulation test is still due before energising after a repair."


_AS_DUE = Verdict(
    Code.TO_CASE_AS_DUE,
    State.WITHIN,
    "Within: OL to the case, as far as a multimeter can tell",
    _STILL_DUE,
    explanation=[_MORE_THAN_A_MULTIMETER],
)


class TerminalToCase(ResistanceReading):
    """Ohms from a terminal to the case or sheath; a sound part shows OL."""

    about: ClassVar = Measurand(
        "Terminal to case",
        Step.MEASURE,
        "dead",
        2,
        Role.TO_CASE,
        Probes(
            drawing="element_to_case",
            first="terminal 1",
            second="case",
            disconnect="both wires lifted, fingers off",
        ),
    )
    measurand: Literal["terminal_to_case"] = "terminal_to_case"
    taken_while: TakenWhile = TakenWhile.AT_REST


@cache
def terminal_to_case(drawing: str, rules: Rules) -> Expectation:
    """What to expect from terminal to case: OL on the top range."""
    limit = quantity(rules.leaking_below_ohm, "Ω", 2)
    return expect(
        TerminalToCase,
        rail_of(Band(lower=rules.leaking_below_ohm), "Ω", 2, NEAR_ZERO, _OL_DUE),
        TerminalToCase.about.probes.model_copy(update={"drawing": drawing}),
        text="OL",
        detail=f"on the top range; any figure below {limit} is a leak",
        overflow_means="sound, as far as a multimeter can tell",
        zero_means="the wire touches the case",
        topics=("ohms", "to_case"),
        policy=(f"leaking below {limit} on a multimeter ({rules.said('leaking_below_ohm')})",),
    )


def judge_terminal_to_case(
    spec: Any, reading: TerminalToCase, conditions: Conditions, rule: DecisionRule, drawing: str
) -> Judgement:
    """Judge a reading to the case. The leads' share is nothing here and is not taken off.

    A figure below the limit is a leak by every rule, however near: danger comes first. One above
    it by less than U is just within.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    due = OverflowDue(
        expectation=terminal_to_case(drawing, conditions.rules),
        as_due=_AS_DUE,
        higher_range="Take the top range, or auto, and read again; where this meter has no higher one, "
        "another meter or an insulation tester.",
        figure=lambda net, placed: _figure(spec, reading, net, placed, conditions),
        left_out={"lead_zero": None, "leads_nulled": True, "connection": None},
    )
    lead_zero(reading, conditions)  # what cannot be used is said, though it is not taken off
    return judge_overflow_due(due, reading, conditions, rule)


def _figure(
    spec: Any, reading: TerminalToCase, net: NetResistance, placed: Placed, conditions: Conditions
) -> Verdict:
    shown = net.display.shown
    if placed.state in (State.OUTSIDE, State.JUST_OUTSIDE, State.NOT_DECIDABLE):
        if reading.is_in_circuit:
            return _in_circuit(shown)
        return _leaking(shown, net.net, volts_told(due_volts(spec, conditions)))
    if placed.state is State.JUST_WITHIN:
        just = just_as_due(net, placed, conditions)
        return replace(
            just,
            next_step=f"An insulation test decides. {just.next_step}",
            explanation=[_MORE_THAN_A_MULTIMETER],
        )
    return Verdict(
        Code.TO_CASE_AS_DUE,
        State.WITHIN,
        f"Within: {shown} to the case, above what counts as a leak here",
        _STILL_DUE,
        explanation=[_MORE_THAN_A_MULTIMETER],
        dominant=placed.dominant,
    )


def _in_circuit(shown: str) -> Verdict:
    return Verdict(
        Code.TO_CASE_IN_CIRCUIT,
        State.NOT_COMPARABLE,
        f"{shown} to the case, but measured in circuit",
        "Lift both ends and read again. Until then treat it as leaking: do not energise.",
        side=Side.LOW,
        explanation=["Neutral, another element or a filter can carry this path to the case."],
        undecided_by=(Lacking.PATH_BESIDE,),
        unsettled=LACKING_WORDS[Lacking.PATH_BESIDE][1],
    )


DAMP_FROM = 1e4
"""A path of damp mineral insulation has this many ohms at the least; less is a bare touch [Ω]."""


def _leaking(shown: str, ohms: float, volts: str) -> Verdict:
    skin = _SKIN[0] <= ohms <= _SKIN[1]
    fingers = "First read again with your fingers off both probes: skin alone reads 0.1 to 2 MΩ. "
    touches = ohms < DAMP_FROM
    if touches:
        then = (
            "So few ohms are a wire that touches, not damp. Replace the part, or find where it touches."
        )
    else:
        then = (
            f"Insulation test at {volts}, both ends lifted, terminals joined; if damp, dry it and test "
            "again; if it stays low, replace the part and find the moisture."
        )
    return Verdict(
        Code.TOUCHES_CASE if touches else Code.LEAKING_TO_CASE,
        State.LEAKING,
        "A wire touches the case: do not energise, replace the part"
        if touches
        else "Leaking: do not energise until an insulation test decides",
        f"{fingers if skin else ''}{then}",
        side=Side.LOW,
        explanation=[
            f"{shown} from terminal to case, where OL is due: a shock risk, a tripping protector, "
            "and, on a heater, heat that may not switch off where only one pole is broken."
        ],
    )
