"""The boiling point of water by altitude."""

from __future__ import annotations

from math import log10

from hembit_core.errors import InputError
from hembit_core.notation import plain

_SEA_LEVEL_PRESSURE = 101_325.0
_MMHG = 133.322387415
_A, _B, _C = 8.07131, 1730.63, 233.426


def standard_pressure(altitude: float) -> float:
    """Pressure of the standard atmosphere [Pa] at ``altitude`` [m], −500 to 11 000 m.

    p = 101 325 · (1 − 2.25577·10⁻⁵ · h)^5.25588.

    Raises
    ------
    InputError
        Outside that range.

    References
    ----------
    ISO 2533:1975, troposphere.
    """
    if not -500 <= altitude <= 11_000:
        raise InputError(f"{plain(altitude)} m: an altitude from −500 to 11000 m is needed.")
    return float(_SEA_LEVEL_PRESSURE * (1 - 2.25577e-5 * altitude) ** 5.25588)


def boiling_point(altitude: float) -> float:
    """Boiling point of water [°C] at ``altitude`` [m].

    The standard atmosphere's pressure, then water's vapour-pressure curve by
    Antoine's equation log₁₀(p/mmHg) = A − B/(C + t), 1 to 100 °C.

    Examples
    --------
    >>> [round(boiling_point(altitude), 1) for altitude in (500, 1500)]
    [98.3, 95.0]
    """
    pressure = standard_pressure(altitude) / _MMHG
    return _B / (_A - log10(pressure)) - _C
