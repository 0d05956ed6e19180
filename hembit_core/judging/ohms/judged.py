"""Judge ohms between two points against today's band: what every family does alike."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget, Origin, Share
from hembit_core.conformity.missing import Missing
from hembit_core.conformity.placing import Placed, place_overflow, place_value, short_below
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.errors import InputError
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.expect import ohms_rail
from hembit_core.judging.judgement import Judgement, Mark, Notice, Rail
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.judging.ohms.words import (
    near_zero_verdict,
    overflow_verdict,
    placed_verdict,
    too_few_ohms,
)
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Display, Function
from hembit_core.measuring.resistance_reading import (
    NetResistance,
    ResistanceReading,
    lead_zero,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.notation import expanded_text
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class Frame:
    """The frame a reading is placed in: value, budget, band and what is missing, in ``unit``."""

    unit: str
    value: float
    budget: Budget
    band: Band
    missing: tuple[Missing, ...]
    beyond_its_curve: bool = False

    @property
    def difference_unit(self) -> str:
        """The unit of differences: kelvin for °C."""
        return "K" if self.unit == "°C" else self.unit


@dataclass(frozen=True)
class PlacedOhms:
    """A reading with its frame, and where it lies there.

    ``early`` is what is settled in ohms, before any band: a missed prefix, a short.
    """

    net: NetResistance
    frame: Frame
    placed: Placed
    early: Verdict | None


def place_ohms(
    due: OhmsDue, reading: ResistanceReading, display: Display, conditions: Conditions
) -> PlacedOhms:
    """Place net ohms in today's band, without a word about it.

    Raises
    ------
    InputError
        If the leads or the range cannot be used.
    ValueError
        If ``display`` is an overflow.
    """
    net = net_resistance(reading, display, conditions)
    early = _before_the_band(due, reading, net, conditions)
    frame = frame_of(due, net, in_ohms=early is not None)
    placed = place_value(frame.value, frame.budget, frame.band, frame.missing)
    return PlacedOhms(net, frame, placed, early)


def judge_ohms(
    due: OhmsDue, reading: ResistanceReading, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge net ohms against today's band.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    policy = meter_policy(conditions.meter)
    if display.overflow:
        return _judge_overflow(due, reading, conditions, rule, display)
    found = place_ohms(due, reading, display, conditions)
    net, frame, placed, early = found.net, found.frame, found.placed, found.early
    verdict = (
        early
        or due.reads_as(net.net, placed)
        or placed_verdict(due, reading, conditions.meter, net, frame.unit, placed)
    )
    value = measured_value(frame.value, frame.budget.expanded, frame.unit)
    in_its_frame = frame.unit == due.unit
    rail = ohms_rail(frame.band) if frame.beyond_its_curve else due.expectation.rail
    marks: dict[str, object] = {
        "raw": Mark(value=display.value or 0.0, label=f"display {display.text}")
        if frame.unit == "Ω"
        else None,
        "corrected": Mark(value=frame.value, label=value.text),
        "expanded": value.expanded,
    }
    marked = in_its_frame or frame.beyond_its_curve
    return verdict.build(
        due.expectation,
        rule,
        rail=hit(rail, verdict.state).model_copy(update=marks if marked else {}),
        read_as=(display.read_as,),
        value=value,
        working=(
            *net.lines,
            together_line(frame.budget, frame.difference_unit),
            *due.after(net.net, net.budget.expanded),
            decidability_line(frame.band, placed.ratio, frame.difference_unit),
            *_four_wire_line(due, net),
        ),
        policy=policy,
        warnings=(*due.warnings, *_beyond_notice(frame)),
        plot=due.plot(net.net, net.budget.expanded) if due.plot else None,
    )


def frame_of(due: OhmsDue, net: NetResistance, *, in_ohms: bool) -> Frame:
    """The frame that is judged in; ohms where the reading lies beyond the curve's ends.

    Beyond an end the band in ohms still says on which side it is: ohms rise or fall one way.
    """
    scale = due.scale
    if scale is None:
        budget = net.budget.plus(*due.shares)
        return Frame("Ω", net.net, budget, due.band, (*due.missing, *net.missing))
    if not in_ohms and net.net > 0:
        try:
            value = float(scale.value(net.net))
            budget = net.budget.scaled(float(scale.per_ohm(net.net))).plus(*due.shares)
            missing = (*due.missing, *(scale.shift(net.net, one) for one in net.missing))
        except InputError:
            pass
        else:
            return Frame(scale.unit, value, budget, due.band, missing)
    shares = tuple(Share(one.origin, one.standard / scale.per_ohm_due) for one in due.shares)
    return Frame(
        "Ω",
        net.net,
        net.budget.plus(*shares),
        scale.ohms_band,
        net.missing,
        beyond_its_curve=not in_ohms,
    )


def hit(rail: Rail, state: State) -> Rail:
    """The rail with the gate marked that an open or a shorted part stands in."""
    key = {State.OPEN: "open", State.SHORT: "short"}.get(state)
    if key is None:
        return rail
    gates = {
        name: gate.model_copy(update={"hit": True})
        for name in ("low_gate", "high_gate")
        if (gate := getattr(rail, name)) is not None and gate.key == key
    }
    return rail.model_copy(update=gates)


def _judge_overflow(
    due: OhmsDue,
    reading: ResistanceReading,
    conditions: Conditions,
    rule: DecisionRule,
    display: Display,
) -> Judgement:
    taken_off = lead_zero(reading, conditions) is not None
    floor = overflow_floor(reading, conditions)
    lacking = reading.lacking(conditions, taken_off=taken_off)
    lowering = () if due.scale else (*due.missing, *lacking)
    state = place_overflow(floor, due.ohms_band, lowering)
    verdict = overflow_verdict(due, reading, floor, state)
    return verdict.build(
        due.expectation,
        rule,
        rail=hit(due.expectation.rail, verdict.state),
        read_as=(display.read_as,),
        policy=meter_policy(conditions.meter),
        warnings=due.warnings,
    )


def _before_the_band(
    due: OhmsDue, reading: ResistanceReading, net: NetResistance, conditions: Conditions
) -> Verdict | None:
    """What is settled in ohms, before any band: a missed prefix, a short."""
    band = due.ohms_band
    question = missed_prefix(net.display, "display", band, net.leads, reading.answers)
    if question:
        return question
    if due.zero_is_due:
        return None
    nominal = band.nominal or band.lower or 0.0
    budget = net.budget if due.scale else net.budget.plus(*due.shares)
    below = short_below(nominal, budget.expanded, conditions.rules.short_share_of_nominal)
    if net.net >= below:
        return None
    if not reading.is_in_circuit and nominal - budget.expanded <= below:
        return too_few_ohms(nominal, budget.expanded)
    return near_zero_verdict(due, reading, below, conditions.rules.short_share_of_nominal)


def _beyond_notice(frame: Frame) -> tuple[Notice, ...]:
    if not frame.beyond_its_curve:
        return ()
    text = "It lies beyond the ends of its curve: it is placed in ohms, and no temperature is told."
    return (Notice(code=NoticeCode.JUDGED_IN_OHMS, text=text),)


def _four_wire_line(due: OhmsDue, net: NetResistance) -> tuple[WorkingLine, ...]:
    """Says when the lead correction takes more than a tenth of half the band."""
    half_width = due.ohms_band.half_width
    leads = net.budget.expanded_from(Origin.LEADS)
    share = leads / half_width if half_width else 0.0
    if share <= 0.1:
        return ()
    return (
        WorkingLine(
            key="leads_share",
            label="The leads' share",
            result=f"{100 * share:.0f} % of half the band",
            figures=f"± {expanded_text(leads, 'Ω')} from the leads alone: "
            "four-wire or a milliohm adapter takes it away",
            source="more than a tenth is said",
        ),
    )
