"""What to expect of a position sensor: its track with both halves, and its sweep."""

from __future__ import annotations

from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.position_sensor.sweep import Sweep, judge_sweep, sweep_expectation
from hembit_core.families.resistive import family as resistive
from hembit_core.families.resistive.family import PartResistance
from hembit_core.families.resistive.spec import ResistivePart
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.rows import RowDue, deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import answers_of, judge_field
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import expanded_text, quantity
from hembit_core.resistance_reading import (
    DisplayText,
    HowTaken,
    ResistanceReading,
    net_resistance,
    read_field,
)
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine

_HALVES = {"first_half": "wiper to one end", "second_half": "wiper to the other end"}


class TrackAndHalves(HowTaken):
    """Ohms end to end, and from the wiper to each end at one place."""

    measurand: Literal["track_and_halves"] = "track_and_halves"
    track: DisplayText
    first_half: DisplayText | None = None
    second_half: DisplayText | None = None


def expectations(spec: PositionSensor, conditions: Conditions) -> tuple[Expectation, ...]:
    """The track with its halves, and the sweep."""
    return _expectation(spec), sweep_expectation(spec)


def judge(
    spec: PositionSensor,
    reading: TrackAndHalves | Sweep,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge the track by its band, and whether the halves add up to it; or the sweep.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    if isinstance(reading, Sweep):
        return judge_sweep(spec, reading, conditions, rule)
    part = ResistivePart(resistance=spec.track, tolerance=spec.tolerance)

    def judge_track(one: PartResistance) -> Judgement:
        return resistive.judge(part, one, conditions, rule)

    track = judge_field(reading, "track", reading.track, PartResistance, judge_track)
    halves = {
        name: _half(spec, reading, name, text, conditions)
        for name in _HALVES
        if (text := getattr(reading, name)) and text.strip()
    }
    rows = (row_of("track, end to end", track), *(row for row, _ in halves.values()))
    verdict = verdict_of_rows(
        rows,
        lambda row: (
            track.next_step
            if row.label.startswith("track")
            else "The wiper or its joint: clean and read again; then replace it, with its mark noted."
        ),
        "Now sweep it on a fixed range. Before refitting: set it by its halves, as the old one stood.",
    )
    verdict.questions = list(track.questions)
    lines: tuple[WorkingLine, ...] = ()
    if len(halves) == 2 and track.value and all(row.value for row, _ in halves.values()):
        lines, off = _sum_line(track, [row for row, _ in halves.values()])
        if off and verdict.state in (State.WITHIN, State.JUST_WITHIN, State.WATCH):
            verdict = off
    return verdict.build(
        _expectation(spec),
        rule,
        rail=deciding_rail(rows),
        read_as=(*track.read_as, *(text for _, text in halves.values())),
        value=track.value,
        working=(*track.working[len(track.expectation.working) :], *lines),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _half(
    spec: PositionSensor, reading: TrackAndHalves, name: str, text: str, conditions: Conditions
) -> tuple[Row, str]:
    """A half lies anywhere from nothing to the whole track: only OL says something by itself."""
    due = _half_due(spec, name)
    answers = answers_of(reading.answers, name)
    display = read_field(
        text,
        Function.RESISTANCE,
        {code.replace("display.", f"{name}.", 1): answer for code, answer in answers.items()},
        name,
    )
    if display.overflow:
        return due.stated(State.OPEN, Side.HIGH), display.read_as
    how = {field: getattr(reading, field) for field in HowTaken.model_fields}
    net = net_resistance(ResistanceReading(**how, display=text), display, conditions.meter)
    return (
        due.placed(max(net.net, 0.0), expanded(net.standard), missing=net.missing).model_copy(
            update={"state": State.WITHIN} if net.net <= (due.band.upper or net.net) else {}
        ),
        display.read_as,
    )


def _half_due(spec: PositionSensor, name: str) -> RowDue:
    band, _ = resistance_band(spec.tolerance, spec.track.value)
    return RowDue(
        _HALVES[name], Band(lower=0.0, upper=band.upper or spec.track.value * 2), "Ω", 3, None, OPEN_END
    )


def _sum_line(track: Judgement, halves: list[Row]) -> tuple[tuple[WorkingLine, ...], Verdict | None]:
    assert track.value
    figures = [row.value for row in halves if row.value]
    total = sum(one.value for one in figures)
    off = total - track.value.value
    u = combined(track.value.expanded, *(one.expanded for one in figures))
    line = WorkingLine(
        label="Halves against the track",
        result=f"{quantity(abs(off), 'Ω', 2)} apart, U {expanded_text(u, 'Ω')}",
        formula="R_1 + R_2 = R_track",
        figures=f"{' + '.join(quantity(one.value, 'Ω', 4) for one in figures)} = "
        f"{quantity(total, 'Ω', 4)}, track {quantity(track.value.value, 'Ω', 4)}",
        source="resistances in series; a wiper's own contact comes in twice",
        value=off,
        unit="Ω",
    )
    if abs(off) <= u:
        return (line,), None
    verdict = Verdict(
        State.OUTSIDE,
        "Outside: the halves do not add up to the track",
        "The wiper's contact adds its own ohms, or it moved between readings: hold it still, read "
        "all three again; then clean or replace it.",
        side=Side.HIGH if off > 0 else Side.LOW,
        explanation=[f"{line.figures}: {line.result}."],
    )
    return (line,), verdict


def _expectation(spec: PositionSensor) -> Expectation:
    band, text = resistance_band(spec.tolerance, spec.track.value)
    rows = (
        RowDue("track, end to end", band, "Ω", 3, NEAR_ZERO, OPEN_END).empty(),
        *(_half_due(spec, name).empty() for name in _HALVES),
    )
    half = quantity(spec.track.value / 2, "Ω", 3)
    return expect(
        "track_and_halves",
        "Track and halves",
        rows[0].rail,
        Probes(
            drawing="track",
            first="one end",
            second="the other; then wiper to each",
            disconnect="plug off; note its mark and take a photo before it is moved",
        ),
        text=rows[0].due,
        detail=f"the halves add up to the track; in the middle {half} each",
        overflow_means="the track is broken",
        zero_means="the track is bridged",
        policy=(text,),
        rows=rows,
        digits=3,
    )
