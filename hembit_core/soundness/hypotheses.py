"""Every state a part's path may be in: each mode, at each of its severities, in each of its members."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from math import inf, pi, sqrt

import numpy as np
from numpy.typing import NDArray

from hembit_core.conformity.bands import Band
from hembit_core.families.declared import Members
from hembit_core.soundness.cells import Bools, Cells, Floats, cells_of
from hembit_core.soundness.modes import Aspect, Law, Mode, Modes, modes_of_kind

SOUND = "sound"
OFF = "off"
Ints = NDArray[np.int64]
_SECOND = 0.15
"""Where one member of several is open, a second one is as often [1]."""


@dataclass(frozen=True)
class Hypotheses:
    """States of one part's path.

    Attributes
    ----------
    names : of the modes; the first is sound.
    drawn : the mode whose law each state is from, its place in ``names``, shape (states,).
    mode : the mode it is called by: sound where its values lie inside, whatever drew it.
    share : its weight within the mode that drew it, shape (states,).
    ratios, widths : each member's ohms over nominal [1], and the standard deviation within the state;
        infinite where open, shape (states, members).
    goes : whether it comes and goes, shape (states,).
    """

    names: tuple[str, ...]
    drawn: Ints
    mode: Ints
    share: Floats
    ratios: Floats
    widths: Floats
    goes: Bools


@dataclass(frozen=True)
class _State:
    drawn: str
    mode: str
    share: float
    ratios: tuple[float, ...]
    widths: tuple[float, ...]
    goes: bool = False


@lru_cache(maxsize=256)
def hypotheses_of(kind: str, limits: tuple[float | None, ...], members: Members) -> Hypotheses:
    """The states of a part of ``kind`` whose members have these ``limits`` over nominal [1]: lower,
    upper, nominal.

    Raises
    ------
    LookupError
        If the kind declares no modes.
    """
    declared = modes_of_kind(kind)
    if declared is None:
        raise LookupError(f"“{kind}” declares no modes.")
    cells = cells_of(*limits)
    names = [SOUND, *(name for name, one in declared.modes.items() if one.apart is None)]
    if OFF not in names:
        names.append(OFF)
    states = [*_sound(cells, members), *_faulty(declared, cells, members)]
    return Hypotheses(
        tuple(names),
        np.array([names.index(one.drawn) for one in states]),
        np.array([names.index(one.mode) for one in states]),
        np.array([one.share for one in states]),
        np.array([one.ratios for one in states]),
        np.array([one.widths for one in states]),
        np.array([one.goes for one in states]),
    )


def _sound(cells: Cells, members: Members, drawn: str = SOUND, goes: bool = False) -> Iterator[_State]:
    """The states of a path that nothing is wrong with, or not now, of a part in the mode ``drawn``."""
    if members.count > 1:
        middle, width = _one_law(cells.limits)
        yield _State(drawn, drawn, 1.0, (middle,) * members.count, (width,) * members.count, goes)
        return
    for share, middle, width, inside in zip(
        cells.of_sound(), cells.middles, cells.widths, cells.inside, strict=True
    ):
        if share > 0:
            called = drawn if inside or drawn != SOUND else OFF
            yield _State(drawn, called, share, (middle,), (width,), goes)


def _one_law(limits: Band) -> tuple[float, float]:
    """Mean and standard deviation of a sound member's law over nominal [1], taken as normal."""
    low, high = (1 - (limits.lower or 0.0)) / 3, ((limits.upper or 2.0) - 1) / 3
    shift = (high - low) / sqrt(2 * pi)
    return 1 + shift, sqrt((low**2 + high**2) / 2 - shift**2)


def _faulty(declared: Modes, cells: Cells, members: Members) -> Iterator[_State]:
    middle, width = _one_law(cells.limits)
    for name, mode in declared.modes.items():
        if mode.apart is not None:
            continue
        if mode.path is None:
            yield from _sound(cells, members, name, mode.comes_and_goes)
            continue
        for share, ratios, widths, inside in _severities(mode, mode.path, cells, members):
            fill = tuple(middle if one is None else one for one in ratios)
            wide = tuple(
                width if one is None else other for one, other in zip(ratios, widths, strict=True)
            )
            yield _State(name, SOUND if inside else name, share, fill, wide)


def _severities(
    mode: Mode, law: Law, cells: Cells, members: Members
) -> Iterator[tuple[float, tuple[float | None, ...], tuple[float, ...], bool]]:
    """Share, the members' ratios (None as a sound one's) and widths, and whether all lie inside."""
    if law.law in ("open", "short"):
        to = inf if law.law == "open" else 1e-6
        for share, places in _which(mode, members):
            ratios = tuple(to if one in places else None for one in range(members.count))
            yield share, ratios, (0.0,) * members.count, False
        return
    which = [0] if members.alike else range(members.count)
    for place in which:
        for share, middle, width, inside in zip(
            cells.of_law(law), cells.middles, cells.widths, cells.inside, strict=True
        ):
            if share > 0:
                ratios = tuple(middle if one == place else None for one in range(members.count))
                yield share / len(which), ratios, (width,) * members.count, bool(inside)


def _which(mode: Mode, members: Members) -> Iterator[tuple[float, tuple[int, ...]]]:
    """Which members are open or shorted, with their shares."""
    count = members.count
    if count == 1 or mode.every_member:
        yield 1.0, tuple(range(count))
        return
    one = [(0,)] if members.alike else list(combinations(range(count), 1))
    two = [(0, 1)] if members.alike else list(combinations(range(count), 2))
    for share, found in ((1 - _SECOND, one), (_SECOND, two)):
        for places in found:
            yield share / len(found), places


def harmed(declared: Modes, name: str) -> tuple[Aspect, ...]:
    """The aspects that are not sound in a mode."""
    if name in declared.modes:
        return declared.modes[name].aspects
    return (Aspect.PATH,) if name == OFF else ()
