"""Parts of one type at one temperature, compared with each other."""

from __future__ import annotations

from dataclasses import dataclass
from statistics import median

from hembit_core.errors import InputError

MAD_TO_SIGMA = 1.4826
"""Makes the median absolute deviation a standard deviation, for a normal distribution."""
_TIMES = 3.0


@dataclass(frozen=True)
class SiblingComparison:
    """The set's median, the deviation allowed from it, and which parts are off [all in Ω].

    ``off`` holds the places of the parts that differ, in the order given.
    """

    median: float
    allowed: float
    off: tuple[int, ...]


def compare_siblings(readings: tuple[float, ...], expanded: float) -> SiblingComparison:
    """Find the siblings that are off: three or more parts, all with expanded uncertainty [Ω].

    Off is who differs from the median by more than 3 · 1.4826 · MAD, and at
    least by 2U. Robust: one bad part moves neither the median nor the MAD much.

    Raises
    ------
    InputError
        If there are fewer than three; two have no majority.

    References
    ----------
    ISO 13528:2022, C.5 (scaled median absolute deviation).

    Examples
    --------
    >>> compare_siblings((118.2, 118.9, 118.4, 96.1, 118.6), 0.9).off
    (3,)
    """
    if len(readings) < 3:
        raise InputError("Three siblings at least: two that differ do not say which one is off.")
    middle = median(readings)
    spread = median(abs(one - middle) for one in readings)
    allowed = max(_TIMES * MAD_TO_SIGMA * spread, 2 * expanded)
    off = tuple(index for index, one in enumerate(readings) if abs(one - middle) > allowed)
    return SiblingComparison(middle, allowed, off)


def pair_differs(first: float, second: float, expanded: float, tolerance: float) -> bool:
    """Whether two siblings [Ω] differ by more than their U and their ``tolerance`` [Ω] allow.

    Each has U = ``expanded`` [Ω]; the difference has √2 U.
    """
    return abs(first - second) > tolerance + 2**0.5 * expanded
