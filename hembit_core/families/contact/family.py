"""What to expect of a contact that should be closed, or open, and judging it."""

from __future__ import annotations

from typing import Any, ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, Side, State
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
from hembit_core.families.declared import Family
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Probes, rail_of
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.figures import Figure, figure_of_ohms
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.judging.ohms.overflow_due import OverflowDue, judge_overflow_due, just_as_due
from hembit_core.judging.ohms.words import LACKING_WORDS
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import (
    NetResistance,
    ResistanceReading,
)
from hembit_core.notation import quantity
from hembit_core.rules.values import Rules

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
    given = "as given" if spec.closed_limit else rules.said("contact_closed_up_to_ohm")
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
    if isinstance(reading, OpenContact):
        return _judge_open(spec, _dead(spec, conditions.rules)[1], reading, conditions, rule)
    return judge_ohms(_closed_due(spec, conditions), reading, conditions, rule)


def _closed_due(spec: Contact, conditions: Conditions) -> OhmsDue:
    closed, _ = _dead(spec, conditions.rules)
    return OhmsDue(
        band=closed.rail.band,
        tell=lambda: closed,
        words=_closed_words(spec),
        deviation=lambda net, u: f"{quantity(max(net, 0.0), 'Ω', 2)} across it.",
        zero_is_due=True,
    )


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
    due = OverflowDue(
        expectation=expectation,
        as_due=_OPEN_AS_DUE,
        higher_range="Take the top range, or auto, and read again: carbon across it shows only there.",
        figure=lambda net, placed: _figure(spec, reading, net, placed, conditions),
        left_out={"connection": None},
    )
    return judge_overflow_due(due, reading, conditions, rule)


_OPEN_AS_DUE = Verdict(
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
        return _OPEN_AS_DUE
    if placed.state is State.JUST_WITHIN:
        return just_as_due(net, placed, conditions)
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


def figures(spec: Contact, reading: Any, conditions: Conditions) -> tuple[Figure, ...]:
    """Ohms across a contact that should be closed, as evidence on it."""
    if not isinstance(reading, ClosedContact):
        return ()
    return (figure_of_ohms(_closed_due(spec, conditions), reading, conditions),)


DECLARED = (
    Family(
        Contact,
        (ClosedContact, OpenContact, ContactVolts, ContactSwitching),
        expectations,
        judge,
        figures=figures,
    ),
)
