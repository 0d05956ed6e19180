"""What a winding should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.curves.conductors import WindingMetal
from hembit_core.families.tolerances import OwnLimits, PercentOfResistance
from hembit_core.measuring.figures import ApparentPower, Resistance, Temperature, Voltage
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.rules.values import Rules


class Winding(Model):
    """A winding's specification: ohms at a reference temperature, and the school of its band.

    ``baseline`` (its own first good reading) and ``sibling_median`` are in ohms
    at the reference temperature, ``ceiling_expanded`` is their U [Ω] where it is known.
    ``nominal_is_most`` says that the maker's
    nominal is the most a sound one shows; many makers' figures are not.
    ``school`` is the shop's where none is given.
    ``drive`` with ``rated_voltage`` gives the running current: a DC coil's from
    its ohms, an AC coil's from ``hold_va``, since inductance limits it.
    """

    kind: Literal["winding"] = "winding"
    resistance: Resistance
    reference_temperature: Temperature = Field(default="20", validate_default=True)
    metal: WindingMetal = WindingMetal.COPPER
    tolerance: Annotated[PercentOfResistance | OwnLimits, Field(discriminator="school")] = (
        PercentOfResistance()
    )
    school: Literal["reject_band", "never_gains_ohms"] | None = None
    nominal_is_most: bool = False
    baseline: Resistance | None = None
    sibling_median: Resistance | None = None
    ceiling_expanded: Resistance | None = None
    drive: Literal["dc", "ac"] | None = None
    rated_voltage: Voltage | None = None
    hold_va: ApparentPower | None = None

    @model_validator(mode="after")
    def _ac_needs_its_va(self) -> Winding:
        if self.drive == "ac" and self.rated_voltage and self.hold_va is None:
            raise PydanticCustomError(
                "drive",
                "Ohms do not give an AC coil's current. Give its hold VA, or leave the drive out.",
            )
        return self

    def by_rules(self, rules: Rules) -> Winding:
        """The same by the shop's school, where it has none of its own."""
        if self.school is not None:
            return self
        return self.model_copy(update={"school": rules.winding_school})

    @property
    def rated_volts(self) -> float | None:
        """The volts that it is driven by [V], where known."""
        return self.rated_voltage.value if self.rated_voltage else None

    def unused(self) -> dict[str, str]:
        """Fields that say nothing beside the others, and why."""
        found = {}
        if self.school != "never_gains_ohms":
            why = "only by the school that a winding never gains ohms"
            for name in ("baseline", "sibling_median", "ceiling_expanded"):
                if getattr(self, name) is not None:
                    found[name] = why
            if self.nominal_is_most:
                found["nominal_is_most"] = why
        if self.rated_voltage is not None and self.drive is None:
            found["rated_voltage"] = "the current needs the drive too"
        if self.drive is not None and self.rated_voltage is None:
            found["drive"] = "the current needs the rated volts too"
        if self.hold_va is not None and self.drive != "ac":
            found["hold_va"] = "only an AC coil's current comes from its VA"
        return found

    def describe(self) -> str:
        """The winding in a few words."""
        reference = self.reference_temperature.value
        return f"Winding, {self.resistance.told} at {plain(reference)} °C"
