"""What to expect of a three-phase set, and judging its three readings together."""

from __future__ import annotations

from functools import partial
from math import inf

from hembit_core.conformity.budget import Budget, Origin, Share
from hembit_core.conformity.missing import path_beside
from hembit_core.conformity.states import DecisionRule
from hembit_core.families.declared import Family
from hembit_core.families.heating_element.expectation import current_band
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.three_phase_set.branches import branch_rows
from hembit_core.families.three_phase_set.due import (
    FIELDS,
    LINE_FIELDS,
    amps_rows,
    line_currents,
    line_to_line,
    line_volts,
    ohms_rows,
)
from hembit_core.families.three_phase_set.figures import figures, members
from hembit_core.families.three_phase_set.judge_rows import Read, SetJudged, judge_set
from hembit_core.families.three_phase_set.patterns import LINES, PAIRS, current_patterns, ohm_patterns
from hembit_core.families.three_phase_set.readings import LineCurrents, LineToLine
from hembit_core.families.three_phase_set.spec import ThreePhaseSet
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.judgement import Expectation, Judgement, Row
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms.several_figures import RowDue
from hembit_core.judging.several import asked_at, placed_at, without_prefix
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import meter_figure
from hembit_core.measuring.resistance_reading import (
    ResistanceReading,
    how_of,
    lead_zero,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.notation import plain
from hembit_core.physics.three_phase import unbalance
from hembit_core.working import WorkingLine

_TO_CASE = "element_to_case"


def expectations(spec: ThreePhaseSet, conditions: Conditions) -> tuple[Expectation, ...]:
    """Ohms from line to line, the case, and the lines' amps."""
    due = element_resistance(spec.branch, conditions)
    found = [line_to_line(spec, due), terminal_to_case(_TO_CASE, conditions.rules)]
    volts = conditions.supply.value if conditions.supply else line_volts(spec)
    if volts is not None:
        found.append(line_currents(spec, due, volts, f"{plain(volts)} V"))
    return tuple(found)


def judge(
    spec: ThreePhaseSet,
    reading: LineToLine | LineCurrents | TerminalToCase,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge three readings together: all well, or which branch is open.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(spec, reading, conditions, rule, _TO_CASE)
    due = element_resistance(spec.branch, conditions)
    if isinstance(reading, LineCurrents):
        return _judge_currents(spec, due, reading, conditions, rule)
    rows_due = ohms_rows(spec, due)
    read = tuple(
        _read_ohms(reading, row, conditions, due, label)
        for row, label in zip(rows_due, PAIRS, strict=True)
    )
    judged = judge_set(
        rows_due, (read[0], read[1], read[2]), ohm_patterns(spec.connection), due.today, spec, reading
    )
    rows: tuple[Row, ...] = judged.rows
    lines: tuple[WorkingLine, ...] = ()
    if judged.whole:
        more, lines = branch_rows(spec, due, (read[0], read[1], read[2]))
        rows, judged = (*rows, *more), judged.with_branches(more)
    return _built(judged, rows, line_to_line(spec, due), read, conditions, rule, lines)


def _built(
    judged: SetJudged,
    rows: tuple[Row, ...],
    expectation: Expectation,
    read: tuple[Read, ...],
    conditions: Conditions,
    rule: DecisionRule,
    extra: tuple[WorkingLine, ...],
) -> Judgement:
    return judged.verdict.build(
        expectation,
        rule,
        rail=judged.rail,
        read_as=tuple(one.read_as for one in read),
        working=(*(line for one in read for line in one.lines), *extra),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _read_ohms(
    reading: LineToLine, row: RowDue, conditions: Conditions, due: ElementResistance, pair: str
) -> Read:
    field = row.key
    text = getattr(reading, field)
    answers = without_prefix(reading.answers, field)
    display = read_field(text, Function.RESISTANCE, answers, field)
    one = ResistanceReading.model_validate({**how_of(reading), "display": text})
    missing, share = due.missing, conditions.rules.short_share_of_nominal
    if reading.is_in_circuit:
        missing = (*missing, path_beside("Lift the supply wires and read again."))
    if display.overflow:
        lead_zero(one, conditions)
        floor = overflow_floor(one, conditions)
        return Read(inf, Budget(()), "OL", (), missing, floor, 0.0, share)
    alone = one.model_copy(update={"connection": None})
    net = net_resistance(alone, display, conditions)
    assert row.band.nominal is not None and due.today.nominal is not None
    part = row.band.nominal / due.today.nominal
    question = missed_prefix(display, field, row.band, net.leads, asked_at(reading.answers, field))
    question = placed_at(question, field) if question else None
    return Read(
        net.net,
        net.budget.plus(*(Share(one.origin, one.standard * part) for one in due.shares)),
        display.read_as,
        tuple(line.model_copy(update={"label": f"{line.label}, {pair}"}) for line in net.lines),
        (*missing, *net.missing),
        None,
        net.gain,
        share,
        question,
    )


def _judge_currents(
    spec: ThreePhaseSet,
    due: ElementResistance,
    reading: LineCurrents,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    amps = [figure(getattr(reading, one), Function.CURRENT, field=one) for one in LINE_FIELDS]
    expectation = line_currents(spec, due, volts.value or 1.0, volts.shown)
    least = conditions.rules.short_share_of_nominal * (line_volts(spec) or 0.0)
    if volts.value <= max(volts.expanded, least):
        return Verdict.no_supply(volts.shown, "the set").build(
            expectation, rule, rail=expectation.rail, read_as=(volts.display.read_as,)
        )
    rows_due = amps_rows(spec, due, volts.value)
    read = []
    for one, row, line in zip(amps, rows_due, LINES, strict=True):
        nominal = row.band.nominal or 0.0
        budget = Budget(
            (
                Share(Origin.METER, one.standard),
                Share(Origin.EXPECTATION, volts.standard * nominal / volts.value),
                Share(Origin.SPREAD, due.amps_spread * nominal),
            )
        )
        question = missed_prefix(
            one.display, row.key, row.band, 0.0, asked_at(reading.answers, row.key)
        )
        question = placed_at(question, row.key) if question else None
        lines = (one.line(f"Meter, {line}"),)
        read.append(
            Read(
                one.value,
                budget,
                one.display.read_as,
                lines,
                due.amps_missing,
                None,
                one.gain,
                conditions.rules.short_share_of_nominal,
                question,
            )
        )
    judged = judge_set(
        rows_due,
        (read[0], read[1], read[2]),
        current_patterns(spec.connection),
        current_band(due, volts.value),
        spec,
        None,
    )
    flows = any(one.value > 0 for one in amps)
    balance = unbalance((amps[0].value, amps[1].value, amps[2].value)) if flows else 0.0
    extra = WorkingLine(
        key="unbalance",
        label="Unbalance",
        result=f"{100 * balance:.1f} %",
        formula="largest |I − mean| / mean",
        figures=", ".join(one.shown for one in amps),
        source="of the three lines",
        value=balance,
    )
    return _built(judged, judged.rows, expectation, tuple(read), conditions, rule, (extra,))


__all__ = ["FIELDS", "LineCurrents", "LineToLine", "expectations", "judge"]


DECLARED = (
    Family(
        ThreePhaseSet,
        (LineToLine, TerminalToCase, LineCurrents),
        expectations,
        judge,
        members=members,
        figures=figures,
    ),
)
