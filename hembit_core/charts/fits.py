"""Formulas fitted to a chart, with what they are off at each row [K]."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from hembit_core.curves.ends import Floats
from hembit_core.curves.thermistors import ZERO_CELSIUS, BetaCurve, SteinhartHartCurve
from hembit_core.errors import InputError

_T25 = 25.0 + ZERO_CELSIUS


@dataclass(frozen=True)
class Fit:
    """A curve through a chart.

    Attributes
    ----------
    curve : the curve.
    residuals : t(R) − t at each row [K]; positive where the formula reads warm.
    """

    curve: BetaCurve | SteinhartHartCurve
    residuals: Floats

    @property
    def worst(self) -> float:
        """The largest residual in size [K]."""
        return float(np.abs(self.residuals).max())

    @property
    def rms(self) -> float:
        """The root of the mean square of the residuals [K]."""
        return float(np.sqrt(np.mean(self.residuals**2)))


def fit_beta(celsius: ArrayLike, ohms: ArrayLike) -> Fit:
    """The NTC by R₂₅ and B that is nearest to a chart: Σ (1/T − (1/298.15 K + ln(R/R₂₅)/B))² least.

    Parameters
    ----------
    celsius : temperatures [°C], shape (n,), n ≥ 2.
    ohms : resistances [Ω], shape (n,).

    Raises
    ------
    InputError
        If there are too few rows, or R does not fall with t.

    References
    ----------
    IEC 60539-1:2022, 3.14; ordinary least squares in 1/T over ln R.

    Examples
    --------
    >>> fit = fit_beta([0.0, 25.0, 50.0], BetaCurve(5000, 3470).resistance([0.0, 25.0, 50.0]))
    >>> round(fit.curve.r25, 6), round(fit.curve.beta, 6), fit.worst < 1e-9
    (5000.0, 3470.0, True)
    """

    def curve(constant: float, slope: float) -> BetaCurve:
        return BetaCurve(r25=float(np.exp((1 / _T25 - constant) / slope)), beta=1 / slope)

    return _fit(celsius, ohms, (0, 1), curve)


def fit_steinhart_hart(celsius: ArrayLike, ohms: ArrayLike) -> Fit:
    """The coefficients of 1/T = a + b ln R + c (ln R)³ that are nearest to a chart, by least squares.

    Parameters
    ----------
    celsius : temperatures [°C], shape (n,), n ≥ 3.
    ohms : resistances [Ω], shape (n,).

    Raises
    ------
    InputError
        If there are too few rows, or what comes out does not fall with t everywhere.

    References
    ----------
    Steinhart and Hart, Deep-Sea Research 15 (1968) 497; ordinary least squares in 1/T.
    """
    return _fit(celsius, ohms, (0, 1, 3), SteinhartHartCurve)


def _fit(
    celsius: ArrayLike,
    ohms: ArrayLike,
    powers: tuple[int, ...],
    curve: Callable[..., BetaCurve | SteinhartHartCurve],
) -> Fit:
    warm, read = np.asarray(celsius, dtype=np.float64), np.asarray(ohms, dtype=np.float64)
    if np.unique(read).size < len(powers):
        raise InputError(f"This formula takes {len(powers)} rows, each with other ohms.")
    log = np.log(read)
    # Columns of one size: the cube of ln R is hundreds of times its first power.
    columns = np.stack([log**power for power in powers], axis=1)
    sizes = np.sqrt((columns**2).sum(axis=0))
    found, *_ = np.linalg.lstsq(columns / sizes, 1 / (warm + ZERO_CELSIUS), rcond=None)
    constants = [float(one) for one in found / sizes]
    if constants[1] <= 0:
        raise InputError("R does not fall with temperature here: this is no NTC.")
    fitted = curve(*constants)
    return Fit(fitted, np.asarray(fitted.temperature(read) - warm))
