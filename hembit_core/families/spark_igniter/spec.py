"""What a spark igniter should be."""

from __future__ import annotations

from typing import Literal

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.families.winding_set.spec import NamedWinding, WindingSet
from hembit_core.measuring.figures import Millimetres, Resistance
from hembit_core.model import Model


class SparkIgniter(Model):
    """A spark igniter: its transformer's ohms at 20 °C, and its gap.

    A secondary with electronics on it shows nothing to an ohmmeter: leave it out.
    """

    kind: Literal["spark_igniter"] = "spark_igniter"
    primary: Resistance
    secondary: Resistance
    tolerance: PercentOfResistance = PercentOfResistance()
    gap_least: Millimetres | None = None
    gap_most: Millimetres | None = None

    @model_validator(mode="after")
    def _gap_is_a_band(self) -> SparkIgniter:
        if self.gap_least and self.gap_most and self.gap_least.value >= self.gap_most.value:
            raise PydanticCustomError("limits", "The gap's lower limit must be the smaller.")
        return self

    @property
    def windings(self) -> WindingSet:
        """Its two windings as a set."""
        return WindingSet(
            windings=(
                NamedWinding(name="primary", resistance=self.primary, tolerance=self.tolerance),
                NamedWinding(name="secondary", resistance=self.secondary, tolerance=self.tolerance),
            )
        )

    def describe(self) -> str:
        """The igniter in a few words."""
        return f"Spark igniter, {self.primary.told} and {self.secondary.told}"
