"""Three equal or unequal branches in star or delta, read from line to line."""

from __future__ import annotations

from math import inf

from hembit_core.errors import InputError


def delta_line_to_line(branches: tuple[float, float, float]) -> tuple[float, float, float]:
    """Resistance between lines 1–2, 2–3, 3–1 [Ω] of a delta with branches 12, 23, 31 [Ω].

    R_12 read = R_12 ∥ (R_23 + R_31), and so on round. An open branch is ``inf``
    (open delta).

    Examples
    --------
    >>> [round(ohms, 1) for ohms in delta_line_to_line((106.7, 106.7, 106.7))]
    [71.1, 71.1, 71.1]
    >>> from math import inf
    >>> [round(ohms, 1) for ohms in delta_line_to_line((inf, 106.7, 106.7))]
    [213.4, 106.7, 106.7]
    """
    _positive(branches)
    a, b, c = branches
    return _beside(a, b + c), _beside(b, c + a), _beside(c, a + b)


def star_line_to_line(branches: tuple[float, float, float]) -> tuple[float, float, float]:
    """Resistance between lines 1–2, 2–3, 3–1 [Ω] of a star with branches 1, 2, 3 [Ω].

    Examples
    --------
    >>> star_line_to_line((10.0, 10.0, 12.0))
    (20.0, 22.0, 22.0)
    """
    _positive(branches)
    a, b, c = branches
    return a + b, b + c, c + a


def delta_line_currents(
    volts: float, branches: tuple[float, float, float]
) -> tuple[float, float, float]:
    """Line currents [A] of a resistive delta on a symmetrical supply, ``volts`` line to line [V].

    Branch currents are phasors 120° apart; I₁ = I₁₂ − I₃₁, so that
    |I₁|² = I₁₂² + I₃₁² + I₁₂·I₃₁.

    Examples
    --------
    >>> [round(amps, 2) for amps in delta_line_currents(400.0, (106.7, 106.7, 106.7))]
    [6.49, 6.49, 6.49]
    """
    _positive(branches)
    i12, i23, i31 = (0.0 if branch == inf else volts / branch for branch in branches)
    return _line(i12, i31), _line(i23, i12), _line(i31, i23)


def star_line_currents(
    volts: float, branches: tuple[float, float, float]
) -> tuple[float, float, float]:
    """Line currents [A] of a resistive star without neutral, ``volts`` line to line [V].

    The star as its equivalent delta. With one leg open (``inf``) the other two
    stand in series across two lines; with two open nothing flows.

    Examples
    --------
    >>> [round(amps, 2) for amps in star_line_currents(400.0, (23.0, 23.0, 23.0))]
    [10.04, 10.04, 10.04]
    >>> from math import inf
    >>> [round(amps, 2) for amps in star_line_currents(400.0, (inf, 23.0, 23.0))]
    [0.0, 8.7, 8.7]
    """
    _positive(branches)
    a, b, c = (0.0 if branch == inf else 1 / branch for branch in branches)
    total = a + b + c
    if total == 0:
        return 0.0, 0.0, 0.0
    i12, i23, i31 = (volts * one * other / total for one, other in ((a, b), (b, c), (c, a)))
    return _line(i12, i31), _line(i23, i12), _line(i31, i23)


def unbalance(currents: tuple[float, float, float]) -> float:
    """Largest deviation of a line current from their mean, as a share of the mean [1].

    Parameters
    ----------
    currents : of the three lines [A].

    Raises
    ------
    InputError
        If none of them carries any.
    """
    mean = sum(currents) / 3
    if mean <= 0:
        raise InputError("No line carries a current.")
    return max(abs(current - mean) for current in currents) / mean


def _line(one: float, other: float) -> float:
    return float((one * one + other * other + one * other) ** 0.5)


def _beside(one: float, other: float) -> float:
    if one == inf:
        return other
    return one if other == inf else one * other / (one + other)


def _positive(branches: tuple[float, float, float]) -> None:
    if not all(branch > 0 for branch in branches):
        raise InputError("Every branch's ohms lie above zero.")
