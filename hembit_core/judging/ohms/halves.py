"""Two halves read against the whole of it: whether their ohms add up."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

from hembit_core.conformity.uncertainty import expanded
from hembit_core.measuring.resistance_reading import NetResistance
from hembit_core.notation import expanded_text, quantity
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class HalvesWords:
    """What the whole is called in the working, the law as a formula, and where it is from."""

    label: str
    whole: str
    formula: str
    source: str


@dataclass(frozen=True)
class HalvesSum:
    """How far the whole is above both halves together [Ω], its U (k = 2) [Ω], and the line."""

    off: float
    u: float
    line: WorkingLine

    @property
    def adds_up(self) -> bool:
        """Whether what they differ by lies within its U."""
        return abs(self.off) <= self.u


def halves_sum(
    halves: Sequence[NetResistance | None], whole: NetResistance | None, words: HalvesWords
) -> HalvesSum | None:
    """R − R₁ − R₂, the leads taken off each; None where not all three have a figure.

    One meter on one range: its gain is common and cancels; counts are each reading's own, and the
    lead figure, taken off three times, stays in once.

    References
    ----------
    Resistances in series (Kirchhoff); JCGM 100:2008, 5.2.2, for what is common to the readings.
    """
    read = [one for one in halves if one is not None]
    if whole is None or len(read) != 2:
        return None
    first, second = read
    both = first.net + second.net
    off = whole.net - both
    u = expanded(hypot(*(one.own for one in (first, second, whole)), whole.leads_expanded / 2))
    line = WorkingLine(
        key="sum",
        label=words.label,
        result=f"{quantity(abs(off), 'Ω', 2)} apart, U {expanded_text(u, 'Ω')}",
        formula=words.formula,
        figures=f"{quantity(first.net, 'Ω', 4)} + {quantity(second.net, 'Ω', 4)} = "
        f"{quantity(both, 'Ω', 4)}, {words.whole} {quantity(whole.net, 'Ω', 4)}",
        source=words.source,
        value=off,
        unit="Ω",
    )
    return HalvesSum(off, u, line)
