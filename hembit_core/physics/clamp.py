"""Two clamp readings and a subtraction: what one load of two draws."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt

from hembit_core.conformity.uncertainty import combined, expanded
from hembit_core.errors import InputError


@dataclass(frozen=True)
class ClampDifference:
    """The heater's current [A] and its expanded uncertainty (k = 2) [A]."""

    current: float
    expanded: float


def resistive_share(
    together: float,
    other: float,
    power_factor: float = 1.0,
    together_standard: float = 0.0,
    other_standard: float = 0.0,
) -> ClampDifference:
    """Current [A] of a resistive load, from both loads together and the other one alone.

    The currents add as phasors: I_t² = (I_h + I_o cos φ)² + (I_o sin φ)², so
    I_h = √(I_t² − I_o² sin² φ) − I_o cos φ. With cos φ = 1, or on DC, the plain
    difference. u by first-order propagation of both standard uncertainties [A].

    Raises
    ------
    InputError
        If the power factor is not in (0, 1], or the other load alone draws more.

    Examples
    --------
    >>> [round(resistive_share(12.86, 4.31, pf).current, 2) for pf in (1.0, 0.8, 0.6)]
    [8.55, 9.15, 9.8]
    """
    if not 0 < power_factor <= 1:
        raise InputError("A power factor lies above 0 and up to 1.")
    if not 0 <= other < together:
        raise InputError("Both together must draw more than the one alone. Read them again.")
    sine_squared = 1 - power_factor**2
    root = sqrt(together**2 - other**2 * sine_squared)
    by_together = together / root
    by_other = -(other * sine_squared / root + power_factor)
    standard = combined(by_together * together_standard, by_other * other_standard)
    return ClampDifference(root - other * power_factor, expanded(standard))


def resistive_share_range(
    together: float, other: float, lowest_power_factor: float = 0.5
) -> tuple[float, float]:
    """The range [A] in which the heater's current lies while the power factor is not known.

    From the plain difference (power factor 1) to that at ``lowest_power_factor``.
    """
    plain = resistive_share(together, other).current
    return plain, resistive_share(together, other, lowest_power_factor).current
