"""Judge volts and amps of a running element: amps against what the volts there should drive."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.placing import Placed, place_value
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.errors import InputError
from hembit_core.families.heating_element.expectation import power_text, running_at
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.heating_element.running_words import no_current, placed_amps
from hembit_core.families.heating_element.spec import ByPlate, HeatingElement
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Expectation, Judgement, Mark, Notice, Rail
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.notation import deviation, expanded_text, plain
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class Pair:
    """Volts and amps as read, and the band the volts give [A]."""

    volts: MeterFigure
    amps: MeterFigure
    band: Band
    due: ElementResistance

    @property
    def nominal(self) -> float:
        """The current that is due [A]."""
        assert self.band.nominal is not None
        return self.band.nominal

    @property
    def through_volts(self) -> float:
        """The volts' standard uncertainty through the expectation's slope I/U [A]."""
        return self.volts.standard * self.nominal / self.volts.value

    @property
    def budget(self) -> Budget:
        """Of the comparison: current as read against current expected [A]."""
        return Budget.of(
            meter=self.amps.standard,
            expectation=self.through_volts,
            spread=self.due.amps_spread * self.nominal,
        )

    def deviation(self) -> str:
        """How far the amps are off, with the watts."""
        due, drawn = self.volts.value * self.nominal, self.volts.value * self.amps.value
        return (
            f"{deviation(self.amps.value, self.nominal)} on amps: about "
            f"{power_text(round(drawn, -1))} where {power_text(due)} is due at {self.volts.shown}."
        )


def judge_running(
    spec: HeatingElement,
    reading: Running,
    conditions: Conditions,
    rule: DecisionRule,
    due: ElementResistance | None = None,
    reads_as: Callable[[Pair, Placed], Verdict | None] = lambda pair, placed: None,
) -> Judgement:
    """Judge amps against the band that hot ohms give at the measured volts.

    I = U / R_hot, by ``due`` where it is not one element but a bank of them, whose
    ``reads_as`` says what a current means beyond its place. The
    current carries its own U; the voltmeter's share comes in
    through the slope of the expectation and counts in the comparison.

    Raises
    ------
    InputError
        If a display cannot be used.
    """
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    amps = figure(reading.current, Function.CURRENT, field="current")
    due = due or element_resistance(spec, conditions)
    rated, rules = spec.rated_volts, conditions.rules
    read_as = (volts.display.read_as, amps.display.read_as)
    policy = meter_policy(conditions.meter)
    if volts.value <= max(volts.expanded, rules.short_share_of_nominal * (rated or 0.0)):
        verdict = Verdict.no_supply(volts.shown, "the element")
        if rated is None:
            raise InputError(f"{verdict.headline}.").at("reading.voltage")
        expectation = running_at(due, rated, f"{plain(rated)} V")
        return verdict.build(expectation, rule, rail=expectation.rail, read_as=read_as, policy=policy)
    expectation = running_at(due, volts.value, volts.shown)
    pair = Pair(volts, amps, expectation.rail.band, due)
    placed = place_value(amps.value, pair.budget, pair.band, due.amps_missing)
    verdict = _verdict(pair, placed, reading, conditions, reads_as)
    value = measured_value(amps.value, amps.expanded, "A")
    return verdict.build(
        expectation,
        rule,
        rail=_rail(expectation, pair, verdict, value.text),
        read_as=read_as,
        value=value,
        working=_working(pair, placed),
        policy=policy,
        warnings=_supply_warning(spec, pair, rules),
    )


def _verdict(
    pair: Pair,
    placed: Placed,
    reading: Running,
    conditions: Conditions,
    reads_as: Callable[[Pair, Placed], Verdict | None],
) -> Verdict:
    question = missed_prefix(pair.amps.display, "current", pair.band, 0.0, reading.answers)
    if question:
        return question
    nothing = max(pair.amps.expanded, conditions.rules.short_share_of_nominal * pair.nominal)
    if pair.amps.value <= nothing:
        return no_current(f"{pair.volts.shown} across it and {pair.amps.shown} through it.", reading)
    said = pair.deviation()
    return reads_as(pair, placed) or placed_amps(placed, said, conditions.meter, pair.amps.display)


def _rail(expectation: Expectation, pair: Pair, verdict: Verdict, text: str) -> Rail:
    rail = expectation.rail.with_gate("low", verdict.state is State.OPEN)
    return rail.model_copy(
        update={
            "raw": Mark(value=pair.amps.value, label=f"display {pair.amps.display.text}"),
            "corrected": Mark(value=pair.amps.value, label=text),
            "expanded": pair.amps.expanded,
        }
    )


def _working(pair: Pair, placed: Placed) -> tuple[WorkingLine, ...]:
    through = pair.volts.line("Meter, volts, through the expectation").model_copy(
        update={
            "key": "volts_through",
            "result": f"u {expanded_text(pair.through_volts, 'A')}",
            "formula": "u = (a % · reading + n · last digit) / √3 · I / U",
            "value": pair.through_volts,
            "unit": "A",
        }
    )
    own = together_line(Budget.of(meter=pair.amps.standard), "A")
    whole = together_line(pair.budget, "A")
    return (
        pair.amps.line("Meter, amps"),
        own.model_copy(update={"key": "own", "label": "The current's own U = 2u"}),
        through,
        whole.model_copy(update={"label": "For the comparison, U = 2u"}),
        decidability_line(pair.band, placed.ratio, "A"),
    )


def _supply_warning(spec: HeatingElement, pair: Pair, rules: Rules) -> tuple[Notice, ...]:
    rating = spec.rating
    if isinstance(rating, ByPlate):
        rated = [one.voltage.value for one in rating.pairs]
    else:
        rated = [] if rating.voltage is None else [rating.voltage.value]
    near = any(abs(pair.volts.value / volts - 1) <= rules.supply_tolerance for volts in rated)
    if near or not rated:
        return ()
    plate = " and ".join(f"{plain(volts)} V" for volts in rated)
    text = (
        f"The supply, {pair.volts.shown}, is more than "
        f"{plain(rules.supply_tolerance * 100)} % off the plate's {plate}: look at the supply first. "
        "The current is judged at the volts that were there."
    )
    return (Notice(code=NoticeCode.SUPPLY_OFF, text=text),)
