"""A coil while it is driven: volts at it, amps through it, and whether it acts."""

from __future__ import annotations

from functools import partial
from typing import Literal

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.curves.conductors import winding_resistance
from hembit_core.display import Function
from hembit_core.errors import InputError
from hembit_core.families.winding.resistance import WindingDue
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Probes, Row
from hembit_core.judging.meter_figures import MeterFigure, meter_figure
from hembit_core.judging.rows import RowDue, verdict_of_rows
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.notation import interval, quantity
from hembit_core.resistance_reading import Answers, DisplayText
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine

_STUCK = (
    "Rated volts, current right, no action: a stuck or starved mechanism. Clean it, its filter, "
    "time its leak-down."
)


class WindingRunning(Model):
    """Volts at the driven coil, amps through it, and whether it acted."""

    measurand: Literal["winding_running"] = "winding_running"
    voltage: DisplayText
    current: DisplayText
    acted: Literal["yes", "no", "not_seen"] = "not_seen"
    answers: Answers = {}


def running(spec: Winding, due: WindingDue, conditions: Conditions) -> Expectation | None:
    """The current to expect at the volts that are there; None where the drive is not known."""
    if spec.drive is None or spec.rated_voltage is None:
        return None
    volts = conditions.supply.value if conditions.supply else spec.rated_voltage.value
    return _running_at(spec, due, volts, f"{volts:g} V")


def _running_at(spec: Winding, due: WindingDue, volts: float, shown: str) -> Expectation:
    row, line = _due(spec, due, volts, shown)
    clamp = (
        "a DC clamp, or the meter in series: an AC clamp does not see DC"
        if spec.drive == "dc"
        else "clamp round one conductor, several turns for little current"
    )
    return expect(
        "winding_running",
        "Driven",
        row.empty().rail,
        Probes(
            drawing="winding_running", first="volts across the coil", second="amps", disconnect=clamp
        ),
        detail=f"at {shown}; click, plunger or flow says that it acts",
        overflow_means="take a higher range",
        zero_means="no drive, or the winding is open",
        policy=due.policy,
        working=(*due.lines, line),
        room="live",
        digits=3,
    )


def _due(spec: Winding, due: WindingDue, volts: float, shown: str) -> tuple[RowDue, WorkingLine]:
    assert spec.rated_voltage is not None
    gate = Gate(label="0 A", due=False)
    if spec.drive == "ac":
        assert spec.hold_va is not None
        rated = spec.rated_voltage.value
        hold = spec.hold_va.value / rated * volts / rated
        share = defaults.HOLD_CURRENT_SHARE
        band = Band(lower=hold * (1 - share), upper=hold * (1 + share), nominal=hold)
        line = WorkingLine(
            label=f"Hold current at {shown}",
            result=interval(band.lower, band.upper, "A", 3),
            formula="I = VA / U_rated · U / U_rated",
            figures=f"{spec.hold_va.value:g} VA / {rated:g} V, ±{100 * share:g} % (shop default)",
            source="an AC coil's ohms do not give its current: inductance does",
            value=hold,
            unit="A",
        )
        return RowDue("the hold current", band, "A", 3, gate), line
    warm = float(
        winding_resistance(1.0, spec.reference_temperature.value, defaults.COIL_RUNNING, spec.metal)
    )
    today, reference = due.today, due.reference
    nominal = today.nominal or 1.0
    hottest = (reference.upper or nominal / due.factor) * warm
    band = Band(
        lower=volts / max(hottest, today.upper or 0.0),
        upper=None if today.lower is None else volts / today.lower,
        nominal=volts / nominal,
    )
    line = WorkingLine(
        label=f"Current at {shown}",
        result=interval(band.lower, band.upper, "A", 3),
        formula="I = U / R, from cold to warm",
        figures=f"cold {quantity(volts / nominal, 'A', 3)}; at {defaults.COIL_RUNNING:g} °C R is "
        f"{warm:.2f} times that at {spec.reference_temperature.value:g} °C",
        source="Ohm's law; IEC 60034-1, 8.6.2",
        value=volts / nominal,
        unit="A",
    )
    return RowDue("the running current", band, "A", 3, gate), line


def judge_running(
    spec: Winding,
    due: WindingDue,
    reading: WindingRunning,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge the coil's current at the volts that are there, and what its action says.

    Raises
    ------
    InputError
        If a display cannot be used, or the spec does not say how it is driven.
    """
    if spec.drive is None or spec.rated_voltage is None:
        raise InputError(
            "The current of a coil needs its drive (AC or DC) and its rated volts. Give them."
        ).at("spec.rated_voltage")
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    amps = figure(reading.current, Function.CURRENT, field="current")
    if spec.drive == "dc" and volts.display.coupling == "AC":
        raise InputError("This coil is driven with DC: set the meter to DC and read again.").at(
            "reading.voltage"
        )
    least = max(volts.expanded, defaults.SHORT_SHARE * spec.rated_voltage.value)
    at = volts.value if volts.value > least else spec.rated_voltage.value
    row_due, _ = _due(spec, due, at, volts.shown)
    expectation = _running_at(spec, due, at, volts.shown)
    through = volts.standard * (row_due.band.nominal or 0.0) / at
    row = row_due.placed(amps.value, expanded(combined(amps.standard, through)))
    if volts.value <= least:
        verdict, row = Verdict.no_supply(volts.shown, "the coil"), row_due.empty()
    else:
        verdict = _verdict(spec, row, volts, amps, reading)
    return verdict.build(
        expectation,
        rule,
        rail=row.rail,
        read_as=(volts.display.read_as, amps.display.read_as),
        value=row.value,
        working=(volts.line("Meter, volts"), amps.line("Meter, amps")),
        policy=meter_policy(conditions.meter),
        warnings=_supply_warning(spec, volts),
    )


def _supply_warning(spec: Winding, volts: MeterFigure) -> tuple[str, ...]:
    assert spec.rated_voltage is not None
    rated = spec.rated_voltage.value
    if abs(volts.value / rated - 1) <= defaults.SUPPLY_TOLERANCE:
        return ()
    return (
        f"The supply, {volts.shown}, is more than {100 * defaults.SUPPLY_TOLERANCE:g} % off the "
        f"rated {rated:g} V: look at the supply first.",
    )


def _verdict(
    spec: Winding, row: Row, volts: MeterFigure, amps: MeterFigure, reading: WindingRunning
) -> Verdict:
    nominal = row.rail.band.nominal or 0.0
    if amps.value <= max(amps.expanded, defaults.SHORT_SHARE * nominal):
        clamp = "A DC current needs a DC clamp. " if spec.drive == "dc" else ""
        return Verdict(
            State.OPEN,
            "Open: rated volts, no current",
            f"{clamp}Make it dead and read the winding's ohms; look at its terminations.",
            side=Side.LOW,
            explanation=[f"{volts.shown} at the coil and {amps.shown} through it."],
        )
    high = "shorted turns, or a plunger that does not pull home: compare with a sibling"
    low = "a bad joint or a warm winding: make it dead and read its ohms, settled"
    verdict = verdict_of_rows(
        (row,),
        lambda one: f"{(high if one.side is Side.HIGH else low).capitalize()}.",
        _STUCK if reading.acted == "no" else "The coil works; what it moves may still stick.",
    )
    if reading.acted == "no" and verdict.state is State.WITHIN:
        verdict.headline = "Within: the coil is right, yet nothing moves"
    elif verdict.state is State.WITHIN:
        verdict.headline = "Within: it draws what the volts there should drive"
    if reading.acted == "no" and spec.drive == "ac" and row.side is Side.HIGH:
        verdict.explanation.append("An AC coil that does not pull home draws more and burns.")
    return verdict
