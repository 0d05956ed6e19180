"""What a thermocouple should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.curves.ends import CurveRangeError
from hembit_core.curves.thermocouples import ThermocoupleType, tolerance
from hembit_core.families.temperature_sensor.spec import ByClass, OwnKelvin
from hembit_core.figures import Resistance
from hembit_core.model import Model


class Thermocouple(Model):
    """A thermocouple by its letter and class. ``loop_limit``: what its loop reads at the most."""

    kind: Literal["thermocouple"] = "thermocouple"
    letter: ThermocoupleType = ThermocoupleType.K
    tolerance_class: Literal["1", "2", "3"] = "2"
    tolerance: Annotated[ByClass | OwnKelvin, Field(discriminator="school")] = ByClass()
    loop_limit: Resistance | None = None

    @model_validator(mode="after")
    def _class_exists(self) -> Thermocouple:
        try:
            tolerance(self.letter, 25.0, self.tolerance_class)
        except CurveRangeError as error:
            if "has no class" in error.message:
                raise PydanticCustomError("class", "{sentence}", {"sentence": error.message}) from None
        return self

    def limit(self, celsius: float) -> tuple[float, str]:
        """The band's limit [K] at ``celsius`` [°C], and the school in words."""
        if isinstance(self.tolerance, OwnKelvin):
            own = self.tolerance.limit.value
            return own, f"own limit, ±{own:g} K"
        limit = tolerance(self.letter, celsius, self.tolerance_class)
        return limit, f"class {self.tolerance_class} (IEC 60584-1): ±{limit:.2g} K there"

    def describe(self) -> str:
        """The thermocouple in a few words."""
        return f"Thermocouple type {self.letter}, class {self.tolerance_class}"
