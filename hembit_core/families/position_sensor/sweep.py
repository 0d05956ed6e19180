"""A sweep of the wiper: smooth and without a gap, and never taken in by the meter's range change."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from math import inf, log10
from statistics import median
from typing import Literal

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.display import Display, Function
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import OPEN_END, expect
from hembit_core.judging.judgement import (
    Expectation,
    Judgement,
    Mark,
    Plot,
    PlotPoint,
    Probes,
    rail_of,
)
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.meters import Meter, reading_uncertainty, stated_range
from hembit_core.notation import quantity
from hembit_core.resistance_reading import DisplayText, HowTaken, read_field
from hembit_core.uncertainty import expanded
from hembit_core.working import WorkingLine

_COUNTS = (200.0, 400.0, 600.0, 1000.0, 2000.0, 4000.0, 5000.0, 6000.0, 10000.0)
"""Where meters of usual counts change range, as leading figures of the range's top."""


class Sweep(HowTaken):
    """Displays in the order they came while the wiper went from end to end.

    ``evenly`` says that the wiper was moved by equal steps, so that linearity can be told.
    """

    measurand: Literal["sweep"] = "sweep"
    displays: tuple[DisplayText, ...] = Field(min_length=4, max_length=400)
    evenly: bool = False


@dataclass(frozen=True)
class Gap:
    """Samples ``first`` to ``last`` off the line; ``ranging`` if the meter's range change did it."""

    first: int
    last: int
    ranging: bool


def find_gaps(
    values: tuple[float, ...], expanded_each: tuple[float, ...], tops: tuple[float, ...] | None
) -> tuple[Gap, ...]:
    """Samples that jump off the line through their neighbours, ``inf`` for OL.

    Parameters
    ----------
    values : net of nothing, in the order taken [Ω].
    expanded_each : U of each [Ω].
    tops : the meter's range tops [Ω]; None for a meter whose ranges are not known,
        empty for a fixed range, where nothing is the meter's doing.

    A single sample that jumps where the neighbours stand at a range's top is the
    meter changing range; two or more in a row, or elsewhere, are a gap.
    """
    finite = [one for one in values if one != inf]
    steps = [abs(b - a) for a, b in pairwise(finite)]
    usual = median(steps) if steps else 0.0
    bad: list[int] = []
    for place, value in enumerate(values):
        if value == inf:
            bad.append(place)
            continue
        before = next((values[i] for i in range(place - 1, -1, -1) if i not in bad), None)
        after = next((one for one in values[place + 1 :] if one != inf), None)
        if before is None or after is None:
            continue
        allowed = 3 * usual + 2 * expanded_each[place]
        low, high = min(before, after) - allowed, max(before, after) + allowed
        if not low <= value <= high:
            bad.append(place)
    runs: list[list[int]] = []
    for place in bad:
        if runs and place == runs[-1][-1] + 1:
            runs[-1].append(place)
        else:
            runs.append([place])
    return tuple(Gap(run[0], run[-1], _is_ranging(run, values, tops)) for run in runs)


def _is_ranging(run: list[int], values: tuple[float, ...], tops: tuple[float, ...] | None) -> bool:
    if len(run) > 1 or run[0] == 0 or run[0] == len(values) - 1:
        return False
    low, high = sorted((values[run[0] - 1], values[run[0] + 1]))
    if high == inf:
        return False
    known = _usual_tops(low, high) if tops is None else tops
    return any(low * 0.98 <= top <= high * 1.02 for top in known)


def _usual_tops(low: float, high: float) -> tuple[float, ...]:
    if low <= 0:
        return ()
    decades = range(int(log10(low)) - 4, int(log10(max(high, 1.0))) + 2)
    return tuple(top * 10.0**decade for top in _COUNTS for decade in decades)


def sweep_expectation(spec: PositionSensor) -> Expectation:
    """A smooth run from near 0 to the track."""
    band, text = resistance_band(spec.tolerance, spec.track.value)
    top = band.upper or spec.track.value
    return expect(
        "sweep",
        "Sweep",
        rail_of(Band(lower=0.0, upper=top), "Ω", 3, None, OPEN_END),
        Probes(
            drawing="track",
            first="wiper",
            second="one end",
            disconnect="plug off; fix the meter's range, and move the wiper slowly",
        ),
        text="smooth, no gap",
        detail=f"from near 0 to {quantity(spec.track.value, 'Ω', 3)}, one way, on a fixed range",
        overflow_means="a dead spot, unless the meter was changing range",
        zero_means="at its end",
        policy=(text,),
    )


def judge_sweep(
    spec: PositionSensor, reading: Sweep, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a sweep: gaps, turning back, linearity.

    Raises
    ------
    InputError
        If a display or the range cannot be used.
    """
    displays = tuple(
        read_field(text, Function.RESISTANCE, reading.answers, f"displays.{place}")
        for place, text in enumerate(reading.displays)
    )
    values = tuple(inf if one.value is None else one.value for one in displays)
    u = tuple(_u(one, conditions.meter, reading.range_top) for one in displays)
    gaps = find_gaps(values, u, _tops(conditions.meter, reading.range_top))
    verdict = _verdict(values, u, gaps)
    lines, curved = _linearity(spec, reading, values, gaps)
    if curved and verdict.state is State.WITHIN:
        verdict = curved
    highest = max((one for one in values if one != inf), default=0.0)
    place = values.index(highest) if highest in values else 0
    value = measured_value(highest, u[place] or 1.0, "Ω")
    expectation = sweep_expectation(spec)
    rail = expectation.rail.model_copy(
        update={
            "corrected": Mark(value=highest, label=f"highest {value.text}"),
            "expanded": value.expanded,
        }
    )
    return verdict.build(
        expectation,
        rule,
        rail=rail,
        read_as=(f"{len(values)} samples",),
        value=value,
        working=(_samples_line(gaps, values), *lines),
        policy=meter_policy(conditions.meter),
        plot=_plot(values, u, gaps),
    )


def _u(display: Display, meter: Meter, range_top: float | None) -> float:
    if display.value is None:
        return 0.0
    return expanded(reading_uncertainty(meter, display, range_top).standard)


def _tops(meter: Meter, range_top: float | None) -> tuple[float, ...] | None:
    if stated_range(meter, Function.RESISTANCE, range_top):
        return ()
    ranges = meter.accuracy_of(Function.RESISTANCE).ranges
    return tuple(one.top for one in ranges) or None


def _verdict(values: tuple[float, ...], u: tuple[float, ...], gaps: tuple[Gap, ...]) -> Verdict:
    real = [gap for gap in gaps if not gap.ranging]
    if real:
        first = real[0]
        where = (
            f"sample {first.first + 1}"
            if first.first == first.last
            else f"samples {first.first + 1} to {first.last + 1}"
        )
        return Verdict(
            State.OPEN,
            f"Open on the way: a gap at {where} of {len(values)}",
            "Sweep it again on a fixed range, slowly. The gap at the same place: replace it, set by "
            "the old one's mark.",
            side=Side.HIGH,
            explanation=["The wiper loses the track there: that is where the machine jumps."],
        )
    turned = _turns_back(values, u)
    if turned is not None:
        return Verdict(
            State.OUTSIDE,
            f"Outside: it turns back at sample {turned + 1}",
            "Was the wiper moved one way only? Then the track is worn there: replace it.",
            explanation=["A sound track only rises, or only falls."],
        )
    if gaps:
        return Verdict(
            State.NOT_DECIDABLE,
            f"Not decidable: at the jump, sample {gaps[0].first + 1}, the meter changes range",
            "Sweep again on a fixed range: a real dead spot stays, the meter's does not.",
            explanation=["One sample only, at a range's top: most likely the meter, not the track."],
        )
    return Verdict(
        State.WITHIN,
        "Within: smooth, one way, no gap",
        "Sweep it back too, and tap it: a worn track shows there first.",
    )


def _turns_back(values: tuple[float, ...], u: tuple[float, ...]) -> int | None:
    """The first sample that goes against the sweep's direction by more than U; None if none does."""
    known = [(place, one) for place, one in enumerate(values) if one != inf]
    if len(known) < 3:
        return None
    rises = known[-1][1] >= known[0][1]
    best = known[0][1]
    for place, one in known[1:]:
        against = best - one if rises else one - best
        if against > 2**0.5 * u[place]:
            return place
        best = max(best, one) if rises else min(best, one)
    return None


def _linearity(
    spec: PositionSensor, reading: Sweep, values: tuple[float, ...], gaps: tuple[Gap, ...]
) -> tuple[tuple[WorkingLine, ...], Verdict | None]:
    """The largest departure from the straight line through the ends, as a share of the track."""
    if not reading.evenly or gaps or inf in values:
        return (), None
    start, end, last = values[0], values[-1], len(values) - 1
    off = [abs(one - (start + (end - start) * place / last)) for place, one in enumerate(values)]
    share = 100 * max(off) / spec.track.value
    place = off.index(max(off))
    line = WorkingLine(
        label="Linearity",
        result=f"{share:.1f} % of the track, at sample {place + 1}",
        formula="largest |R − straight line| / R_track",
        figures=f"{quantity(max(off), 'Ω', 2)} of {quantity(spec.track.value, 'Ω', 3)}",
        source="terminal-based, equal steps as stated",
        value=share,
        unit="%",
    )
    if spec.linearity is None or share <= spec.linearity.value:
        return (line,), None
    verdict = Verdict(
        State.OUTSIDE,
        f"Outside: {share:.1f} % off the straight line, {spec.linearity.value:g} % is allowed",
        "Were the steps equal? Then the track is worn, or a path stands beside it.",
        explanation=[line.result],
    )
    return (line,), verdict


def _samples_line(gaps: tuple[Gap, ...], values: tuple[float, ...]) -> WorkingLine:
    real = sum(not gap.ranging for gap in gaps)
    return WorkingLine(
        label="Samples",
        result=f"{len(values)} taken; gaps: {real}; at a range change: {len(gaps) - real}",
        formula="off the line of its neighbours by more than 3 usual steps and 2U",
        source="one sample alone at a range's top is the meter's own jump",
    )


def _plot(values: tuple[float, ...], u: tuple[float, ...], gaps: tuple[Gap, ...]) -> Plot:
    wrong = {place for gap in gaps if not gap.ranging for place in range(gap.first, gap.last + 1)}
    top = max((one for one in values if one != inf), default=1.0)
    return Plot(
        title="Sweep",
        x_label="sample",
        y_label="Ω",
        joined=True,
        points=tuple(
            PlotPoint(
                x=float(place + 1),
                y=1.08 * top if one == inf else one,
                expanded=None if one == inf else u[place],
                label="OL" if one == inf else "",
                wrong=place in wrong,
            )
            for place, one in enumerate(values)
        ),
    )
