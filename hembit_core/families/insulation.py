"""Insulation test: megohms to the case under test volts. The same for every part with a case."""

from __future__ import annotations

from functools import cache
from typing import Any, ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Missing, path_beside
from hembit_core.conformity.placing import Placed, place_value
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.judging.codes import Code, NoticeCode
from hembit_core.judging.expect import NEAR_ZERO, expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Notice, Probes, rail_of
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.words import LACKING_WORDS, lacking_reason
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Display, Function
from hembit_core.measuring.resistance_reading import Answers, Connection, DisplayText, read_field
from hembit_core.model import Model
from hembit_core.notation import expanded_text, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

_BEYOND = Gate(key="open", label="> range", due=True)
_DRY = (
    "Do not energise. If it may be damp, dry it and test again; if it stays low, replace the part and "
    "find the moisture or the corrosion."
)
_DISCHARGE = "Discharge the part before it is touched."


class InsulationTest(Model):
    """Megohms from the joined terminals to the case, at the tester's ``volts`` DC.

    ``display`` is the tester's; OL is more than it can show. ``volts`` are the part's own
    (:func:`due_volts`) where none are given.
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
            disconnect="both wires lifted; what goes to the frame inside (suppressor, electronics) off",
        ),
        side=True,
    )
    measurand: Literal["insulation_test"] = "insulation_test"
    display: DisplayText
    volts: Literal["250", "500", "1000"] | None = None
    connection: Connection | None = None
    answers: Answers = {}


_EXTRA_LOW = 50.0
"""A part that is rated below this is one for extra-low voltage [V]."""


def due_volts(spec: Any, conditions: Conditions | None = None) -> int | None:
    """At how many volts DC a part's insulation is tested: its own; None where no volts are known.

    Its rated volts decide, else the supply that is expected at it [V].

    References
    ----------
    IEC 60364-6:2016, table 6.1: 250 V for extra-low voltage, 500 V up to 500 V. That extra-low
    voltage ends at 50 V is IEC 60449, band I.
    """
    rated: float | None = getattr(spec, "rated_volts", None)
    if rated is None:
        rated = conditions.supply.value if conditions and conditions.supply else None
    return None if rated is None else due_volts_of(rated)


def due_volts_of(rated: float) -> int:
    """The volts DC of an insulation test for what is rated at ``rated`` [V]: see :func:`due_volts`."""
    return 250 if rated < _EXTRA_LOW else 500


def volts_told(due: int | None) -> str:
    """The volts of the test in words."""
    return f"{due} V DC" if due else "500 V DC (250 V where it is rated below 50 V)"


@cache
def insulation_expectation(drawing: str, rules: Rules, due: int | None) -> Expectation:
    """What to expect: at least the shop's limit, at the part's own volts ``due`` [V]."""
    limit = quantity(rules.insulation_at_least_ohm, "Ω", 2)
    whose = rules.said("insulation_at_least_ohm")
    return expect(
        InsulationTest,
        rail_of(Band(lower=rules.insulation_at_least_ohm), "Ω", 2, NEAR_ZERO, _BEYOND),
        InsulationTest.about.probes.model_copy(update={"drawing": drawing}),
        text=f"at least {limit}",
        detail=f"at {volts_told(due)}; terminals joined, tested to the frame; discharge it after",
        overflow_means="sound",
        zero_means="the wire touches the case",
        topics=("ohms", "insulation"),
        policy=(f"insulation at least {limit} ({whose}; local code decides)",),
    )


def judge_insulation(
    spec: Any, reading: InsulationTest, conditions: Conditions, rule: DecisionRule, drawing: str
) -> Judgement:
    """Place the megohms against the limit; what is low leaks, by danger first.

    A tester's volts above the part's own are told: they stress what lies between.

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
    due = due_volts(spec, conditions)
    expectation = insulation_expectation(drawing, conditions.rules, due)
    share, volts = conditions.rules.insulation_tester_share, test_volts(reading, due)
    policy = (f"insulation tester ±{plain(100 * share)} % of reading, {volts} V DC",)
    warnings = _other_volts(volts, due)
    rail = expectation.rail
    if display.value is None:
        return _passed("more than the tester shows").build(
            expectation,
            rule,
            rail=rail.with_gate("high"),
            read_as=(display.read_as,),
            policy=policy,
            warnings=warnings,
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
        warnings=warnings,
    )


def test_volts(reading: InsulationTest, due: int | None) -> int:
    """The volts that it was tested at [V DC]: what was said, else the part's own, else 500."""
    return int(reading.volts) if reading.volts else due or 500


def _other_volts(volts: int, due: int | None) -> tuple[Notice, ...]:
    """A test at other volts than the part's own is told."""
    if due is None or volts == due:
        return ()
    text = (
        f"{volts} V on a part whose test is made at {due} V stresses what lies between: take {due} V."
        if volts > due
        else f"{volts} V shows less than the {due} V that this part is tested at: it clears nothing."
    )
    return (Notice(text=text, code=NoticeCode.OTHER_TEST_VOLTS),)


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
        explanation=[
            "Made with both ends lifted it settles one earlier figure of 10 kΩ and more that a "
            "multimeter showed to the case: damp, or skin."
        ],
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
