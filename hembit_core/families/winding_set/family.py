"""What to expect of a set of windings, judging each, and their balance."""

from __future__ import annotations

from functools import partial
from typing import Literal

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.errors import InputError
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.families.winding import family as winding
from hembit_core.families.winding.family import WindingResistance
from hembit_core.families.winding.resistance import winding_due
from hembit_core.families.winding_set.spec import WindingSet
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Measured, Probes
from hembit_core.judging.rows import RowDue, deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import answers_of, judge_field
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.meters import reading_uncertainty
from hembit_core.resistance_reading import DisplayText, HowTaken, read_field
from hembit_core.uncertainty import expanded, rectangular
from hembit_core.working import WorkingLine

_TO_FRAME = "winding_to_frame"


class SetResistances(HowTaken):
    """Ohms of each winding of the set, in the spec's order."""

    measurand: Literal["set_resistances"] = "set_resistances"
    displays: tuple[DisplayText, ...] = Field(min_length=2, max_length=6)
    settled: bool = True


def expectations(spec: WindingSet, conditions: Conditions) -> tuple[Expectation, ...]:
    """Each winding's ohms today, and the frame."""
    return _expectation(spec, conditions), terminal_to_case(_TO_FRAME)


def judge(
    spec: WindingSet,
    reading: SetResistances | TerminalToCase,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge each winding by its own band, then the balance of the set.

    Raises
    ------
    InputError
        If there is not one display for each winding, or one cannot be used.
    """
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(reading, conditions, rule, _TO_FRAME)
    if len(reading.displays) != len(spec.windings):
        raise InputError(
            f"The set has {len(spec.windings)} windings; {len(reading.displays)} displays are given."
        ).at("reading.displays")
    each = [
        judge_field(
            reading,
            f"displays.{place}",
            display,
            WindingResistance,
            partial(_judge_one, spec, place, conditions, rule),
            settled=reading.settled,
        )
        for place, display in enumerate(reading.displays)
    ]
    rows = tuple(row_of(one.name, found) for one, found in zip(spec.windings, each, strict=True))
    steps = {row.label: found.next_step for row, found in zip(rows, each, strict=True)}
    verdict = verdict_of_rows(rows, lambda row: steps[row.label], "Next: to the frame.")
    verdict.questions = [question for found in each for question in found.questions]
    balance, line = _balance(spec, [found.value for found in each], _counts(reading, conditions))
    if balance and verdict.state in (State.WITHIN, State.JUST_WITHIN, State.WATCH):
        verdict = balance
    return verdict.build(
        _expectation(spec, conditions),
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(text for found in each for text in found.read_as),
        working=(
            *(
                step.model_copy(update={"label": f"{step.label}: {row.label}"})
                for row, found in zip(rows, each, strict=True)
                for step in found.working[len(found.expectation.working) :]
            ),
            *line,
        ),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _judge_one(
    spec: WindingSet,
    place: int,
    conditions: Conditions,
    rule: DecisionRule,
    reading: WindingResistance,
) -> Judgement:
    return winding.judge(spec.winding(place), reading, conditions, rule)


def _balance(
    spec: WindingSet, values: list[Measured | None], counts: float
) -> tuple[Verdict | None, tuple[WorkingLine, ...]]:
    """How far the worst winding lies from the mean, against the limit.

    One meter reads all of them, so that its gain is common and only its
    ``counts`` [Ω, standard uncertainty] make a difference uncertain.
    """
    if spec.balance is None or any(one is None for one in values):
        return None, ()
    ohms = [one.value for one in values if one]
    mean = sum(ohms) / len(ohms)
    if mean <= 0:
        return None, ()
    far = max(ohms, key=lambda one: abs(one - mean))
    share, limit = 100 * abs(far - mean) / mean, spec.balance.value
    name = spec.windings[ohms.index(far)].name
    line = WorkingLine(
        label="Balance",
        result=f"{share:.1f} % ({name})",
        formula="largest |R − mean| / mean",
        figures=f"mean {mean:.4g} Ω; up to {limit:g} % is allowed",
        source="phase to phase, one meter, one temperature",
        value=share,
        unit="%",
    )
    if share <= limit:
        return None, (line,)
    certain = share - 100 * expanded(counts) / mean > limit
    state = State.OUTSIDE if certain else State.JUST_OUTSIDE
    verdict = Verdict(
        state,
        f"{state.capitalize()}: {name} is {share:.1f} % off the set's mean",
        "Shorted turns or a bad joint in that winding: read it again with its ends cleaned, "
        "then compare its running current.",
        side=Side.HIGH if far > mean else Side.LOW,
        explanation=[
            f"Windings of one set agree to within {limit:g} %, far better than their tolerance."
        ],
    )
    return verdict, (line,)


def _counts(reading: SetResistances, conditions: Conditions) -> float:
    """The largest standard uncertainty that the meter's counts give to one of the displays [Ω]."""
    found = [0.0]
    for place, text in enumerate(reading.displays):
        answers = answers_of(reading.answers, f"displays.{place}")
        display = read_field(text, Function.RESISTANCE, answers, "display")
        if display.value is not None:
            share = reading_uncertainty(conditions.meter, display, reading.range_top)
            found.append(rectangular(share.counts * share.step))
    return max(found)


def _expectation(spec: WindingSet, conditions: Conditions) -> Expectation:
    dues = [winding_due(spec.winding(place), conditions) for place in range(len(spec.windings))]
    rows = tuple(
        RowDue(one.name, due.today, "Ω", 4, NEAR_ZERO, OPEN_END).empty()
        for one, due in zip(spec.windings, dues, strict=True)
    )
    return expect(
        "set_resistances",
        "Each winding",
        rows[0].rail,
        Probes(
            drawing="winding_set",
            first="one end of a winding",
            second="its other end",
            disconnect="all leads off; a double-ended secondary from tower to tower",
        ),
        text="  ·  ".join(dict.fromkeys(row.due for row in rows)),
        detail=", ".join(row.label for row in rows),
        overflow_means="that winding is broken",
        zero_means="its turns are bridged, or it needs the lead zero",
        policy=dues[0].policy,
        working=tuple(
            line.model_copy(update={"label": f"{line.label} ({row.label})"})
            for due, row in zip(dues, rows, strict=True)
            for line in due.lines[:2]
        ),
        rows=rows,
    )
