"""Judge volts and amps of a running element: amps against what the volts there should drive."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.display import Display, Function
from hembit_core.errors import InputError
from hembit_core.families.heating_element.expectation import power_text, running_at
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.heating_element.spec import ByPlate, HeatingElement
from hembit_core.judging.bands import Band, Placement
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.judgement import Choice, Expectation, Judgement, Mark, Question, Rail
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.resolve import Resolved, resolve
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.meters import ReadingUncertainty, reading_uncertainty
from hembit_core.notation import deviation, expanded_text, limit_text
from hembit_core.resistance_reading import read_field
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine

_YES_NO = (Choice(value="yes", label="Yes"), Choice(value="no", label="No"))
_NO_CURRENT_QUESTIONS = (
    ("one_conductor", "Is the clamp round one conductor only? Round two it reads near 0."),
    ("calling", "Is the thermostat calling for heat just now?"),
)


@dataclass(frozen=True)
class _Pair:
    """Volts and amps as read, with their shares, and the band the volts give."""

    reading: Running
    volts: Display
    amps: Display
    volts_share: ReadingUncertainty
    amps_share: ReadingUncertainty
    band: Band

    @property
    def volts_value(self) -> float:
        assert self.volts.value is not None
        return self.volts.value

    @property
    def amps_value(self) -> float:
        assert self.amps.value is not None
        return self.amps.value

    @property
    def nominal(self) -> float:
        assert self.band.nominal is not None
        return self.band.nominal

    @property
    def amps_expanded(self) -> float:
        """U of the current as read [A]."""
        return expanded(self.amps_share.standard)

    @property
    def through_volts(self) -> float:
        """The volts' standard uncertainty through the expectation's slope I/U [A]."""
        return self.volts_share.standard * self.nominal / self.volts_value

    @property
    def comparison_expanded(self) -> float:
        """U of the comparison: current as read against current expected [A]."""
        return expanded(combined(self.amps_share.standard, self.through_volts))


def judge_running(
    spec: HeatingElement,
    reading: Running,
    conditions: Conditions,
    rule: DecisionRule,
    due: ElementResistance | None = None,
) -> Judgement:
    """Judge amps against the band that hot ohms give at the measured volts.

    I = U / R_hot, by ``due`` where it is not one element but a bank of them. The
    current carries its own U; the voltmeter's share comes in
    through the slope of the expectation and counts in the comparison.

    Raises
    ------
    InputError
        If a display cannot be used.
    """
    volts = _figure(reading.voltage, Function.VOLTAGE, reading, "voltage")
    amps = _figure(reading.current, Function.CURRENT, reading, "current")
    assert volts.value is not None and amps.value is not None
    volts_share = reading_uncertainty(conditions.meter, volts)
    amps_share = reading_uncertainty(conditions.meter, amps)
    due = due or element_resistance(spec, conditions)
    rated = spec.rated_voltage
    no_volts = max(expanded(volts_share.standard), defaults.SHORT_SHARE * (rated or 0.0))
    if volts.value <= no_volts:
        if rated is None:
            raise InputError(Verdict.no_supply(volts.shown, "the element").headline).at(
                "reading.voltage"
            )
        expectation = running_at(due, rated, f"{rated:g} V")
        return Verdict.no_supply(volts.shown, "the element").build(
            expectation,
            rule,
            rail=expectation.rail,
            read_as=(volts.read_as, amps.read_as),
            policy=meter_policy(conditions.meter),
        )
    expectation = running_at(due, volts.value, volts.shown)
    pair = _Pair(reading, volts, amps, volts_share, amps_share, expectation.rail.band)
    resolved = resolve(pair.amps_value, pair.comparison_expanded, pair.band)
    verdict = _verdict(pair, resolved)
    value = measured_value(pair.amps_value, pair.amps_expanded, "A")
    return verdict.build(
        expectation,
        rule,
        rail=_rail(expectation, pair, verdict, value.text),
        read_as=(volts.read_as, amps.read_as),
        value=value,
        working=_working(pair, resolved),
        policy=meter_policy(conditions.meter),
        warnings=_supply_warning(spec, pair),
    )


def _figure(text: str, function: Function, reading: Running, field: str) -> Display:
    display = read_field(text, function, reading.answers, field)
    if display.overflow:
        raise InputError("OL here means the range is too small. Take a higher range.").at(
            f"reading.{field}"
        )
    if display.value is not None and display.value < 0:
        raise InputError(
            f"“{display.text}”: swap the probes, or turn the clamp round, and read again."
        ).at(f"reading.{field}")
    return display


def _verdict(pair: _Pair, resolved: Resolved) -> Verdict:
    question = missed_prefix(pair.amps, "current", pair.band, 0.0, pair.reading.answers)
    if question:
        return question
    if pair.amps_value <= max(pair.amps_expanded, defaults.SHORT_SHARE * pair.nominal):
        return _no_current(pair)
    return _placed(pair, resolved.placement)


def _no_current(pair: _Pair) -> Verdict:
    """No current with volts present: the clamp and the thermostat first, then the element."""
    answers = pair.reading.answers
    open_questions = [
        Question(code=code, field="reading.current", sentence=sentence, choices=_YES_NO)
        for code, sentence in _NO_CURRENT_QUESTIONS
        if answers.get(code) not in ("yes", "no")
    ]
    seen = f"{pair.volts.shown} across it and {pair.amps.shown} through it."
    if open_questions:
        return Verdict(
            State.PLEASE_CONFIRM,
            "Please confirm: volts, but no current",
            "Settle the clamp and the thermostat first; a broken element shows the same.",
            side=Side.LOW,
            explanation=[seen],
            questions=open_questions,
        )
    if "no" in (answers["one_conductor"], answers["calling"]):
        remedy = (
            "Put the clamp round one conductor and read again."
            if answers["one_conductor"] == "no"
            else "Make the thermostat call for heat and read again."
        )
        return Verdict(
            State.NOT_COMPARABLE, "Not comparable as it was taken", remedy, explanation=[seen]
        )
    return Verdict(
        State.OPEN,
        "Open under load, or a joint is open",
        "Make it dead; check terminals and joints; then replace the element.",
        side=Side.LOW,
        explanation=[f"{seen} The clamp and the thermostat are settled."],
    )


def _placed(pair: _Pair, placement: Placement) -> Verdict:
    state, side = placement.state, placement.side
    limit = "" if placement.limit is None else limit_text(placement.limit, "A", 3)
    lean = "" if side is None else f", {side}"
    verdict = Verdict(state, "", "", side=side, explanation=[_deviation(pair)])
    if state is State.WITHIN:
        verdict.headline = "Within: it draws what the volts there should drive"
        verdict.next_step = (
            "The element works. Cold or slow all the same: cycling, flow, losses, setting."
        )
    elif state is State.WATCH:
        verdict.headline = f"Watch{lean}: inside the limits, beyond the watch limit {limit}"
        verdict.next_step = "Keep it, note the figure, order a spare and set a date."
    elif state in (State.JUST_WITHIN, State.JUST_OUTSIDE):
        verdict.headline = f"{state.capitalize()}{lean}: too close to call with this meter"
        verdict.explanation.append(
            f"The limit, {limit}, lies inside ± {expanded_text(pair.comparison_expanded, 'A')}."
        )
        verdict.next_step = "To settle it: make it dead and read the isolated ohms."
    elif state is State.OUTSIDE:
        beyond = "above" if side is Side.HIGH else "below"
        verdict.headline = f"Outside, {side}: {beyond} {limit} by more than the uncertainty"
        verdict.next_step = (
            "Is another load on this clamp? Clamp the element's own branch; then read isolated ohms."
            if side is Side.HIGH
            else "The volts are accounted for: look at joints and terminals, then read isolated ohms."
        )
    else:
        verdict.headline = "Not decidable: this clamp is too coarse for this band"
        verdict.next_step = "Take a finer range or clamp several turns, or read isolated ohms."
    return verdict


def _deviation(pair: _Pair) -> str:
    due = pair.volts_value * pair.nominal
    drawn = pair.volts_value * pair.amps_value
    return (
        f"{deviation(pair.amps_value, pair.nominal)} on amps: about {power_text(round(drawn, -1))} "
        f"where {power_text(due)} is due at {pair.volts.shown}."
    )


def _rail(expectation: Expectation, pair: _Pair, verdict: Verdict, text: str) -> Rail:
    rail = expectation.rail
    hit = verdict.state is State.OPEN
    return rail.model_copy(
        update={
            "raw": Mark(value=pair.amps_value, label=f"display {pair.amps.text}"),
            "corrected": Mark(value=pair.amps_value, label=text),
            "expanded": pair.amps_expanded,
            "low_gate": rail.low_gate and rail.low_gate.model_copy(update={"hit": hit}),
        }
    )


def _working(pair: _Pair, resolved: Resolved) -> tuple[WorkingLine, ...]:
    through = pair.volts_share.line("Meter, volts, through the expectation", pair.volts)
    through = through.model_copy(
        update={
            "result": f"u {expanded_text(pair.through_volts, 'A')}",
            "formula": "u = (a % · reading + n · last digit) / √3 · I / U",
            "value": pair.through_volts,
            "unit": "A",
        }
    )
    own = together_line((pair.amps_share.standard,), pair.amps_expanded, "A")
    return (
        pair.amps_share.line("Meter, amps", pair.amps),
        own.model_copy(update={"label": "The current's own U = 2u"}),
        through,
        together_line(
            (pair.amps_share.standard, pair.through_volts), pair.comparison_expanded, "A"
        ).model_copy(update={"label": "For the comparison, U = 2u"}),
        decidability_line(pair.band, resolved.ratio, "A"),
    )


def _supply_warning(spec: HeatingElement, pair: _Pair) -> tuple[str, ...]:
    rating = spec.rating
    if isinstance(rating, ByPlate):
        rated = [one.voltage.value for one in rating.pairs]
    else:
        rated = [] if rating.voltage is None else [rating.voltage.value]
    near = any(abs(pair.volts_value / volts - 1) <= defaults.SUPPLY_TOLERANCE for volts in rated)
    if near or not rated:
        return ()
    plate = " and ".join(f"{volts:g} V" for volts in rated)
    return (
        f"The supply, {pair.volts.shown}, is more than "
        f"{defaults.SUPPLY_TOLERANCE * 100:g} % off the plate's {plate}: look at the supply first. "
        "The current is judged at the volts that were there.",
    )
