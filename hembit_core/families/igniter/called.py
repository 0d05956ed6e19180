"""A hot-surface igniter when the sequence calls for it: volts at its plug, glow, amps."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.errors import InputError
from hembit_core.families.igniter.spec import Igniter
from hembit_core.judging.clamp_questions import ONE_CONDUCTOR
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import (
    Expectation,
    Judgement,
    Probes,
    Row,
)
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.no_current import NoCurrent, no_current_verdict
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.rules.values import Rules

_PASSED = (State.WITHIN, State.JUST_WITHIN, State.WATCH)
_SEQUENCE = (
    "Follow the sequence back: flow proved, control calling, its relay, the plug. After some "
    "tries the control locks out: reset it first."
)
_REPLACE = "Replace it: the same type only; never touch the hot part, mind its place in the gas."


class IgniterCalled(Model):
    """Volts at the plug while it is called for, whether it glows, and amps if clamped.

    ``answers`` may hold ``one_conductor`` (yes, no).
    """

    about: ClassVar = Measurand(
        "Called for",
        Step.LIVE,
        "live",
        4,
        Role.WORKING,
        Probes(
            drawing="igniter_called",
            first="one pin of the plug",
            second="the other, plugged in",
            disconnect="nothing: during the seconds that the sequence powers it",
        ),
    )
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
        IgniterCalled,
        rows[0].rail,
        text="  ·  ".join(row.due for row in rows),
        detail="and it glows within seconds",
        overflow_means="take a higher range",
        zero_means="no volts: what feeds it",
        policy=("function: volts present and no glow decides",),
        rows=rows,
        digits=3,
    )


def _due(spec: Igniter, conditions: Conditions) -> dict[str, RowDue]:
    volts = conditions.supply or spec.rated_voltage
    if volts is None:
        return {}
    share = conditions.rules.supply_tolerance
    nominal = volts.value
    band = Band(lower=nominal * (1 - share), upper=nominal * (1 + share), nominal=nominal)
    due = {"voltage": RowDue("voltage", "volts at the plug", band, "V", 3, premise=True)}
    if spec.least_current:
        least = Band(lower=spec.least_current.value)
        due["current"] = RowDue("current", "amps while it glows", least, "A", 3)
    return due


def judge_called(
    spec: Igniter, reading: IgniterCalled, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge an igniter by its function: volts present and no glow decides.

    Nothing is concluded about it before its volts have passed; volts alone do not prove that it
    works: its glow was seen, or its current is what is due.

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
    rows = {"voltage": due["voltage"].placed(volts.value, Budget.of(meter=volts.standard))}
    amps = None
    if reading.current and reading.current.strip():
        amps = figure(reading.current, Function.CURRENT, field="current")
        if "current" in due:
            rows["current"] = due["current"].placed(amps.value, Budget.of(meter=amps.standard))
    verdict = _verdict(reading, rows, volts, amps, due["voltage"].band.nominal or 1.0, conditions.rules)
    shown = tuple(rows.get(key) or one.empty() for key, one in due.items())
    if verdict.code is not Code.PLACED and "current" in rows:
        told = rows["current"].model_copy(update={"premise": True})
        shown = (shown[0], told)
    return verdict.build(
        expectation,
        rule,
        rail=deciding_rail(tuple(rows.values())),
        read_as=tuple(one.display.read_as for one in (volts, amps) if one),
        value=rows["voltage"].value,
        working=(volts.line("Meter, volts"), *((amps.line("Meter, amps"),) if amps else ())),
        policy=meter_policy(conditions.meter),
        rows=shown,
    )


def _verdict(
    reading: IgniterCalled,
    rows: dict[str, Row],
    volts: MeterFigure,
    amps: MeterFigure | None,
    nominal: float,
    rules: Rules,
) -> Verdict:
    if volts.value <= max(volts.expanded, rules.volts_none_share * nominal):
        verdict = Verdict.no_supply(volts.shown, "the igniter's plug")
        verdict.next_step = _SEQUENCE
        return verdict
    dark = amps is not None and amps.value <= amps.expanded
    if reading.glows == "yes" and dark:
        return Verdict(
            Code.CONTRADICTION,
            State.NOT_COMPARABLE,
            "Not comparable: it glows, and the clamp shows nothing",
            "Is the clamp round one conductor only, an AC clamp on AC? Read it again.",
        )
    if rows["voltage"].state not in _PASSED:
        return _wrong_supply(rows["voltage"], reading)
    if reading.glows == "no" and amps is not None and not dark:
        return _draws_and_stays_dark(rows.get("current"), volts, amps)
    if reading.glows == "no":
        return _no_glow(volts)
    if dark and reading.glows == "not_seen":
        assert amps is not None
        return _no_current(reading, volts, amps)
    if "current" in rows:
        verdict = verdict_of_rows(
            (rows["current"],),
            lambda row: "Low amps: the plug's joint first; then the igniter.",
            "Now the flame: proved in time?",
        )
        if verdict.state is State.WITHIN:
            verdict.headline = "Within: it has its volts, and it draws what it should"
        return verdict
    if reading.glows == "yes":
        return Verdict(
            Code.GLOWS,
            State.WITHIN,
            "Within: it has its volts, and it glows",
            "Now the flame: proved in time?",
        )
    drawn = "" if amps is None else f" It draws {amps.shown}, and what is due is not given."
    return Verdict(
        Code.GLOW_NOT_SEEN,
        State.WITHIN,
        "Within on volts; the glow is not seen yet",
        "Look for the glow, or clamp one wire: volts alone do not prove heat.",
        explanation=[f"{volts.shown} at the plug.{drawn}"],
        undecided_by=("glow_not_seen",),
        unsettled="volts at a part do not prove that it works",
    )


def _wrong_supply(row: Row, reading: IgniterCalled) -> Verdict:
    seen = {"yes": " It glows all the same.", "no": " It stays dark.", "not_seen": ""}[reading.glows]
    return Verdict(
        Code.WRONG_SUPPLY,
        State.NOT_COMPARABLE,
        "Not comparable: the volts at the plug are not its own",
        "The supply, its transformer and the plug's joint first; then the igniter.",
        side=row.side,
        explanation=[f"{said(row)}.{seen}"],
    )


def _no_glow(volts: MeterFigure) -> Verdict:
    return Verdict(
        Code.NO_GLOW,
        State.OPEN,
        "Open: volts at the plug, no glow",
        _REPLACE,
        side=Side.LOW,
        explanation=[f"{volts.shown} at the plug while it is called, and it stays dark."],
    )


def _draws_and_stays_dark(current: Row | None, volts: MeterFigure, amps: MeterFigure) -> Verdict:
    """Amps flow: it is not open. What it draws becomes heat, unless it was not seen or is shorted."""
    seen = f"{volts.shown} at the plug and {amps.shown} through it, and it stays dark."
    if current is not None and current.state is State.OUTSIDE:
        return Verdict(
            Code.DRAWS_AND_STAYS_DARK,
            State.OUTSIDE,
            "Outside, low: it has its volts, draws too little, and stays dark",
            f"The plug's joint first. {_REPLACE}",
            side=current.side,
            explanation=[seen],
        )
    return Verdict(
        Code.CONTRADICTION,
        State.NOT_COMPARABLE,
        "Not comparable: it draws current, and no glow was seen",
        "Look again, shaded, during its seconds; is the clamp round this wire alone? A burner that "
        "does not light though it draws: a part of it is shorted, compare its ohms, dead.",
        explanation=[f"{seen} What it draws becomes heat: these two do not go together."],
    )


_NO_CURRENT = NoCurrent(
    "a cracked igniter",
    "Put the clamp round one conductor and read again, or look for the glow.",
    "Open: volts at the plug, no current",
    _REPLACE,
)


def _no_current(reading: IgniterCalled, volts: MeterFigure, amps: MeterFigure) -> Verdict:
    seen = f"{volts.shown} at the plug and {amps.shown} through it."
    return no_current_verdict(_NO_CURRENT, ONE_CONDUCTOR, reading.answers, seen)
