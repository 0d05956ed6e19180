"""Judge ohms between two points against today's band: what every family does alike."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.curves.ends import CurveRangeError
from hembit_core.display import Display, Function
from hembit_core.judging.bands import Placement
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.judgement import Gate, Judgement, Mark, Rail
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms_due import OhmsDue
from hembit_core.judging.resolve import Resolved, resolve
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.meters import finer_range
from hembit_core.notation import expanded_text, limit_text, quantity
from hembit_core.resistance_reading import (
    Connection,
    NetResistance,
    ResistanceReading,
    lead_zero,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class _Case:
    """One reading with all that was worked out for it; value and U in the frame's unit."""

    due: OhmsDue
    reading: ResistanceReading
    conditions: Conditions
    net: NetResistance
    value: float
    expanded: float
    resolved: Resolved


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
    rail = due.expectation.rail
    policy = meter_policy(conditions.meter)
    if display.overflow:
        lead_zero(reading)
        verdict = _overflow(due, reading, conditions)
        rail = _hit(rail, verdict)
        return verdict.build(
            due.expectation, rule, rail=rail, read_as=(display.read_as,), policy=policy
        )
    net = net_resistance(reading, display, conditions.meter)
    plot = due.plot(net.net, expanded(net.standard)) if due.plot else None
    early = _before_the_curve(due, reading, net, display)
    try:
        per_ohm = float(due.scale.per_ohm(net.net)) if due.scale else 1.0
        frame_value = float(due.scale.value(net.net)) if due.scale and not early else net.net
    except CurveRangeError as error:
        early = early or _beyond_the_curve(error)
    if early and due.scale:
        return early.build(
            due.expectation,
            rule,
            rail=_hit(rail, early),
            read_as=(display.read_as,),
            value=measured_value(net.net, expanded(net.standard), "Ω"),
            working=net.lines,
            policy=policy,
            plot=plot,
        )
    terms = (*(term * per_ohm for term in net.terms), due.thermometer)
    expanded_u = expanded(combined(*terms))
    missing = net.missing
    if due.scale:
        missing = tuple(due.scale.shift(net.net, one) for one in missing)
    meter_u = expanded(net.standard * per_ohm)
    resolved = resolve(frame_value, expanded_u, due.band, (*due.missing, *missing), meter_u)
    case = _Case(due, reading, conditions, net, frame_value, expanded_u, resolved)
    verdict = early or _verdict(case)
    value = measured_value(frame_value, expanded_u, due.unit)
    marks = {
        "raw": None if due.scale else Mark(value=display.value or 0.0, label=f"display {display.text}"),
        "corrected": Mark(value=frame_value, label=value.text),
        "expanded": expanded_u,
    }
    return verdict.build(
        due.expectation,
        rule,
        rail=_hit(rail, verdict).model_copy(update=marks),
        read_as=(display.read_as,),
        value=value,
        working=(
            *net.lines,
            together_line(terms, expanded_u, due.difference_unit),
            *due.after(net.net, expanded_u),
            decidability_line(due.band, resolved.ratio, due.difference_unit),
            *_four_wire_line(case),
        ),
        policy=policy,
        plot=plot,
    )


def _overflow(due: OhmsDue, reading: ResistanceReading, conditions: Conditions) -> Verdict:
    floor = overflow_floor(reading, conditions.meter)
    highest = due.ohms_band.upper or due.ohms_band.nominal
    if floor is not None and highest is not None and floor < highest:
        return Verdict(
            State.NOT_DECIDABLE,
            f"OL on the {quantity(floor, 'Ω', 2)} range says only that it is more",
            "Take a range whose top lies above the band, or auto, and read again.",
        )
    in_circuit = "In circuit this counts as well: a path beside it could only have lowered the figure."
    where = in_circuit if reading.connection is Connection.IN_CIRCUIT else due.words.open_means
    return Verdict(
        State.OPEN,
        "Open: no path from end to end",
        due.words.open_next,
        side=Side.HIGH,
        explanation=[where],
    )


def _hit(rail: Rail, verdict: Verdict) -> Rail:
    """The rail with the gate marked that an open or a shorted part stands in."""

    def marked(gate: Gate | None) -> Gate | None:
        if gate is None:
            return None
        hit = verdict.state is (State.OPEN if gate.label == "OL" else State.SHORT)
        return gate.model_copy(update={"hit": True}) if hit else gate

    if verdict.state not in (State.OPEN, State.SHORT):
        return rail
    gates = {"low_gate": marked(rail.low_gate), "high_gate": marked(rail.high_gate)}
    return rail.model_copy(update=gates)


def _beyond_the_curve(error: CurveRangeError) -> Verdict:
    return Verdict(
        State.NOT_COMPARABLE,
        "Not comparable: beyond the ends of its curve",
        "Is it the right type? Compare with other curves, or take it at room temperature.",
        explanation=[error.message],
    )


def _before_the_curve(
    due: OhmsDue, reading: ResistanceReading, net: NetResistance, display: Display
) -> Verdict | None:
    """What is settled in ohms, before any curve: a missed prefix, a short."""
    band = due.ohms_band
    question = missed_prefix(display, "display", band, net.leads, reading.answers)
    if question:
        return question
    if due.zero_is_due:
        return None
    nominal = band.nominal or band.lower or 0.0
    expanded_u = expanded(combined(net.standard, 0.0 if due.scale else due.thermometer))
    short_below = max(expanded_u, defaults.SHORT_SHARE * nominal)
    if net.net >= short_below:
        return None
    return _short(due, reading, short_below, nominal, expanded_u)


def _verdict(case: _Case) -> Verdict:
    placement = case.resolved.placement
    return case.due.excuse(case.net.net, case.expanded, placement) or _placed(case, placement)


def _short(
    due: OhmsDue, reading: ResistanceReading, below: float, nominal: float, expanded_u: float
) -> Verdict:
    if reading.connection is Connection.IN_CIRCUIT:
        return Verdict(
            State.NOT_COMPARABLE,
            "Near zero, but measured in circuit",
            "Lift one end and read again: the path beside the part may be the short.",
            side=Side.LOW,
        )
    if nominal - expanded_u <= below:
        due_text = f"{quantity(nominal, 'Ω', 3)} is due, the uncertainty is "
        return Verdict(
            State.NOT_DECIDABLE,
            "Not decidable: so few ohms, this meter cannot tell them from a short",
            "Measure four-wire or with a milliohm adapter.",
            side=Side.LOW,
            explanation=[f"{due_text}± {expanded_text(expanded_u, 'Ω')}."],
        )
    return Verdict(
        State.SHORT,
        "Short: near zero where ohms are due",
        due.words.short_next,
        side=Side.LOW,
        explanation=[f"Below {quantity(below, 'Ω', 2)} counts as a short here: U, or 2 % of nominal."],
    )


def _placed(case: _Case, placement: Placement) -> Verdict:
    state, side, words = placement.state, placement.side, case.due.words
    unit = case.due.unit
    limit = "" if placement.limit is None else limit_text(placement.limit, unit)
    u = expanded_text(case.expanded, case.due.difference_unit)
    sentence = case.due.deviation(case.net.net, case.expanded)
    verdict = Verdict(state, "", "", side=side, explanation=[sentence])
    lean = "" if side is None else f", {side}"
    if state is State.WITHIN:
        verdict.headline = "Within: inside by more than the uncertainty"
        verdict.next_step = words.within_next
    elif state is State.WATCH:
        verdict.headline = f"Watch{lean}: inside the limits, beyond the watch limit {limit}"
        verdict.next_step = "Keep it, note the figure, order a spare and set a date."
    elif state in (State.JUST_WITHIN, State.JUST_OUTSIDE):
        verdict.headline = f"{state.capitalize()}{lean}: too close to call with this meter"
        verdict.explanation.append(f"The limit, {limit}, lies inside the reading's ± {u}.")
        verdict.next_step = _settle(case)
    elif state is State.OUTSIDE:
        beyond = "above" if side is Side.HIGH else "below"
        verdict.headline = f"Outside, {side}: {beyond} {limit} by more than the uncertainty"
        verdict.next_step = words.high_next if side is Side.HIGH else words.low_next
        if case.reading.connection is Connection.IN_CIRCUIT:
            verdict.explanation.append(
                "Too high in circuit is conclusive: a path beside it only lowers."
            )
    elif state is State.NOT_DECIDABLE:
        verdict.headline = "Not decidable: this meter is too coarse for this band"
        half = quantity(case.due.band.half_width, case.due.difference_unit, 2)
        verdict.explanation.append(f"Half the band is {half}, the uncertainty ± {u}.")
        verdict.next_step = _settle(case)
    else:
        verdict.headline = (
            "Not ready: the part's heat could be the difference"
            if state is State.NOT_READY
            else "Not comparable as it was taken"
        )
        verdict.next_step = " ".join(case.resolved.remedies)
    return verdict


def _settle(case: _Case) -> str:
    """What would settle a reading that is too close to call."""
    finer = finer_range(case.conditions.meter, case.net.display)
    ways = []
    if finer:
        ways.append(f"read it on the {quantity(finer.top, 'Ω', 2)} range")
    leads = case.net.leads_expanded if case.due.scale is None else 0.0
    if leads > case.expanded / 3:
        ways.append("measure four-wire or with a milliohm adapter, which drops the leads' share")
    if expanded(case.due.thermometer) > case.expanded / 3:
        ways.append("let it settle and take its temperature with a finer thermometer")
    ways.extend(case.due.words.settles)
    if not ways:
        ways.append("take a meter that shows more digits")
    return f"To settle it: {', or '.join(ways)}."


def _four_wire_line(case: _Case) -> tuple[WorkingLine, ...]:
    """Says when the lead correction takes more than a tenth of half the band."""
    half_width = case.due.ohms_band.half_width
    share = case.net.leads_expanded / half_width if half_width else 0.0
    if share <= 0.1:
        return ()
    return (
        WorkingLine(
            label="The leads' share",
            result=f"{100 * share:.0f} % of half the band",
            figures=f"± {expanded_text(case.net.leads_expanded, 'Ω')} from the leads alone: "
            "four-wire or a milliohm adapter takes it away",
            source="more than a tenth is said",
        ),
    )
