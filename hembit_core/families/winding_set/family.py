"""What to expect of a set of windings, judging each, and their balance."""

from __future__ import annotations

from functools import partial
from math import hypot
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.families.winding import family as winding
from hembit_core.families.winding.family import WindingResistance
from hembit_core.families.winding.resistance import winding_due
from hembit_core.families.winding_set.spec import WindingSet
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import judge_field, without_prefix
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, net_of
from hembit_core.notation import limit_text, plain
from hembit_core.working import WorkingLine

_TO_FRAME = "winding_to_frame"


class SetResistances(HowTaken):
    """Ohms of each winding of the set, in the spec's order."""

    about: ClassVar = Measurand(
        "Each winding",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="winding_set",
            first="one end of a winding",
            second="its other end",
            disconnect="all leads off; a double-ended secondary from tower to tower",
        ),
    )
    measurand: Literal["set_resistances"] = "set_resistances"
    displays: tuple[DisplayText, ...] = Field(min_length=2, max_length=6)
    settled: bool = True


def expectations(spec: WindingSet, conditions: Conditions) -> tuple[Expectation, ...]:
    """Each winding's ohms today, and the frame."""
    return _expectation(spec, conditions), terminal_to_case(_TO_FRAME, conditions.rules)


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
        return judge_terminal_to_case(spec, reading, conditions, rule, _TO_FRAME)
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
    rows = tuple(
        row_of(f"winding_{place}", one.name, found)
        for place, (one, found) in enumerate(zip(spec.windings, each, strict=True), start=1)
    )
    balance, line = _balance(spec, reading, conditions)
    everything = (*rows, *((balance,) if balance else ()))
    steps = {row.key: found.next_step for row, found in zip(rows, each, strict=True)}
    verdict = verdict_of_rows(
        everything, lambda row: steps.get(row.key, _UNBALANCED), "Next: to the frame."
    )
    if balance and balance.state is verdict.state and balance.state in _OUT_OF_BALANCE:
        verdict = _unbalanced(spec, balance, verdict)
    verdict.questions = [question for found in each for question in found.questions]
    return verdict.build(
        _expectation(spec, conditions),
        rule,
        rail=deciding_rail(everything),
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
        rows=everything,
    )


def _judge_one(
    spec: WindingSet,
    place: int,
    conditions: Conditions,
    rule: DecisionRule,
    reading: WindingResistance,
) -> Judgement:
    return winding.judge(spec.winding(place), reading, conditions, rule)


_OUT_OF_BALANCE = (State.OUTSIDE, State.JUST_OUTSIDE)
_UNBALANCED = (
    "Shorted turns or a bad joint in that winding: read it again with its ends cleaned, "
    "then compare its running current."
)


def _balance(
    spec: WindingSet, reading: SetResistances, conditions: Conditions
) -> tuple[Row | None, tuple[WorkingLine, ...]]:
    """How far the worst winding lies from the mean, against the limit, as a row of its own.

    One meter reads all of them, so that its gain is common and cancels; its counts are each
    reading's own, and the lead figure moves all alike.
    """
    if spec.balance is None:
        return None, ()
    nets = [
        net_of(reading, field, text, conditions, without_prefix(reading.answers, field))
        for place, text in enumerate(reading.displays)
        for field in (f"displays.{place}",)
    ]
    read = [one for one in nets if one is not None]
    mean = sum(one.net for one in read) / max(len(read), 1)
    if len(read) < len(nets) or mean <= 0:
        return None, ()
    far = max(read, key=lambda one: abs(one.net - mean))
    count = len(read)
    share, limit = 100 * abs(far.net - mean) / mean, spec.balance.value
    own = hypot(far.own * (1 - 1 / count), *(one.own / count for one in read if one is not far))
    budget = Budget.of(
        meter=100 * own / mean, leads=share * far.leads_expanded / 2 / mean if share else 0.0
    )
    name = spec.windings[read.index(far)].name
    row_due = RowDue("balance", f"{name}'s distance from the mean", Band(upper=limit), "%", 2)
    line = WorkingLine(
        key="balance",
        label="Balance",
        result=f"{share:.1f} % ({name})",
        formula="largest |R − mean| / mean",
        figures=f"mean {limit_text(mean, 'Ω', 4)}; up to {plain(limit)} % is allowed",
        source="phase to phase, one meter, one temperature: the gain is common and cancels",
        value=share,
        unit="%",
    )
    return row_due.placed(share, budget), (line,)


def _unbalanced(spec: WindingSet, row: Row, plain: Verdict) -> Verdict:
    assert row.state is not None and spec.balance is not None
    return Verdict(
        Code.UNBALANCED,
        row.state,
        f"{row.state.capitalize()}: {row.label}, {row.value.text if row.value else ''}",
        _UNBALANCED,
        side=row.side,
        explanation=[
            *plain.explanation,
            f"Windings of one set agree to within {spec.balance.told}, far better than their "
            "tolerance.",
        ],
    )


def _expectation(spec: WindingSet, conditions: Conditions) -> Expectation:
    dues = [winding_due(spec.winding(place), conditions) for place in range(len(spec.windings))]
    rows = tuple(
        RowDue(f"winding_{place}", one.name, due.today, "Ω", 4, NEAR_ZERO, OPEN_END).empty()
        for place, (one, due) in enumerate(zip(spec.windings, dues, strict=True), start=1)
    )
    return expect(
        SetResistances,
        rows[0].rail,
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


DECLARED = (Family(WindingSet, (SetResistances, TerminalToCase), expectations, judge),)
