"""What a hot-surface igniter should be, and the schools for one that reads high."""

from __future__ import annotations

from enum import StrEnum
from typing import Literal

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from hembit_core.measuring.figures import Current, Resistance, Voltage
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.rules.values import Rules


class IgniterMaterial(StrEnum):
    """Silicon carbide falls with heat, silicon nitride (a metal track) rises."""

    SILICON_CARBIDE = "silicon_carbide"
    SILICON_NITRIDE = "silicon_nitride"


class IgniterSchool(StrEnum):
    """What follows from a reading above the usual band but finite."""

    STRICT = "strict"
    LENIENT = "lenient"
    FUNCTION_FIRST = "function_first"


class Igniter(Model):
    """A hot-surface igniter: usual cold band, and a much higher limit for the lenient school.

    ``rated_voltage`` (mains or low-voltage) and ``least_current`` are for when it is called.
    ``school`` is the shop's where none is given.
    """

    kind: Literal["igniter"] = "igniter"
    material: IgniterMaterial = IgniterMaterial.SILICON_CARBIDE
    usual_lower: Resistance
    usual_upper: Resistance
    lenient_upper: Resistance | None = None
    rated_voltage: Voltage | None = None
    least_current: Current | None = None
    school: IgniterSchool | None = None

    @model_validator(mode="after")
    def _ordered(self) -> Igniter:
        if self.usual_lower.value >= self.usual_upper.value:
            raise PydanticCustomError("limits", "The usual band's lower limit must be the smaller.")
        if self.lenient_upper and self.lenient_upper.value <= self.usual_upper.value:
            raise PydanticCustomError("limits", "The lenient limit must lie above the usual band.")
        if self.school is IgniterSchool.LENIENT and self.lenient_upper is None:
            raise PydanticCustomError("limits", "The lenient school needs its limit. Give it.")
        return self

    def by_rules(self, rules: Rules) -> Igniter:
        """The same by the shop's school, where it has none of its own.

        Where the shop's is the lenient one and this part has no limit for it, the strict one holds.
        """
        if self.school is not None:
            return self
        school = IgniterSchool(rules.igniter_school)
        if school is IgniterSchool.LENIENT and self.lenient_upper is None:
            school = IgniterSchool.STRICT
        return self.model_copy(update={"school": school})

    def unused(self) -> dict[str, str]:
        """Fields that say nothing beside the others, and why."""
        found = {}
        if self.lenient_upper is not None and self.school is IgniterSchool.STRICT:
            found["lenient_upper"] = "not by the strict school"
        return found

    def describe(self) -> str:
        """The igniter in a few words."""
        material = self.material.replace("_", " ")
        return f"Igniter, {material}, {plain(self.usual_lower.value)} to {self.usual_upper.told}"
