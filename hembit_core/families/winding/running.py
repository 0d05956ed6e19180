"""A coil while it is driven: volts at it, amps through it, and whether it acts."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Missing
from hembit_core.conformity.placing import Placed, short_below
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.curves.conductors import winding_resistance
from hembit_core.errors import InputError
from hembit_core.families.winding.no_current import no_current
from hembit_core.families.winding.resistance import WindingDue
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code, NoticeCode
from hembit_core.judging.expect import NO_AMPS, expect
from hembit_core.judging.judgement import Expectation, Judgement, Notice, Probes, Row, rail_of
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import interval, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

_STUCK = (
    "Rated volts, current right, no action: a stuck or starved mechanism. Clean it, its filter, "
    "time its leak-down."
)


class WindingRunning(Model):
    """Volts at the driven coil, amps through it, and whether it acted.

    ``answers`` may hold ``dc_clamp`` or ``one_conductor`` (yes, no).
    """

    about: ClassVar = Measurand(
        "Driven",
        Step.LIVE,
        "live",
        4,
        Role.WORKING,
        Probes(
            drawing="winding_running",
            first="volts across the coil",
            second="amps",
            disconnect="clamp round one conductor, several turns for little current",
        ),
    )
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
    return _running_at(spec, due, volts, f"{plain(volts)} V", conditions.rules)


def _running_at(spec: Winding, due: WindingDue, volts: float, shown: str, rules: Rules) -> Expectation:
    band, line = _due(spec, due, volts, shown, rules)
    probes = WindingRunning.about.probes
    if spec.drive == "dc":
        clamp = "a DC clamp, or the meter in series: an AC clamp does not see DC"
        probes = probes.model_copy(update={"disconnect": clamp})
    return expect(
        WindingRunning,
        rail_of(band, "A", 3, NO_AMPS, None),
        probes,
        detail=f"at {shown}; click, plunger or flow says that it acts",
        overflow_means="take a higher range",
        zero_means="no drive, or the winding is open",
        policy=due.policy,
        warnings=due.warnings,
        working=(*due.lines, line),
        digits=3,
    )


def _due(
    spec: Winding, due: WindingDue, volts: float, shown: str, rules: Rules
) -> tuple[Band, WorkingLine]:
    """The current that is due [A]: an AC coil's by its VA, a DC coil's from cold to warm."""
    assert spec.rated_voltage is not None
    if spec.drive == "ac":
        assert spec.hold_va is not None
        rated = spec.rated_voltage.value
        hold = spec.hold_va.value / rated * volts / rated
        share = rules.hold_current_share
        band = Band(lower=hold * (1 - share), upper=hold * (1 + share), nominal=hold)
        return band, WorkingLine(
            key="amps_due",
            label=f"Hold current at {shown}",
            result=interval(band.lower, band.upper, "A", 3),
            formula="I = VA / U_rated · U / U_rated",
            figures=f"{spec.hold_va.told} / {plain(rated)} V, ±{plain(100 * share)} % "
            f"({rules.said('hold_current_share')})",
            source="an AC coil's ohms do not give its current: inductance does",
            value=hold,
            unit="A",
        )
    warm = float(
        winding_resistance(1.0, spec.reference_temperature.value, rules.coil_running_C, spec.metal)
    )
    today, reference = due.today, due.reference
    nominal = today.nominal or 1.0

    def least(at_reference: float | None, now: float | None) -> float | None:
        """The least current, warm [A]."""
        if at_reference is None or now is None:
            return None
        return volts / max(at_reference * warm, now)

    def most(now: float | None) -> float | None:
        """The most current, cold [A]."""
        return None if now is None else volts / now

    band = Band(
        lower=least(reference.upper, today.upper),
        upper=most(today.lower),
        watch_lower=least(reference.watch_upper, today.watch_upper),
        watch_upper=most(today.watch_lower),
        nominal=volts / nominal,
    )
    return band, WorkingLine(
        key="amps_due",
        label=f"Current at {shown}",
        result=interval(band.lower, band.upper, "A", 3),
        formula="I = U / R, from cold to warm",
        figures=f"cold {quantity(volts / nominal, 'A', 3)}; at {plain(rules.coil_running_C)} °C R is "
        f"{warm:.2f} times that at {spec.reference_temperature.told}",
        source="Ohm's law; IEC 60034-1, 8.6.2",
        value=volts / nominal,
        unit="A",
    )


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
    rules = conditions.rules
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    amps = figure(reading.current, Function.CURRENT, field="current")
    if spec.drive == "dc" and volts.display.coupling == "AC":
        raise InputError("This coil is driven with DC: set the meter to DC and read again.").at(
            "reading.voltage"
        )
    least = max(volts.expanded, rules.short_share_of_nominal * spec.rated_voltage.value)
    fed = volts.value > least
    at = volts.value if fed else spec.rated_voltage.value
    expectation = _running_at(spec, due, at, volts.shown, rules)
    band = expectation.rail.band
    nominal = band.nominal or 0.0
    row_due = RowDue("current", "the running current", band, "A", 3, NO_AMPS)
    budget = Budget.of(
        meter=amps.standard,
        expectation=volts.standard * nominal / at,
        thermometer=due.thermometer.standard / (due.today.nominal or 1.0) * nominal
        if spec.drive == "dc"
        else 0.0,
    )
    missing = due.missing if spec.drive == "dc" else ()
    row, placed = row_due.place(amps.value, budget, _through(missing))
    verdict = Verdict.no_supply(volts.shown, "the coil")
    if not fed:
        row = row_due.empty()
    else:
        question = missed_prefix(amps.display, "current", band, 0.0, reading.answers)
        verdict = question or _verdict(spec, row, placed, volts, amps, reading, rules)
    return verdict.build(
        expectation,
        rule,
        rail=row.rail,
        read_as=(volts.display.read_as, amps.display.read_as),
        value=row.value,
        working=(volts.line("Meter, volts"), amps.line("Meter, amps")),
        policy=meter_policy(conditions.meter),
        warnings=_supply_warning(spec, volts, rules),
    )


def _through(missing: tuple[Missing, ...]) -> tuple[Missing, ...]:
    """What is missing about its ohms, as it moves the current: the other way round."""
    return tuple(
        replace(
            one,
            share_low=1 / (1 + one.share_high) - 1,
            share_high=1 / (1 + one.share_low) - 1,
        )
        for one in missing
    )


def _supply_warning(spec: Winding, volts: MeterFigure, rules: Rules) -> tuple[Notice, ...]:
    assert spec.rated_voltage is not None
    rated = spec.rated_voltage.value
    if abs(volts.value / rated - 1) <= rules.supply_tolerance:
        return ()
    text = (
        f"The supply, {volts.shown}, is more than {plain(100 * rules.supply_tolerance)} % off the "
        f"rated {plain(rated)} V: look at the supply first."
    )
    return (Notice(code=NoticeCode.SUPPLY_OFF, text=text),)


def _verdict(
    spec: Winding,
    row: Row,
    placed: Placed,
    volts: MeterFigure,
    amps: MeterFigure,
    reading: WindingRunning,
    rules: Rules,
) -> Verdict:
    nominal = row.rail.band.nominal or 0.0
    if amps.value <= short_below(nominal, amps.expanded, rules.short_share_of_nominal):
        seen = f"{volts.shown} at the coil and {amps.shown} through it."
        return no_current(spec.drive, reading.acted, reading.answers, seen)
    high = "shorted turns, or a plunger that does not pull home: compare with a sibling"
    low = "a bad joint or a warm winding: make it dead and read its ohms, settled"
    verdict = verdict_of_rows(
        (row,),
        lambda one: f"{(high if one.side is Side.HIGH else low).capitalize()}.",
        _STUCK if reading.acted == "no" else "The coil works; what it moves may still stick.",
        places={row.key: placed},
    )
    passes = (
        verdict.state in (State.WITHIN, State.JUST_WITHIN, State.WATCH) and not verdict.undecided_by
    )
    if reading.acted == "no" and passes:
        verdict.code = Code.NOTHING_MOVES
        verdict.headline = f"{verdict.state.capitalize()}: the coil is right, yet nothing moves"
        verdict.next_step = _STUCK
    elif verdict.state is State.WITHIN:
        verdict.headline = "Within: it draws what the volts there should drive"
    if reading.acted == "no" and spec.drive == "ac" and row.side is Side.HIGH:
        verdict.explanation.append("An AC coil that does not pull home draws more and burns.")
    return verdict
