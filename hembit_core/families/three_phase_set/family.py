"""What to expect of a three-phase set from line to line, and which branch is open."""

from __future__ import annotations

from functools import partial
from math import inf, sqrt
from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.families.heating_element.resistance import (
    ElementResistance,
    element_resistance,
    lowest_share,
)
from hembit_core.families.three_phase_set.judge_rows import Read, judge_set
from hembit_core.families.three_phase_set.patterns import (
    LINES,
    PAIRS,
    branch_names,
    current_patterns,
    ohm_patterns,
)
from hembit_core.families.three_phase_set.spec import SetConnection, ThreePhaseSet
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Probes
from hembit_core.judging.meter_figures import meter_figure
from hembit_core.judging.rows import RowDue
from hembit_core.judging.states import DecisionRule
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.notation import quantity
from hembit_core.physics.three_phase import unbalance
from hembit_core.resistance_reading import (
    Answers,
    DisplayText,
    HowTaken,
    ResistanceReading,
    lead_zero,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine

_TO_CASE = "element_to_case"
_FIELDS = ("l1_l2", "l2_l3", "l3_l1")
_LINE_FIELDS = ("l1", "l2", "l3")


class LineToLine(HowTaken):
    """Ohms between each two lines, supply wires lifted."""

    measurand: Literal["line_to_line"] = "line_to_line"
    l1_l2: DisplayText
    l2_l3: DisplayText
    l3_l1: DisplayText


class LineCurrents(Model):
    """Volts from line to line and the clamp's amps in each line, while it is called."""

    measurand: Literal["line_currents"] = "line_currents"
    voltage: DisplayText
    l1: DisplayText
    l2: DisplayText
    l3: DisplayText
    answers: Answers = {}


def expectations(spec: ThreePhaseSet, conditions: Conditions) -> tuple[Expectation, ...]:
    """Ohms from line to line, the case, and the lines' amps."""
    due = element_resistance(spec.branch, conditions)
    found = [_line_to_line(spec, due), terminal_to_case(_TO_CASE)]
    volts = conditions.supply.value if conditions.supply else _line_volts(spec)
    if volts is not None:
        found.append(_line_currents(spec, due, volts, f"{volts:g} V"))
    return tuple(found)


def _line_volts(spec: ThreePhaseSet) -> float | None:
    """Rated volts from line to line [V]: the branch's own in delta, √3 times it in star."""
    rated = spec.branch.rated_voltage
    if rated is None:
        return None
    return rated * sqrt(3) if spec.connection is SetConnection.STAR else rated


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
        return judge_terminal_to_case(reading, conditions, rule, _TO_CASE)
    due = element_resistance(spec.branch, conditions)
    if isinstance(reading, LineCurrents):
        return _judge_currents(spec, due, reading, conditions, rule)
    expectation = _line_to_line(spec, due)
    read = [_read_ohms(reading, field, conditions, due) for field in _FIELDS]
    return judge_set(
        expectation,
        tuple(_rows_due(spec, due)),
        (read[0], read[1], read[2]),
        ohm_patterns(spec.connection),
        due.today,
        spec,
        rule,
        meter_policy(conditions.meter),
        reading,
        lowest_share=lowest_share(due),
    )


def _read_ohms(reading: LineToLine, field: str, conditions: Conditions, due: ElementResistance) -> Read:
    text = getattr(reading, field)
    display = read_field(text, Function.RESISTANCE, reading.answers, field)
    if display.overflow:
        lead_zero(ResistanceReading(**_how(reading), display=text))
        floor = overflow_floor(ResistanceReading(**_how(reading), display=text), conditions.meter)
        return Read(inf, 0.0, "OL", (), (), floor)
    one = ResistanceReading(**_how(reading), display=text)
    net = net_resistance(one, display, conditions.meter)
    u = expanded(combined(net.standard, due.thermometer))
    lines = tuple(
        line.model_copy(update={"label": f"{line.label}, {PAIRS[_FIELDS.index(field)]}"})
        for line in net.lines
    )
    return Read(net.net, u, display.read_as, lines, (*due.missing, *net.missing), None)


def _how(reading: HowTaken) -> dict[str, object]:
    return {name: getattr(reading, name) for name in HowTaken.model_fields}


def _rows_due(spec: ThreePhaseSet, due: ElementResistance) -> list[RowDue]:
    well = ohm_patterns(spec.connection)[0].figures
    return [
        RowDue(pair, due.today.scaled(share), "Ω", 4, NEAR_ZERO, OPEN_END)
        for pair, share in zip(PAIRS, well, strict=True)
    ]


def _line_to_line(spec: ThreePhaseSet, due: ElementResistance) -> Expectation:
    rows = tuple(one.empty() for one in _rows_due(spec, due))
    one_open = ohm_patterns(spec.connection)[1].figures
    nominal = due.today.nominal or 0.0
    broken = ", ".join(
        "OL" if share == inf else quantity(nominal * share, "Ω", 4) for share in one_open
    )
    return expect(
        "line_to_line",
        "From line to line",
        rows[0].rail,
        Probes(
            drawing=f"three_phase_{spec.connection}",
            first="one line's terminal",
            second="the next, all three in turn",
            disconnect="all supply wires lifted",
        ),
        text="  ·  ".join(dict.fromkeys(row.due for row in rows)),
        detail=f"with {branch_names(spec.connection)[0]} open: {broken}",
        overflow_means="both paths between these lines are broken",
        zero_means="a branch is bridged",
        policy=due.policy,
        warnings=due.warnings,
        working=(
            *due.lines,
            WorkingLine(
                label="From line to line",
                result=", ".join(dict.fromkeys(row.due for row in rows)),
                formula="R_12 = 2R/3 in delta, 2R in star; R, R, 2R in open delta",
                figures=f"R = {quantity(nominal, 'Ω', 4)}",
                source="resistances in series and in parallel",
            ),
        ),
        rows=rows,
    )


def _currents_due(spec: ThreePhaseSet, due: ElementResistance, volts: float) -> list[RowDue]:
    well = current_patterns(spec.connection)[0].figures
    hot = due.hot
    unit = Band(
        lower=None if hot.upper is None else volts / hot.upper,
        upper=None if hot.lower is None else volts / hot.lower,
        nominal=None if hot.nominal is None else volts / hot.nominal,
    )
    return [
        RowDue(line, unit.scaled(share), "A", 3, Gate(label="0 A", due=False))
        for line, share in zip(LINES, well, strict=True)
    ]


def _line_currents(
    spec: ThreePhaseSet, due: ElementResistance, volts: float, shown: str
) -> Expectation:
    rows = tuple(one.empty() for one in _currents_due(spec, due, volts))
    return expect(
        "line_currents",
        "Amps in the lines",
        rows[0].rail,
        Probes(
            drawing="clamp_lines",
            first="volts from line to line",
            second="clamp round each line in turn",
            disconnect="covers back on, called for heat; no neutral connected",
        ),
        text="  ·  ".join(dict.fromkeys(row.due for row in rows)),
        detail=f"at {shown} from line to line, all branches well",
        overflow_means="take a higher range",
        zero_means="that line, its fuse or its branches",
        policy=due.policy,
        warnings=due.warnings,
        working=(
            WorkingLine(
                label=f"Line currents at {shown}",
                result=", ".join(dict.fromkeys(row.due for row in rows)),
                formula="I = √3 · U / R in delta, U / (√3 · R) in star",
                figures=f"R_hot = {quantity(due.hot.nominal or 0.0, 'Ω', 4)}",
                source="phasors 120° apart, resistive branches",
            ),
        ),
        room="live",
        rows=rows,
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
    amps = [figure(getattr(reading, one), Function.CURRENT, field=one) for one in _LINE_FIELDS]
    expectation = _line_currents(spec, due, volts.value or 1.0, volts.shown)
    if volts.value <= volts.expanded or volts.value < 0.02 * (_line_volts(spec) or 0.0):
        return Verdict.no_supply(volts.shown, "the set").build(
            expectation, rule, rail=expectation.rail, read_as=(volts.display.read_as,)
        )
    rows_due = _currents_due(spec, due, volts.value)
    read = []
    for one, row, line in zip(amps, rows_due, LINES, strict=True):
        through = volts.standard * (row.band.nominal or 0.0) / volts.value
        u = expanded(combined(one.standard, through))
        read.append(Read(one.value, u, one.display.read_as, (one.line(f"Meter, {line}"),), (), None))
    balance = (
        unbalance((amps[0].value, amps[1].value, amps[2].value))
        if any(one.value > 0 for one in amps)
        else 0.0
    )
    nominal = due.hot.nominal or 1.0
    unit = Band(
        lower=volts.value / (due.hot.upper or nominal * 1.5),
        upper=volts.value / (due.hot.lower or nominal / 1.5),
        nominal=volts.value / nominal,
    )
    return judge_set(
        expectation,
        tuple(rows_due),
        (read[0], read[1], read[2]),
        current_patterns(spec.connection),
        unit,
        spec,
        rule,
        meter_policy(conditions.meter),
        None,
        extra=WorkingLine(
            label="Unbalance",
            result=f"{100 * balance:.1f} %",
            formula="largest |I − mean| / mean",
            figures=", ".join(one.shown for one in amps),
            source="of the three lines",
            value=balance,
        ),
    )
