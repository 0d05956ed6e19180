"""Which branches open would give which readings: ohms from line to line, amps in the lines."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations
from math import inf, isfinite

from hembit_core.families.three_phase_set.spec import SetConnection
from hembit_core.physics.three_phase import (
    delta_line_currents,
    delta_line_to_line,
    star_line_currents,
    star_line_to_line,
)

PAIRS = ("L1–L2", "L2–L3", "L3–L1")
LINES = ("L1", "L2", "L3")
Three = tuple[float, float, float]


@dataclass(frozen=True)
class Pattern:
    """Branches that are open, by their place, and what is read for unit branches [1]."""

    open: tuple[int, ...]
    figures: Three


def branch_names(connection: SetConnection) -> tuple[str, ...]:
    """What each branch is called: by its pair of lines in delta, by its line in star."""
    if connection is SetConnection.STAR:
        return tuple(f"the leg of {line}" for line in LINES)
    names = tuple(f"the branch across {pair}" for pair in PAIRS)
    return names[:2] if connection is SetConnection.OPEN_DELTA else names


def _branches(connection: SetConnection, open_ones: tuple[int, ...]) -> Three:
    gone = {*open_ones, 2} if connection is SetConnection.OPEN_DELTA else set(open_ones)
    first, second, third = (inf if place in gone else 1.0 for place in range(3))
    return first, second, third


def ohm_patterns(connection: SetConnection) -> tuple[Pattern, ...]:
    """Line-to-line readings for unit branches, all well first, then one, two, three open [Ω/Ω]."""
    read = star_line_to_line if connection is SetConnection.STAR else delta_line_to_line
    return tuple(Pattern(gone, read(_branches(connection, gone))) for gone in _open_sets(connection))


def current_patterns(connection: SetConnection) -> tuple[Pattern, ...]:
    """Line currents for unit branches on unit volts from line to line, no neutral [A·Ω/V]."""
    read = star_line_currents if connection is SetConnection.STAR else delta_line_currents
    return tuple(
        Pattern(gone, read(1.0, _branches(connection, gone))) for gone in _open_sets(connection)
    )


def _open_sets(connection: SetConnection) -> list[tuple[int, ...]]:
    count = len(branch_names(connection))
    return [gone for size in range(count + 1) for gone in combinations(range(count), size)]


def branches_from(connection: SetConnection, ohms: Three) -> Three | None:
    """Each branch [Ω] worked out from three finite line-to-line readings [Ω]; None if impossible.

    Star: R₁ = (R₁₂ + R₃₁ − R₂₃) / 2. Delta: that star turned into a delta,
    R₁₂ = (R₁R₂ + R₂R₃ + R₃R₁) / R₃.

    References
    ----------
    Kennelly's star–delta transformation.
    """
    if not all(isfinite(one) for one in ohms):
        return None
    r12, r23, r31 = ohms
    star = ((r12 + r31 - r23) / 2, (r12 + r23 - r31) / 2, (r23 + r31 - r12) / 2)
    if min(star) <= 0:
        return None
    if connection is SetConnection.STAR:
        return star
    a, b, c = star
    total = a * b + b * c + c * a
    return total / c, total / a, total / b
