"""What a bank of elements should be."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.model import Model


class ElementBank(Model):
    """``members`` equal elements in parallel, each as ``member`` says."""

    kind: Literal["element_bank"] = "element_bank"
    member: HeatingElement

    @property
    def rated_volts(self) -> float | None:
        """Those of each member [V], where known."""
        return self.member.rated_volts

    members: int = Field(ge=2, le=24)

    def describe(self) -> str:
        """The bank in a few words."""
        return f"Bank of {self.members}, each: {self.member.describe()}"
