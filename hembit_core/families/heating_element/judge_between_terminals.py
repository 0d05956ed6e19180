"""Judge an element's ohms from end to end."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.display import Display, Function
from hembit_core.families.heating_element.expectation import between_terminals
from hembit_core.families.heating_element.readings import BetweenTerminals
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.judging.bands import Placement
from hembit_core.judging.closing_lines import decidability_line, meter_policy, together_line
from hembit_core.judging.judgement import Judgement, Mark
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.resolve import Resolved, resolve
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.meters import finer_range
from hembit_core.notation import deviation, expanded_text, percent, quantity
from hembit_core.resistance_reading import (
    Connection,
    NetResistance,
    lead_zero,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class _Case:
    """One reading with all that was worked out for it."""

    spec: HeatingElement
    reading: BetweenTerminals
    conditions: Conditions
    due: ElementResistance
    net: NetResistance
    expanded: float
    resolved: Resolved


def judge_between_terminals(
    spec: HeatingElement, reading: BetweenTerminals, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge net ohms against the cold band of today.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    due = element_resistance(spec, conditions)
    expectation = between_terminals(due)
    rail = expectation.rail
    if display.overflow:
        lead_zero(reading)
        verdict = _overflow(reading, conditions, due)
        gate = rail.high_gate and rail.high_gate.model_copy(update={"hit": verdict.state is State.OPEN})
        return verdict.build(
            expectation,
            rule,
            rail=rail.model_copy(update={"high_gate": gate}),
            read_as=(display.read_as,),
            policy=meter_policy(conditions.meter),
        )
    net = net_resistance(reading, display, conditions.meter)
    expanded_u = expanded(combined(net.standard, due.thermometer))
    missing = (*due.missing, *net.missing)
    case = _Case(
        spec, reading, conditions, due, net, expanded_u,
        resolve(net.net, expanded_u, due.today, missing),
    )  # fmt: skip
    verdict = _verdict(case, display)
    terms = (*net.terms, due.thermometer)
    value = measured_value(net.net, expanded_u, "Ω")
    short = verdict.state is State.SHORT
    low_gate = rail.low_gate and rail.low_gate.model_copy(update={"hit": short})
    return verdict.build(
        expectation,
        rule,
        rail=rail.model_copy(
            update={
                "raw": Mark(value=display.value or 0.0, label=f"display {display.text}"),
                "corrected": Mark(value=net.net, label=value.text),
                "expanded": expanded_u,
                "low_gate": low_gate,
            }
        ),
        read_as=(display.read_as,),
        value=value,
        working=(
            *net.lines,
            together_line(terms, expanded_u, "Ω"),
            decidability_line(due.today, case.resolved.ratio, "Ω"),
            *_four_wire_line(case),
        ),
        policy=meter_policy(conditions.meter),
    )


def _overflow(reading: BetweenTerminals, conditions: Conditions, due: ElementResistance) -> Verdict:
    floor = overflow_floor(reading, conditions.meter)
    highest = due.today.upper or due.today.nominal
    assert highest is not None
    if floor is not None and floor < highest:
        return Verdict(
            State.NOT_DECIDABLE,
            f"OL on the {quantity(floor, 'Ω', 2)} range says only that it is more",
            "Take a range whose top lies above the band, or auto, and read again.",
        )
    where = (
        "In circuit this counts as well: a path beside it could only have lowered the figure."
        if reading.connection is Connection.IN_CIRCUIT
        else "Isolated, OL across a heating element is a broken wire or a broken joint."
    )
    return Verdict(
        State.OPEN,
        "Open: no path from end to end",
        "Look for the break at the terminals first; then replace the element.",
        side=Side.HIGH,
        explanation=[where],
    )


def _verdict(case: _Case, display: Display) -> Verdict:
    question = missed_prefix(display, "display", case.due.today, case.net.leads, case.reading.answers)
    if question:
        return question
    short_below = max(case.expanded, defaults.SHORT_SHARE * (case.due.today.nominal or 0.0))
    if case.net.net < short_below:
        return _short(case, short_below)
    low = case.due.lowest_with_any_alloy
    placement = case.resolved.placement
    alloy_explains = (
        case.due.alloy_could_explain_low
        and placement.side is Side.LOW
        and placement.state in (State.OUTSIDE, State.JUST_OUTSIDE)
        and low is not None
        and case.net.net + case.expanded >= low
    )
    if alloy_explains:
        return _give_the_alloy(case, placement)
    return _placed(case, placement)


def _short(case: _Case, below: float) -> Verdict:
    if case.reading.connection is Connection.IN_CIRCUIT:
        return Verdict(
            State.NOT_COMPARABLE,
            "Near zero, but measured in circuit",
            "Lift one end and read again: the path beside the part may be the short.",
            side=Side.LOW,
        )
    return Verdict(
        State.SHORT,
        "Short: near zero where ohms are due",
        "Look for debris or a touching coil bridging the terminals; then replace the element.",
        side=Side.LOW,
        explanation=[f"Below {quantity(below, 'Ω', 2)} counts as a short here: U, or 2 % of nominal."],
    )


def _give_the_alloy(case: _Case, placement: Placement) -> Verdict:
    assert placement.limit is not None
    return Verdict(
        State.JUST_OUTSIDE,
        "Just outside, low: give the alloy",
        "Give the heating alloy, or its hot/cold ratio Ct, and the band moves to where it belongs.",
        side=Side.LOW,
        explanation=[
            _deviation(case),
            f"Without the alloy Ct = 1 is used, and a sound element may then read up to 7 % below "
            f"{quantity(placement.limit, 'Ω', 4)}.",
        ],
        unsettled="the alloy is not given",
    )


def _placed(case: _Case, placement: Placement) -> Verdict:
    state, side = placement.state, placement.side
    limit = "" if placement.limit is None else quantity(placement.limit, "Ω", 4)
    u = expanded_text(case.expanded, "Ω")
    verdict = Verdict(state, "", "", side=side, explanation=[_deviation(case)])
    lean = "" if side is None else f", {side}"
    if state is State.WITHIN:
        verdict.headline = "Within: inside by more than the uncertainty"
        verdict.next_step = "Next: terminal to case."
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
        verdict.next_step = (
            "Clean and tighten the terminals and read again; if it stays high, replace the element."
            if side is Side.HIGH
            else "Look for bridged turns or a wrong part; check the plate; then replace the element."
        )
        if case.reading.connection is Connection.IN_CIRCUIT:
            verdict.explanation.append(
                "Too high in circuit is conclusive: a path beside it only lowers."
            )
    elif state is State.NOT_DECIDABLE:
        verdict.headline = "Not decidable: this meter is too coarse for this band"
        verdict.explanation.append(
            f"Half the band is {quantity(case.due.today.half_width, 'Ω', 2)}, the uncertainty ± {u}."
        )
        verdict.next_step = _settle(case)
    else:
        reasons = {
            State.NOT_READY: "Not ready: the part's heat could be the difference",
            State.NOT_COMPARABLE: "Not comparable as it was taken",
        }
        verdict.headline = reasons[state]
        verdict.next_step = " ".join(case.resolved.remedies)
    return verdict


def _deviation(case: _Case) -> str:
    """The deviation in ohms and, where the plate gives volts, in watts at rated volts."""
    nominal = case.due.today.nominal
    assert nominal is not None
    text = f"{deviation(case.net.net, nominal)} on ohms"
    volts = case.spec.rated_voltage
    hot = case.due.hot.nominal
    if volts is None or hot is None or case.net.net <= case.expanded:
        return f"{text}."
    rated = volts**2 / hot
    share = nominal / case.net.net - 1
    spread = rated * nominal / case.net.net * case.expanded / case.net.net
    watts = abs(rated * share)
    if watts <= spread:
        return f"{text}; its power is the rated {rated:.6g} W within the uncertainty."
    word = "short of" if share < 0 else "above"
    return (
        f"{text}, about {percent(share, 0)} of rated power: some "
        f"{quantity(watts, 'W', 2)} {word} {rated:.6g} W at {volts:g} V."
    )


def _settle(case: _Case) -> str:
    """What would settle a reading that is too close to call."""
    finer = finer_range(case.conditions.meter, case.net.display)
    ways = []
    if finer:
        ways.append(f"read it on the {quantity(finer.top, 'Ω', 2)} range")
    if case.net.leads_expanded > case.expanded / 3:
        ways.append("measure four-wire or with a milliohm adapter, which drops the leads' share")
    if case.spec.rated_voltage is not None:
        ways.append("read volts and amps at full supply")
    if not ways:
        ways.append("take a meter that shows more digits")
    return f"To settle it: {', or '.join(ways)}."


def _four_wire_line(case: _Case) -> tuple[WorkingLine, ...]:
    """Says when the lead correction takes more than a tenth of half the band."""
    share = case.net.leads_expanded / case.due.today.half_width
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
