"""High-tension leads."""

from __future__ import annotations

from hembit_core.errors import InputError


def high_tension_lead(length: float, per_metre: float, caps: tuple[float, ...] = ()) -> float:
    """Resistance [Ω] of a high-tension lead: ``length`` [m] · ``per_metre`` [Ω/m] + caps [Ω].

    Raises
    ------
    InputError
        If there is no length, or ohms below 0.

    Examples
    --------
    >>> round(high_tension_lead(0.42, 7100, (5000,)))
    7982
    """
    if length <= 0 or per_metre < 0 or any(cap < 0 for cap in caps):
        raise InputError("A lead needs a length above zero; its ohms are not below zero.")
    return length * per_metre + sum(caps)
