"""A band, and where a value with its uncertainty lies in it."""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot

from pydantic import ConfigDict, model_validator

from hembit_core.conformity.states import Side, State
from hembit_core.conformity.uncertainty import COVERAGE_FACTOR
from hembit_core.model import Model


class Band(Model):
    """Limits in one unit: reject limits, narrower watch limits, nominal. Each may be missing.

    Attributes
    ----------
    lower, upper : reject limits.
    watch_lower, watch_upper : inside the reject limits; beyond them is "watch".
    nominal : what the part should read.
    upper_standard : standard uncertainty of ``upper``, where it was measured itself.
    """

    # A judgement that was kept before may carry a field that bands no longer have.
    model_config = ConfigDict(extra="ignore", json_schema_extra={"additionalProperties": False})

    lower: float | None = None
    upper: float | None = None
    watch_lower: float | None = None
    watch_upper: float | None = None
    nominal: float | None = None
    upper_standard: float = 0.0

    @model_validator(mode="after")
    def _ordered(self) -> Band:
        limits = [self.lower, self.watch_lower, self.watch_upper, self.upper]
        known = [limit for limit in limits if limit is not None]
        if not known:
            raise ValueError("a band needs at least one limit")
        if known != sorted(known):
            raise ValueError("the watch limits must lie inside the reject limits")
        return self

    @property
    def half_width(self) -> float:
        """Half the band's width [its unit]; for a one-sided band, from nominal to the limit.

        For a one-sided band without nominal, the limit itself stands in.
        """
        if self.lower is not None and self.upper is not None:
            return (self.upper - self.lower) / 2
        limit = self.upper if self.upper is not None else self.lower
        assert limit is not None
        return abs(limit - self.nominal) if self.nominal is not None else abs(limit)

    def contains(self, value: float) -> bool:
        """Whether ``value`` [the band's unit] lies inside the reject limits, limits included."""
        return region(value, self) == 0

    def scaled(self, factor: float) -> Band:
        """The band with every limit multiplied by a positive ``factor`` [1]."""
        limits = ("lower", "upper", "watch_lower", "watch_upper", "nominal", "upper_standard")
        scaled = {
            name: None if (limit := getattr(self, name)) is None else limit * factor for name in limits
        }
        return self.model_copy(update=scaled)


_FLOAT_NOISE = 1e-9
"""Decimal figures as typed differ from their binary ones by less than this share [1]."""


def beyond(value: float, limit: float) -> bool:
    """Whether ``value`` lies above ``limit`` [one unit]: on it, float noise aside, it does not."""
    return value - limit > _FLOAT_NOISE * max(abs(limit), _FLOAT_NOISE)


@dataclass(frozen=True)
class Placement:
    """The state of a value in a band, the side it leans to and the limit concerned."""

    state: State
    side: Side | None = None
    limit: float | None = None


def place(value: float, expanded: float, band: Band) -> Placement:
    """Say where ``value`` ± ``expanded`` lies in ``band`` [one unit for all].

    Outside or just outside, when the value is beyond a limit by more or less
    than U; just within, when inside but a limit lies within U; watch, when
    beyond a watch limit; else within. Where the upper limit was measured itself, U there
    is that of the difference.

    References
    ----------
    ILAC-G8:09/2019, 4.2.2 and figure 4, with the guard band w = U.
    """
    if band.upper is not None and beyond(value, band.upper):
        state = State.OUTSIDE if value - at_upper(expanded, band) > band.upper else State.JUST_OUTSIDE
        return Placement(state, Side.HIGH, band.upper)
    if band.lower is not None and beyond(-value, -band.lower):
        state = State.OUTSIDE if value + expanded < band.lower else State.JUST_OUTSIDE
        return Placement(state, Side.LOW, band.lower)
    near = _nearest_within(value, expanded, band)
    if near:
        return near
    if band.watch_upper is not None and beyond(value, band.watch_upper):
        return Placement(State.WATCH, Side.HIGH, band.watch_upper)
    if band.watch_lower is not None and beyond(-value, -band.watch_lower):
        return Placement(State.WATCH, Side.LOW, band.watch_lower)
    return Placement(State.WITHIN)


def _nearest_within(value: float, expanded: float, band: Band) -> Placement | None:
    gaps = []
    if band.upper is not None:
        gaps.append((band.upper - value, Side.HIGH, band.upper, at_upper(expanded, band)))
    if band.lower is not None:
        gaps.append((value - band.lower, Side.LOW, band.lower, expanded))
    near = [one for one in gaps if one[0] <= one[3]]
    if not near:
        return None
    _, side, limit, _ = min(near)
    return Placement(State.JUST_WITHIN, side, limit)


def at_upper(expanded: float, band: Band) -> float:
    """U of the difference between a value and the upper limit, and ``expanded`` [the band's unit].

    U² = U_value² + (k·u_limit)².

    References
    ----------
    JCGM 100:2008, 5.1.2.
    """
    return hypot(expanded, COVERAGE_FACTOR * band.upper_standard) if band.upper_standard else expanded


def region(value: float, band: Band) -> int:
    """On which side of the band ``value`` [its unit] lies, alone: −1 below, 0 inside, 1 above."""
    if band.upper is not None and beyond(value, band.upper):
        return 1
    return -1 if band.lower is not None and beyond(-value, -band.lower) else 0


CONFIRMED_POWERS = (1, -1, 2, -2, 3, -3, 6, -6)


_USUAL_SPREAD = 1.25


def power_of_ten(value: float, band: Band) -> int | None:
    """The n for which value · 10ⁿ [band's unit] lies in the band while the value does not, or None.

    A reading off by a clean power of ten is usually a prefix missed, not a fault.
    For a one-sided band the open side ends a usual spread beyond nominal; without
    a nominal there is nothing to be a power of ten away from.
    """
    if value <= 0 or band.contains(value):
        return None
    near = _closed(band)
    if near is None:
        return None
    for power in CONFIRMED_POWERS:
        if near.contains(value * 10.0**power):
            return power
    return None


def _closed(band: Band) -> Band | None:
    """The band with both limits, the missing one taken round nominal; None without nominal."""
    if band.lower is not None and band.upper is not None:
        return band
    if band.nominal is None:
        return None
    lower = band.nominal / _USUAL_SPREAD if band.lower is None else band.lower
    upper = band.nominal * _USUAL_SPREAD if band.upper is None else band.upper
    return Band(lower=min(lower, band.nominal), upper=max(upper, band.nominal))


def decidability(band: Band, expanded: float) -> float:
    """Half-width of the band over U [1], ``expanded`` [its unit]: 4 is good, below 1 decides nothing.

    References
    ----------
    JCGM 106:2012, 7.6 (measurement capability index).
    """
    return band.half_width / expanded if expanded else float("inf")
