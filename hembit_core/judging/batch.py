"""Many readings of one part at once: arrays where the verdict is plain, one by one where it is not.

What a reading needs besides its place in the band (a question, an excuse, a
missing condition that could turn it, a short, OL) is left to the full judgement.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hembit_core import defaults
from hembit_core.curves.ends import CurveRangeError, Floats
from hembit_core.display import Display, Function
from hembit_core.errors import InputError
from hembit_core.judging.bands import CONFIRMED_POWERS, Band
from hembit_core.judging.ohms_due import OhmsDue, no_excuse
from hembit_core.judging.states import Side, State
from hembit_core.meters import Meter, reading_uncertainty
from hembit_core.resistance_reading import Connection, ResistanceReading, lead_zero, read_field

Bools = NDArray[np.bool_]


@dataclass(frozen=True)
class Plain:
    """A plain verdict: where the value ± U lies [unit of the frame]."""

    state: State
    side: Side | None
    value: float
    expanded: float


def judge_plain(
    due: OhmsDue, how: ResistanceReading, displays: Sequence[str], meter: Meter
) -> tuple[Plain | None, ...]:
    """Place each display in today's band; None where only the full judgement can say.

    Parameters
    ----------
    due : what is due, one for all.
    how : how all of them were taken; its own display is not read.
    displays : display texts, in order.
    meter : its accuracy.

    Raises
    ------
    InputError
        If the leads cannot be used.
    """
    if how.connection is not Connection.ISOLATED or due.missing or due.zero_is_due:
        return (None,) * len(displays)
    leads = lead_zero(how)
    if leads is None and not how.leads_nulled:
        return (None,) * len(displays)
    lead_value = leads.value if leads and leads.value is not None else 0.0
    lead_u = reading_uncertainty(meter, leads).standard if leads else 0.0
    read = [_read(text, how) for text in displays]
    known = [one for one in read if one is not None and one.value is not None]
    if not known:
        return (None,) * len(displays)
    shown = np.array([one.value for one in known], dtype=np.float64)
    meter_u = np.array([_standard(meter, one, how) for one in known])
    found = _place(due, shown, shown - lead_value, np.hypot(meter_u, lead_u))
    plain = iter(found)
    return tuple(None if one is None or one.value is None else next(plain) for one in read)


def _read(text: str, how: ResistanceReading) -> Display | None:
    try:
        return read_field(text, Function.RESISTANCE, how.answers, "display")
    except InputError:
        return None


def _standard(meter: Meter, display: Display, how: ResistanceReading) -> float:
    try:
        return reading_uncertainty(meter, display, how.range_top).standard
    except InputError:
        return float("nan")


def _place(due: OhmsDue, shown: Floats, net: Floats, u_net: Floats) -> list[Plain | None]:
    """Place net ohms [Ω]; arrays throughout, one entry per reading."""
    ohms_band, band = due.ohms_band, due.band
    nominal = ohms_band.nominal or ohms_band.lower or 0.0
    u_ohms = 2 * (u_net if due.scale else np.hypot(u_net, due.thermometer))
    plain = np.isfinite(u_net) & (net >= np.maximum(u_ohms, defaults.SHORT_SHARE * nominal))
    plain &= ~_could_be_a_prefix(shown, ohms_band, shown - net)
    value, slope = net.copy(), np.ones_like(net)
    if due.scale:
        near = plain & (net > 0)
        try:
            value[near] = due.scale.value(net[near])
            slope[near] = due.scale.per_ohm(net[near])
        except CurveRangeError:
            return [None] * len(net)
    meter_u = 2 * u_net * slope
    u = np.hypot(meter_u, 2 * due.thermometer)
    upper = np.inf if band.upper is None else band.upper
    lower = -np.inf if band.lower is None else band.lower
    high, low = value > upper, value < lower
    beyond = high | low
    far = np.where(high, value - u > upper, value + u < lower) & beyond
    gap_high = np.full_like(value, np.inf) if band.sharp_upper else upper - value
    gap_low = value - lower
    just = ~beyond & (np.minimum(gap_high, gap_low) <= u)
    watch_high = ~beyond & ~just & (value > (np.inf if band.watch_upper is None else band.watch_upper))
    watch_low = ~beyond & ~just & (value < (-np.inf if band.watch_lower is None else band.watch_lower))
    with np.errstate(divide="ignore", invalid="ignore"):
        plain &= (band.half_width >= meter_u) | far
    if due.excuse is not no_excuse:
        plain &= ~beyond
    result: list[Plain | None] = []
    for place in range(len(net)):
        if not plain[place]:
            result.append(None)
            continue
        side: Side | None = None
        if beyond[place]:
            state = State.OUTSIDE if far[place] else State.JUST_OUTSIDE
            side = Side.HIGH if high[place] else Side.LOW
        elif just[place]:
            state = State.JUST_WITHIN
            side = Side.HIGH if gap_high[place] <= gap_low[place] else Side.LOW
        elif watch_high[place] or watch_low[place]:
            state = State.WATCH
            side = Side.HIGH if watch_high[place] else Side.LOW
        else:
            state = State.WITHIN
        result.append(Plain(state, side, float(value[place]), float(u[place])))
    return result


def _could_be_a_prefix(shown: Floats, band: Band, leads: Floats) -> Bools:
    """Whether a power of ten could put the display in the band: left to the full judgement.

    Wider than the question itself: it only decides who judges.
    """
    nominal = band.nominal or band.lower or band.upper or 0.0
    low = (band.lower if band.lower is not None else nominal / 1.3) + leads
    high = (band.upper if band.upper is not None else nominal * 1.3) + leads
    inside = (shown >= low) & (shown <= high)
    could = np.zeros(shown.shape, dtype=bool)
    for power in CONFIRMED_POWERS:
        moved = shown * 10.0**power
        could |= (moved >= 0.7 * low) & (moved <= 1.4 * high)
    return np.asarray(could & ~inside, dtype=np.bool_)
