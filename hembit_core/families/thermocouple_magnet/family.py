"""What to expect of the pair, and which of the two is at fault."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import combined, expanded
from hembit_core.families.declared import Family
from hembit_core.families.thermocouple_magnet.spec import ThermocoupleMagnet
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.several import asked_at, placed_at
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import measured, plain
from hembit_core.working import WorkingLine

_REJECTED = (State.OUTSIDE, State.JUST_OUTSIDE)


class FlamePair(Model):
    """Millivolts open and heated, under load, and where the magnet drops out; amps if clamped."""

    about: ClassVar = Measurand(
        "Open, loaded, drop-out",
        Step.LIVE,
        "either",
        5,
        Role.WORKING,
        Probes(
            drawing="flame_pair",
            first="the tip's lead, inner",
            second="its sheath",
            disconnect="open: unscrewed from the valve; loaded: with an adapter in between",
        ),
    )
    measurand: Literal["flame_pair"] = "flame_pair"
    open: DisplayText
    load: DisplayText | None = None
    drop_out: DisplayText | None = None
    current: DisplayText | None = None
    answers: Answers = {}


def expectations(spec: ThermocoupleMagnet, conditions: Conditions) -> tuple[Expectation, ...]:
    """Millivolts open, under load, and at drop-out."""
    return (_expectation(spec),)


def _due(spec: ThermocoupleMagnet) -> dict[str, RowDue]:
    due = {
        "open": RowDue("open", "open, heated", Band(lower=spec.open_least.value), "mV", 3),
        "load": RowDue("load", "with the magnet on it", Band(lower=spec.load_least.value), "mV", 3),
    }
    if spec.drop_out_most:
        most = Band(upper=spec.drop_out_most.value)
        due["drop_out"] = RowDue("drop_out", "where the magnet drops out", most, "mV", 3)
    return due


def _expectation(spec: ThermocoupleMagnet) -> Expectation:
    rows = tuple(one.empty() for one in _due(spec).values())
    return expect(
        FlamePair,
        rows[0].rail,
        text="  ·  ".join(row.due for row in rows),
        detail="heated by its own flame for a minute",
        overflow_means="take a higher range",
        zero_means="the thermocouple is broken or shorted",
        policy=("least millivolts as given in the spec",),
        topics=("low_voltage",),
        rows=rows,
    )


def judge(
    spec: ThermocoupleMagnet, reading: FlamePair, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge open, loaded and drop-out millivolts together.

    Source resistance R_s = (U_open − U_load) / I, where the current was read.

    Raises
    ------
    InputError
        If a display cannot be used.
    """
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    due = _due(spec)
    figures = {
        name: figure(text, Function.MILLIVOLTAGE, field=name)
        for name in due
        if (text := getattr(reading, name) or "").strip() or name == "open"
    }
    rows = {
        name: due[name].placed(one.value, Budget.of(meter=one.standard))
        for name, one in figures.items()
    }
    shown = tuple(rows.get(name) or one.empty() for name, one in due.items())
    amps = None
    if reading.current and reading.current.strip():
        amps = figure(reading.current, Function.CURRENT, field="current")
    verdict = _asked(reading, due, figures) or _verdict(figures, rows)
    return verdict.build(
        _expectation(spec),
        rule,
        rail=deciding_rail(tuple(rows.values())),
        read_as=tuple(one.display.read_as for one in figures.values()),
        working=(
            *(one.line(f"Meter, {due[name].label}") for name, one in figures.items()),
            *_source_line(figures, amps),
        ),
        policy=meter_policy(conditions.meter),
        rows=shown,
    )


def _asked(
    reading: FlamePair, due: dict[str, RowDue], figures: dict[str, MeterFigure]
) -> Verdict | None:
    """A missed prefix in one of the displays, asked for at its own field."""
    for name, one in figures.items():
        answers = asked_at(reading.answers, name)
        question = missed_prefix(one.display, name, due[name].band, 0.0, answers)
        if question:
            return placed_at(question, name)
    return None


def _verdict(figures: dict[str, MeterFigure], rows: dict[str, Row]) -> Verdict:
    off = {name for name, row in rows.items() if row.state in _REJECTED}
    told = [f"{said(row)}." for row in rows.values() if row.state is not State.WITHIN]
    if "open" in off:
        state = rows["open"].state or State.OUTSIDE
        return Verdict(
            Code.WEAK_THERMOCOUPLE,
            state,
            f"{state.capitalize()}, low: the thermocouple gives too little",
            "Is the tip in the flame, the flame full, the end clean? Then replace the thermocouple. "
            "The magnet is not judged before it gets its millivolts.",
            side=Side.LOW,
            explanation=told,
        )
    if "load" in rows and "load" not in off and _no_load(figures):
        return Verdict(
            Code.MAGNET_OPEN,
            State.OPEN,
            "Open: the magnet takes no current",
            "Clean and tighten the joint at the valve; then the magnet's coil is open: exchange it, "
            "a safety part, by authorised people only.",
            side=Side.HIGH,
            explanation=[
                f"Loaded it reads {figures['load'].shown}, as much as open "
                f"({figures['open'].shown}): nothing flows."
            ],
        )
    if "load" in off:
        state = rows["load"].state or State.OUTSIDE
        return Verdict(
            Code.SAGS_UNDER_LOAD,
            state,
            f"{state.capitalize()}, low under load: right open, yet it sags",
            "Clean the joint at the valve and read again. Still low: with the current, "
            "(U_open − U_load) / I tells a tired thermocouple from a shorted magnet.",
            side=Side.LOW,
            explanation=told,
        )
    if "drop_out" in off:
        state = rows["drop_out"].state or State.OUTSIDE
        return Verdict(
            Code.MAGNET_LETS_GO_EARLY,
            state,
            f"{state.capitalize()}, high: the magnet drops out too early",
            "The magnet is weak or dirty: exchange it, a safety part, by authorised people only.",
            side=Side.HIGH,
            explanation=told,
        )
    verdict = verdict_of_rows(
        tuple(rows.values()),
        lambda row: "Heat it for a full minute and read again, on a finer range.",
        "Both are sound here: look at draught, the flame's seat, and limits in the same circuit.",
    )
    unread = [name.replace("_", "-") for name in ("load", "drop_out") if name not in rows]
    if unread and verdict.state is State.WITHIN:
        verdict.headline = "Within, as far as it was read"
        verdict.next_step = f"Read {' and '.join(unread)} too: an open magnet shows only there."
        verdict.code, verdict.undecided_by = Code.NOT_ALL_READ, ("magnet_not_read",)
        verdict.unsettled = "the magnet was not read"
    return verdict


def _no_load(figures: dict[str, MeterFigure]) -> bool:
    """Whether the loaded figure equals the open one: no current flows into the magnet."""
    opened, loaded = figures["open"], figures["load"]
    sag = opened.value - loaded.value
    return sag <= max(expanded(combined(opened.standard, loaded.standard)), 0.02 * opened.value)


def _source_line(figures: dict[str, MeterFigure], amps: MeterFigure | None) -> tuple[WorkingLine, ...]:
    if amps is None or "load" not in figures or amps.value <= amps.expanded:
        return ()
    opened, loaded = figures["open"], figures["load"]
    source = (opened.value - loaded.value) / amps.value
    standard = combined(
        opened.standard / amps.value,
        loaded.standard / amps.value,
        source * amps.standard / amps.value,
    )
    coil = loaded.value / amps.value
    return (
        WorkingLine(
            key="source_resistance",
            label="Source resistance",
            result=measured(source, expanded(standard), "mΩ"),
            formula="R_s = (U_open − U_load) / I",
            figures=f"({opened.shown} − {loaded.shown}) / {amps.shown}; "
            f"the magnet takes {plain(coil, 3)} mΩ",
            source="Ohm's law; JCGM 100, 5.1.2",
            value=source,
            unit="mΩ",
        ),
    )


DECLARED = (Family(ThermocoupleMagnet, (FlamePair,), expectations, judge, lights=True),)
