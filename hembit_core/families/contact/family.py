"""What to expect of a contact that should be closed, or open, and judging it."""

from __future__ import annotations

from typing import Literal

from hembit_core import defaults
from hembit_core.cautions import cautions
from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.families.contact.live import ContactVolts, judge_volts, live_expectation
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.contact.switching import (
    ContactSwitching,
    judge_switching,
    switching_expectation,
)
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Probes, rail_of
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.notation import quantity
from hembit_core.resistance_reading import (
    Connection,
    ResistanceReading,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.uncertainty import expanded

_CAUSE = " It opened for a reason: find blocked air, a stuck contact or a grounded element first."
_OPENED = (ContactDevice.FUSE, ContactDevice.LIMIT)


class ClosedContact(ResistanceReading):
    """Ohms across a contact that should be closed now."""

    measurand: Literal["contact_closed"] = "contact_closed"


class OpenContact(ResistanceReading):
    """Ohms across a contact that should be open now."""

    measurand: Literal["contact_open"] = "contact_open"


def expectations(spec: Contact, conditions: Conditions) -> tuple[Expectation, ...]:
    """Closed: a few tenths of an ohm at the most. Open: OL. Live, and by temperature, where known."""
    found = (
        *_dead(spec),
        live_expectation(spec, conditions),
        switching_expectation(spec),
    )
    return tuple(one for one in found if one is not None)


def _dead(spec: Contact) -> tuple[Expectation, Expectation]:
    limit = quantity(spec.limit, "Ω", 2)
    given = "as given" if spec.closed_limit else "shop default"
    low, high = Gate(label="near 0", due=False), Gate(label="OL", due=False)
    probes = Probes(
        drawing="contact", first="one terminal", second="the other", disconnect="one wire lifted"
    )
    closed = Expectation(
        measurand="contact_closed",
        title="Closed",
        unit="Ω",
        text=f"up to {limit}",
        detail="net of leads; turn, press or warm it: it must change, with a click",
        overflow_means="it does not close",
        zero_means="sound",
        probes=probes,
        rail=rail_of(Band(upper=spec.limit), "Ω", 2, None, high),
        cautions=cautions("ohms"),
        policy=(f"closed up to {limit} ({given})",),
        warnings=(),
        working=(),
    )
    opened = Expectation(
        measurand="contact_open",
        title="Open",
        unit="Ω",
        text="OL",
        detail="a bimetal stuck closed passes every cold test: warm it past its setting",
        overflow_means="sound, if it is past its setting",
        zero_means="it is stuck closed",
        probes=probes,
        rail=rail_of(Band(lower=defaults.LEAKING_BELOW), "Ω", 2, low, Gate(label="OL", due=True)),
        cautions=cautions("ohms"),
        policy=("open reads OL",),
        warnings=(),
        working=(),
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
    closed, opened = _dead(spec)
    if isinstance(reading, OpenContact):
        return _judge_open(spec, opened, reading, conditions, rule)
    cause = _CAUSE if spec.device in _OPENED else ""
    words = OhmsWords(
        open_means="Isolated, OL across a contact that should be closed: it does not close.",
        open_next=f"Turn, press or reset it; if it stays open, replace it.{cause}",
        short_next="",
        high_next="Pitted or dirty: it drops volts and burns under load. Replace it; find what arced.",
        low_next="",
        within_next="Make it open, too: one stuck closed passes this test.",
    )
    due = OhmsDue(
        expectation=closed,
        words=words,
        deviation=lambda net, u: f"{quantity(max(net, 0.0), 'Ω', 2)} across it.",
        zero_is_due=True,
    )
    return judge_ohms(due, reading, conditions, rule)


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
        verdict = _open_as_due(overflow_floor(reading, conditions.meter))
        gate = rail.high_gate.model_copy(update={"hit": True})
        return verdict.build(
            expectation,
            rule,
            rail=rail.model_copy(update={"high_gate": gate}),
            read_as=(display.read_as,),
            policy=policy,
        )
    net = net_resistance(reading, display, conditions.meter)
    value = measured_value(net.net, expanded(net.standard), "Ω")
    verdict = _not_open(spec, reading, net.net, display.shown)
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


def _open_as_due(floor: float | None) -> Verdict:
    if floor is not None and floor < defaults.LEAKING_BELOW:
        return Verdict(
            State.NOT_DECIDABLE,
            f"OL on the {quantity(floor, 'Ω', 2)} range says only that it is more",
            "Take the top range, or auto, and read again: carbon across it shows only there.",
        )
    return Verdict(
        State.WITHIN,
        "Within: open, as it should be",
        "Make it close, too, and read that.",
        explanation=["It breaks the circuit."],
    )


def _not_open(spec: Contact, reading: OpenContact, net: float, shown: str) -> Verdict:
    if reading.connection is Connection.IN_CIRCUIT:
        return Verdict(
            State.NOT_COMPARABLE,
            f"{shown} across it, but measured in circuit",
            "Lift one wire and read again: a load beside the contact reads the same.",
            side=Side.LOW,
        )
    if net <= spec.limit:
        return Verdict(
            State.SHORT,
            "Stuck closed: near zero where it should be open",
            "Is it past its setting, switched off, not called? Then it is welded: replace it. "
            "Heat that never stops comes from here.",
            side=Side.LOW,
            explanation=[f"{shown} across a contact that should be open."],
        )
    return Verdict(
        State.LEAKING,
        "Leaking: a path across an open contact",
        "Carbon or moisture across it: clean and dry it, read again; if it stays, replace it.",
        side=Side.LOW,
        explanation=[f"{shown} across a contact that should be open."],
    )
