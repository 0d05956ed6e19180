"""What can be said of a part without figures: whole or broken, leaking, unlike its siblings."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.families.declared import Family
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.families.unknown_part.spec import UnknownPart
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.judging.ohms.words import lacking_reason
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.notation import quantity

_WORDS = OhmsWords(
    open_means="Isolated, OL is a break.",
    open_next="Look at its ends first, watch it while it is wriggled; then replace it.",
    short_next="Look for a bridge beside it; then replace it.",
    high_next="Clean its ends and read again; if it stays high, replace it.",
    low_next="Look for a path beside it.",
    within_next="Compare it with its siblings, or find its figures.",
)


class UnknownResistance(ResistanceReading):
    """Ohms from end to end of a part without figures."""

    about: ClassVar = Measurand(
        "Ohms, end to end",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(drawing="resistive", first="one end", second="the other", disconnect="one end lifted"),
    )
    measurand: Literal["unknown_resistance"] = "unknown_resistance"


def expectations(spec: UnknownPart, conditions: Conditions) -> tuple[Expectation, ...]:
    """Its ohms, with nothing to compare them with, and its case."""
    to_case = terminal_to_case(spec.entry["to_case"], conditions.rules)
    return _expectation(spec), to_case


def judge(
    spec: UnknownPart,
    reading: UnknownResistance | TerminalToCase,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Say what holds without figures: a break, a short, a leak; else that nothing is known."""
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(spec, reading, conditions, rule, spec.entry["to_case"])
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: UnknownPart, reading: UnknownResistance, conditions: Conditions) -> OhmsDue:
    """No band but what any such part has at the most."""
    return OhmsDue(
        band=_band(spec),
        tell=lambda: _expectation(spec),
        words=_WORDS,
        deviation=lambda net, u: f"It reads {quantity(max(net, 0.0), 'Ω', 3)}.",
        reads_as=lambda net, placed: _nothing_known(reading, net, placed),
        limit_told=_TOLD,
        nothing_known=True,
    )


_TOLD = "ohms, nothing known of them"


def _band(spec: UnknownPart) -> Band:
    most = spec.entry["at_most_ohm"]
    return Band(lower=0.0) if most is None else Band(upper=most)


def _expectation(spec: UnknownPart) -> Expectation:
    probes = UnknownResistance.about.probes.model_copy(update={"drawing": spec.entry["drawing"]})
    return expect(
        UnknownResistance,
        ohms_rail(_band(spec)),
        probes,
        text=_TOLD,
        detail="OL is a break; a figure is compared with siblings, or kept until figures are found",
        overflow_means="it is broken" if spec.entry["at_most_ohm"] else "broken, or beyond the range",
        policy=("no figures known",),
    )


def _nothing_known(reading: UnknownResistance, net: float, placed: Placed) -> Verdict | None:
    """A figure of a part without figures, unless no such part has as much."""
    if placed.state in (State.OUTSIDE, State.JUST_OUTSIDE) and not placed.lacking:
        return None
    shown = quantity(max(net, 0.0), "Ω", 3)
    beside = reading.is_in_circuit
    lacking = (Lacking.FIGURES, Lacking.PATH_BESIDE) if beside else (Lacking.FIGURES,)
    return Verdict(
        Code.NOTHING_ELSE_KNOWN,
        State.NOT_COMPARABLE,
        f"It, or what stands beside it, has {shown}"
        if beside
        else f"It has {shown}: no break, and nothing to compare it with",
        "Lift one end and read again."
        if beside
        else "Read a sibling, or find what its maker says. Its figure is kept for next time.",
        explanation=["Nothing is known of what it should read."],
        undecided_by=lacking,
        unsettled=lacking_reason(lacking),
        dominant=placed.dominant,
    )


DECLARED = (
    Family(
        UnknownPart,
        (UnknownResistance, TerminalToCase),
        expectations,
        judge,
        ohms=UnknownResistance,
        ohms_due=ohms_due,
    ),
)
