"""What two elements in series should have, from what each should have."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Share
from hembit_core.conformity.missing import Missing
from hembit_core.families.heating_element.expectation import between_terminals
from hembit_core.families.heating_element.resistance import ElementResistance
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.notation import deviation, interval
from hembit_core.working import WorkingLine

_WORDS = OhmsWords(
    open_means="Isolated, OL across both halves: one of them is broken.",
    open_next="Read each half alone: which one is it?",
    short_next="Read each half alone: a bridge lies across both.",
    high_next="Clean and tighten the terminals and read again; then each half alone.",
    low_next="Read each half alone: which one is low?",
    within_next="Next: terminal to case, from each half.",
)


@lru_cache(maxsize=256)
def in_series(first: ElementResistance, second: ElementResistance) -> ElementResistance:
    """Both halves in series: bands, uncertainties and what is missing add up.

    A thermometer and an alloy's spread are common to both, so that their shares add as numbers.
    """
    today = _both(first.today, second.today)
    shares = tuple(
        Share(one.origin, one.standard + other.standard)
        for one, other in zip(first.shares, second.shares, strict=True)
    )
    line = WorkingLine(
        key="in_series",
        label="Both in series",
        result=interval(today.lower, today.upper, "Ω"),
        formula="R = R_1 + R_2",
        figures=f"{interval(first.today.lower, first.today.upper, 'Ω')} and "
        f"{interval(second.today.lower, second.today.upper, 'Ω')}",
        source="resistances in series",
    )
    return replace(
        first,
        hot=_both(first.hot, second.hot),
        today=today,
        shares=shares,
        missing=_widest(first.missing, second.missing),
        tell=lambda: (line,),
        policy=tuple(dict.fromkeys((*first.policy, *second.policy))),
        warnings=(),
    )


def whole_due(due: ElementResistance) -> OhmsDue:
    """The ohms that are due across both halves."""
    nominal = due.today.nominal or 1.0
    return OhmsDue(
        band=due.today,
        tell=lambda: between_terminals(due),
        words=_WORDS,
        deviation=lambda net, u: f"{deviation(net, nominal)} on ohms.",
        shares=due.shares,
        missing=due.missing,
    )


def _both(first: Band, second: Band) -> Band:
    def added(name: str) -> float | None:
        one, other = getattr(first, name), getattr(second, name)
        return None if one is None or other is None else one + other

    names = ("lower", "upper", "watch_lower", "watch_upper", "nominal")
    return Band(**{name: added(name) for name in names})


def _widest(first: tuple[Missing, ...], second: tuple[Missing, ...]) -> tuple[Missing, ...]:
    """What is missing of either half, as shares of the whole: no wider than the wider of the two."""
    found: dict[tuple[str, object], Missing] = {}
    for one in (*first, *second):
        key = (one.lacking, one.state)
        before = found.get(key, one)
        found[key] = replace(
            one,
            share_low=min(before.share_low, one.share_low),
            share_high=max(before.share_high, one.share_high),
        )
    return tuple(found.values())
