"""What a resistive part should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from hembit_core.families.tolerances import OwnLimits, PercentOfResistance
from hembit_core.measuring.figures import Length, Resistance
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.physics.leads import high_tension_lead

_Tolerance = Annotated[PercentOfResistance | OwnLimits, Field(discriminator="school")]


class ResistivePart(Model):
    """Anything that is just a resistance: nominal ohms and a tolerance."""

    kind: Literal["resistive_part"] = "resistive_part"
    resistance: Resistance
    tolerance: _Tolerance = PercentOfResistance()

    @property
    def nominal(self) -> float:
        """Nominal resistance [Ω]."""
        return self.resistance.value

    def working(self) -> tuple[str, str]:
        """Formula and figures of the nominal."""
        return "R as given", self.resistance.text

    def describe(self) -> str:
        """The part in a few words."""
        return f"Resistive part, {self.resistance.told}"


class HighTensionLead(Model):
    """A high-tension lead: length, ohms per metre, resistor caps."""

    kind: Literal["high_tension_lead"] = "high_tension_lead"
    length: Length
    per_metre: Resistance
    caps: tuple[Resistance, ...] = Field(default=(), max_length=4)
    tolerance: _Tolerance = Field(default=PercentOfResistance(), validate_default=True)

    @property
    def nominal(self) -> float:
        """Nominal resistance [Ω]: length · ohms per metre + caps."""
        return high_tension_lead(
            self.length.value, self.per_metre.value, tuple(cap.value for cap in self.caps)
        )

    def working(self) -> tuple[str, str]:
        """Formula and figures of the nominal."""
        caps = "".join(f" + {cap.told}" for cap in self.caps)
        return "R = length · R per metre + caps", (
            f"{self.length.told} · {plain(self.per_metre.value)} Ω/m{caps}"
        )

    def describe(self) -> str:
        """The lead in a few words."""
        return f"High-tension lead, {self.length.told}"
