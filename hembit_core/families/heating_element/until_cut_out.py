"""Watched over time: how long the current flows, whether it stays right, and when it stops."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from itertools import pairwise
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import PRECEDENCE, DecisionRule, Side, State
from hembit_core.errors import InputError
from hembit_core.families.heating_element.expectation import running_at
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Expectation, Judgement, Plot, PlotPoint, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.figures import Minutes
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.working import WorkingLine


class TimedCurrent(Model):
    """Amps on the clamp, and minutes since it was switched on."""

    minutes: Minutes
    current: DisplayText


class UntilCutOut(Model):
    """Volts at the element and the current over time, until it stopped or the watch ended."""

    about: ClassVar = Measurand(
        "Until it cuts out",
        Step.LIVE,
        "live",
        20,
        Role.WORKING,
        Running.about.probes,
        side=True,
    )
    measurand: Literal["until_cut_out"] = "until_cut_out"
    voltage: DisplayText
    series: tuple[TimedCurrent, ...] = Field(min_length=2, max_length=200)
    answers: Answers = {}


@dataclass(frozen=True)
class Spell:
    """One spell of heating: from the first to the last sample with current [min]."""

    start: float
    end: float


def spells(series: list[tuple[float, bool]]) -> tuple[Spell, ...]:
    """The spells with current in (minutes, flows) samples, in order of time."""
    found: list[Spell] = []
    before = False
    for minutes, flows in series:
        if flows and not before:
            found.append(Spell(minutes, minutes))
        elif flows:
            found[-1] = Spell(found[-1].start, minutes)
        before = flows
    return tuple(found)


_FLOWS_FROM = 0.05
"""Current above its U and this share of what is due flows [1]."""


def until_cut_out(single: Expectation) -> Expectation:
    """As for volts and amps at one moment, watched until the current stops."""
    return single.model_copy(
        update={
            "measurand": "until_cut_out",
            "title": UntilCutOut.about.title,
            "detail": f"{single.text} without a break, then 0 A once, at its setting",
            "zero_means": "cut out, or cycling: the times tell",
        }
    )


def judge_until_cut_out(
    spec: HeatingElement, reading: UntilCutOut, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a watched current: right all the while, and stopping once.

    Raises
    ------
    InputError
        If a display cannot be used, or the times do not rise.
    """
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    times = [one.minutes.value for one in reading.series]
    for place, (one, other) in enumerate(pairwise(times), start=1):
        if other <= one:
            raise InputError("The times must rise from sample to sample.").at(
                f"reading.series.{place}.minutes"
            )
    amps = [
        figure(one.current, Function.CURRENT, field=f"series.{place}.current")
        for place, one in enumerate(reading.series)
    ]
    due = element_resistance(spec, conditions)
    least = conditions.rules.short_share_of_nominal * (spec.rated_volts or 0.0)
    if volts.value <= max(volts.expanded, least):
        raise InputError("There are no volts at the element: nothing can be watched.").at(
            "reading.voltage"
        )
    expectation = until_cut_out(running_at(due, volts.value, volts.shown))
    band = expectation.rail.band
    flowing = [one.value > max(one.expanded, _FLOWS_FROM * (band.nominal or 1.0)) for one in amps]
    found = spells(list(zip(times, flowing, strict=True)))
    rows = tuple(
        _row_due(f"at {plain(t)} min", expectation).placed(
            one.value, _budget(one, volts, due, band.nominal or 1.0), due.amps_missing
        )
        for t, one, flows in zip(times, amps, flowing, strict=True)
        if flows
    )
    verdict, decisive = _verdict(times, flowing, found, rows)
    shown = decisive or _row_due("the current", expectation).placed(
        amps[0].value, _budget(amps[0], volts, due, band.nominal or 1.0)
    )
    return verdict.build(
        expectation,
        rule,
        rail=shown.rail.model_copy(update={"low_gate": expectation.rail.low_gate}),
        read_as=(f"{len(amps)} samples over {plain(times[-1] - times[0])} min",),
        value=shown.value,
        working=(volts.line("Meter, volts"), amps[0].line("Meter, amps"), _spells_line(found)),
        policy=meter_policy(conditions.meter),
        plot=Plot(
            title="Current over time",
            x_label="min",
            y_label="A",
            joined=True,
            lower=tuple((t, band.lower) for t in (times[0], times[-1]) if band.lower is not None),
            upper=tuple((t, band.upper) for t in (times[0], times[-1]) if band.upper is not None),
            points=tuple(
                PlotPoint(x=t, y=one.value, expanded=one.expanded)
                for t, one in zip(times, amps, strict=True)
            ),
        ),
    )


def _row_due(label: str, expectation: Expectation) -> RowDue:
    return RowDue("current", label, expectation.rail.band, "A", 3)


def _budget(amps: MeterFigure, volts: MeterFigure, due: ElementResistance, nominal: float) -> Budget:
    return Budget.of(
        meter=amps.standard,
        expectation=volts.standard * nominal / volts.value,
        spread=due.amps_spread * nominal,
    )


def _spells_line(found: tuple[Spell, ...]) -> WorkingLine:
    return WorkingLine(
        key="spells",
        label="Spells with current",
        result=", ".join(f"{plain(one.start)} to {plain(one.end)} min" for one in found) or "none",
        formula=f"current above its U and {plain(100 * _FLOWS_FROM)} % of what is due",
        source="as watched",
    )


def _after(times: list[float], found: tuple[Spell, ...]) -> str:
    """The first sample after the last spell [min]."""
    return plain(next(one for one in times if one > found[-1].end))


def _verdict(
    times: list[float], flowing: list[bool], found: tuple[Spell, ...], rows: tuple[Row, ...]
) -> tuple[Verdict, Row | None]:
    """What the worst sample says, and above it what the whole time says; with the decisive row."""
    if not found:
        nothing = Verdict(
            Code.NOTHING_FLOWS,
            State.NOT_COMPARABLE,
            "No current at any time",
            "Is the clamp round one conductor, the thermostat calling? Then make it dead and read "
            "its ohms.",
            side=Side.LOW,
        )
        return nothing, None
    plain = verdict_of_rows(
        rows,
        lambda row: "Make it dead and read the isolated ohms; clamp the element's own branch.",
        "",
    )
    decisive = next(row for row in rows if row.state is plain.state)
    pattern = _over_time(times, flowing, found)
    if plain.state is State.WITHIN:
        return pattern, decisive
    plain.pattern = pattern.code
    plain.explanation.append(f"{pattern.headline}.")
    if pattern.undecided_by and not plain.undecided_by:
        plain.undecided_by, plain.unsettled = pattern.undecided_by, pattern.unsettled
    if PRECEDENCE.index(pattern.state) < PRECEDENCE.index(plain.state):
        plain.state, plain.headline, plain.next_step = (
            pattern.state,
            pattern.headline,
            pattern.next_step,
        )
    plain.code = pattern.code if plain.state in (State.WATCH, State.JUST_WITHIN) else plain.code
    return plain, decisive


def _over_time(times: list[float], flowing: list[bool], found: tuple[Spell, ...]) -> Verdict:
    if len(found) > 1:
        return Verdict(
            Code.CYCLES,
            State.WATCH,
            f"Watch: it cycles, {len(found)} spells",
            "A limit or its thermostat cuts it short: scale, blocked air, low flow, a contact at "
            "fault. Warm slowly with a right current is not the element.",
            explanation=["The current is right whenever it flows."],
            pattern=Code.CYCLES,
        )
    if flowing[-1]:
        return Verdict(
            Code.STILL_FLOWS,
            State.WITHIN,
            "Within: right all the while, and it still flows",
            "Not cut out yet: watch on, and compare with the computed time to heat up.",
            undecided_by=("not_cut_out_yet",),
            unsettled="it has not cut out yet",
        )
    return Verdict(
        Code.CUT_OUT,
        State.WITHIN,
        f"Within: right all the while, cut out at {plain(found[0].end)} to {_after(times, found)} min",
        "Take the temperature at that moment: is it the setting? Then the element and its "
        "control work.",
    )
