"""Thermometers: what kind of temperature each gives, and how far it may be off at that temperature."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, model_validator

from hembit_core.errors import InputError
from hembit_core.measuring.instrument_doubts import Doubt
from hembit_core.model import Model
from hembit_core.notation import plain


class TemperatureSource(StrEnum):
    """Where a temperature comes from; each has a default limit."""

    CONTACT_PROBE = "contact_probe"
    INFRARED = "infrared"
    AIR_SETTLED = "air_settled"
    ANOTHER_SENSOR = "another_sensor"
    ICE_BATH = "ice_bath"
    BOILING_WATER_ALTITUDE_KNOWN = "boiling_water_altitude_known"
    BOILING_WATER = "boiling_water"
    GUESSED = "guessed"


class ThermometerKind(StrEnum):
    """How a thermometer takes a temperature."""

    CONTACT = "contact"
    INFRARED = "infrared"
    AIR = "air"
    BATH = "bath"


SOURCE_OF = {
    ThermometerKind.CONTACT: TemperatureSource.CONTACT_PROBE,
    ThermometerKind.INFRARED: TemperatureSource.INFRARED,
    ThermometerKind.AIR: TemperatureSource.AIR_SETTLED,
    ThermometerKind.BATH: TemperatureSource.CONTACT_PROBE,
}
"""What a temperature taken with each kind is; a bath's own thermometer stands in what it measures."""


class ThermometerRange(Model):
    """± (``percent`` of the reading in °C + ``kelvin``) from ``low`` to ``high`` [°C].

    ``greater`` is for manuals that say "or, whichever is greater" instead of adding the two.
    """

    low: float = Field(ge=-280, le=3000)
    high: float = Field(ge=-280, le=3000)
    kelvin: float = Field(gt=0, le=100)
    percent: float = Field(default=0.0, ge=0, le=50)
    greater: bool = False

    @model_validator(mode="after")
    def _in_order(self) -> ThermometerRange:
        if self.low >= self.high:
            raise ValueError("a range goes from a lower to a higher temperature")
        return self

    def limit_at(self, celsius: float) -> float:
        """How far a reading of this temperature may be off [K]."""
        share = self.percent / 100 * abs(celsius)
        return max(share, self.kelvin) if self.greater else share + self.kelvin


class Thermometer(Model):
    """A thermometer of the shop.

    Attributes
    ----------
    name, serial, revision, doubts : as a meter's.
    kind : contact, infrared, air or bath.
    ranges : its limits; where two meet, the smaller counts.
    emissivity : what an infrared one is set to [1].
    """

    name: str = Field(min_length=1, max_length=80)
    kind: ThermometerKind
    ranges: Annotated[tuple[ThermometerRange, ...], Field(min_length=1, max_length=12)]
    serial: str = Field(default="", max_length=60)
    revision: int = Field(default=1, ge=1)
    emissivity: float | None = Field(default=None, gt=0, le=1)
    doubts: tuple[Doubt, ...] = Field(default=(), max_length=6)

    @property
    def source(self) -> TemperatureSource:
        """What a temperature is that was taken with it."""
        return SOURCE_OF[self.kind]

    def limit_at(self, celsius: float) -> float:
        """How far it may be off at this temperature [K].

        Raises
        ------
        InputError
            If no range of it reaches there.
        """
        limits = [one.limit_at(celsius) for one in self.ranges if one.low <= celsius <= one.high]
        if limits:
            return min(limits)
        told = ", ".join(f"{plain(one.low)} to {plain(one.high)} °C" for one in self.ranges)
        raise InputError(
            f"{self.name} reads {told}; {plain(celsius)} °C lies outside. Check the figure, "
            "or choose another thermometer."
        )
