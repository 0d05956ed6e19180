"""The readings of one part over the years, each as its distance from what was due that day."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from enum import StrEnum

from hembit_core.conformity.states import State
from hembit_core.drift.line import LEAST_POINTS, DriftLine, Meeting, drift_line, meets
from hembit_core.errors import InputError
from hembit_core.judging.judgement import Judgement, Plot, PlotPoint
from hembit_core.model import Model
from hembit_core.notation import quantity

_DAY = 86_400.0
_SAYS_NOTHING = frozenset({State.NOT_READY, State.NOT_COMPARABLE, State.PLEASE_CONFIRM})
_FARTHEST = 30 * 365.25
"""A date beyond this is none [day]."""


class DriftCode(StrEnum):
    """What the readings say over time."""

    TOO_FEW = "too few"
    STEADY = "steady"
    DRIFTS = "drifts"
    REACHES = "reaches a limit"


@dataclass(frozen=True)
class Taken:
    """A reading: when, and what was judged of it by the figures that hold now."""

    at: datetime
    judgement: Judgement


class DriftPoint(Model):
    """A reading's distance from what was due that day, and its U, in ``unit`` of the history.

    ``place`` is which of the given readings it is.
    """

    place: int
    at: datetime
    away: float
    expanded: float


class DriftHistory(Model):
    """How a part moved: its points, what they say, when a limit is met, and the picture.

    ``unit`` is % of what was due, or K for a temperature. ``day``, ``earliest`` and ``latest`` are
    when the line, and the edges of its 95 % interval, meet the limit.
    """

    code: DriftCode
    unit: str
    points: tuple[DriftPoint, ...]
    told: str
    day: date | None = None
    earliest: date | None = None
    latest: date | None = None
    plot: Plot | None = None


def drift_history(taken: Sequence[Taken], now: datetime) -> DriftHistory:
    """What readings of one test of one part say over time, in whatever order they are given.

    A reading is compared with what was due under its own conditions, so that each is corrected to
    one temperature: ohms as a share of what was due [%], temperatures as a difference [K].
    """
    # One that was sent late stands behind others in the record, and here where it was taken.
    given = [(place, one) for place, one in enumerate(taken) if _away(one.judgement)]
    given.sort(key=lambda each: each[1].at)
    usable = [one for _, one in given]
    unit = _unit(usable[-1].judgement) if usable else "%"
    points = tuple(
        DriftPoint(place=place, at=one.at, away=found[0], expanded=found[1])
        for place, one in given
        if (found := _away(one.judgement)) and _unit(one.judgement) == unit
    )
    plain = DriftHistory(
        code=DriftCode.TOO_FEW, unit=unit, points=points, told="", plot=_plot(points, unit, None)
    )
    try:
        line = drift_line(
            [_day(one.at) for one in points],
            [one.away for one in points],
            [one.expanded for one in points],
        )
    except InputError:
        left = LEAST_POINTS - len(points)
        more = f"{left} more" if left > 0 else "one on another day"
        return plain.model_copy(update={"told": f"A line takes three readings over time: {more}."})
    year = quantity(abs(line.slope) * 365.25, unit, 2)
    interval = quantity(line.slope_interval * 365.25, unit, 2)
    drawn = {"plot": _plot(points, unit, line)}
    if not line.is_drift:
        told = f"Steady: {year} a year, and the interval of that is ± {interval}."
        return plain.model_copy(update={**drawn, "code": DriftCode.STEADY, "told": told})
    way = "up" if line.slope > 0 else "down"
    told = f"It drifts {way} by {year} ± {interval} a year."
    meeting, name, is_beyond = _meeting(usable[-1].judgement, line, _day(now))
    if is_beyond:
        told = f"{told} The line is beyond {name} already."
    if meeting is None or meeting.day - _day(now) > _FARTHEST:
        return plain.model_copy(update={**drawn, "code": DriftCode.DRIFTS, "told": told})
    latest = None if meeting.latest is None else _date(min(meeting.latest, _day(now) + _FARTHEST))
    return plain.model_copy(
        update={
            **drawn,
            "code": DriftCode.REACHES,
            "told": f"{told} So it reaches {name} on {_date(meeting.day):%Y-%m-%d}, at the earliest on "
            f"{_date(meeting.earliest):%Y-%m-%d} (95 %).",
            "day": _date(meeting.day),
            "earliest": _date(meeting.earliest),
            "latest": latest,
        }
    )


def _meeting(last: Judgement, line: DriftLine, today: float) -> tuple[Meeting | None, str, bool]:
    """When the line meets the limit on its side, of the watch band or else the band itself; what that
    is called; and whether it is beyond it today.
    """
    band = last.rail.band if last.rail else None
    assert band and band.nominal is not None
    rises = line.slope > 0
    watch = band.watch_upper if rises else band.watch_lower
    limit = watch if watch is not None else band.upper if rises else band.lower
    name = "the watch band" if watch is not None else "its limit"
    if limit is None:
        return None, name, False
    there = _from_due(limit, band.nominal, last.rail.unit if last.rail else "")
    is_beyond = line.at(today) >= there if rises else line.at(today) <= there
    return meets(line, there, today), name, is_beyond


def _unit(judgement: Judgement) -> str:
    return "K" if judgement.rail and judgement.rail.unit == "°C" else "%"


def _from_due(value: float, due: float, unit: str) -> float:
    return value - due if unit == "°C" else 100 * (value / due - 1)


def _away(judgement: Judgement) -> tuple[float, float] | None:
    """How far a reading is from what was due, and its U; None where it has no such figure."""
    value, rail = judgement.value, judgement.rail
    # What was hot or in circuit, or is questioned, says nothing of how it moved; nor does the worst
    # of several figures, which is another one each time.
    if judgement.state in _SAYS_NOTHING or judgement.rows:
        return None
    if value is None or rail is None or rail.band.nominal is None or value.unit != rail.unit:
        return None
    due = rail.band.nominal
    if rail.unit != "°C" and due <= 0:
        return None
    scale = 1.0 if rail.unit == "°C" else 100 / due
    return _from_due(value.value, due, rail.unit), value.expanded * scale


def _plot(points: tuple[DriftPoint, ...], unit: str, line: DriftLine | None) -> Plot | None:
    if len(points) < 2:
        return None
    first = _day(points[0].at)
    ends = (first, _day(points[-1].at))
    steps = [ends[0] + (ends[1] - ends[0]) * share / 24 for share in range(25)]
    drawn = [(day, line.at(day), line.interval(day)) for day in steps] if line else []
    return Plot(
        title="Distance from what was due, over time, with the line and its 95 % interval"
        if line
        else "Distance from what was due, over time",
        x_label="days since the first",
        y_label=unit,
        line=tuple((day - first, at) for day, at, _ in drawn),
        lower=tuple((day - first, at - half) for day, at, half in drawn),
        upper=tuple((day - first, at + half) for day, at, half in drawn),
        points=tuple(
            PlotPoint(key="read", x=_day(one.at) - first, y=one.away, expanded=one.expanded)
            for one in points
        ),
    )


def _day(at: datetime) -> float:
    return at.timestamp() / _DAY


def _date(day: float) -> date:
    return (datetime(1970, 1, 1, tzinfo=UTC) + timedelta(days=day)).date()
