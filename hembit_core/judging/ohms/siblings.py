"""Parts of one type at one temperature, compared with each other."""

from __future__ import annotations

from dataclasses import dataclass
from statistics import mean, median, stdev

from hembit_core.data_files import table
from hembit_core.errors import InputError

_TINY = 1e-12


@dataclass(frozen=True)
class SiblingComparison:
    """The set's median, the deviation allowed from it, and which parts are off [frame's unit].

    ``off`` holds the places of the parts that differ, in the order given.
    """

    median: float
    allowed: float
    off: tuple[int, ...]


def compare_siblings(readings: tuple[float, ...], standard: float, spread: float) -> SiblingComparison:
    """Find the siblings that are off, in a set of 3 to 24.

    One is off if it lies from the median by more than a factor times the larger of ``standard``
    (the meter's own, for a difference) and ``spread`` (the usual standard deviation among such
    parts), and stands out of this set's own scatter too: from the mean of the others by a
    factor times their standard deviation, or from the median by a factor times the MAD. The
    factors go by the size of the set, so that at most 5 % of sound sets have one called off.
    One of five that is off by ten spreads is found in 90 % of sets; two of eight in 65 %, of
    twelve in 94 %.

    Parameters
    ----------
    readings : of equal parts [frame's unit].
    standard, spread : standard uncertainty and usual standard deviation [frame's unit].

    Raises
    ------
    InputError
        If there are fewer than three; two have no majority.

    References
    ----------
    ISO 13528:2022, C.5 (scaled median absolute deviation); Grubbs 1969 (deleted residuals of small
    samples); factors simulated, ``data/sibling_factors.json``.

    Examples
    --------
    >>> compare_siblings((118.2, 118.9, 118.4, 96.1, 118.6), 0.4, 1.2).off
    (3,)
    """
    if len(readings) < 3:
        raise InputError("Three siblings at least: two that differ do not say which one is off.")
    sizes = table("sibling_factors")["sizes"]
    factors = sizes[str(min(len(readings), max(int(size) for size in sizes)))]
    middle = median(readings)
    mad = median(abs(one - middle) for one in readings)
    allowed = factors["spread"] * max(standard, spread)
    off = tuple(
        place
        for place, one in enumerate(readings)
        if abs(one - middle) > allowed
        and (
            abs(one - middle) > factors["mad"] * max(mad, _TINY)
            or _from_the_others(readings, place) > factors["others"]
        )
    )
    return SiblingComparison(middle, allowed, off)


def _from_the_others(readings: tuple[float, ...], place: int) -> float:
    """How many of the others' standard deviations one lies from their mean."""
    others = [one for other, one in enumerate(readings) if other != place]
    return abs(readings[place] - mean(others)) / max(stdev(others), _TINY)


def pair_differs(first: float, second: float, expanded: float, tolerance: float) -> bool:
    """Whether two siblings [Ω] differ by more than their U and their ``tolerance`` [Ω] allow.

    Each has U = ``expanded`` [Ω]; the difference has √2 U.
    """
    return abs(first - second) > tolerance + 2**0.5 * expanded
