"""A condition that was left out, and what it may have done to a reading."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum
from math import inf

from hembit_core.conformity.states import State


class Lacking(StrEnum):
    """What was left out, or is as it should not be."""

    ALLOY = "alloy"
    LEADS = "leads"
    PAIR = "pair"
    PART_TEMPERATURE = "part_temperature"
    SETTLED = "settled"
    PATH_BESIDE = "path_beside"
    POWER_FACTOR = "power_factor"
    STANDS_AT = "stands_at"
    CEILING = "ceiling"
    LOAD = "load"
    SHUT = "shut"
    LIMITS = "limits"
    FIGURES = "figures"


@dataclass(frozen=True)
class Missing:
    """A condition that is not known, as a one-sided shift of the value if need be.

    The comparable value lies between value + ``low`` + ``share_low`` · value and the same of
    the high ones; an end may be infinite. While it matters the reading is ``state``; where that
    is None it lies just within or just outside, by where the value itself is.
    """

    lacking: Lacking
    remedy: str
    state: State | None = State.NOT_COMPARABLE
    low: float = 0.0
    high: float = 0.0
    share_low: float = 0.0
    share_high: float = 0.0

    def ends(self, value: float) -> tuple[float, float]:
        """The shifts [unit of the value], lowest and highest."""
        scale = abs(value)
        return self.low + self.share_low * scale, self.high + self.share_high * scale

    def scaled(self, factor: float) -> Missing:
        """For a value that is ``factor`` [1] times as large: a bank of equal members."""
        return replace(self, low=self.low * factor, high=self.high * factor)


def path_beside(remedy: str) -> Missing:
    """Something passive may stand beside the part: it can lower ohms, never raise them."""
    return Missing(Lacking.PATH_BESIDE, remedy, State.NOT_COMPARABLE, 0.0, inf)
