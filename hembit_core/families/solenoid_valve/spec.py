"""What a solenoid valve should do with what stands in its port."""

from __future__ import annotations

from typing import Literal

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from hembit_core.measuring.figures import Seconds
from hembit_core.model import Model


class SolenoidValve(Model):
    """A valve, by the time its filled port takes to drain when it is driven [s]; limits if known."""

    kind: Literal["solenoid_valve"] = "solenoid_valve"
    drain_least: Seconds | None = None
    drain_most: Seconds | None = None

    @model_validator(mode="after")
    def _ordered(self) -> SolenoidValve:
        if self.drain_least and self.drain_most and self.drain_least.value >= self.drain_most.value:
            raise PydanticCustomError("limits", "The least time to drain must be the smaller one.")
        return self

    @property
    def has_limits(self) -> bool:
        """Whether its time to drain is known."""
        return self.drain_least is not None or self.drain_most is not None

    def describe(self) -> str:
        """The valve in a few words."""
        return "Solenoid valve, by its leak-down"
