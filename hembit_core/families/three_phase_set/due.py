"""What is due between the lines and in them, row by row."""

from __future__ import annotations

from math import inf, sqrt

from hembit_core.families.heating_element.expectation import current_band
from hembit_core.families.heating_element.resistance import ElementResistance
from hembit_core.families.three_phase_set.patterns import (
    LINES,
    PAIRS,
    branch_names,
    current_patterns,
    ohm_patterns,
)
from hembit_core.families.three_phase_set.readings import LineCurrents, LineToLine
from hembit_core.families.three_phase_set.spec import SetConnection, ThreePhaseSet
from hembit_core.judging.expect import NEAR_ZERO, NO_AMPS, OPEN_END, expect
from hembit_core.judging.judgement import Expectation
from hembit_core.judging.ohms.several_figures import RowDue
from hembit_core.notation import quantity
from hembit_core.working import WorkingLine

FIELDS = ("l1_l2", "l2_l3", "l3_l1")
LINE_FIELDS = ("l1", "l2", "l3")


def line_volts(spec: ThreePhaseSet) -> float | None:
    """Rated volts from line to line [V]: the branch's own in delta, √3 times it in star."""
    rated = spec.branch.rated_volts
    if rated is None:
        return None
    return rated * sqrt(3) if spec.connection is SetConnection.STAR else rated


def ohms_rows(spec: ThreePhaseSet, due: ElementResistance) -> tuple[RowDue, ...]:
    """The ohms of each pair of lines."""
    well = ohm_patterns(spec.connection)[0].figures
    return tuple(
        RowDue(field, pair, due.today.scaled(share), "Ω", 4, NEAR_ZERO, OPEN_END)
        for field, pair, share in zip(FIELDS, PAIRS, well, strict=True)
    )


def amps_rows(spec: ThreePhaseSet, due: ElementResistance, volts: float) -> tuple[RowDue, ...]:
    """The amps of each line at ``volts`` [V] from line to line."""
    well = current_patterns(spec.connection)[0].figures
    unit = current_band(due, volts)
    return tuple(
        RowDue(field, line, unit.scaled(share), "A", 3, NO_AMPS)
        for field, line, share in zip(LINE_FIELDS, LINES, well, strict=True)
    )


def line_to_line(spec: ThreePhaseSet, due: ElementResistance) -> Expectation:
    """What is due from line to line, and what one open branch would give."""
    rows = tuple(one.empty() for one in ohms_rows(spec, due))
    one_open = ohm_patterns(spec.connection)[1].figures
    nominal = due.today.nominal or 0.0
    broken = ", ".join(
        "OL" if share == inf else quantity(nominal * share, "Ω", 4) for share in one_open
    )
    each = tuple(dict.fromkeys(row.due for row in rows))
    return expect(
        LineToLine,
        rows[0].rail,
        LineToLine.about.probes.model_copy(update={"drawing": f"three_phase_{spec.connection}"}),
        text="  ·  ".join(each),
        detail=f"with {branch_names(spec.connection)[0]} open: {broken}",
        overflow_means="both paths between these lines are broken",
        zero_means="a branch is bridged",
        policy=due.policy,
        warnings=due.warnings,
        working=(
            *due.lines,
            WorkingLine(
                key="line_to_line",
                label="From line to line",
                result=", ".join(each),
                formula="R_12 = 2R/3 in delta, 2R in star; R, R, 2R in open delta",
                figures=f"R = {quantity(nominal, 'Ω', 4)}",
                source="resistances in series and in parallel",
            ),
        ),
        rows=rows,
    )


def line_currents(spec: ThreePhaseSet, due: ElementResistance, volts: float, shown: str) -> Expectation:
    """What is due in the lines at ``volts`` [V] from line to line."""
    rows = tuple(one.empty() for one in amps_rows(spec, due, volts))
    each = tuple(dict.fromkeys(row.due for row in rows))
    return expect(
        LineCurrents,
        rows[0].rail,
        text="  ·  ".join(each),
        detail=f"at {shown} from line to line, all branches well",
        overflow_means="take a higher range",
        zero_means="that line, its fuse or its branches",
        policy=due.policy,
        warnings=due.warnings,
        working=(
            WorkingLine(
                key="amps_due",
                label=f"Line currents at {shown}",
                result=", ".join(each),
                formula="I = √3 · U / R in delta, U / (√3 · R) in star",
                figures=f"R_hot = {quantity(due.hot.nominal or 0.0, 'Ω', 4)}",
                source="phasors 120° apart, resistive branches",
            ),
        ),
        rows=rows,
    )
