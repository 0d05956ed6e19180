"""What to expect of a sequence, and the first stage that fails."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import combined, rectangular
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.ignition_sequence.spec import IgnitionSequence, Stage
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.figures import Seconds
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.rules.values import Rules


class StageReading(Model):
    """What was seen of one stage: volts at its point, whether it acted, after how long [s]."""

    voltage: DisplayText = ""
    acted: Literal["yes", "no", "not_seen"] = "not_seen"
    after: Seconds | None = None


class SequenceReading(Model):
    """The stages as far as the sequence went, in the spec's order."""

    about: ClassVar = Measurand(
        "Stage by stage",
        Step.LIVE,
        "live",
        6,
        Role.SEQUENCE,
        Probes(
            drawing="sequence",
            first="the stage's point",
            second="its common or neutral",
            disconnect="nothing: watch it from the call for heat on",
        ),
    )
    measurand: Literal["sequence"] = "sequence"
    stages: tuple[StageReading, ...] = Field(min_length=1, max_length=12)
    answers: Answers = {}


def expectations(spec: IgnitionSequence, conditions: Conditions) -> tuple[Expectation, ...]:
    """The volts of each stage, in order."""
    return (_expectation(spec),)


def _due(spec: IgnitionSequence, place: int) -> RowDue:
    stage = spec.stages[place]
    share, nominal = spec.percent.value / 100, stage.voltage.value
    band = Band(lower=nominal * (1 - share), upper=nominal * (1 + share), nominal=nominal)
    return RowDue(f"stage_{place + 1}", stage.name, band, "V", 3)


def _expectation(spec: IgnitionSequence) -> Expectation:
    rows = tuple(_due(spec, place).empty() for place in range(len(spec.stages)))
    return expect(
        SequenceReading,
        rows[0].rail,
        text=f"{len(rows)} stages, one after the other",
        detail=" → ".join(row.label for row in rows),
        overflow_means="take a higher range",
        zero_means="no volts there: what feeds it",
        policy=(f"volts ±{spec.percent.told}",),
        rows=rows,
    )


@dataclass(frozen=True)
class _Seen:
    """One stage as it was seen: its volts and seconds, each as a row where they were read."""

    stage: Stage
    reading: StageReading
    figure: MeterFigure | None
    volts: Row
    seconds: Row | None
    absent: bool

    @property
    def rows(self) -> tuple[Row, ...]:
        return (self.volts,) if self.seconds is None else (self.volts, self.seconds)


def judge(
    spec: IgnitionSequence, reading: SequenceReading, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Find the first stage that fails: volts and no action, its load; no volts, what feeds it.

    Raises
    ------
    InputError
        If there are more stages than the spec has, or a display cannot be used.
    """
    if len(reading.stages) > len(spec.stages):
        raise InputError(
            f"The sequence has {len(spec.stages)} stages, {len(reading.stages)} were given."
        ).at("reading.stages")
    seen = [_see(spec, reading, place, conditions) for place in range(len(reading.stages))]
    if all(one.figure is None and one.reading.acted == "not_seen" for one in seen):
        raise InputError("Give the volts of a stage, or whether it acted.").at(
            "reading.stages.0.voltage"
        )
    rows = (
        *(one.volts for one in seen),
        *(_due(spec, place).empty() for place in range(len(seen), len(spec.stages))),
        *(one.seconds for one in seen if one.seconds),
    )
    taken = tuple(row for row in rows if row.state)
    expectation = _expectation(spec)
    return _verdict(spec, seen, taken).build(
        expectation,
        rule,
        rail=deciding_rail(taken) if taken else expectation.rail,
        read_as=tuple(one.figure.display.read_as for one in seen if one.figure),
        working=tuple(one.figure.line(f"Meter, {one.stage.name}") for one in seen if one.figure),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _see(spec: IgnitionSequence, reading: SequenceReading, place: int, conditions: Conditions) -> _Seen:
    stage, one = spec.stages[place], reading.stages[place]
    due, rules = _due(spec, place), conditions.rules
    seconds = _seconds(stage, one, place, rules)
    if not one.voltage.strip():
        return _Seen(stage, one, None, due.empty(), seconds, absent=False)
    field = f"stages.{place}.voltage"
    figure = meter_figure(one.voltage, Function.VOLTAGE, reading.answers, field, conditions.meter)
    row = due.placed(figure.value, Budget.of(meter=figure.standard))
    absent = figure.value <= rules.sequence_absent_share * stage.voltage.value
    if absent:
        row = row.model_copy(update={"state": State.NOT_COMPARABLE})
    return _Seen(stage, one, figure, row, seconds, absent)


def _seconds(stage: Stage, one: StageReading, place: int, rules: Rules) -> Row | None:
    """How soon it acted, by a stopwatch, where a window is given."""
    if stage.within is None or one.after is None:
        return None
    due = RowDue(
        f"seconds_{place + 1}", f"{stage.name}, seconds", Band(upper=stage.within.value), "s", 2
    )
    standard = combined(rectangular(rules.stopwatch_limit_s), rectangular(one.after.step / 2))
    return due.placed(one.after.value, Budget.of(gauge=standard))


_OFF = (State.OUTSIDE, State.JUST_OUTSIDE)


def _verdict(spec: IgnitionSequence, seen: list[_Seen], taken: tuple[Row, ...]) -> Verdict:
    for one in seen:
        found = _failed(one)
        if found:
            return found
    missing = [stage.name for stage in spec.stages[len(seen) :]]
    missing += [one.stage.name for one in seen if not one.figure and one.reading.acted != "yes"]
    plain = None
    if any(row.state is not State.WITHIN for row in taken):
        plain = verdict_of_rows(taken, lambda row: "Read that stage again, on a finer range.", "")
    if missing:
        verdict = plain or Verdict(Code.PLACED, State.WITHIN, "Within, as far as it went", "")
        verdict.code, verdict.next_step = Code.SEQUENCE_NOT_ENDED, f"Go on with: {missing[0]}."
        verdict.undecided_by = (*verdict.undecided_by, "not_followed_to_its_end")
        verdict.unsettled = "the sequence was not followed to its end"
        return verdict
    return plain or Verdict(
        Code.SEQUENCE_RAN,
        State.WITHIN,
        "Within: every stage had its volts and acted",
        "It runs. If it drops out later: flame sensing, limits, gas pressure under load.",
    )


def _failed(one: _Seen) -> Verdict | None:
    """What this stage fails by; None where it went on."""
    suspects, name, acted = _suspects(one.stage.name), one.stage.name, one.reading.acted
    if one.absent and acted != "yes":
        return Verdict(
            Code.STAGE_WITHOUT_VOLTS,
            State.NOT_COMPARABLE,
            f"The first stage that fails: {name}, no volts",
            f"Its load is not proven bad. What feeds it: {suspects['feeds']}.",
            side=Side.LOW,
            explanation=[f"{said(one.volts)}; every stage before it was right."],
            pattern=one.volts.key,
        )
    if one.absent:
        return Verdict(
            Code.CONTRADICTION,
            State.NOT_COMPARABLE,
            f"Not comparable: {name} acted without its volts",
            "The probes on another point, or read at another moment? Read it again while it acts.",
            explanation=[f"{said(one.volts)}."],
            pattern=one.volts.key,
        )
    if one.volts.state in _OFF:
        return Verdict(
            Code.STAGE_WRONG_VOLTS,
            one.volts.state,
            f"{one.volts.state.capitalize()}: {name} has the wrong volts",
            "The supply and the transformer first; then the joints on the way.",
            side=one.volts.side,
            explanation=[f"{said(one.volts)}."],
            pattern=one.volts.key,
        )
    if acted == "no":
        fed = "volts and no action" if one.figure else "no action; its volts are not read"
        return Verdict(
            Code.STAGE_WITHOUT_ACTION,
            State.OPEN if one.figure else State.NOT_COMPARABLE,
            f"The first stage that fails: {name}, {fed}",
            f"The load: {suspects['load']}. Make it dead and measure it."
            if one.figure
            else "Read the volts at its point during its seconds: present, the load; absent, "
            "what feeds it.",
            side=Side.LOW,
            pattern=one.volts.key,
        )
    if one.seconds and one.seconds.state in _OFF:
        return Verdict(
            Code.STAGE_LATE,
            one.seconds.state,
            f"{one.seconds.state.capitalize()}: {name} came after {_shown(one)}",
            f"Slow: {suspects['load']}. The control gives up and locks out after some tries.",
            side=Side.HIGH,
            explanation=[f"{said(one.seconds)}."],
            pattern=one.seconds.key,
        )
    return None


def _shown(one: _Seen) -> str:
    """How late it was: ``9 s, 7 s are allowed``."""
    assert one.reading.after and one.stage.within
    return f"{one.reading.after.told}, {one.stage.within.told} are allowed"


def _suspects(name: str) -> dict[str, Any]:
    for one in table("ignition_stages")["stages"]:
        if one["name"] == name:
            return dict(one)
    return {"load": f"what “{name}” drives", "feeds": "the control's output, and the stage before it"}


DECLARED = (
    Family(IgnitionSequence, (SequenceReading,), expectations, judge, thing=False, lights=True),
)
