"""What to expect of a contact that should be closed, or open, and judging it."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.families.contact.live import ContactVolts, judge_volts, live_expectation
from hembit_core.families.contact.spec import Contact
from hembit_core.families.contact.switching import (
    ContactSwitching,
    judge_switching,
    switching_expectation,
)
from hembit_core.families.contact.words import (
    CAUSE,
    DOES_NOT_CLOSE,
    MOVE,
    OPENED_FOR_A_REASON,
    SEEN_OPEN,
    STUCK,
)
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Probes, rail_of
from hembit_core.judging.missing import Lacking
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords
from hembit_core.judging.ohms_words import LACKING_WORDS
from hembit_core.judging.placing import Placed, place_overflow_as_due, place_value
from hembit_core.judging.settling import settles_of, to_settle, too_close
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measurand import Measurand, Role, Step
from hembit_core.meters import Meter
from hembit_core.notation import quantity
from hembit_core.resistance_reading import (
    NetResistance,
    ResistanceReading,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.rules import Rules

_PROBES = Probes(
    drawing="contact", first="one terminal", second="the other", disconnect="one wire lifted"
)


class ClosedContact(ResistanceReading):
    """Ohms across a contact that should be closed now."""

    about: ClassVar = Measurand("Should be closed", Step.ACTUATE, "dead", 2, Role.ALONG, _PROBES)
    measurand: Literal["contact_closed"] = "contact_closed"


class OpenContact(ResistanceReading):
    """Ohms across a contact that should be open now."""

    about: ClassVar = Measurand("Should be open", Step.ACTUATE, "dead", 2, Role.OPENS, _PROBES)
    measurand: Literal["contact_open"] = "contact_open"


def expectations(spec: Contact, conditions: Conditions) -> tuple[Expectation, ...]:
    """Its state at rest first, then the other; live, and by temperature, where known."""
    closed, opened = _dead(spec, conditions.rules)
    found = (
        *((closed, opened) if spec.rests == "closed" else (opened, closed)),
        live_expectation(spec, conditions),
        switching_expectation(spec, conditions.rules),
    )
    return tuple(one for one in found if one is not None)


def _dead(spec: Contact, rules: Rules) -> tuple[Expectation, Expectation]:
    limit = quantity(spec.limit(rules), "Ω", 2)
    given = "as given" if spec.closed_limit else "shop default"
    at_rest = {"closed": "at rest; ", "open": "made to close; "}
    closed = expect(
        ClosedContact,
        rail_of(Band(upper=spec.limit(rules)), "Ω", 2, None, OPEN_END),
        text=f"up to {limit}",
        detail=f"{at_rest[spec.rests]}net of leads; {MOVE[spec.device]}",
        overflow_means="it does not close",
        zero_means="sound",
        policy=(f"closed up to {limit} ({given})",),
    )
    opened = expect(
        OpenContact,
        rail_of(
            Band(lower=rules.leaking_below_ohm),
            "Ω",
            2,
            NEAR_ZERO,
            Gate(key="open", label="OL", due=True),
        ),
        text="OL",
        detail=f"{'at rest; ' if spec.rests == 'open' else ''}{STUCK[spec.device]}",
        overflow_means=SEEN_OPEN[spec.device],
        zero_means="it is stuck closed",
        policy=("open reads OL",),
    )
    return closed, opened


def judge(
    spec: Contact,
    reading: ClosedContact | OpenContact | ContactVolts | ContactSwitching,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge a contact by the state it should be in now."""
    if isinstance(reading, ContactVolts):
        return judge_volts(spec, reading, conditions, rule)
    if isinstance(reading, ContactSwitching):
        return judge_switching(spec, reading, conditions, rule)
    closed, opened = _dead(spec, conditions.rules)
    if isinstance(reading, OpenContact):
        return _judge_open(spec, opened, reading, conditions, rule)
    due = OhmsDue(
        band=closed.rail.band,
        tell=lambda: closed,
        words=_closed_words(spec),
        deviation=lambda net, u: f"{quantity(max(net, 0.0), 'Ω', 2)} across it.",
        zero_is_due=True,
    )
    return judge_ohms(due, reading, conditions, rule)


def _closed_words(spec: Contact) -> OhmsWords:
    cause = CAUSE if spec.device in OPENED_FOR_A_REASON else ""
    return OhmsWords(
        open_means="Isolated, OL across a contact that should be closed: it does not close.",
        open_next=f"{DOES_NOT_CLOSE[spec.device]}{cause}",
        short_next="",
        high_next="Pitted or dirty: it drops volts and burns under load. Replace it; find what arced.",
        low_next="",
        within_next="Make it open, too: one stuck closed passes this test.",
    )


def _judge_open(
    spec: Contact,
    expectation: Expectation,
    reading: OpenContact,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """OL is due. Near zero is a stuck contact; a figure between is a path across it."""
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    rail, policy = expectation.rail, meter_policy(conditions.meter)
    assert rail.high_gate and rail.low_gate
    if display.overflow:
        verdict = _open_as_due(overflow_floor(reading, conditions), conditions.rules)
        gate = rail.high_gate.model_copy(update={"hit": True})
        return verdict.build(
            expectation,
            rule,
            rail=rail.model_copy(update={"high_gate": gate}),
            read_as=(display.read_as,),
            policy=policy,
        )
    net = net_resistance(reading.model_copy(update={"connection": None}), display, conditions)
    value = measured_value(net.net, net.budget.expanded, "Ω")
    placed = place_value(net.net, net.budget, rail.band)
    verdict = _figure(spec, reading, net, placed, conditions)
    marks = {
        "corrected": Mark(value=max(net.net, 0.0), label=value.text),
        "expanded": value.expanded,
        "low_gate": rail.low_gate.model_copy(update={"hit": verdict.state is State.SHORT}),
    }
    return verdict.build(
        expectation,
        rule,
        rail=rail.model_copy(update=marks),
        read_as=(display.read_as,),
        value=value,
        working=net.lines,
        policy=policy,
    )


def _open_as_due(floor: float, rules: Rules) -> Verdict:
    if place_overflow_as_due(floor, rules.leaking_below_ohm) is not State.WITHIN:
        return Verdict(
            Code.OVERFLOW_OF_A_RANGE,
            State.NOT_DECIDABLE,
            f"OL on the {quantity(floor, 'Ω', 2)} range says only that it is more",
            "Take the top range, or auto, and read again: carbon across it shows only there.",
        )
    return Verdict(
        Code.CONTACT_OPEN_AS_DUE,
        State.WITHIN,
        "Within: open, as it should be",
        "Make it close, too, and read that.",
        explanation=["It breaks the circuit."],
    )


def _figure(
    spec: Contact,
    reading: OpenContact,
    net: NetResistance,
    placed: Placed,
    conditions: Conditions,
) -> Verdict:
    shown = net.display.shown
    if placed.state is State.WITHIN:
        return _open_as_due(net.net, conditions.rules)
    if placed.state is State.JUST_WITHIN:
        return _just_open(placed, net, conditions.meter)
    if reading.is_in_circuit:
        return Verdict(
            Code.CONTACT_IN_CIRCUIT,
            State.NOT_COMPARABLE,
            f"{shown} across it, but measured in circuit",
            "Lift one wire and read again: a load beside the contact reads the same.",
            side=Side.LOW,
            undecided_by=(Lacking.PATH_BESIDE,),
            unsettled=LACKING_WORDS[Lacking.PATH_BESIDE][1],
        )
    if net.net <= spec.limit(conditions.rules):
        return Verdict(
            Code.CONTACT_STUCK_CLOSED,
            State.SHORT,
            "Stuck closed: near zero where it should be open",
            "Is it past its setting, switched off, not called? Then it is welded: replace it. "
            "Heat that never stops comes from here.",
            side=Side.LOW,
            explanation=[f"{shown} across a contact that should be open."],
        )
    return Verdict(
        Code.CONTACT_TRACKS,
        State.LEAKING,
        "Leaking: a path across an open contact",
        "Carbon or moisture across it: clean and dry it, read again; if it stays, replace it.",
        side=Side.LOW,
        explanation=[f"{shown} across a contact that should be open."],
    )


def _just_open(placed: Placed, net: NetResistance, meter: Meter) -> Verdict:
    ways = settles_of(placed, meter, net.display)
    return Verdict(
        Code.PLACED,
        State.JUST_WITHIN,
        f"Just within, low: {too_close(placed)}",
        to_settle(ways),
        side=Side.LOW,
        dominant=placed.dominant,
        settles=ways,
    )
