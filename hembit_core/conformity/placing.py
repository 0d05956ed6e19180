"""Place a value: the one mechanism that says where it lies, and what that rests on.

A test gives a value in its frame, the uncertainty by its origins, the band and what is missing.
State, side, what dominates U, what is undecided and what would settle it follow from these; no
test decides a state of a placed value by itself.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import isinf

from hembit_core.conformity.bands import Band, Placement, decidability, place, region
from hembit_core.conformity.budget import Budget, Origin
from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.conformity.states import PRECEDENCE, Side, State

_NEEDS_A_FINE_METER = frozenset({State.JUST_OUTSIDE, State.JUST_WITHIN, State.WATCH})
_MILD_TO_STRONG = (State.WITHIN, State.WATCH, State.JUST_WITHIN, State.JUST_OUTSIDE, State.OUTSIDE)


@dataclass(frozen=True)
class Placed:
    """Where a value lies.

    Attributes
    ----------
    state, side, limit : the state, the side it leans to, the limit concerned [frame].
    lacking : what was left out and could have turned the verdict; undecided by every rule.
    remedies : what to do about each of them, in the same order.
    budget : its uncertainty.
    ratio : half the band over the instrument's part of U [1].
    """

    state: State
    side: Side | None
    limit: float | None
    lacking: tuple[Lacking, ...]
    remedies: tuple[str, ...]
    budget: Budget
    ratio: float

    @property
    def dominant(self) -> Origin | None:
        """What dominates its U."""
        return self.budget.dominant


def place_value(value: float, budget: Budget, band: Band, missing: tuple[Missing, ...] = ()) -> Placed:
    """Place ``value`` ± U in ``band``; a missing condition never helps.

    Where the corners of what is missing lie on different sides of a limit (by the value
    alone), neither is claimed and it is undecided by every rule. Where they lie on one side, but one
    of them is too close to call, all are; inside, a condition without a state of its own (the
    alloy) is taken by the value alone.
    An instrument whose own U exceeds half the band can still show a gross fault, and, where the band
    is open to one side, a value inside by more than U. Above a limit
    that is itself a reading, by less than the U of the difference, nothing is decided.

    Parameters
    ----------
    value : in the frame's unit.
    budget : its standard uncertainties by origin [frame's unit].
    band : the limits [frame's unit].
    missing : what was left out, as shifts.

    References
    ----------
    ILAC-G8:09/2019, 4.2.2 and figure 4, guard band w = U; JCGM 106:2012, 8.3.
    """
    ratio = decidability(band, budget.instrument)
    plain = place(value, budget.expanded, band)
    if missing:
        hidden = _hidden(value, band, missing)
        if hidden:
            return _undecided(value, band, plain, hidden, budget, ratio)
        plain = _mildest(value, budget.expanded, band, _counted(value, band, missing))
    if ratio < 1 and plain.state in _NEEDS_A_FINE_METER:
        return Placed(State.NOT_DECIDABLE, plain.side, plain.limit, (), (), budget, ratio)
    above_a_reading = (
        plain.state is State.JUST_OUTSIDE and plain.side is Side.HIGH and band.upper_standard > 0
    )
    lacking = (Lacking.CEILING,) if above_a_reading else ()
    return Placed(plain.state, plain.side, plain.limit, lacking, (), budget, ratio)


def _counted(value: float, band: Band, missing: tuple[Missing, ...]) -> tuple[Missing, ...]:
    if region(value, band):
        return missing
    return tuple(one for one in missing if one.state is not None)


def _reach(value: float, missing: tuple[Missing, ...]) -> tuple[float, float]:
    """The lowest and the highest value that what is missing leaves open.

    Every other corner lies between: what holds at both ends of a band's side holds at all of them.
    """
    ends = [one.ends(value) for one in missing]
    return value + sum(low for low, _ in ends), value + sum(high for _, high in ends)


def _may_turn(value: float, band: Band, missing: tuple[Missing, ...]) -> bool:
    lowest, highest = _reach(value, missing)
    return region(lowest, band) != region(highest, band)


def _hidden(value: float, band: Band, missing: tuple[Missing, ...]) -> tuple[Missing, ...]:
    """What could have turned the verdict: those that do so alone, or all that do so together."""
    if not _may_turn(value, band, missing):
        return ()
    return tuple(one for one in missing if _may_turn(value, band, (one,))) or missing


def _undecided(
    value: float,
    band: Band,
    plain: Placement,
    hidden: tuple[Missing, ...],
    budget: Budget,
    ratio: float,
) -> Placed:
    stated = [one.state for one in hidden if one.state is not None]
    here = region(value, band)
    if stated:
        state = min(stated, key=PRECEDENCE.index)
    elif ratio < 1:
        state = State.NOT_DECIDABLE
    else:
        state = State.JUST_OUTSIDE if here else State.JUST_WITHIN
    away = [region(end, band) for end in _reach(value, hidden)]
    leaning = here or next(one for one in away if one)
    side = Side.HIGH if leaning > 0 else Side.LOW
    limit = plain.limit if here else (band.upper if leaning > 0 else band.lower)
    return Placed(
        state,
        side,
        limit,
        tuple(one.lacking for one in hidden),
        tuple(dict.fromkeys(one.remedy for one in hidden)),
        budget,
        ratio,
    )


def _mildest(value: float, expanded: float, band: Band, missing: tuple[Missing, ...]) -> Placement:
    """What can be claimed at every corner: just within of {within, just within}, and so on."""
    found = [place(value, expanded, band)]
    found += [place(end, expanded, band) for end in _reach(value, missing) if not isinf(end)]
    outside = region(value, band) != 0
    order = _MILD_TO_STRONG.index
    return (min if outside else max)(found, key=lambda one: order(one.state))


_SURELY_OPEN = 100.0
"""Where no upper limit is known, OL above this many times nominal is a break [1]."""


def place_overflow(floor: float, band: Band, missing: tuple[Missing, ...] = ()) -> State:
    """Where OL, "more than ``floor``" [band's unit], lies if a figure is due: open, or not decidable.

    Open only if everything above the floor is above the band, at every corner of what is missing.
    Without an upper limit, if the floor is far above nominal.
    """
    if band.upper is not None:
        lowest, _ = _reach(floor, missing)
        return State.NOT_DECIDABLE if region(lowest, band) < 1 else State.OPEN
    far = band.nominal is not None and floor >= _SURELY_OPEN * band.nominal
    return State.OPEN if far else State.NOT_DECIDABLE


def place_overflow_as_due(floor: float, least: float) -> State:
    """Where "more than ``floor``" lies if OL is due above ``least`` [Ω]: within, or undecidable."""
    return State.WITHIN if floor >= least else State.NOT_DECIDABLE


def short_below(nominal: float, expanded: float, share: float) -> float:
    """Below this [nominal's unit] is "near zero": U or a ``share`` [1] of nominal, the larger."""
    return max(expanded, share * nominal)
