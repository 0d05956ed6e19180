"""Thermocouples on ITS-90: voltage, temperature, cold junction, tolerance classes."""

from __future__ import annotations

from enum import StrEnum
from functools import cache
from math import exp

import numpy as np
from numpy.polynomial import polynomial
from numpy.typing import ArrayLike

from hembit_core.curves.ends import CurveRangeError, Floats, within_ends
from hembit_core.curves.roots import Knots, increasing_root, increasing_root_at, knots_of
from hembit_core.data_files import table
from hembit_core.notation import plain

_TYPES = table("thermocouples")["types"]


class ThermocoupleType(StrEnum):
    """Letter-designated types of IEC 60584-1."""

    K = "K"
    J = "J"
    T = "T"
    N = "N"
    E = "E"
    R = "R"
    S = "S"
    B = "B"


def ends(kind: ThermocoupleType) -> tuple[float, float]:
    """Lowest and highest temperature of the reference function [°C]."""
    segments = _TYPES[kind]["segments"]
    return float(segments[0]["from_C"]), float(segments[-1]["to_C"])


@cache
def _segments(kind: ThermocoupleType) -> tuple[tuple[float, Floats, Floats], ...]:
    """(upper end, coefficients, coefficients of the derivative) of each segment."""
    return tuple(
        (
            float(one["to_C"]),
            np.array(one["mV"]),
            np.asarray(polynomial.polyder(np.array(one["mV"])), dtype=np.float64),
        )
        for one in _TYPES[kind]["segments"]
    )


def _evaluate(kind: ThermocoupleType, t: Floats, derivative: bool) -> Floats:
    """E(t) [mV] or dE/dt [mV/K], segment by segment."""
    result = np.empty_like(t)
    open_ = np.ones(t.shape, dtype=bool)
    for upper, value, slope in _segments(kind):
        here = open_ & (t <= upper)
        result[here] = polynomial.polyval(t[here], slope if derivative else value)
        open_ &= ~here
    bump = _TYPES[kind].get("exponential")
    if bump:
        above = t > 0
        away = t[above] - bump["a2_C"]
        height = bump["a0_mV"] * np.exp(bump["a1_per_C2"] * away**2)
        result[above] += height * (2 * bump["a1_per_C2"] * away if derivative else 1.0)
    return result


def _evaluate_at(kind: ThermocoupleType, t: float, derivative: bool) -> float:
    """The same at one temperature, without arrays: a single reading asks for it many times."""
    _, value, slope = next((one for one in _segments(kind) if t <= one[0]), _segments(kind)[-1])
    result = 0.0
    for coefficient in reversed((slope if derivative else value).tolist()):
        result = result * t + coefficient
    bump = _TYPES[kind].get("exponential")
    if bump and t > 0:
        away = t - bump["a2_C"]
        height = bump["a0_mV"] * exp(bump["a1_per_C2"] * away**2)
        result += height * (2 * bump["a1_per_C2"] * away if derivative else 1.0)
    return float(result)


def _along(kind: ThermocoupleType, celsius: ArrayLike, derivative: bool) -> Floats:
    low, high = ends(kind)
    if isinstance(celsius, float) and low <= celsius <= high:
        return np.float64(_evaluate_at(kind, celsius, derivative))
    t = within_ends(celsius, low, high, f"type {kind}", "°C")
    return _evaluate(kind, np.atleast_1d(t), derivative).reshape(t.shape)


def voltage(kind: ThermocoupleType, celsius: ArrayLike) -> Floats:
    """E(t) [mV] of a thermocouple with its cold junction at 0 °C.

    Raises
    ------
    CurveRangeError
        Outside the reference function's range.

    References
    ----------
    IEC 60584-1:2013, annex A.

    Examples
    --------
    >>> voltage(ThermocoupleType.K, [-100.0, 21.0, 1000.0]).round(3).tolist()
    [-3.554, 0.838, 41.276]
    """
    return _along(kind, celsius, derivative=False)


def sensitivity(kind: ThermocoupleType, celsius: ArrayLike) -> Floats:
    """dE/dt [mV/K], the Seebeck coefficient at ``celsius`` [°C]."""
    return _along(kind, celsius, derivative=True)


@cache
def _turned(kind: ThermocoupleType) -> Knots:
    """Where the search for a temperature starts."""
    low, high = float(_TYPES[kind]["invertible_from_C"]), ends(kind)[1]
    return knots_of(lambda t: _evaluate(kind, t, derivative=False), low, high)


def temperature(kind: ThermocoupleType, millivolts: ArrayLike) -> Floats:
    """Temperature [°C] that gives E = ``millivolts`` [mV] with the cold junction at 0 °C.

    By root-finding on the reference function, so that it is its inverse, not an
    approximation. Not below 50 °C for type B (where E is not monotonic) nor below
    −200 °C for types K, T, E and N (where it is too flat).

    Raises
    ------
    CurveRangeError
        Outside the range in which the curve can be turned round.
    """
    knots = _turned(kind)
    low, heights = knots[0][0], knots[1]
    mv = within_ends(
        millivolts, float(heights[0]), float(heights[-1]), f"type {kind} from {plain(low)} °C", "mV"
    )
    if mv.ndim == 0:
        found = increasing_root_at(
            lambda t: _evaluate_at(kind, t, derivative=False),
            lambda t: _evaluate_at(kind, t, derivative=True),
            float(mv),
            knots,
        )
        return np.asarray(found)
    return increasing_root(
        lambda t: _evaluate(kind, t, derivative=False),
        lambda t: _evaluate(kind, t, derivative=True),
        mv,
        knots,
    )


def measured_temperature(
    kind: ThermocoupleType, millivolts: ArrayLike, cold_junction: ArrayLike
) -> Floats:
    """Temperature [°C] of the hot junction from mV at the terminals and the cold junction [°C].

    E(t) = E_terminals + E(t_cold).

    References
    ----------
    IEC 60584-1:2013, 3 (reference junction other than 0 °C).

    Examples
    --------
    >>> round(float(measured_temperature(ThermocoupleType.K, 25.76, 21.0)), 1)
    639.9
    """
    return temperature(kind, np.asarray(millivolts) + voltage(kind, cold_junction))


class NoSuchClass(CurveRangeError):
    """The type has no such tolerance class."""


def tolerance(kind: ThermocoupleType, celsius: float, tolerance_class: str = "2") -> float:
    """Limit [K] of a thermocouple's tolerance class at ``celsius`` [°C].

    The greater of a fixed limit and a share of |t|; for class 1 of types R and S
    1 K, above 1100 °C 1 K + 0.003 (t − 1100 °C).

    Raises
    ------
    CurveRangeError
        If the type has no such class, or outside the class's range.

    References
    ----------
    IEC 60584-1:2013, table 12.

    Examples
    --------
    >>> round(tolerance(ThermocoupleType.K, 639.9), 1)
    4.8
    """
    classes = _TYPES[kind]["classes"]
    if tolerance_class not in classes:
        raise NoSuchClass(
            f"Type {kind} has no class {tolerance_class}; it has {', '.join(sorted(classes))}."
        )
    entry = classes[tolerance_class]
    within_ends(celsius, entry["from_C"], entry["to_C"], f"type {kind} class {tolerance_class}", "°C")
    if "above_C" in entry:
        return float(entry["at_least_K"] + entry["share_of_t"] * max(0.0, celsius - entry["above_C"]))
    return float(max(entry["at_least_K"], entry["share_of_t"] * abs(celsius)))
