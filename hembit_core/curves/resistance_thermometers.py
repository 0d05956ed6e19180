"""Platinum and nickel resistance thermometers."""

from __future__ import annotations

from enum import StrEnum
from functools import cache
from typing import Literal

import numpy as np
from numpy.polynomial import polynomial
from numpy.typing import ArrayLike

from hembit_core.curves.ends import Floats, everywhere, within_ends
from hembit_core.curves.roots import Knots, increasing_root, knots_of
from hembit_core.data_files import table

_PLATINUM = table("resistance_thermometers")["platinum"]
_NICKEL = table("resistance_thermometers")["nickel"]
_A, _B, _C = (float(_PLATINUM[name]) for name in "ABC")
_LOW, _HIGH = float(_PLATINUM["from_C"]), float(_PLATINUM["to_C"])


class PlatinumClass(StrEnum):
    """Tolerance classes of IEC 60751."""

    AA = "AA"
    A = "A"
    B = "B"
    C = "C"


def _platinum_ratio(t: Floats) -> Floats:
    ratio = 1 + t * (_A + t * _B)
    below = np.minimum(t, 0.0)
    return np.asarray(ratio + _C * (below - 100) * below**3)


def platinum_resistance(celsius: ArrayLike, r0: float = 100.0) -> Floats:
    """Resistance [Ω] of a platinum thermometer of ``r0`` [Ω] at 0 °C.

    R = R₀ (1 + A t + B t²), below 0 °C + R₀ C (t − 100) t³.

    Raises
    ------
    CurveRangeError
        Outside −200 to 850 °C.

    References
    ----------
    IEC 60751:2022, 4.2.

    Examples
    --------
    >>> platinum_resistance([-200, 0, 100, 850]).round(2).tolist()
    [18.52, 100.0, 138.51, 390.48]
    """
    t = within_ends(celsius, _LOW, _HIGH, "the platinum curve", "°C")
    return r0 * _platinum_ratio(t)


def platinum_temperature(resistance: ArrayLike, r0: float = 100.0) -> Floats:
    """Temperature [°C] of a platinum thermometer from its resistance [Ω].

    The quadratic above 0 °C is solved in closed form, the rest by root-finding.

    Raises
    ------
    CurveRangeError
        If the resistance is outside that of −200 to 850 °C.

    Examples
    --------
    >>> round(float(platinum_temperature(108.80)), 2)
    22.59
    """
    low, high = _platinum_ends()
    r = within_ends(resistance, r0 * low, r0 * high, "the platinum curve", "Ω") / r0
    above = (-_A + np.sqrt(_A**2 - 4 * _B * (1 - np.maximum(r, 1.0)))) / (2 * _B) + 0.0
    if everywhere(r >= 1):
        return above
    below = increasing_root(_platinum_ratio, _platinum_slope, np.minimum(r, 1.0), _below_zero())
    return np.where(r >= 1, above, below)


@cache
def _platinum_ends() -> tuple[float, float]:
    """R/R₀ at both ends of the curve."""
    low, high = _platinum_ratio(np.array([_LOW, _HIGH], dtype=np.float64)).tolist()
    return low, high


@cache
def _below_zero() -> Knots:
    return knots_of(_platinum_ratio, _LOW, 0.0)


def _platinum_slope(t: Floats) -> Floats:
    below = np.minimum(t, 0.0)
    return np.asarray(_A + 2 * _B * t + _C * (4 * below**3 - 300 * below**2))


def platinum_sensitivity(celsius: ArrayLike, r0: float = 100.0) -> Floats:
    """dR/dt [Ω/K] of a platinum thermometer at ``celsius`` [°C]."""
    t = within_ends(celsius, _LOW, _HIGH, "the platinum curve", "°C")
    return r0 * _platinum_slope(t)


def platinum_tolerance(
    celsius: float, tolerance_class: PlatinumClass, build: Literal["film", "wire"] = "wire"
) -> float:
    """Limit [K] of a platinum thermometer's class at ``celsius`` [°C].

    Raises
    ------
    CurveRangeError
        Outside the range in which the class holds for that build.

    References
    ----------
    IEC 60751:2022, table 3.

    Examples
    --------
    >>> round(platinum_tolerance(22.0, PlatinumClass.B), 2)
    0.41
    """
    entry = _PLATINUM["classes"][tolerance_class]
    low, high = entry[f"{build}_C"]
    within_ends(celsius, low, high, f"class {tolerance_class}, {build}", "°C")
    return float(entry["at_zero_K"] + entry["share_of_t"] * abs(celsius))


def _nickel_ratio(t: Floats) -> Floats:
    return np.asarray(polynomial.polyval(t, _NICKEL["powers"]), dtype=np.float64)


def nickel_resistance(celsius: ArrayLike, r0: float = 100.0) -> Floats:
    """Resistance [Ω] of a nickel thermometer of ``r0`` [Ω] at 0 °C.

    References
    ----------
    DIN 43760:1987, −60 to 250 °C.

    Examples
    --------
    >>> nickel_resistance([-60, 100]).round(1).tolist()
    [69.5, 161.8]
    """
    t = within_ends(celsius, _NICKEL["from_C"], _NICKEL["to_C"], "the nickel curve", "°C")
    return r0 * _nickel_ratio(t)


def nickel_temperature(resistance: ArrayLike, r0: float = 100.0) -> Floats:
    """Temperature [°C] of a nickel thermometer from its resistance [Ω]; inverse of the above."""
    knots = _nickel_knots()
    low, high = float(knots[1][0]), float(knots[1][-1])
    r = within_ends(resistance, r0 * low, r0 * high, "the nickel curve", "Ω") / r0
    powers = polynomial.polyder(_NICKEL["powers"])
    return increasing_root(
        _nickel_ratio,
        lambda t: np.asarray(polynomial.polyval(t, powers)),
        r,
        knots,
    )


@cache
def _nickel_knots() -> Knots:
    return knots_of(_nickel_ratio, _NICKEL["from_C"], _NICKEL["to_C"])


def nickel_sensitivity(celsius: ArrayLike, r0: float = 100.0) -> Floats:
    """dR/dt [Ω/K] of a nickel thermometer at ``celsius`` [°C]."""
    t = within_ends(celsius, _NICKEL["from_C"], _NICKEL["to_C"], "the nickel curve", "°C")
    return np.asarray(r0 * polynomial.polyval(t, polynomial.polyder(_NICKEL["powers"])))


def nickel_tolerance(celsius: float) -> float:
    """Limit [K] of a nickel thermometer: ± (0.4 + 0.007 |t|) K, below 0 °C ± (0.4 + 0.028 |t|) K.

    References
    ----------
    DIN 43760:1987, 4.
    """
    entry = _NICKEL["class"]
    share = entry["share_above_zero" if celsius >= 0 else "share_below_zero"]
    return float(entry["at_zero_K"] + share * abs(celsius))
