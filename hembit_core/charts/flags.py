"""What looks wrong in a chart: rows twice, gaps, rows against the rest, likely typing errors."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from typing import Literal

import numpy as np

from hembit_core.charts.points import Point
from hembit_core.curves.thermistors import ZERO_CELSIUS
from hembit_core.model import Model
from hembit_core.notation import quantity

GAP = 2.6
"""A step that is so many times the usual one is a gap."""
FAR = 8.0
"""A row is off when it is so many times the usual distance from its neighbours' curve."""
LEAST = 0.05
"""What is nearer than this to its neighbours' curve is never flagged [K]."""
_NEIGHBOURS = 3
_MOST_OFF = 40
_FEW = 24
"""Rows up to which one wrong row is a neighbour of many of them."""

Code = Literal["twice", "contradiction", "order", "direction", "gap", "off"]
BLOCKS: frozenset[str] = frozenset({"contradiction", "direction"})
"""With one of these the chart is no curve."""


class ChartFlag(Model):
    """What looks wrong at a line. ``off`` is how far the row is from its neighbours' curve [K]."""

    line: int
    code: Code
    text: str
    blocks: bool
    off: float | None = None


def flags_of(points: Sequence[Point]) -> tuple[list[Point], tuple[ChartFlag, ...]]:
    """The rows in rising temperature, each temperature once, and what looks wrong with them."""
    flags = list(_out_of_order(points))
    kept, twice = _once(sorted(points, key=lambda one: one.celsius))
    flags += twice
    if len(kept) > 2:
        flags += _against(kept)
        flags += _gaps(kept)
        if not any(one.code == "direction" for one in flags):
            flags += off_the_curve(kept)
    return kept, tuple(sorted(flags, key=lambda one: (one.line, one.code)))


def _flag(line: int, code: Code, text: str, off: float | None = None) -> ChartFlag:
    return ChartFlag(line=line, code=code, text=text, blocks=code in BLOCKS, off=off)


def _out_of_order(points: Sequence[Point]) -> Iterator[ChartFlag]:
    """Temperatures that turn back; a chart that falls all the way is only turned round."""
    warm = [one.celsius for one in points]
    falls = sum(b < a for a, b in itertools.pairwise(warm)) > len(warm) / 2
    for before, one in itertools.pairwise(points):
        if one.celsius != before.celsius and (one.celsius < before.celsius) != falls:
            yield _flag(
                one.line,
                "order",
                f"{one.warm} stands behind {before.warm}: put in order.",
            )


def _once(points: list[Point]) -> tuple[list[Point], list[ChartFlag]]:
    kept: list[Point] = []
    flags = []
    for one in points:
        if not kept or kept[-1].celsius != one.celsius:
            kept.append(one)
        elif kept[-1].ohms == one.ohms:
            flags.append(_flag(one.line, "twice", f"As line {kept[-1].line}: taken once."))
        else:
            text = (
                f"Line {kept[-1].line} has {kept[-1].read} at this temperature, this one has "
                f"{one.read}. Take one of them out."
            )
            flags.append(_flag(one.line, "contradiction", text))
    return kept, flags


def _against(points: list[Point]) -> Iterator[ChartFlag]:
    """Rows whose ohms go the other way than those of nearly all others."""
    log = np.log([one.ohms for one in points])
    steps = np.sign(np.diff(log))
    way = 1.0 if steps.sum() > 0 else -1.0
    bad = np.flatnonzero(steps != way)
    for place in bad:
        # Of the two rows of a step that goes wrong it is the one that also breaks the other side.
        before, after = int(place), int(place) + 1
        wrong = before if before > 0 and (log[after] - log[before - 1]) * way > 0 else after
        one = points[wrong]
        other = "rises" if way < 0 else "falls"
        text = f"{one.read} at {one.warm}: here R {other}, in the other rows it does not."
        yield _flag(one.line, "direction", text)


def _gaps(points: list[Point]) -> Iterator[ChartFlag]:
    steps = np.diff([one.celsius for one in points])
    usual = float(np.median(steps))
    for place in np.flatnonzero(steps > GAP * usual):
        before, one = points[int(place)], points[int(place) + 1]
        yield _flag(
            one.line,
            "gap",
            f"{quantity(float(steps[place]), 'K', 3)} between {before.warm} and "
            f"{one.warm}, where {quantity(usual, 'K', 3)} is usual: is a row missing?",
        )


def off_the_curve(points: list[Point]) -> list[ChartFlag]:
    """Rows far off the smooth line through their neighbours: likely typing errors.

    Each row is compared with a parabola in ln R over 1/T through three rows on either side, the
    distance told in kelvin; far is beyond eight times the usual distance (1.4826 · median) and beyond
    what the rows' last digits explain. The farthest is taken out first, so that it does not
    make its neighbours look wrong.
    """
    there = list(points)
    taken: list[Point] = []
    while 2 * _NEIGHBOURS < len(there) <= _FEW:
        worst = _worst_of_few(there)
        if worst is None:
            return list(_still_off(taken, there, _median_distance(there)))
        taken.append(there.pop(worst))
    off, explained = (np.asarray(one) for one in _distances(there, range(len(there))))
    while len(there) > 2 * _NEIGHBOURS and len(taken) < _MOST_OFF:
        usual = 1.4826 * float(np.median(np.abs(off)))
        excess = np.abs(off) / np.maximum(np.maximum(FAR * usual, explained), LEAST)
        worst = int(excess.argmax())
        if excess[worst] <= 1:
            break
        taken.append(there.pop(worst))
        off, explained = np.delete(off, worst), np.delete(explained, worst)
        # Only those that had it for a neighbour stand otherwise now.
        reach = 2 * _NEIGHBOURS + 1
        near = range(max(0, worst - reach), min(len(there), worst + reach))
        off[near.start : near.stop], explained[near.start : near.stop] = _distances(there, near)
    return list(_still_off(taken, there, float(np.median(np.abs(off)))))


def _worst_of_few(points: list[Point]) -> int | None:
    """The row of a short chart that is off by the measure of the others without it.

    In a short one a wrong row is a neighbour of most, and would make all look far off.
    """
    off, explained = _distances(points, range(len(points)))
    excess = []
    for place in range(len(points)):
        rest = [*points[:place], *points[place + 1 :]]
        usual = FAR * 1.4826 * _median_distance(rest)
        excess.append(abs(off[place]) / max(usual, explained[place], LEAST))
    worst = int(np.argmax(excess))
    return worst if excess[worst] > 1 else None


def _median_distance(points: list[Point]) -> float:
    return float(np.median(np.abs(_distances(points, range(len(points)))[0])))


def _still_off(taken: list[Point], clean: list[Point], median: float) -> Iterator[ChartFlag]:
    """Of the rows that were taken out, those that are off the line of the clean ones.

    A row at an end, with a wrong one beside it, looked wrong for that alone.
    """
    for one in taken:
        rows = sorted([*clean, one], key=lambda row: row.celsius)
        place = rows.index(one)
        (distance,), (explained,) = _distances(rows, range(place, place + 1))
        if abs(distance) <= max(FAR * 1.4826 * median, explained, LEAST):
            continue
        away = quantity(abs(distance), "K", 2)
        text = f"{one.read} at {one.warm} is {away} off the line of its neighbours: typed wrong?"
        yield _flag(one.line, "off", text, distance)


def _distances(points: list[Point], places: range) -> tuple[list[float], list[float]]:
    """How far rows are from their neighbours' parabola [K], and what their last digits explain [K]."""
    count = len(points)
    off, explained = [], []
    for place in places:
        low = max(0, min(place - _NEIGHBOURS, count - 2 * _NEIGHBOURS - 1))
        near = [at for at in range(low, min(count, low + 2 * _NEIGHBOURS + 1)) if at != place]
        here = points[place]
        x = 1 / (here.celsius + ZERO_CELSIUS)
        away = np.asarray([1 / (points[at].celsius + ZERO_CELSIUS) - x for at in near])
        logs = np.log([points[at].ohms for at in near])
        scale = float(np.abs(away).max())
        curve = np.polyfit(away / scale, logs, 2 if len(near) > 3 else 1)
        # dt = dy / (dy/dx) · dx/dt, with x = 1/T.
        kelvin = scale / (float(curve[-2]) * x**2)
        off.append(-(math.log(here.ohms) - float(curve[-1])) * kelvin)
        explained.append(abs(3 * here.rounding / here.ohms * kelvin))
    return off, explained
