"""What a heating element should be: plate or ohms, tolerance school, alloy."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.families.tolerances import OwnLimits, PercentOfResistance
from hembit_core.measuring.figures import HotColdRatio, Power, Resistance, Voltage
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.rules.values import Rules


class PlatePair(Model):
    """Rated watts at rated volts."""

    power: Power
    voltage: Voltage

    @property
    def resistance(self) -> float:
        """R_hot = U²/P [Ω], Joule's law at working heat."""
        return self.voltage.value**2 / self.power.value

    @property
    def rounding(self) -> tuple[float, float]:
        """The lowest and highest U²/P [Ω] that round to the figures on the plate."""
        volts, half_volt = self.voltage.value, self.voltage.step / 2
        watts, half_watt = self.power.value, self.power.step / 2
        lowest = max(volts - half_volt, 0.0) ** 2 / (watts + half_watt)
        highest = (volts + half_volt) ** 2 / max(watts - half_watt, watts * 1e-6)
        return lowest, highest


class ByPlate(Model):
    """One plate pair, or two for a dual plate; ``judged_by`` says which pair counts."""

    by: Literal["plate"] = "plate"
    pairs: tuple[PlatePair, ...] = Field(min_length=1, max_length=2)
    judged_by: Literal["first", "second"] = "first"

    @model_validator(mode="after")
    def _second_pair_is_there(self) -> ByPlate:
        if self.judged_by == "second" and len(self.pairs) < 2:
            raise PydanticCustomError(
                "plate", "There is no second plate pair to judge by. Give it, or judge by the first."
            )
        return self

    @property
    def pair(self) -> PlatePair:
        """The pair that counts."""
        return self.pairs[1] if self.judged_by == "second" else self.pairs[0]

    @property
    def agree(self) -> bool:
        """Whether all pairs give one R within the rounding of their figures."""
        lowest = max(pair.rounding[0] for pair in self.pairs)
        return lowest <= min(pair.rounding[1] for pair in self.pairs)


class ByOhms(Model):
    """Cold ohms from a data sheet; with the rated volts, watts and amps follow."""

    by: Literal["ohms"] = "ohms"
    resistance: Resistance
    voltage: Voltage | None = None


class ApplianceInput(Model):
    """+5 % / −10 % of power and its kin, borrowed from IEC 60335-1, clause 10."""

    school: Literal["appliance_input"] = "appliance_input"


class HeatingAlloy(StrEnum):
    """Alloys with a hot/cold ratio in the table."""

    NICR_80_20 = "nicr_80_20"
    FECRAL = "fecral"


class HeatingElement(Model):
    """A heating element's specification.

    ``alloy`` gives the hot/cold ratio Ct from the table; ``hot_cold_ratio``
    stands above it. With neither, Ct = 1 is used and said. Without a ``tolerance``
    the shop's school holds.
    """

    kind: Literal["heating_element"] = "heating_element"
    rating: Annotated[ByPlate | ByOhms, Field(discriminator="by")]
    tolerance: (
        Annotated[ApplianceInput | PercentOfResistance | OwnLimits, Field(discriminator="school")]
        | None
    ) = None
    alloy: HeatingAlloy | None = None
    hot_cold_ratio: HotColdRatio | None = None

    @model_validator(mode="after")
    def _school_fits_rating(self) -> HeatingElement:
        if isinstance(self.tolerance, ApplianceInput) and self.rated_volts is None:
            raise PydanticCustomError(
                "school",
                "The +5 %/−10 % school is about watts. Give the rated volts as well, "
                "or choose ±10 % of R or your own limits.",
            )
        return self

    def tolerance_by(self, rules: Rules) -> ApplianceInput | PercentOfResistance | OwnLimits:
        """The tolerance: the spec's own, else that of the shop's school.

        A spec that leaves its school open can always be judged, whatever the shop's rules say later.
        """
        if self.tolerance is not None:
            return self.tolerance
        if rules.element_school == "percent_of_resistance":
            share = plain(100 * rules.element_share)
            return PercentOfResistance.model_validate({"percent": share})
        return ApplianceInput()

    @classmethod
    def by_plate(cls, power: str | float, voltage: str | float) -> HeatingElement:
        """An element with one plate pair, ``power`` [W] at ``voltage`` [V]."""
        pair = {"power": power, "voltage": voltage}
        return cls.model_validate({"rating": {"by": "plate", "pairs": [pair]}})

    def describe(self) -> str:
        """The element in a few words, from its rating."""
        if isinstance(self.rating, ByPlate):
            pairs = [f"{pair.power.told} {pair.voltage.told}" for pair in self.rating.pairs]
            return f"Heating element, {' / '.join(pairs)}"
        return f"Heating element, {self.rating.resistance.told} cold"

    @property
    def rated_volts(self) -> float | None:
        """Rated volts of the pair that counts [V], where known."""
        if isinstance(self.rating, ByPlate):
            return self.rating.pair.voltage.value
        return self.rating.voltage.value if self.rating.voltage else None
