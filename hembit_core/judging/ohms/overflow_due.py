"""Where OL is due: to the case, and across a contact that should be open. A figure is the fault."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from hembit_core.conformity.placing import Placed, place_overflow_as_due, place_value
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Expectation, Judgement, Mark
from hembit_core.judging.settling import settles_of, to_settle, too_close
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.resistance_reading import (
    NetResistance,
    ResistanceReading,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.notation import quantity


@dataclass(frozen=True)
class OverflowDue:
    """What a test is due whose sound part shows OL.

    ``as_due`` is the verdict on OL of a range that reaches far enough, ``higher_range`` what to do
    where it does not; ``figure`` says what a figure below the limit means. How it was taken that
    matters to the figure alone is what ``left_out`` changes: leads, say, are nothing beside a leak.
    """

    expectation: Expectation
    as_due: Verdict
    higher_range: str
    figure: Callable[[NetResistance, Placed], Verdict]
    left_out: dict[str, Any]


def judge_overflow_due(
    due: OverflowDue, reading: ResistanceReading, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a reading that should be OL; ``due`` is in ohms [Ω].

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    rail, policy = due.expectation.rail, meter_policy(conditions.meter)
    if display.overflow:
        return _overflow(due, overflow_floor(reading, conditions), conditions).build(
            due.expectation,
            rule,
            rail=rail.with_gate("high"),
            read_as=(display.read_as,),
            policy=policy,
        )
    net = net_resistance(reading.model_copy(update=due.left_out), display, conditions)
    value = measured_value(net.net, net.budget.expanded, "Ω")
    placed = place_value(net.net, net.budget, rail.band)
    verdict = due.figure(net, placed)
    marks = {
        "corrected": Mark(value=max(net.net, 0.0), label=value.text),
        "expanded": value.expanded,
    }
    leads_count = not due.left_out.get("leads_nulled", False)
    return verdict.build(
        due.expectation,
        rule,
        rail=rail.with_gate("low", verdict.state is State.SHORT).model_copy(update=marks),
        read_as=(display.read_as,),
        value=value,
        working=tuple(line for line in net.lines if leads_count or line.key != "leads"),
        policy=policy,
    )


def just_as_due(net: NetResistance, placed: Placed, conditions: Conditions) -> Verdict:
    """A figure above the limit by less than U."""
    ways = settles_of(placed, conditions.meter, net.display)
    return Verdict(
        Code.PLACED,
        State.JUST_WITHIN,
        f"Just within, low: {too_close(placed)}",
        to_settle(ways),
        side=Side.LOW,
        dominant=placed.dominant,
        settles=ways,
    )


def _overflow(due: OverflowDue, floor: float, conditions: Conditions) -> Verdict:
    """OL says no more than that it is above ``floor``, the range's top [Ω]."""
    if place_overflow_as_due(floor, conditions.rules.leaking_below_ohm) is State.WITHIN:
        # A copy: what is added to what one reading says is not to be said of the next.
        return replace(due.as_due, explanation=[*due.as_due.explanation], questions=[])
    return Verdict(
        Code.OVERFLOW_OF_A_RANGE,
        State.NOT_DECIDABLE,
        f"OL on the {quantity(floor, 'Ω', 2)} range says only that it is more",
        due.higher_range,
    )
