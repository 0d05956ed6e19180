"""Gaps in a sweep, told apart from the meter's own range change."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from math import inf, log10
from statistics import median

_COUNTS = (200.0, 400.0, 600.0, 1000.0, 2000.0, 4000.0, 5000.0, 6000.0, 10000.0)
"""Where meters of usual counts change range, as leading figures of the range's top."""


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
