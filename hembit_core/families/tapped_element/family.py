"""What to expect of a tapped element, and judging halves and whole together."""

from __future__ import annotations

from functools import partial
from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.families import heating_element
from hembit_core.families.heating_element.readings import BetweenTerminals
from hembit_core.families.heating_element.resistance import element_resistance
from hembit_core.families.tapped_element.spec import TappedElement
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.rows import RowDue, deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import judge_field
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import expanded_text, quantity
from hembit_core.resistance_reading import DisplayText, HowTaken
from hembit_core.uncertainty import combined
from hembit_core.working import WorkingLine

_TO_CASE = "element_to_case"
_LABELS = {"a_b": "first half, a–b", "b_c": "second half, b–c", "a_c": "whole, a–c"}


class TappedResistance(HowTaken):
    """Ohms of both halves, and of the whole where it was read: R_ab + R_bc = R_ac."""

    measurand: Literal["tapped_resistance"] = "tapped_resistance"
    a_b: DisplayText
    b_c: DisplayText
    a_c: DisplayText | None = None


def expectations(spec: TappedElement, conditions: Conditions) -> tuple[Expectation, ...]:
    """Both halves and the whole, and the case."""
    return _expectation(spec, conditions), terminal_to_case(_TO_CASE)


def judge(
    spec: TappedElement,
    reading: TappedResistance | TerminalToCase,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge each half by its own band, then whether they add up to the whole."""
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(reading, conditions, rule, _TO_CASE)
    expectation = _expectation(spec, conditions)
    halves = []
    for field, half in (("a_b", spec.first), ("b_c", spec.second)):
        one = partial(_judge_half, half, conditions, rule)
        halves.append(judge_field(reading, field, getattr(reading, field), BetweenTerminals, one))
    rows = [row_of(_LABELS[field], one) for field, one in zip(("a_b", "b_c"), halves, strict=True)]
    whole = _whole(spec, reading, conditions, rule)
    if whole:
        rows.append(row_of(_LABELS["a_c"], whole))
    verdict, line = _together(halves, whole, tuple(rows))
    each = (*halves, *([whole] if whole else []))
    verdict.questions = [question for one in each for question in one.questions]
    return verdict.build(
        expectation,
        rule,
        rail=deciding_rail(tuple(rows)),
        read_as=tuple(text for one in each for text in one.read_as),
        working=(*_own_lines(halves, whole), *line),
        policy=meter_policy(conditions.meter),
        rows=tuple(rows),
    )


def _judge_half(
    spec: object, conditions: Conditions, rule: DecisionRule, reading: BetweenTerminals
) -> Judgement:
    return heating_element.judge(spec, reading, conditions, rule)  # type: ignore[arg-type]


def _whole(
    spec: TappedElement, reading: TappedResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement | None:
    """The whole, judged as an element of both halves' cold ohms with their limits added."""
    if not (reading.a_c and reading.a_c.strip()):
        return None
    band = _whole_band(spec, conditions)
    both = heating_element.HeatingElement.model_validate(
        {
            "rating": {"by": "ohms", "resistance": f"{band.nominal:.9g}"},
            "tolerance": {
                "school": "own_limits",
                **{
                    name: f"{limit:.9g}"
                    for name in ("lower", "upper")
                    if (limit := getattr(band, name)) is not None
                },
            },
        }
    )
    one = partial(_judge_half, both, conditions.model_copy(update={"part_temperature": None}), rule)
    return judge_field(reading, "a_c", reading.a_c, BetweenTerminals, one)


def _whole_band(spec: TappedElement, conditions: Conditions) -> Band:
    first, second = (element_resistance(one, conditions).today for one in (spec.first, spec.second))

    def both(name: str) -> float | None:
        one, other = getattr(first, name), getattr(second, name)
        return None if one is None or other is None else one + other

    return Band(lower=both("lower"), upper=both("upper"), nominal=both("nominal"))


def _together(
    halves: list[Judgement], whole: Judgement | None, rows: tuple[Row, ...]
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    verdict = verdict_of_rows(
        rows,
        lambda row: next(
            one.next_step
            for one, label in zip((*halves, whole), _LABELS.values(), strict=False)
            if one and label == row.label
        ),
        "Next: terminal to case, from each half.",
    )
    gone = [row.label for row in rows[:2] if row.state is State.OPEN]
    if len(gone) == 1:
        verdict.headline = f"Open: {gone[0]}"
        verdict.explanation.append(
            "One half broken gives low heat; if the break touches the case, heat that never stops."
        )
    if whole is None or whole.value is None or any(one.value is None for one in halves):
        return verdict, ()
    values = [one.value for one in halves if one.value]
    total = sum(one.value for one in values)
    off = whole.value.value - total
    u = combined(whole.value.expanded, *(one.expanded for one in values))
    line = WorkingLine(
        label="Halves against the whole",
        result=f"{quantity(abs(off), 'Ω', 2)} apart, U {expanded_text(u, 'Ω')}",
        formula="R_ab + R_bc = R_ac",
        figures=f"{' + '.join(quantity(one.value, 'Ω', 4) for one in values)} = "
        f"{quantity(total, 'Ω', 4)}, read {quantity(whole.value.value, 'Ω', 4)}",
        source="resistances in series",
        value=off,
        unit="Ω",
    )
    if abs(off) <= u or verdict.state in (State.OPEN, State.SHORT, State.OUTSIDE):
        return verdict, (line,)
    return (
        Verdict(
            State.NOT_COMPARABLE,
            "Not comparable: the halves do not add up to the whole",
            "Two separate elements, or a wire left on? Read all three again.",
            side=Side.HIGH if off > 0 else Side.LOW,
            explanation=[f"{line.figures}: {line.result}."],
        ),
        (line,),
    )


def _own_lines(halves: list[Judgement], whole: Judgement | None) -> tuple[WorkingLine, ...]:
    """What was worked out for each reading, named by its half."""
    found = []
    for one, label in zip((*halves, whole), _LABELS.values(), strict=False):
        if one is None:
            continue
        told = len(one.expectation.working)
        found += [
            line.model_copy(update={"label": f"{line.label}: {label}"}) for line in one.working[told:]
        ]
    return tuple(found)


def _expectation(spec: TappedElement, conditions: Conditions) -> Expectation:
    dues = [element_resistance(one, conditions) for one in (spec.first, spec.second)]
    bands = [*(due.today for due in dues), _whole_band(spec, conditions)]
    rows = tuple(
        RowDue(label, band, "Ω", 4, NEAR_ZERO, OPEN_END).empty()
        for label, band in zip(_LABELS.values(), bands, strict=True)
    )
    return expect(
        "tapped_resistance",
        "Halves and whole",
        rows[0].rail,
        Probes(
            drawing="tapped",
            first="a, then b",
            second="b, then c; then a to c",
            disconnect="all wires lifted off the studs",
        ),
        text="  ·  ".join(dict.fromkeys(row.due for row in rows)),
        detail="first half, second half, whole: R_ab + R_bc = R_ac",
        overflow_means="that half is broken",
        zero_means="that half is bridged",
        policy=tuple(dict.fromkeys(text for due in dues for text in due.policy)),
        warnings=tuple(dict.fromkeys(text for due in dues for text in due.warnings)),
        working=tuple(
            line.model_copy(update={"label": f"{line.label} ({half})"})
            for due, half in zip(dues, ("first half", "second half"), strict=True)
            for line in due.lines
        ),
        rows=rows,
    )
