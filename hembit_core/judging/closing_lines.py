"""The lines every comparison ends with: U, and whether this meter can decide."""

from __future__ import annotations

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.measuring.meters import Meter
from hembit_core.notation import expanded_text, plain, quantity, significant
from hembit_core.working import WorkingLine


def together_line(budget: Budget, unit: str) -> WorkingLine:
    """U = 2·√(Σ u²) as a line of the working, the shares in ``unit``."""
    squares = " + ".join(f"{plain(term, 3)}²" for term in budget.standards if term) or "0"
    expanded = budget.expanded
    return WorkingLine(
        key="together",
        label="Together, U = 2u",
        result=f"± {expanded_text(expanded, unit)}",
        formula="U = 2 · √(Σ u²)",
        figures=f"2 · √({squares}) {unit}",
        source="JCGM 100, 5.1.2 and 6.2.1; k = 2, about 95 %",
        value=expanded,
        unit=unit,
    )


def decidability_line(band: Band, ratio: float, unit: str) -> WorkingLine:
    """Half-width over U, ``ratio`` [1], as a line of the working; ``unit`` is that of the band."""
    if ratio >= 4:
        word = "yes, good"
    elif ratio >= 1:
        word = "with care"
    else:
        word = "no"
    return WorkingLine(
        key="can_it_decide",
        label="Can this meter decide?",
        result=f"{word}, {significant(ratio, 2)} : 1" if ratio < 100 else f"{word}, over 100 : 1",
        formula="half the band / the meter's U",
        figures=f"half the band is {quantity(band.half_width, unit, 3)}; 4 or more is comfortable",
        source="ratio of tolerance to uncertainty",
        value=ratio,
    )


def meter_policy(meter: Meter) -> tuple[str, ...]:
    """Says whose accuracy was used: an unknown meter's, or one's in air that it does not hold for."""
    if not meter.stated:
        return ("meter not known: cautious default accuracy used",)
    if meter.holds is None:
        return ()
    holds = f"{meter.name}: accuracy as for {plain(meter.holds.low)} to {plain(meter.holds.high)} °C"
    if meter.air is None:
        return (f"{holds}; the air was not said, and times {plain(meter.air_factor, 3)} is taken",)
    if meter.air_factor == 1:
        return ()
    return (f"{holds}, times {plain(meter.air_factor, 3)} in air of {meter.air.told}",)
