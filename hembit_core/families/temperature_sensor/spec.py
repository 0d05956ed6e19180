"""What a temperature sensor should be: its type, and the band it is judged by."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.families.temperature_sensor.types import (
    ByChart,
    Nickel,
    NtcByBeta,
    Platinum,
    Silicon,
    SteinhartHart,
    SwitchingPtc,
)
from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.measuring.figures import Kelvin
from hembit_core.model import Model


class ByClass(Model):
    """The class's band in kelvin, which is what the controller sees."""

    school: Literal["by_class"] = "by_class"


class OwnKelvin(Model):
    """The person's own limit in kelvin; beyond ± ``watch``, inside it, is "watch"."""

    school: Literal["own_kelvin"] = "own_kelvin"
    limit: Kelvin
    watch: Kelvin | None = None

    @model_validator(mode="after")
    def _watch_lies_inside(self) -> OwnKelvin:
        if self.watch and self.watch.value >= self.limit.value:
            raise PydanticCustomError("limits", "The watch limit must be the smaller one.")
        return self


class TemperatureSensor(Model):
    """A temperature sensor's specification."""

    kind: Literal["temperature_sensor"] = "temperature_sensor"
    sensor: Annotated[
        NtcByBeta | SteinhartHart | ByChart | Silicon | Platinum | Nickel | SwitchingPtc,
        Field(discriminator="type"),
    ]
    tolerance: Annotated[ByClass | OwnKelvin | PercentOfResistance, Field(discriminator="school")] = (
        ByClass()
    )

    @property
    def variant(self) -> str:
        """What it is made of: how often it fails in which way goes by that."""
        return self.sensor.type

    def unused(self) -> dict[str, str]:
        """Fields that say nothing beside the others, and why."""
        if isinstance(self.sensor, SwitchingPtc) and not isinstance(self.tolerance, ByClass):
            return {"tolerance": "a switching sensor is judged by the limits of its standard"}
        if isinstance(self.tolerance, ByClass) or not isinstance(self.sensor, Platinum):
            return {}
        usual = Platinum()
        return {
            name: "it belongs to the class, and another limit is used"
            for name in ("build", "tolerance_class")
            if getattr(self.sensor, name) != getattr(usual, name)
        }

    def describe(self) -> str:
        """The sensor in a few words."""
        return self.sensor.name()
