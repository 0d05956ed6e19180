"""Parallel paths and banks of equal members."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.conformity.uncertainty import combined, expanded
from hembit_core.errors import InputError


@dataclass(frozen=True)
class PathBeside:
    """The path beside a part, with its expanded uncertainty (k = 2) [Ω]."""

    resistance: float
    expanded: float


def path_beside(
    isolated: float, in_circuit: float, isolated_standard: float = 0.0, in_circuit_standard: float = 0.0
) -> PathBeside:
    """The path beside a part, from its isolated and in-circuit resistance [Ω].

    1/R_path = 1/R_in − 1/R_iso; u by first-order propagation of both standard
    uncertainties [Ω]: ∂R_p/∂R_iso = −(R_p/R_iso)², ∂R_p/∂R_in = (R_p/R_in)².

    Raises
    ------
    InputError
        If a resistance is not positive, or in circuit is not the lower one.

    References
    ----------
    Conductances in parallel add; JCGM 100:2008, 5.1.2.

    Examples
    --------
    >>> round(path_beside(4010, 3120).resistance / 1e3, 2)
    14.06
    """
    if isolated <= 0 or in_circuit <= 0:
        raise InputError("Both resistances must lie above zero.")
    if in_circuit >= isolated:
        raise InputError(
            "In circuit it does not read lower than isolated: no passive path beside it does that."
        )
    path = 1 / (1 / in_circuit - 1 / isolated)
    standard = combined(
        (path / isolated) ** 2 * isolated_standard, (path / in_circuit) ** 2 * in_circuit_standard
    )
    return PathBeside(path, expanded(standard))


def bank_resistance(member: float, members: int, dead: int = 0) -> float:
    """Resistance [Ω] of a bank of equal members [Ω] in parallel with ``dead`` ones open.

    R_bank = R / (n − k).

    Raises
    ------
    InputError
        If there are no members, or none is left.

    Examples
    --------
    >>> [round(bank_resistance(52.9, 6, dead), 2) for dead in (0, 1, 4)]
    [8.82, 10.58, 26.45]
    """
    if member <= 0 or members < 1 or not 0 <= dead < members:
        raise InputError("A bank needs members with ohms above zero, and at least one alive.")
    return member / (members - dead)


@dataclass(frozen=True)
class BankFit:
    """How a bank's reading compares with ``dead`` open members.

    ``lower`` and ``upper`` [Ω] come from the members' tolerance; ``fits`` says
    whether the reading lies there within its U.
    """

    dead: int
    resistance: float
    lower: float
    upper: float
    fits: bool


def bank_ladder(
    reading: float, expanded_uncertainty: float, member: float, members: int, tolerance: float
) -> tuple[BankFit, ...]:
    """Compare a bank's reading [Ω] with 0, 1, 2 … dead members.

    ``tolerance`` is the members' share (0.05 for ±5 %). Where more than one step
    fits, the bank's reading cannot tell: isolated readings or a clamp on each
    branch can.

    Examples
    --------
    >>> [fit.dead for fit in bank_ladder(10.6, 0.3, 52.9, 6, 0.05) if fit.fits]
    [1]
    """
    ladder = []
    for dead in range(members):
        nominal = bank_resistance(member, members, dead)
        low, high = nominal * (1 - tolerance), nominal * (1 + tolerance)
        fits = low - expanded_uncertainty <= reading <= high + expanded_uncertainty
        ladder.append(BankFit(dead, nominal, low, high, fits))
    return tuple(ladder)
