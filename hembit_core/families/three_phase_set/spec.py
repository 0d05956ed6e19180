"""What a three-phase set should be."""

from __future__ import annotations

from enum import StrEnum
from typing import Literal

from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.model import Model


class SetConnection(StrEnum):
    """How the branches are connected. An open delta lacks the branch from line 3 to line 1."""

    STAR = "star"
    DELTA = "delta"
    OPEN_DELTA = "open_delta"


class ThreePhaseSet(Model):
    """Equal branches on three lines, each as ``branch`` says: its watts at its own volts."""

    kind: Literal["three_phase_set"] = "three_phase_set"
    connection: SetConnection = SetConnection.DELTA
    branch: HeatingElement

    @property
    def rated_volts(self) -> float | None:
        """Those of each branch [V], where known."""
        return self.branch.rated_volts

    def describe(self) -> str:
        """The set in a few words."""
        connection = self.connection.replace("_", " ")
        return f"Three-phase set in {connection}, each: {self.branch.describe()}"
