"""What a dual or tapped element should be."""

from __future__ import annotations

from typing import Literal

from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.model import Model


class TappedElement(Model):
    """Two halves in series from a over the tap b to c, each with its own rating."""

    kind: Literal["tapped_element"] = "tapped_element"
    first: HeatingElement
    second: HeatingElement

    @property
    def rated_volts(self) -> float | None:
        """The larger of its halves' [V], where known."""
        found = [one.rated_volts for one in (self.first, self.second) if one.rated_volts is not None]
        return max(found, default=None)

    def describe(self) -> str:
        """The element in a few words."""
        halves = (self.first.describe(), self.second.describe())
        return (
            f"Tapped element: {' and '.join(one.removeprefix('Heating element, ') for one in halves)}"
        )
