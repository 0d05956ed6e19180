"""What to expect of a tapped element, and judging halves and whole together."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Literal

from hembit_core.conformity.states import DecisionRule, Outcome, Side, State
from hembit_core.families import heating_element
from hembit_core.families.declared import Family
from hembit_core.families.heating_element.readings import BetweenTerminals
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.tapped_element.in_series import in_series, whole_due
from hembit_core.families.tapped_element.spec import TappedElement
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.halves import HalvesSum, HalvesWords, halves_sum
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import judge_field, without_prefix
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, net_of
from hembit_core.working import WorkingLine

_TO_CASE = "element_to_case"
_LABELS = {"a_b": "first half, a–b", "b_c": "second half, b–c", "a_c": "whole, a–c"}
_HALVES = ("a_b", "b_c")
_SUM = HalvesWords(
    label="Halves against the whole",
    whole="read",
    formula="R_ab + R_bc = R_ac",
    source="resistances in series; the meter's gain is common and cancels",
)


class TappedResistance(HowTaken):
    """Ohms of both halves, and of the whole where it was read: R_ab + R_bc = R_ac."""

    about: ClassVar = Measurand(
        "Halves and whole",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="tapped",
            first="a, then b",
            second="b, then c; then a to c",
            disconnect="all wires lifted off the studs",
        ),
    )
    measurand: Literal["tapped_resistance"] = "tapped_resistance"
    a_b: DisplayText
    b_c: DisplayText
    a_c: DisplayText | None = None


def expectations(spec: TappedElement, conditions: Conditions) -> tuple[Expectation, ...]:
    """Both halves and the whole, and the case."""
    return _expectation(spec, conditions), terminal_to_case(_TO_CASE, conditions.rules)


def judge(
    spec: TappedElement,
    reading: TappedResistance | TerminalToCase,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge each half by its own band, then whether they add up to the whole."""
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(spec, reading, conditions, rule, _TO_CASE)
    found = {
        field: judge_field(
            reading,
            field,
            getattr(reading, field),
            BetweenTerminals,
            partial(_judge_half, half, conditions, rule),
        )
        for field, half in zip(_HALVES, (spec.first, spec.second), strict=True)
    }
    if reading.a_c and reading.a_c.strip():
        due = whole_due(in_series(*_dues(spec, conditions)))
        found["a_c"] = judge_field(
            reading,
            "a_c",
            reading.a_c,
            BetweenTerminals,
            lambda one: judge_ohms(due, one, conditions, rule),
        )
    rows = tuple(row_of(field, _LABELS[field], one) for field, one in found.items())
    verdict, line = _together(reading, conditions, found, rows)
    verdict.questions = [question for one in found.values() for question in one.questions]
    return verdict.build(
        _expectation(spec, conditions),
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(text for one in found.values() for text in one.read_as),
        working=(*_own_lines(found), *line),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _judge_half(
    spec: heating_element.HeatingElement,
    conditions: Conditions,
    rule: DecisionRule,
    reading: BetweenTerminals,
) -> Judgement:
    return heating_element.judge(spec, reading, conditions, rule)


def _dues(spec: TappedElement, conditions: Conditions) -> tuple[ElementResistance, ElementResistance]:
    return element_resistance(spec.first, conditions), element_resistance(spec.second, conditions)


def _together(
    reading: TappedResistance,
    conditions: Conditions,
    found: dict[str, Judgement],
    rows: tuple[Row, ...],
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    verdict = verdict_of_rows(
        rows,
        lambda row: found[row.key].next_step,
        "Next: terminal to case, from each half.",
    )
    gone = [row for row in rows[:2] if row.state is State.OPEN]
    if len(gone) == 1:
        verdict.headline, verdict.pattern = f"Open: {gone[0].label}", f"open:{gone[0].key}"
        verdict.explanation.append(
            "One half broken gives low heat; if the break touches the case, heat that never stops."
        )
    both = _sum(reading, conditions) if "a_c" in found else None
    if both is None:
        return verdict, ()
    told = both.line
    if both.adds_up or any(row.outcome is Outcome.REJECT or row.value is None for row in rows):
        return verdict, (told,)
    return (
        Verdict(
            Code.PARTS_DO_NOT_ADD_UP,
            State.NOT_COMPARABLE,
            "Not comparable: the halves do not add up to the whole",
            "Two separate elements, or a wire left on? Read all three again.",
            side=Side.HIGH if both.off > 0 else Side.LOW,
            explanation=[f"{told.figures}: {told.result}."],
        ),
        (told,),
    )


def _sum(reading: TappedResistance, conditions: Conditions) -> HalvesSum | None:
    """Halves against the whole; None where one reads OL."""
    first, second, whole = (
        net_of(reading, field, text, conditions, without_prefix(reading.answers, field))
        if (text := getattr(reading, field))
        else None
        for field in _LABELS
    )
    return halves_sum((first, second), whole, _SUM)


def _own_lines(found: dict[str, Judgement]) -> tuple[WorkingLine, ...]:
    """What was worked out for each reading, named by its half."""
    return tuple(
        line.model_copy(update={"label": f"{line.label}: {_LABELS[field]}"})
        for field, one in found.items()
        for line in one.working[len(one.expectation.working) :]
    )


def _expectation(spec: TappedElement, conditions: Conditions) -> Expectation:
    dues = _dues(spec, conditions)
    bands = [*(due.today for due in dues), in_series(*dues).today]
    rows = tuple(
        RowDue(key, label, band, "Ω", 4, NEAR_ZERO, OPEN_END).empty()
        for (key, label), band in zip(_LABELS.items(), bands, strict=True)
    )
    return expect(
        TappedResistance,
        rows[0].rail,
        text="  ·  ".join(dict.fromkeys(row.due for row in rows)),
        detail="first half, second half, whole: R_ab + R_bc = R_ac",
        overflow_means="that half is broken",
        zero_means="that half is bridged",
        policy=tuple(dict.fromkeys(text for due in dues for text in due.policy)),
        warnings=tuple(dict.fromkeys(one for due in dues for one in due.warnings)),
        working=tuple(
            line.model_copy(update={"label": f"{line.label} ({half})"})
            for due, half in zip(dues, ("first half", "second half"), strict=True)
            for line in due.lines
        ),
        rows=rows,
    )


DECLARED = (Family(TappedElement, (TappedResistance, TerminalToCase), expectations, judge),)
