"""What to expect of a sequence, and the first stage that fails."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.data_files import table
from hembit_core.display import Function
from hembit_core.errors import InputError
from hembit_core.families.ignition_sequence.spec import IgnitionSequence, Stage
from hembit_core.figures import Seconds
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.meter_figures import MeterFigure, meter_figure
from hembit_core.judging.rows import RowDue, deciding_rail, said
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.resistance_reading import Answers, DisplayText

_ABSENT = 0.1


class StageReading(Model):
    """What was seen of one stage: volts at its point, whether it acted, after how long [s]."""

    voltage: DisplayText = ""
    acted: Literal["yes", "no", "not_seen"] = "not_seen"
    after: Seconds | None = None


class SequenceReading(Model):
    """The stages as far as the sequence went, in the spec's order."""

    measurand: Literal["sequence"] = "sequence"
    stages: tuple[StageReading, ...] = Field(min_length=1, max_length=12)
    answers: Answers = {}


def expectations(spec: IgnitionSequence, conditions: Conditions) -> tuple[Expectation, ...]:
    """The volts of each stage, in order."""
    return (_expectation(spec),)


def _due(spec: IgnitionSequence, stage: Stage) -> RowDue:
    share, nominal = spec.percent.value / 100, stage.voltage.value
    band = Band(lower=nominal * (1 - share), upper=nominal * (1 + share), nominal=nominal)
    return RowDue(stage.name, band, "V", 3)


def _expectation(spec: IgnitionSequence) -> Expectation:
    rows = tuple(_due(spec, one).empty() for one in spec.stages)
    return expect(
        "sequence",
        "Stage by stage",
        rows[0].rail,
        Probes(
            drawing="sequence",
            first="the stage's point",
            second="its common or neutral",
            disconnect="nothing: watch it from the call for heat on",
        ),
        text=f"{len(rows)} stages, one after the other",
        detail=" → ".join(row.label for row in rows),
        overflow_means="take a higher range",
        zero_means="no volts there: what feeds it",
        policy=(f"volts ±{spec.percent.value:g} %",),
        room="live",
        rows=rows,
    )


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
    seen: list[tuple[Stage, StageReading, MeterFigure | None, Row]] = []
    for place, one in enumerate(reading.stages):
        stage = spec.stages[place]
        due = _due(spec, stage)
        if not one.voltage.strip():
            seen.append((stage, one, None, due.empty()))
            continue
        field = f"stages.{place}.voltage"
        figure = meter_figure(one.voltage, Function.VOLTAGE, reading.answers, field, conditions.meter)
        seen.append((stage, one, figure, due.placed(figure.value, figure.expanded)))
    if all(figure is None and one.acted == "not_seen" for _, one, figure, _ in seen):
        raise InputError("Give the volts of a stage, or whether it acted.").at(
            "reading.stages.0.voltage"
        )
    rows = (
        *(row for *_, row in seen),
        *(_due(spec, stage).empty() for stage in spec.stages[len(seen) :]),
    )
    verdict = _verdict(spec, seen)
    taken = tuple(row for row in rows if row.state)
    expectation = _expectation(spec)
    return verdict.build(
        expectation,
        rule,
        rail=deciding_rail(taken) if taken else expectation.rail,
        read_as=tuple(figure.display.read_as for _, _, figure, _ in seen if figure),
        working=tuple(figure.line(f"Meter, {stage.name}") for stage, _, figure, _ in seen if figure),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _verdict(
    spec: IgnitionSequence, seen: list[tuple[Stage, StageReading, MeterFigure | None, Row]]
) -> Verdict:
    for stage, one, figure, row in seen:
        suspects = _suspects(stage.name)
        absent = figure is not None and figure.value <= _ABSENT * stage.voltage.value
        if absent and one.acted != "yes":
            return Verdict(
                State.NOT_COMPARABLE,
                f"The first stage that fails: {stage.name}, no volts",
                f"Its load is not proven bad. What feeds it: {suspects['feeds']}.",
                side=Side.LOW,
                explanation=[f"{said(row)}; every stage before it was right."],
            )
        if row.state is State.OUTSIDE and one.acted != "yes":
            return Verdict(
                State.OUTSIDE,
                f"Outside: {stage.name} has the wrong volts",
                "The supply and the transformer first; then the joints on the way.",
                side=row.side,
                explanation=[f"{said(row)}."],
            )
        if one.acted == "no":
            fed = "volts and no action" if figure else "no action; its volts are not read"
            state = State.OPEN if figure else State.NOT_COMPARABLE
            return Verdict(
                state,
                f"The first stage that fails: {stage.name}, {fed}",
                f"The load: {suspects['load']}. Make it dead and measure it."
                if figure
                else "Read the volts at its point during its seconds: present, the load; absent, "
                "what feeds it.",
                side=Side.LOW,
            )
        late = stage.within and one.after and one.after.value > stage.within.value
        if late and stage.within and one.after:
            return Verdict(
                State.OUTSIDE,
                f"Outside: {stage.name} came after {one.after.value:g} s, "
                f"{stage.within.value:g} s are allowed",
                f"Slow: {suspects['load']}. The control gives up and locks out after some tries.",
                side=Side.HIGH,
            )
    missing = [one.name for one in spec.stages[len(seen) :]]
    missing += [stage.name for stage, one, figure, _ in seen if not figure and one.acted != "yes"]
    if missing:
        return Verdict(
            State.WITHIN,
            "Within, as far as it went",
            f"Go on with: {missing[0]}.",
            unsettled="the sequence was not followed to its end",
        )
    return Verdict(
        State.WITHIN,
        "Within: every stage had its volts and acted",
        "It runs. If it drops out later: flame sensing, limits, gas pressure under load.",
    )


def _suspects(name: str) -> dict[str, Any]:
    for one in table("ignition_stages")["stages"]:
        if one["name"] == name:
            return dict(one)
    return {"load": f"what “{name}” drives", "feeds": "the control's output, and the stage before it"}
