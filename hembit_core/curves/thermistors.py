"""NTC and PTC thermistors: beta, Steinhart–Hart, chart, silicon."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.curves.ends import Floats, everywhere, within_ends
from hembit_core.errors import InputError
from hembit_core.notation import plain

ZERO_CELSIUS = 273.15
"""0 °C in kelvin."""
_T25 = 25.0 + ZERO_CELSIUS
_COLDEST = -90.0


@dataclass(frozen=True)
class BetaCurve:
    """An NTC by its resistance at 25 °C [Ω] and B [K]: R = R₂₅ · exp(B (1/T − 1/298.15 K)).

    References
    ----------
    IEC 60539-1:2022, 3.14 (B-value).

    Examples
    --------
    >>> curve = BetaCurve(5000, 3470)
    >>> curve.resistance([4.0, 31.2]).round(0).tolist()
    [12077.0, 3945.0]
    """

    r25: float
    beta: float

    def __post_init__(self) -> None:
        if self.r25 <= 0 or self.beta <= 0:
            raise InputError("An NTC needs a resistance at 25 °C and a B above zero.")

    def resistance(self, celsius: ArrayLike) -> Floats:
        """R [Ω] at ``celsius`` [°C]."""
        kelvin = _kelvin(celsius)
        return np.asarray(self.r25 * np.exp(self.beta * (1 / kelvin - 1 / _T25)))

    def temperature(self, resistance: ArrayLike) -> Floats:
        """t [°C] at ``resistance`` [Ω]; InputError where that is not positive."""
        inverse = np.log(_positive(resistance) / self.r25) / self.beta + 1 / _T25
        return np.asarray(1 / inverse - ZERO_CELSIUS)

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        """(dR/dt)/R [1/K]: −B/T². R falls as t rises."""
        return np.asarray(-self.beta / _kelvin(celsius) ** 2)


@dataclass(frozen=True)
class SteinhartHartCurve:
    """An NTC by 1/T = a + b ln R + c (ln R)³, T in K, R in Ω.

    References
    ----------
    Steinhart and Hart, Deep-Sea Research 15 (1968) 497.
    """

    a: float
    b: float
    c: float

    def __post_init__(self) -> None:
        if self.b <= 0 or self.c < 0:
            raise InputError(
                "These Steinhart–Hart coefficients do not fall with temperature everywhere: "
                "b must be above zero and c not below it."
            )

    def temperature(self, resistance: ArrayLike) -> Floats:
        """t [°C] at ``resistance`` [Ω]; InputError where none is there to be found."""
        log = np.log(_positive(resistance))
        inverse = self.a + self.b * log + self.c * log**3
        if not everywhere(inverse > 0):
            raise InputError(
                "These Steinhart–Hart coefficients give no temperature for that resistance."
            )
        return np.asarray(1 / inverse - ZERO_CELSIUS)

    def resistance(self, celsius: ArrayLike) -> Floats:
        """R [Ω] at ``celsius`` [°C]: the cubic in ln R solved in closed form."""
        offset = self.a - 1 / _kelvin(celsius)
        if self.c == 0:
            return np.asarray(np.exp(-offset / self.b))
        half = offset / (2 * self.c)
        root = np.sqrt((self.b / (3 * self.c)) ** 3 + half**2)
        return np.asarray(np.exp(np.cbrt(root - half) - np.cbrt(root + half)))

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        """(dR/dt)/R [1/K] at ``celsius`` [°C]."""
        log = np.log(self.resistance(celsius))
        return np.asarray(-1 / (_kelvin(celsius) ** 2 * (self.b + 3 * self.c * log**2)))


@dataclass(frozen=True)
class ChartCurve:
    """A chart of t [°C] against R [Ω], interpolated in ln R over 1/T, never beyond its ends.

    Serves falling (NTC) and rising (PTC, sender) charts alike.
    """

    celsius: tuple[float, ...]
    ohms: tuple[float, ...]

    def __post_init__(self) -> None:
        if len(self.celsius) != len(self.ohms) or len(self.celsius) < 2:
            raise InputError("A chart needs at least two points, each with a temperature and ohms.")
        if min(self.ohms) <= 0 or min(self.celsius) <= -ZERO_CELSIUS:
            raise InputError("A chart's ohms lie above zero and its temperatures above −273.15 °C.")
        if not (np.diff(self.celsius) > 0).all():
            raise InputError("A chart's temperatures must rise from row to row.")
        steps = np.diff(self.ohms)
        if not ((steps > 0).all() or (steps < 0).all()):
            raise InputError(
                "This chart is not a curve: its ohms must only rise or only fall. Check the rows."
            )

    @cached_property
    def _inverse_kelvin(self) -> Floats:
        return np.asarray(1 / (np.array(self.celsius) + ZERO_CELSIUS))

    @cached_property
    def _log(self) -> Floats:
        return np.asarray(np.log(np.array(self.ohms)))

    def resistance(self, celsius: ArrayLike) -> Floats:
        """R [Ω] at ``celsius`` [°C]; CurveRangeError beyond the chart's ends."""
        t = within_ends(celsius, self.celsius[0], self.celsius[-1], "the chart", "°C")
        log = np.interp(1 / (t + ZERO_CELSIUS), self._inverse_kelvin[::-1], self._log[::-1])
        return np.asarray(np.exp(log))

    def temperature(self, resistance: ArrayLike) -> Floats:
        """t [°C] at ``resistance`` [Ω]; CurveRangeError beyond the chart's ends."""
        r = within_ends(resistance, min(self.ohms), max(self.ohms), "the chart", "Ω")
        order = np.argsort(self._log)
        inverse = np.interp(np.log(r), self._log[order], self._inverse_kelvin[order])
        return np.asarray(1 / inverse - ZERO_CELSIUS)

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        """(dR/dt)/R [1/K] of the segment in which ``celsius`` [°C] lies."""
        t = within_ends(celsius, self.celsius[0], self.celsius[-1], "the chart", "°C")
        right = np.clip(np.searchsorted(self.celsius, t), 1, len(self.celsius) - 1)
        rise = (self._log[right] - self._log[right - 1]) / (
            self._inverse_kelvin[right] - self._inverse_kelvin[right - 1]
        )
        return np.asarray(-rise / (t + ZERO_CELSIUS) ** 2)


@dataclass(frozen=True)
class SiliconCurve:
    """A silicon PTC sensor: R = R₂₅ (1 + α (t − 25 °C) + β (t − 25 °C)²), over its stated range.

    ``alpha`` [1/K] and ``beta`` [1/K²] are the maker's; R rises with t.

    Examples
    --------
    >>> curve = SiliconCurve(1000.0, 7.88e-3, 1.937e-5, -40.0, 125.0)
    >>> round(float(curve.temperature(curve.resistance(80.0))), 6)
    80.0
    """

    r25: float
    alpha: float
    beta: float
    low: float
    high: float

    def __post_init__(self) -> None:
        if self.r25 <= 0 or self.low >= self.high:
            raise InputError("A silicon sensor needs ohms above zero and a range.")
        slopes = [self.alpha + 2 * self.beta * (end - 25) for end in (self.low, self.high)]
        if min(slopes) <= 0:
            raise InputError("This silicon curve does not rise over its whole range. Check α and β.")

    def resistance(self, celsius: ArrayLike) -> Floats:
        """R [Ω] at ``celsius`` [°C]."""
        away = within_ends(celsius, self.low, self.high, "the silicon curve", "°C") - 25
        return np.asarray(self.r25 * (1 + self.alpha * away + self.beta * away**2))

    def temperature(self, resistance: ArrayLike) -> Floats:
        """t [°C] at ``resistance`` [Ω], from the quadratic."""
        low, high = (float(self.resistance(end)) for end in (self.low, self.high))
        ratio = within_ends(resistance, low, high, "the silicon curve", "Ω") / self.r25 - 1
        if self.beta == 0:
            return np.asarray(ratio / self.alpha + 25)
        root = np.sqrt(self.alpha**2 + 4 * self.beta * ratio)
        return np.asarray((root - self.alpha) / (2 * self.beta) + 25)

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        """(dR/dt)/R [1/K]."""
        away = np.asarray(celsius, dtype=np.float64) - 25
        slope = self.r25 * (self.alpha + 2 * self.beta * away)
        return np.asarray(slope / self.resistance(celsius))


def _kelvin(celsius: ArrayLike) -> Floats:
    if isinstance(celsius, float) and celsius >= _COLDEST:
        return np.float64(celsius + ZERO_CELSIUS)
    t = np.asarray(celsius, dtype=np.float64)
    if not everywhere(t >= _COLDEST):
        raise InputError(f"A thermistor below {plain(_COLDEST)} °C? Check the temperature.")
    return t + ZERO_CELSIUS


def _positive(resistance: ArrayLike) -> Floats:
    if isinstance(resistance, float) and resistance > 0:
        return np.float64(resistance)
    r = np.asarray(resistance, dtype=np.float64)
    if not everywhere(r > 0):
        raise InputError("A thermistor's ohms lie above zero.")
    return r
