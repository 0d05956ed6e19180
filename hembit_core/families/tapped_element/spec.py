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

    def describe(self) -> str:
        """The element in a few words."""
        halves = (self.first.describe(), self.second.describe())
        return (
            f"Tapped element: {' and '.join(one.removeprefix('Heating element, ') for one in halves)}"
        )
