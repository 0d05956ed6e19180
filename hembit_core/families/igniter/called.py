"""A hot-surface igniter when the sequence calls for it: volts at its plug, glow, amps."""

from __future__ import annotations

from functools import partial
from typing import Literal

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.errors import InputError
from hembit_core.families.igniter.spec import Igniter
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.meter_figures import meter_figure
from hembit_core.judging.rows import RowDue, deciding_rail, verdict_of_rows
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.resistance_reading import Answers, DisplayText


class IgniterCalled(Model):
    """Volts at the plug while it is called for, whether it glows, and amps if clamped."""

    measurand: Literal["igniter_called"] = "igniter_called"
    voltage: DisplayText
    current: DisplayText | None = None
    glows: Literal["yes", "no", "not_seen"] = "not_seen"
    answers: Answers = {}


def called_expectation(spec: Igniter, conditions: Conditions) -> Expectation | None:
    """Volts and amps while it is called; None where its volts are not known."""
    due = _due(spec, conditions)
    if not due:
        return None
    rows = tuple(one.empty() for one in due.values())
    return expect(
        "igniter_called",
        "Called for",
        rows[0].rail,
        Probes(
            drawing="igniter_called",
            first="one pin of the plug",
            second="the other, plugged in",
            disconnect="nothing: during the seconds that the sequence powers it",
        ),
        text="  ·  ".join(row.due for row in rows),
        detail="and it glows within seconds",
        overflow_means="take a higher range",
        zero_means="no volts: what feeds it",
        policy=("function: volts present and no glow decides",),
        room="live",
        rows=rows,
        digits=3,
    )


def _due(spec: Igniter, conditions: Conditions) -> dict[str, RowDue]:
    volts = conditions.supply or spec.rated_voltage
    if volts is None:
        return {}
    share = defaults.SUPPLY_TOLERANCE
    nominal = volts.value
    band = Band(lower=nominal * (1 - share), upper=nominal * (1 + share), nominal=nominal)
    due = {"voltage": RowDue("volts at the plug", band, "V", 3)}
    if spec.least_current:
        due["current"] = RowDue("amps while it glows", Band(lower=spec.least_current.value), "A", 3)
    return due


def judge_called(
    spec: Igniter, reading: IgniterCalled, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge an igniter by its function: volts present and no glow decides.

    Raises
    ------
    InputError
        If a display cannot be used, or its rated volts are not known.
    """
    expectation = called_expectation(spec, conditions)
    if expectation is None:
        raise InputError("Give the igniter's rated volts, or the supply here.").at("spec.rated_voltage")
    due = _due(spec, conditions)
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    rows = [due["voltage"].placed(volts.value, volts.expanded)]
    amps = None
    if reading.current and reading.current.strip():
        amps = figure(reading.current, Function.CURRENT, field="current")
        if "current" in due:
            rows.append(due["current"].placed(amps.value, amps.expanded))
    nominal = due["voltage"].band.nominal or 1.0
    verdict = verdict_of_rows(tuple(rows), lambda row: _NEXT, "Now the flame: proved in time?")
    absent = volts.value <= max(volts.expanded, 0.05 * nominal)
    if absent:
        verdict = Verdict.no_supply(volts.shown, "the igniter's plug")
        verdict.next_step = (
            "Follow the sequence back: flow proved, control calling, its relay, the plug. After some "
            "tries the control locks out: reset it first."
        )
    elif reading.glows == "no" and rows[0].state in (State.WITHIN, State.JUST_WITHIN):
        verdict = Verdict(
            State.OPEN,
            "Open: volts at the plug, no glow",
            "Replace it: the same type only; never touch the hot part, mind its place in the gas.",
            side=Side.LOW,
            explanation=[f"{volts.shown} at the plug while it is called, and it stays dark."],
        )
    elif reading.glows == "not_seen" and verdict.state is State.WITHIN and amps is None:
        verdict.headline = "Within on volts; the glow is not seen yet"
        verdict.next_step = "Look for the glow, or clamp one wire: volts alone do not prove heat."
        verdict.unsettled = "volts at a part do not prove that it works"
    elif verdict.state is State.WITHIN:
        verdict.headline = "Within: it has its volts, and it works"
    return verdict.build(
        expectation,
        rule,
        rail=deciding_rail(tuple(rows)),
        read_as=tuple(one.display.read_as for one in (volts, amps) if one),
        value=rows[0].value,
        working=(volts.line("Meter, volts"), *((amps.line("Meter, amps"),) if amps else ())),
        policy=meter_policy(conditions.meter),
        rows=(*rows, *(one.empty() for one in list(due.values())[len(rows) :])),
    )


_NEXT = "Low volts or amps: the supply and the plug's joint first; then the igniter."
