"""Watched while the lead is wriggled: at rest, and the least and most it showed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.rows import deciding_rail, row_of, said, verdict_of_rows
from hembit_core.judging.several import judge_field
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.resistance_reading import DisplayText, HowTaken, ResistanceReading
from hembit_core.uncertainty import combined
from hembit_core.working import WorkingLine

JudgeOne = Callable[[ResistanceReading], Judgement]
_NEXT = (
    "A joint or a crack: look where it moved. Repair the joint, or replace the part or its lead; then "
    "wriggle it again."
)


class Wriggled(HowTaken):
    """Displays at rest, at the least and at the most while lead and part were moved (OL counts)."""

    measurand: Literal["wriggled"] = "wriggled"
    at_rest: DisplayText
    least: DisplayText
    most: DisplayText


def wriggled_expectation(single: Expectation) -> Expectation:
    """As at rest, and steady."""
    return single.model_copy(
        update={
            "measurand": "wriggled",
            "title": "While wriggled",
            "text": "steady",
            "detail": f"{single.text} at rest, and the same while lead and part are moved",
            "overflow_means": "it opens when moved",
            "plot": None,
        }
    )


def judge_wriggled(
    reading: Wriggled,
    single: Expectation,
    kind: type[ResistanceReading],
    judge_one: JudgeOne,
    rule: DecisionRule,
) -> Judgement:
    """Judge the figure at rest, then whether it stood still.

    A swing of more than √(U_least² + U_most²), half of it for one meter on one
    range, is the part's, not the meter's.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    found = {
        name: judge_field(reading, name, getattr(reading, name), kind, judge_one)
        for name in ("at_rest", "least", "most")
    }
    rows = tuple(
        row_of(label, found[name])
        for name, label in (("at_rest", "at rest"), ("least", "least"), ("most", "most"))
    )
    rest = found["at_rest"]
    verdict = verdict_of_rows((rows[0],), lambda row: rest.next_step, "Steady: not this joint.")
    verdict.questions = [question for one in found.values() for question in one.questions]
    swing, line = _swing(found)
    if verdict.questions:
        verdict.state = State.PLEASE_CONFIRM
    elif rest.state is not State.OPEN:
        moved = [one for one in rows[1:] if one.state in (State.OPEN, State.SHORT)]
        if moved:
            state = moved[0].state or State.OPEN
            word = "opens" if state is State.OPEN else "shorts"
            verdict = Verdict(
                state,
                f"Intermittent: it {word} when it is moved",
                _NEXT,
                side=Side.HIGH if state is State.OPEN else Side.LOW,
                explanation=[f"{said(rows[0])}; moved, {said(moved[0])}."],
            )
        elif swing:
            off = [one for one in rows[1:] if one.state is State.OUTSIDE]
            verdict = Verdict(
                State.OUTSIDE if off else State.WATCH,
                f"Intermittent: it moves {'out of' if off else 'inside'} its band when it is moved",
                _NEXT,
                side=off[0].side if off else None,
                explanation=[f"{one.label}: {one.value.text}." for one in rows if one.value],
            )
    return verdict.build(
        wriggled_expectation(single),
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(text for one in found.values() for text in one.read_as),
        value=rest.value,
        working=(*rest.working[len(rest.expectation.working) :], *line),
        policy=rest.policy[len(rest.expectation.policy) + 1 :],
        rows=rows,
    )


def _swing(found: dict[str, Judgement]) -> tuple[bool, tuple[WorkingLine, ...]]:
    least, most = found["least"].value, found["most"].value
    if least is None or most is None:
        return False, ()
    allowed = combined(least.expanded, most.expanded) / 2
    swing = abs(most.value - least.value)
    unit = "K" if least.unit == "°C" else least.unit
    line = WorkingLine(
        label="Swing",
        result=f"{swing:.3g} {unit}, {allowed:.2g} {unit} is the meter's",
        formula="|most − least| against √(U² + U²) / 2",
        figures=f"{least.text} to {most.text}",
        source="one meter on one range: most of its uncertainty is common to both",
        value=swing,
        unit=unit,
    )
    return swing > allowed, (line,)
