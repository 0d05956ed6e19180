"""Insulation test: megohms to the case under test volts. The same for every part with a case."""

from __future__ import annotations

from functools import cache
from typing import ClassVar, Literal

from hembit_core.conditions import Conditions
from hembit_core.display import Display, Function
from hembit_core.judging.bands import Band
from hembit_core.judging.budget import Budget
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Probes, rail_of
from hembit_core.judging.missing import Missing, path_beside
from hembit_core.judging.ohms_words import LACKING_WORDS, lacking_reason
from hembit_core.judging.placing import Placed, place_value
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measurand import Measurand, Role, Step
from hembit_core.model import Model
from hembit_core.notation import expanded_text, plain, quantity
from hembit_core.resistance_reading import Answers, Connection, DisplayText, read_field
from hembit_core.rules import Rules
from hembit_core.uncertainty import rectangular
from hembit_core.working import WorkingLine

_BEYOND = Gate(key="open", label="> range", due=True)
_DRY = (
    "Do not energise. If it may be damp, dry it and test again; if it stays low, replace the part and "
    "find the moisture or the corrosion."
)
_DISCHARGE = "Discharge the part before it is touched."


class InsulationTest(Model):
    """Megohms from the joined terminals to the case, at the tester's ``volts`` DC.

    ``display`` is the tester's; OL is more than it can show. 250 V is for extra-low-voltage parts.
    """

    about: ClassVar = Measurand(
        "Insulation test",
        Step.MEASURE,
        "dead",
        6,
        Role.INSULATION,
        Probes(
            drawing="element_to_case",
            first="its terminals, joined",
            second="case",
            disconnect="both wires lifted; electronics, suppressors and arresters off",
        ),
        side=True,
    )
    measurand: Literal["insulation_test"] = "insulation_test"
    display: DisplayText
    volts: Literal["250", "500", "1000"] = "500"
    connection: Connection | None = None
    answers: Answers = {}


@cache
def insulation_expectation(drawing: str, rules: Rules) -> Expectation:
    """What to expect: at least the shop's limit, at the tester's volts."""
    limit = quantity(rules.insulation_at_least_ohm, "Ω", 2)
    whose = rules.said("insulation_at_least_ohm")
    return expect(
        InsulationTest,
        rail_of(Band(lower=rules.insulation_at_least_ohm), "Ω", 2, NEAR_ZERO, _BEYOND),
        InsulationTest.about.probes.model_copy(update={"drawing": drawing}),
        text=f"at least {limit}",
        detail="at 500 V DC; 250 V for extra-low-voltage parts; discharge it after",
        overflow_means="sound",
        zero_means="the wire touches the case",
        topics=("ohms", "insulation"),
        policy=(f"insulation at least {limit} ({whose}; local code decides)",),
    )


def judge_insulation(
    reading: InsulationTest, conditions: Conditions, rule: DecisionRule, drawing: str
) -> Judgement:
    """Place the megohms against the limit; what is low leaks, by danger first.

    Raises
    ------
    InputError
        If the display cannot be used.

    References
    ----------
    EN 50678 and EN 50699 (the limit, a shop setting); IEC 61557-2, 4.1 (the tester's limits of
    error where none are known: ±30 % of the reading, rectangular).
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    expectation = insulation_expectation(drawing, conditions.rules)
    share = conditions.rules.insulation_tester_share
    policy = (f"insulation tester ±{plain(100 * share)} % of reading, {reading.volts} V DC",)
    rail = expectation.rail
    if display.value is None:
        return _passed("more than the tester shows").build(
            expectation,
            rule,
            rail=rail.with_gate("high"),
            read_as=(display.read_as,),
            policy=policy,
        )
    budget = Budget.of(meter=rectangular(share * display.value), gauge=_half_a_digit(display))
    missing: tuple[Missing, ...] = ()
    if reading.connection is Connection.IN_CIRCUIT:
        missing = (path_beside("Lift both ends and test again: what stands beside it leaks too."),)
    placed = place_value(display.value, budget, rail.band, missing)
    value = measured_value(display.value, budget.expanded, "Ω")
    marks = {"corrected": Mark(value=display.value, label=value.text), "expanded": value.expanded}
    return _verdict(display, placed, conditions.rules).build(
        expectation,
        rule,
        rail=rail.model_copy(update=marks),
        read_as=(display.read_as,),
        value=value,
        working=(_tester_line(display, share, budget),),
        policy=policy,
    )


def _half_a_digit(display: Display) -> float:
    return rectangular((display.step or 0.0) / 2)


def _tester_line(display: Display, share: float, budget: Budget) -> WorkingLine:
    return WorkingLine(
        key="meter",
        label="Insulation tester",
        result=f"u {expanded_text(budget.standard, 'Ω')}",
        formula="u² = (a · R)² / 3 + (half a digit)² / 3",
        figures=f"a = {plain(100 * share)} % of {display.shown}",
        source="IEC 61557-2, 4.1: operating error, rectangular",
        value=budget.standard,
        unit="Ω",
    )


def _passed(shown: str) -> Verdict:
    return Verdict(
        Code.INSULATION_AS_DUE,
        State.WITHIN,
        f"Within: the insulation holds, {shown}",
        _DISCHARGE,
        explanation=["A figure that a multimeter showed to the case is settled by this."],
    )


def _verdict(display: Display, placed: Placed, rules: Rules) -> Verdict:
    shown, limit = display.shown, quantity(rules.insulation_at_least_ohm, "Ω", 2)
    if placed.lacking:
        asked = " and ".join(LACKING_WORDS[one][0] for one in placed.lacking)
        return Verdict(
            Code.TO_CASE_IN_CIRCUIT,
            placed.state,
            f"Not comparable as it was taken: {asked}",
            f"{' '.join(placed.remedies)} Until then do not energise it.",
            side=Side.LOW,
            undecided_by=placed.lacking,
            unsettled=lacking_reason(placed.lacking),
            dominant=placed.dominant,
        )
    if placed.state is State.WITHIN:
        return _passed(shown)
    if placed.state is State.JUST_WITHIN:
        return Verdict(
            Code.PLACED,
            State.JUST_WITHIN,
            f"Just within, low: {shown} holds the {limit}, but not by more than the tester's error",
            f"Warm and dry it, test again, or take a tester with a stated accuracy. {_DISCHARGE}",
            side=Side.LOW,
            dominant=placed.dominant,
        )
    return Verdict(
        Code.INSULATION_LOW,
        State.LEAKING,
        f"Leaking: {shown} under test volts, where at least {limit} is due",
        f"{_DRY} {_DISCHARGE}",
        side=Side.LOW,
        explanation=["Below the limit by less than the tester's error counts too: danger comes first."]
        if placed.state is State.JUST_OUTSIDE
        else [],
        dominant=placed.dominant,
    )
