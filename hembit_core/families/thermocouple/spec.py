"""What a thermocouple should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.conformity.bands import Band
from hembit_core.curves.ends import CurveRangeError
from hembit_core.curves.thermocouples import NoSuchClass, ThermocoupleType, tolerance
from hembit_core.families.temperature_sensor.spec import ByClass, OwnKelvin
from hembit_core.measuring.figures import Resistance
from hembit_core.model import Model
from hembit_core.notation import plain


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
        except NoSuchClass as error:
            raise PydanticCustomError("class", "{sentence}", {"sentence": error.message}) from None
        except CurveRangeError:
            pass  # the class exists; it does not reach 25 °C
        return self

    def limit(self, celsius: float) -> tuple[float, str]:
        """The band's limit [K] at ``celsius`` [°C], and the school in words."""
        if isinstance(self.tolerance, OwnKelvin):
            own = self.tolerance.limit.value
            return own, f"own limit, ±{plain(own)} K"
        limit = tolerance(self.letter, celsius, self.tolerance_class)
        return limit, f"class {self.tolerance_class} (IEC 60584-1): ±{plain(limit, 2)} K there"

    def band(self, celsius: float) -> Band:
        """The band round ``celsius`` [°C], with the watch limit where one is given."""
        limit = self.limit(celsius)[0]
        own = self.tolerance.watch if isinstance(self.tolerance, OwnKelvin) else None
        return Band(
            lower=celsius - limit,
            upper=celsius + limit,
            nominal=celsius,
            watch_lower=celsius - own.value if own else None,
            watch_upper=celsius + own.value if own else None,
        )

    def unused(self) -> dict[str, str]:
        """Fields that say nothing beside the others, and why."""
        default = type(self).model_fields["tolerance_class"].default
        if isinstance(self.tolerance, OwnKelvin) and self.tolerance_class != default:
            return {"tolerance_class": "the own limit in kelvin stands above the class"}
        return {}

    def describe(self) -> str:
        """The thermocouple in a few words."""
        return f"Thermocouple type {self.letter}, class {self.tolerance_class}"
