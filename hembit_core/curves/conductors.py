"""Resistance of windings and metals over temperature."""

from __future__ import annotations

from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.curves.ends import Floats, everywhere
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.notation import plain


class WindingMetal(StrEnum):
    """What a winding is wound with."""

    COPPER = "copper"
    ALUMINIUM = "aluminium"


def inferred_zero(metal: WindingMetal) -> float:
    """k in R ∝ (k + t): 234.5 for copper, 225 for aluminium [°C]."""
    return float(table("conductors")["windings"][metal])


def winding_resistance(
    resistance: ArrayLike,
    at: ArrayLike,
    to: ArrayLike,
    metal: WindingMetal = WindingMetal.COPPER,
) -> Floats:
    """Resistance [Ω] a winding of ``resistance`` [Ω] at ``at`` [°C] has at ``to`` [°C].

    R₂ = R₁ · (k + t₂) / (k + t₁), k = 234.5 for copper, 225 for aluminium.

    Raises
    ------
    InputError
        If a temperature is at or below −k, where the straight line ends.

    References
    ----------
    IEC 60034-1, 8.6.2.3.3 (with 235 for copper).

    Examples
    --------
    >>> round(float(winding_resistance(112.4, 6.0, 20.0)), 2)
    118.94
    >>> round(float(winding_resistance(118.0, 20.0, 6.0)), 2)
    111.51
    """
    k = inferred_zero(metal)
    before, after = _above_zero(at, k), _above_zero(to, k)
    return np.asarray(resistance, dtype=np.float64) * after / before


def winding_temperature(
    resistance: ArrayLike,
    cold_resistance: ArrayLike,
    cold: ArrayLike,
    metal: WindingMetal = WindingMetal.COPPER,
) -> Floats:
    """Temperature [°C] of a winding from its own resistance: it is its own thermometer.

    t₂ = (R₂/R₁) · (k + t₁) − k.

    Parameters
    ----------
    resistance : R₂ now [Ω]. cold_resistance : R₁ [Ω] at ``cold`` : t₁ [°C].

    References
    ----------
    IEC 60034-1, 8.6.2.3.3.

    Examples
    --------
    >>> round(float(winding_temperature(128.0, 100.0, 20.0)), 1)
    91.3
    """
    k = inferred_zero(metal)
    ratio = np.asarray(resistance, dtype=np.float64) / np.asarray(cold_resistance, dtype=np.float64)
    return ratio * _above_zero(cold, k) - k


def metal_resistance(
    reference_resistance: ArrayLike, reference: float, to: ArrayLike, alpha: float
) -> Floats:
    """Resistance [Ω] at ``to`` [°C] of a metal with ``alpha`` [1/K] stated at ``reference`` [°C].

    R = R_ref · (1 + α (t − t_ref)).

    References
    ----------
    IEC 60028 for annealed copper; α is the textbook value at its stated temperature.

    Examples
    --------
    >>> round(float(metal_resistance(100.0, 20.0, 120.0, 0.00393)), 1)
    139.3
    """
    change = np.asarray(to, dtype=np.float64) - reference
    return np.asarray(reference_resistance, dtype=np.float64) * (1 + alpha * change)


def _above_zero(celsius: ArrayLike, k: float) -> Floats:
    shifted = np.asarray(celsius, dtype=np.float64) + k
    if not everywhere(shifted > 0):
        raise InputError(f"A winding's straight line ends at {plain(-k)} °C. Check the temperature.")
    return shifted
