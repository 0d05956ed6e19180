"""A sweep of the wiper: smooth and without a gap, and never taken in by the meter's range change."""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot, inf
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.families.position_sensor.gaps import Gap, find_gaps
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.position_sensor.sweep_words import (
    plot_of,
    samples_line,
    shape_verdict,
    turns_back,
)
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import OPEN_END, expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row, rail_of
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.beside_a_path import beside_a_path
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_accuracy import stated_range
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, NetResistance, net_of
from hembit_core.notation import quantity
from hembit_core.working import WorkingLine


class Sweep(HowTaken):
    """Displays in the order they came while the wiper went from end to end.

    ``evenly`` says that the wiper was moved by equal steps, so that linearity can be told.
    """

    about: ClassVar = Measurand(
        "Sweep",
        Step.ACTUATE,
        "dead",
        3,
        Role.ALONG,
        Probes(
            drawing="track",
            first="wiper",
            second="one end",
            disconnect="plug off; fix the meter's range, and move the wiper slowly",
        ),
    )
    measurand: Literal["sweep"] = "sweep"
    displays: tuple[DisplayText, ...] = Field(min_length=4, max_length=400)
    evenly: bool = False


@dataclass(frozen=True)
class Swept:
    """The samples of a sweep: net ohms and U of each [Ω], ``inf`` and 0 for OL, and the gaps."""

    nets: tuple[NetResistance | None, ...]
    gaps: tuple[Gap, ...]

    @property
    def values(self) -> tuple[float, ...]:
        """Net ohms [Ω]."""
        return tuple(inf if one is None else one.net for one in self.nets)

    @property
    def own(self) -> tuple[float, ...]:
        """What each sample has for itself, standard [Ω]: the meter's gain is common to all."""
        return tuple(0.0 if one is None else one.own for one in self.nets)


def sweep_expectation(spec: PositionSensor) -> Expectation:
    """A smooth run from near 0 to the track."""
    band, text = resistance_band(spec.tolerance, spec.track.value)
    return expect(
        Sweep,
        rail_of(_highest_band(spec, band), "Ω", 3, None, OPEN_END),
        text="smooth, no gap",
        detail=f"from near 0 to {quantity(spec.track.value, 'Ω', 3)}, one way, on a fixed range",
        overflow_means="a dead spot, unless the meter was changing range",
        zero_means="at its end",
        policy=(text,),
    )


def _highest_band(spec: PositionSensor, track: Band) -> Band:
    """What the highest sample may be: no more than the track; less, and it did not reach its end."""
    upper = track.upper if track.upper is not None else 2 * spec.track.value
    return Band(upper=upper, watch_lower=track.lower, nominal=spec.track.value)


def judge_sweep(
    spec: PositionSensor, reading: Sweep, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a sweep: gaps, turning back, its end, linearity.

    Raises
    ------
    InputError
        If a display or the range cannot be used.
    """
    nets = tuple(
        net_of(reading, f"displays.{place}", text, conditions, reading.answers)
        for place, text in enumerate(reading.displays)
    )
    values = tuple(inf if one is None else one.net for one in nets)
    each = tuple(0.0 if one is None else one.budget.expanded for one in nets)
    tops = _tops(conditions.meter, reading.range_top)
    swept = Swept(nets, find_gaps(values, each, tops))
    rows, lines = _rows(spec, reading, swept)
    verdict = shape_verdict(values, turns_back(values, swept.own), swept.gaps)
    if verdict.state is State.WITHIN and any(row.state is not State.WITHIN for row in rows):
        shape = verdict
        verdict = verdict_of_rows(rows, lambda row: _next(row), shape.next_step)
        verdict.code = Code.NOT_STRAIGHT if _worst_is(rows, verdict, "linearity") else Code.PLACED
    if reading.is_in_circuit and verdict.state is not State.OPEN:
        verdict = beside_a_path(
            verdict,
            "Pull its plug and sweep again: what is beside the track bends the sweep.",
        )
        rows = tuple(row.model_copy(update={"state": State.NOT_COMPARABLE}) for row in rows)
    shown = rows[0] if rows else None
    expectation = sweep_expectation(spec)
    return verdict.build(
        expectation,
        rule,
        rail=shown.rail if shown else expectation.rail,
        read_as=(f"{len(values)} samples",),
        value=shown.value if shown else None,
        working=(samples_line(swept.gaps, values), *lines),
        policy=meter_policy(conditions.meter),
        rows=rows,
        plot=plot_of(values, each, swept.gaps),
    )


def _tops(meter: Meter, range_top: float | None) -> tuple[float, ...] | None:
    if stated_range(meter, Function.RESISTANCE, range_top):
        return ()
    ranges = meter.accuracy_of(Function.RESISTANCE).ranges
    return tuple(one.top for one in ranges) or None


def _rows(
    spec: PositionSensor, reading: Sweep, swept: Swept
) -> tuple[tuple[Row, ...], tuple[WorkingLine, ...]]:
    read = [one for one in swept.nets if one is not None]
    if not read:
        return (), ()
    highest = max(read, key=lambda one: one.net)
    track, _ = resistance_band(spec.tolerance, spec.track.value)
    due = RowDue("highest", "the highest", _highest_band(spec, track), "Ω", 3, None, OPEN_END)
    rows = [due.placed(highest.net, highest.budget, highest.missing)]
    if not reading.evenly or swept.gaps or len(read) < len(swept.nets):
        return tuple(rows), ()
    share, budget, line = _linearity(spec, read)
    if spec.linearity is not None:
        band = Band(upper=spec.linearity.value)
        rows.append(RowDue("linearity", "off the straight line", band, "%", 2).placed(share, budget))
    return tuple(rows), (line,)


def _linearity(spec: PositionSensor, read: list[NetResistance]) -> tuple[float, Budget, WorkingLine]:
    """The largest departure from the straight line through the ends, as a share of the track [%].

    The line runs through the sweep's own ends, so that leads and most of the gain cancel; counts
    of the sample and of both ends stay.
    """
    start, end, last = read[0], read[-1], len(read) - 1
    off = [
        abs(one.net - (start.net + (end.net - start.net) * place / last))
        for place, one in enumerate(read)
    ]
    place = off.index(max(off))
    track = spec.track.value
    share, along = 100 * off[place] / track, place / last
    own = hypot(read[place].own, start.own * (1 - along), end.own * along)
    line = WorkingLine(
        key="linearity",
        label="Linearity",
        result=f"{share:.1f} % of the track, at sample {place + 1}",
        formula="largest |R − straight line| / R_track",
        figures=f"{quantity(off[place], 'Ω', 2)} of {quantity(track, 'Ω', 3)}",
        source="terminal-based, equal steps as stated",
        value=share,
        unit="%",
    )
    return share, Budget.of(meter=100 * own / track), line


def _next(row: Row) -> str:
    if row.key == "linearity":
        return "Were the steps equal? Then the track is worn, or a path stands beside it."
    if row.state is State.WATCH:
        return "Did the wiper reach its end? Sweep it again from stop to stop, and read the track."
    return "Read the track end to end: is it the spec's part?"


def _worst_is(rows: tuple[Row, ...], verdict: Verdict, key: str) -> bool:
    return any(row.key == key and row.state is verdict.state for row in rows)
