"""What a reading says of the path to the case: the figure, and how it was taken, as data."""

from __future__ import annotations

from enum import StrEnum
from typing import Literal

from hembit_core.model import Model


class TakenWhile(StrEnum):
    """What was done to a part while it was read to its case."""

    AT_REST = "at_rest"
    MOVED = "moved"
    """Moved or tapped: a wire that touches now and then shows it so."""
    WARM = "warm"
    """Warm, but dead: what touches when it is hot shows it so."""


class CaseFigure(Model):
    """One reading to the case.

    Attributes
    ----------
    by : a multimeter's few volts, or an insulation tester's.
    ohms : the figure [Ω]; None where it is more than the instrument shows.
    clear : no path was seen: the figure holds the limit of its instrument.
    isolated : both ends were lifted; None where that was not said.
    taken_while : at rest, moved or tapped, or warm but dead.
    volts : the tester's [V DC]; ``due_volts`` the part's own, None where they are not known.
    """

    by: Literal["multimeter", "insulation_tester"]
    ohms: float | None = None
    clear: bool
    isolated: bool | None = None
    taken_while: TakenWhile = TakenWhile.AT_REST
    volts: int | None = None
    due_volts: int | None = None
