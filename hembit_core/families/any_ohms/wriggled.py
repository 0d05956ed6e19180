"""Watched while the lead is wriggled: at rest, and the least and most it showed."""

from __future__ import annotations

from math import hypot
from typing import ClassVar, Literal

from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import expanded
from hembit_core.families.any_ohms.single import Single
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import deciding_rail, row_of, said, verdict_of_rows
from hembit_core.judging.several import judge_field, without_prefix
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, net_of
from hembit_core.notation import quantity
from hembit_core.working import WorkingLine

_FIELDS = {"at_rest": "at rest", "least": "least", "most": "most"}
_NEXT = (
    "A joint or a crack: look where it moved. Repair the joint, or replace the part or its lead; then "
    "wriggle it again."
)
_GONE = (State.OPEN, State.SHORT)


class Wriggled(HowTaken):
    """Displays at rest, at the least and at the most while lead and part were moved (OL counts)."""

    about: ClassVar = Measurand(
        "While wriggled",
        Step.MEASURE,
        "dead",
        3,
        Role.MOVED,
        Probes(
            drawing="resistive",
            first="one end",
            second="the other",
            disconnect="clipped on, so that both hands are free; move lead and part",
        ),
        side=True,
    )
    measurand: Literal["wriggled"] = "wriggled"
    at_rest: DisplayText
    least: DisplayText
    most: DisplayText


def wriggled_expectation(single: Expectation) -> Expectation:
    """As at rest, and steady."""
    return single.model_copy(
        update={
            "measurand": measurand_of(Wriggled),
            "title": Wriggled.about.title,
            "text": "steady",
            "detail": f"{single.text} at rest, and the same while lead and part are moved",
            "overflow_means": "it opens when moved",
            "plot": None,
        }
    )


def judge_wriggled(
    reading: Wriggled, single: Single, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge all three figures by the part's spec, then whether it stood still.

    The worst of the three decides; a swing of more than the U of a difference on one meter and
    range (its gain is common, its counts are not) is the part's, not the meter's.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    found = {
        name: judge_field(reading, name, getattr(reading, name), single.kind, single.judge)
        for name in _FIELDS
    }
    rows = tuple(row_of(name, label, found[name]) for name, label in _FIELDS.items())
    rest = found["at_rest"]
    verdict = verdict_of_rows(rows, lambda row: found[row.key].next_step, "Steady: not this joint.")
    verdict.questions = [question for one in found.values() for question in one.questions]
    swings, line = _swing(reading, conditions)
    if not verdict.questions and rest.state not in _GONE:
        verdict = _moved(rows, verdict, swings=swings)
    return verdict.build(
        wriggled_expectation(single.expectation),
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(text for one in found.values() for text in one.read_as),
        value=rest.value,
        working=(*rest.working[len(rest.expectation.working) :], *line),
        policy=rest.policy[len(rest.expectation.policy) + 1 :],
        rows=rows,
    )


def _moved(rows: tuple[Row, ...], plain: Verdict, *, swings: bool) -> Verdict:
    """What the movement adds: it opens, it shorts, or it swings."""
    gone = [row for row in rows[1:] if row.state in _GONE]
    if gone:
        state = gone[0].state or State.OPEN
        word = "opens" if state is State.OPEN else "shorts"
        return Verdict(
            Code.INTERMITTENT,
            state,
            f"Intermittent: it {word} when it is moved",
            _NEXT,
            side=Side.HIGH if state is State.OPEN else Side.LOW,
            explanation=[f"{said(rows[0])}; moved, {said(gone[0])}."],
            pattern=Code.INTERMITTENT,
        )
    if not swings:
        return plain
    passes = plain.state in (State.WITHIN, State.WATCH)
    out = plain.state in (State.OUTSIDE, State.JUST_OUTSIDE)
    where = (
        "out of" if out else "inside" if passes or plain.state is State.JUST_WITHIN else "in or out of"
    )
    return Verdict(
        Code.INTERMITTENT,
        State.WATCH if passes else plain.state,
        f"Intermittent: it moves {where} its band when it is moved",
        _NEXT,
        side=plain.side,
        explanation=[f"{one.label}: {one.value.text}." for one in rows if one.value],
        undecided_by=plain.undecided_by,
        unsettled=plain.unsettled,
        dominant=plain.dominant,
        pattern=Code.INTERMITTENT,
    )


def _swing(reading: Wriggled, conditions: Conditions) -> tuple[bool, tuple[WorkingLine, ...]]:
    nets = [
        net_of(
            reading, field, getattr(reading, field), conditions, without_prefix(reading.answers, field)
        )
        for field in ("least", "most")
    ]
    if nets[0] is None or nets[1] is None:
        return False, ()
    least, most = nets[0], nets[1]
    allowed = expanded(hypot(least.own, most.own))
    swing = abs(most.net - least.net)
    line = WorkingLine(
        key="swing",
        label="Swing",
        result=f"{quantity(swing, 'Ω', 3)}, {quantity(allowed, 'Ω', 2)} is the meter's",
        formula="|most − least| against 2 · √(u² + u²), the counts alone",
        figures=f"{least.display.shown} to {most.display.shown}",
        source="one meter on one range: its gain is common to both",
        value=swing,
        unit="Ω",
    )
    return swing > allowed, (line,)
