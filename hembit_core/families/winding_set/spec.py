"""What a set of windings should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from hembit_core.curves.conductors import WindingMetal
from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.families.winding.spec import Winding
from hembit_core.measuring.figures import Percent, Resistance, Temperature
from hembit_core.model import Model

WindingName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]


class NamedWinding(Model):
    """One winding of the set: ohms at the set's reference temperature."""

    name: WindingName
    resistance: Resistance
    tolerance: PercentOfResistance = PercentOfResistance()


class WindingSet(Model):
    """Two to six windings. ``balance``: equal ones differ by this from their mean at the most."""

    kind: Literal["winding_set"] = "winding_set"
    windings: tuple[NamedWinding, ...] = Field(min_length=2, max_length=6)
    reference_temperature: Temperature = Field(default="20", validate_default=True)
    metal: WindingMetal = WindingMetal.COPPER
    balance: Percent | None = None

    def winding(self, place: int) -> Winding:
        """One of the set as a winding of its own."""
        one = self.windings[place]
        return Winding(
            resistance=one.resistance,
            reference_temperature=self.reference_temperature,
            metal=self.metal,
            tolerance=one.tolerance,
        )

    def describe(self) -> str:
        """The set in a few words."""
        each = ", ".join(f"{one.name} {one.resistance.told}" for one in self.windings)
        return f"Windings: {each}"
