"""What would settle a part that no call is made of: what was not said, by how much it leaves open."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from enum import StrEnum

from hembit_core.judging.ohms.figures import Figure

_COUNTS = 0.25
"""Whatever makes less of what is uncertain about a figure is not asked for [1]."""


class Asks(StrEnum):
    """What is asked for."""

    TEMPERATURE = "temperature"
    LEADS = "leads"
    ALLOY = "alloy"
    METER = "meter"


_OF_SHARES = {
    "alloy": Asks.ALLOY,
    "spread": Asks.ALLOY,
    "warmth": Asks.TEMPERATURE,
    "gain": Asks.METER,
    "gain A": Asks.METER,
    "gain V": Asks.METER,
    "leads": Asks.LEADS,
}


def asks_of(figures: Iterable[Figure]) -> tuple[Asks, ...]:
    """What makes at least a quarter of the variance of one of the figures, the most first.

    References
    ----------
    JCGM 100:2008, 5.1.2 (the variance of a figure is the sum of its shares').
    """
    found: dict[Asks, float] = {}
    for one in figures:
        if one.shown is None:
            continue
        parts = list(_variances(one))
        whole = sum(variance for _, variance in parts) + one.own**2
        for what in {what for what, _ in parts}:
            share = sum(variance for each, variance in parts if each is what) / (whole or 1.0)
            if what is not None and share >= _COUNTS:
                found[what] = max(found.get(what, 0.0), share)
    return tuple(sorted(found, key=lambda what: -found[what]))


def _variances(figure: Figure) -> Iterator[tuple[Asks | None, float]]:
    """Each share of a figure's variance [its unit, squared], and what would take it away."""
    for name, share in figure.shares.items():
        yield _OF_SHARES.get(name), (share * figure.due) ** 2
    for name, fixed in figure.fixed.items():
        yield _OF_SHARES.get(name, Asks.METER), fixed**2
    if figure.warmth:
        warmth = figure.warmth
        yield Asks.TEMPERATURE, (warmth.per_kelvin * warmth.off * figure.due) ** 2
