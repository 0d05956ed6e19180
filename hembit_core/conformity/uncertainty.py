"""Uncertainty of measurement, after JCGM 100:2008 ("GUM")."""

from __future__ import annotations

from math import hypot, sqrt

COVERAGE_FACTOR = 2.0
"""k for about 95 % of a normal distribution (JCGM 100:2008, 6.3.3)."""


def rectangular(limit: float) -> float:
    """Standard uncertainty of a quantity known only to lie within ± ``limit``.

    u = a / √3 [unit of ``limit``].

    Raises
    ------
    ValueError
        If ``limit`` is negative.

    References
    ----------
    JCGM 100:2008, 4.3.7.
    """
    if limit < 0:
        raise ValueError("an accuracy limit cannot be negative")
    return limit / sqrt(3.0)


def combined(*standard: float) -> float:
    """Combined standard uncertainty of independent terms, u = √(Σ uᵢ²) [their unit].

    References
    ----------
    JCGM 100:2008, 5.1.2, with sensitivity coefficients already applied.
    """
    return hypot(*standard)


def expanded(standard: float) -> float:
    """Expanded uncertainty U = k·u [unit of u], k = 2.

    References
    ----------
    JCGM 100:2008, 6.2.1.
    """
    return COVERAGE_FACTOR * standard
