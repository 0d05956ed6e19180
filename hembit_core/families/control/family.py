"""A control's output against its feed: the control, its feed, or the load behind it."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.families.control.spec import Control
from hembit_core.families.declared import Family
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.rules.values import Rules

_SAFETY = "Gas and safety controls are exchanged, never repaired, by authorised people."


class ControlOutput(Model):
    """Volts at the output and on the feed, with the control called or not."""

    about: ClassVar = Measurand(
        "Output and feed",
        Step.LIVE,
        "live",
        4,
        Role.OUTPUT,
        Probes(
            drawing="control_output",
            first="its output, then its feed",
            second="the neutral or common of that supply",
            disconnect="nothing: wired as it works",
        ),
    )
    measurand: Literal["control_output"] = "control_output"
    called: Literal["yes", "no"]
    output: DisplayText
    feed: DisplayText
    acted: Literal["not_seen", "yes", "no"] = "not_seen"
    answers: Answers = {}


def _due(spec: Control, rules: Rules, *, called: bool) -> tuple[RowDue, RowDue]:
    """The feed, which is a premise, and the output: full when called, none when not; more than the
    feed's own limits has neither.
    """
    full, none = (share * spec.feed.value for share in (rules.volts_full_share, rules.volts_none_share))
    there = Band(
        lower=full, upper=(1 + rules.supply_tolerance) * spec.feed.value, nominal=spec.feed.value
    )
    output = there if called else Band(upper=none)
    return (
        RowDue("feed", "its feed", there, "V", 3, premise=True),
        RowDue("output", "its output", output, "V", 3),
    )


def expectations(spec: Control, conditions: Conditions) -> tuple[Expectation, ...]:
    """Full volts when it is called, none when it is not."""
    rules = conditions.rules
    rows = _due(spec, rules, called=True)
    return (
        expect(
            ControlOutput,
            rows[1].empty().rail,
            text=f"{spec.feed.told} called, none uncalled",
            detail="while its feed is there: the feed first, then the output",
            overflow_means="take a higher range",
            zero_means="no output, not called, or no feed",
            policy=(
                f"full from {plain(100 * rules.volts_full_share)} %, none up to "
                f"{plain(100 * rules.volts_none_share)} % of the feed",
            ),
            rows=tuple(row.empty() for row in rows),
        ),
    )


def judge(
    spec: Control, reading: ControlOutput, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge feed and output, each by its band, and what the two say together.

    Raises
    ------
    InputError
        If a display cannot be used.

    References
    ----------
    Usual practice: feed and no output when called is the control; output and no action is the load.
    """
    figure = partial(
        meter_figure, function=Function.VOLTAGE, answers=reading.answers, meter=conditions.meter
    )
    read = {name: figure(getattr(reading, name), field=name) for name in ("feed", "output")}
    due = _due(spec, conditions.rules, called=reading.called == "yes")
    placed = [one.place(read[one.key].value, Budget.of(meter=read[one.key].standard)) for one in due]
    rows = tuple(row for row, _ in placed)
    ghost = conditions.may_be_ghost(read["output"].value, spec.feed.value)
    if rows[0].state is State.OUTSIDE or ghost:  # without its feed, or floating, it says nothing
        rows = (rows[0], rows[1].model_copy(update={"state": State.NOT_COMPARABLE, "side": None}))
    places = {row.key: place for row, place in placed}
    verdict = verdict_of_rows(
        rows,
        lambda _: "Read both again, with low impedance: a floating wire collapses.",
        "Uncall it, and read again.",
        places=places,
    )
    told = _said(reading, read, rows, conditions, spec) or verdict
    asked = expectations(spec, conditions)[0].model_copy(
        update={"rail": due[1].empty().rail, "rows": tuple(one.empty() for one in due)}
    )
    return told.build(
        asked,
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(one.display.read_as for one in read.values()),
        value=rows[1].value,
        working=tuple(one.line(f"Meter, {name}") for name, one in read.items()),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _said(
    reading: ControlOutput,
    read: dict[str, MeterFigure],
    rows: tuple[Row, ...],
    conditions: Conditions,
    spec: Control,
) -> Verdict | None:
    """What the pair says where each of its figures is clear; None where one is too close."""
    feed, output = rows
    rules = conditions.rules
    seen = [f"{read['feed'].shown} on its feed, {read['output'].shown} at its output."]
    none = rules.volts_none_share * spec.feed.value
    dead = read["output"].value <= max(none, read["output"].expanded)
    if feed.state is State.OUTSIDE and feed.side is Side.HIGH:
        return Verdict(
            Code.WRONG_SUPPLY,
            State.NOT_COMPARABLE,
            "Not comparable: more volts on its feed than are its own",
            "Make it dead and look at the feed: another leg, another supply, a lost neutral. The "
            "control is not proven bad.",
            side=Side.HIGH,
            explanation=seen,
            unsettled="its feed is not its own",
        )
    if feed.state is State.OUTSIDE:
        return Verdict(
            Code.NO_SUPPLY,
            State.NOT_COMPARABLE,
            "Not comparable: its feed is not there",
            "Find the feed first: fuse, limit, plug. The control is not proven bad.",
            side=Side.LOW,
            explanation=seen,
            unsettled="its feed is missing",
        )
    if feed.state is not State.WITHIN:
        return None
    if conditions.may_be_ghost(read["output"].value, spec.feed.value):
        return Verdict(
            Code.GHOST,
            State.NOT_COMPARABLE,
            "Not comparable: its output is neither on nor off",
            "Read again with low impedance: a floating wire collapses. Until then take it as live.",
            explanation=seen,
            unsettled="it may be a floating wire",
        )
    full = rules.volts_full_share * spec.feed.value
    if reading.called == "no":
        return _uncalled(output, seen, is_full=read["output"].value >= full)
    if output.state is State.OUTSIDE and output.side is Side.HIGH:
        return Verdict(
            Code.OUTPUT_ABOVE_ITS_FEED,
            State.OUTSIDE,
            "Outside, high: more volts at its output than its feed brings",
            "Make it dead. Another leg or another supply reaches its output, or the two were not read "
            f"against one conductor: look at its wires, and read again. {_SAFETY}",
            side=Side.HIGH,
            explanation=seen,
        )
    if output.state is State.OUTSIDE and dead:
        return Verdict(
            Code.OUTPUT_DEAD,
            State.OUTSIDE,
            "Outside, low: called and fed, and nothing comes out",
            f"The control: its relay, a trace, a joint. {_SAFETY}",
            side=Side.LOW,
            explanation=seen,
        )
    if output.state is State.WITHIN and reading.acted == "no":
        return Verdict(
            Code.OUTPUT_WITHOUT_ACTION,
            State.WITHIN,
            "Within: its output is there, and the load does nothing",
            "The load, or the wire to it: read volts at the load, then its ohms, dead.",
            explanation=seen,
        )
    if output.state is State.WITHIN:
        return Verdict(
            Code.OUTPUT_WORKS,
            State.WITHIN,
            "Within: called, and its output is there",
            "Uncall it: the output must fall away.",
            explanation=seen,
        )
    return None


def _uncalled(output: Row, seen: list[str], *, is_full: bool) -> Verdict | None:
    if output.state is State.OUTSIDE and not is_full:
        return Verdict(
            Code.OUTPUT_LIVE_UNCALLED,
            State.OUTSIDE,
            "Outside, high: volts at its output, and nothing calls",
            f"A snubber or a triac that leaks, or a wet board: read it with the load on. {_SAFETY}",
            side=Side.HIGH,
            explanation=seen,
        )
    if output.state is State.OUTSIDE:
        return Verdict(
            Code.OUTPUT_LIVE_UNCALLED,
            State.OUTSIDE,
            "Outside, high: live, and nothing calls",
            "Read again with low impedance: a floating wire collapses. Still there: it is stuck, a "
            f"welded contact or a shorted triac. {_SAFETY}",
            side=Side.HIGH,
            explanation=seen,
        )
    if output.state is State.WITHIN:
        return Verdict(
            Code.OUTPUT_OFF,
            State.WITHIN,
            "Within: not called, and its output is off",
            "Call it, and read again.",
            explanation=seen,
        )
    return None


DECLARED = (Family(Control, (ControlOutput,), expectations, judge),)
