"""Many readings of one part at once: arrays where the verdict is plain, one by one where it is not.

What a reading needs besides its place in the band (a question, a missing condition that could
turn it, a short, OL) is left to the full judgement.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hembit_core.conformity.bands import CONFIRMED_POWERS, Band
from hembit_core.conformity.states import DecisionRule, Side, State, outcome_of, outcome_told
from hembit_core.conformity.uncertainty import COVERAGE_FACTOR
from hembit_core.curves.ends import Floats
from hembit_core.errors import InputError
from hembit_core.judging.ohms.brief import Brief
from hembit_core.judging.ohms.due import OhmsDue, no_reading_of_its_own
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Display, Function
from hembit_core.measuring.meter_accuracy import reading_uncertainty
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import ResistanceReading, lead_zero, read_field
from hembit_core.notation import measured

Bools = NDArray[np.bool_]
_NOISE = 1e-9


@dataclass(frozen=True)
class Plain:
    """A plain verdict: where the value ± U lies [unit of the frame]."""

    state: State
    side: Side | None
    value: float
    expanded: float

    def brief(self, due: OhmsDue, rule: DecisionRule) -> Brief:
        """What follows by ``rule``."""
        outcome = outcome_of(self.state, rule)
        return Brief(
            self.state,
            self.side,
            outcome,
            outcome_told(outcome, rule, None),
            measured(self.value, self.expanded, due.unit),
            due.text,
        )


def judge_plain(
    due: OhmsDue, how: ResistanceReading, displays: Sequence[str], conditions: Conditions
) -> tuple[Plain | None, ...]:
    """Place each display in today's band; None where only the full judgement can say.

    Parameters
    ----------
    due : what is due, one for all.
    how : how all of them were taken; its own display is not read.
    displays : display texts, in order.
    conditions : the meter and the rules.

    Raises
    ------
    InputError
        If the leads cannot be used.
    """
    nothing: tuple[Plain | None, ...] = (None,) * len(displays)
    if how.is_in_circuit or due.zero_is_due or due.reads_as is not no_reading_of_its_own:
        return nothing
    if any(one.state is not None for one in due.missing) or due.band.upper_standard:
        return nothing
    leads = lead_zero(how, conditions)
    if how.lacking(conditions, taken_off=leads is not None):
        return nothing
    meter = conditions.meter
    lead_value = leads.value if leads and leads.value is not None else 0.0
    lead_u = reading_uncertainty(meter, leads).standard if leads else 0.0
    read = [_read(text, how) for text in displays]
    known = [one for one in read if one is not None and one.value is not None]
    if not known:
        return nothing
    shown = np.array([one.value for one in known], dtype=np.float64)
    meter_u = np.array([_standard(meter, one, how) for one in known])
    share = conditions.rules.short_share_of_nominal
    found = _place(due, shown, shown - lead_value, np.hypot(meter_u, lead_u), share)
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


def _place(
    due: OhmsDue, shown: Floats, net: Floats, u_net: Floats, short_share: float
) -> list[Plain | None]:
    """Place net ohms [Ω]; arrays throughout, one entry per reading."""
    ohms_band, band = due.ohms_band, due.band
    nominal = ohms_band.nominal or ohms_band.lower or 0.0
    others = float(np.hypot.reduce([one.standard for one in due.shares]))
    u_ohms = COVERAGE_FACTOR * (u_net if due.scale else np.hypot(u_net, others))
    plain = np.isfinite(u_net) & (net >= np.maximum(u_ohms, short_share * nominal))
    plain &= ~_could_be_a_prefix(shown, ohms_band, shown - net)
    value, slope = net.copy(), np.ones_like(net)
    if due.scale:
        near = plain & (net > 0)
        try:
            value[near] = due.scale.value(net[near])
            slope[near] = due.scale.per_ohm(net[near])
        except InputError:
            return [None] * len(net)
    meter_u = COVERAGE_FACTOR * u_net * slope
    u = np.hypot(meter_u, COVERAGE_FACTOR * others)
    upper = np.inf if band.upper is None else band.upper
    lower = -np.inf if band.lower is None else band.lower
    high, low = value > _above(upper), value < _below(lower)
    beyond = high | low
    far = beyond.copy()
    for moved in _reach(due, value):  # by the milder of the ends that what is missing leaves open
        far &= np.where(high, moved - u > upper, moved + u < lower)
    gap_high, gap_low = upper - value, value - lower
    just = ~beyond & (np.minimum(gap_high, gap_low) <= u)
    watch_high = ~beyond & ~just
    watch_low = watch_high & (value < _below(-np.inf if band.watch_lower is None else band.watch_lower))
    watch_high &= value > _above(np.inf if band.watch_upper is None else band.watch_upper)
    with np.errstate(divide="ignore", invalid="ignore"):
        plain &= (band.half_width >= meter_u) | far
    plain &= _on_one_side(due, value, upper, lower)
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


def _above(limit: float) -> float:
    """A limit with room for float noise above it."""
    return limit + _NOISE * max(abs(limit), _NOISE) if np.isfinite(limit) else limit


def _below(limit: float) -> float:
    """A limit with room for float noise below it."""
    return limit - _NOISE * max(abs(limit), _NOISE) if np.isfinite(limit) else limit


def _reach(due: OhmsDue, value: Floats) -> tuple[Floats, Floats]:
    """The lowest and the highest values that what is missing leaves open."""
    size = np.abs(value)
    lowest = value + sum(one.low + one.share_low * size for one in due.missing)
    highest = value + sum(one.high + one.share_high * size for one in due.missing)
    return lowest, highest


def _on_one_side(due: OhmsDue, value: Floats, upper: float, lower: float) -> Bools:
    """Whether both ends of what is missing lie on one side of both limits."""
    same = np.ones(value.shape, dtype=bool)
    here = np.sign((value > _above(upper)).astype(int) - (value < _below(lower)).astype(int))
    for moved in _reach(due, value):
        there = np.sign((moved > _above(upper)).astype(int) - (moved < _below(lower)).astype(int))
        same &= there == here
    return same


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
