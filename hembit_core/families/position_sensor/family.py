"""What to expect of a position sensor: its track with both halves, and its sweep."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.placing import place_overflow
from hembit_core.conformity.states import DecisionRule, Outcome, Side, State
from hembit_core.families.declared import Family
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.position_sensor.sweep import Sweep, judge_sweep, sweep_expectation
from hembit_core.families.resistive import family as resistive
from hembit_core.families.resistive.family import PartResistance
from hembit_core.families.resistive.spec import ResistivePart
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.halves import HalvesSum, HalvesWords, halves_sum
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, row_of, verdict_of_rows
from hembit_core.judging.several import judge_field, without_prefix
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import (
    DisplayText,
    HowTaken,
    NetResistance,
    net_of,
    overflow_floor,
)
from hembit_core.notation import quantity

_TRACK = "track"
_SUM = HalvesWords(
    label="Halves against the track",
    whole="track",
    formula="R_1 + R_2 = R_track",
    source="resistances in series; a wiper's own contact comes in twice",
)
_HALVES = {"first_half": "wiper to one end", "second_half": "wiper to the other end"}


class TrackAndHalves(HowTaken):
    """Ohms end to end, and from the wiper to each end at one place."""

    about: ClassVar = Measurand(
        "Track and halves",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="track",
            first="one end",
            second="the other; then wiper to each",
            disconnect="plug off; note its mark and take a photo before it is moved",
        ),
    )
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

    track = judge_field(reading, _TRACK, reading.track, PartResistance, judge_track)
    nets = {
        name: net_of(reading, name, text, conditions, without_prefix(reading.answers, name))
        for name in (_TRACK, *_HALVES)
        if (text := getattr(reading, name)) and text.strip()
    }
    rows = (
        row_of(_TRACK, "track, end to end", track),
        *(_half(spec, reading, name, nets[name], conditions) for name in _HALVES if name in nets),
    )
    verdict = verdict_of_rows(
        rows,
        lambda row: (
            track.next_step
            if row.key == _TRACK
            else "The wiper or its joint: clean and read again; then replace it, with its mark noted."
        ),
        "Now sweep it on a fixed range. Before refitting: set it by its halves, as the old one stood.",
    )
    verdict.questions = list(track.questions)
    both = halves_sum([nets.get(name) for name in _HALVES], nets.get(_TRACK), _SUM)
    rejected = any(row.outcome is Outcome.REJECT for row in rows) or verdict.questions
    if both and not both.adds_up and not rejected:
        verdict = _do_not_add_up(both)
    halves = (net.display.read_as if net else "OL" for name, net in nets.items() if name != _TRACK)
    return verdict.build(
        _expectation(spec),
        rule,
        rail=deciding_rail(rows),
        read_as=(*track.read_as, *halves),
        value=track.value,
        working=(
            *track.working[len(track.expectation.working) :],
            *((both.line,) if both else ()),
        ),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _half(
    spec: PositionSensor,
    reading: TrackAndHalves,
    name: str,
    net: NetResistance | None,
    conditions: Conditions,
) -> Row:
    """A half lies anywhere from nothing to the whole track."""
    due = _half_due(spec, name)
    if net is None:
        return due.stated(place_overflow(overflow_floor(reading, conditions), due.band), Side.HIGH)
    return due.placed(net.net, net.budget, net.missing)


def _half_due(spec: PositionSensor, name: str) -> RowDue:
    band, _ = resistance_band(spec.tolerance, spec.track.value)
    upper = band.upper if band.upper is not None else spec.track.value * 2
    return RowDue(name, _HALVES[name], Band(upper=upper), "Ω", 3, None, OPEN_END)


def _do_not_add_up(both: HalvesSum) -> Verdict:
    return Verdict(
        Code.PARTS_DO_NOT_ADD_UP,
        State.OUTSIDE,
        "Outside: the halves do not add up to the track",
        "The wiper's contact adds its own ohms, or it moved between readings: hold it still, read "
        "all three again; then clean or replace it.",
        side=Side.LOW if both.off > 0 else Side.HIGH,
        explanation=[f"{both.line.figures}: {both.line.result}."],
    )


def _expectation(spec: PositionSensor) -> Expectation:
    band, text = resistance_band(spec.tolerance, spec.track.value)
    rows = (
        RowDue(_TRACK, "track, end to end", band, "Ω", 3, NEAR_ZERO, OPEN_END).empty(),
        *(_half_due(spec, name).empty() for name in _HALVES),
    )
    half = quantity(spec.track.value / 2, "Ω", 3)
    return expect(
        TrackAndHalves,
        rows[0].rail,
        text=rows[0].due,
        detail=f"the halves add up to the track; in the middle {half} each",
        overflow_means="the track is broken",
        zero_means="the track is bridged",
        policy=(text,),
        rows=rows,
        digits=3,
    )


DECLARED = (Family(PositionSensor, (TrackAndHalves, Sweep), expectations, judge),)
