"""What a three-terminal position sensor should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from hembit_core.families.tolerances import OwnLimits, PercentOfResistance
from hembit_core.measuring.figures import Percent, Resistance
from hembit_core.model import Model


class PositionSensor(Model):
    """A resistive track with a wiper. ``linearity``: how far a sweep may leave the straight line."""

    kind: Literal["position_sensor"] = "position_sensor"
    track: Resistance
    tolerance: Annotated[PercentOfResistance | OwnLimits, Field(discriminator="school")] = Field(
        default_factory=lambda: PercentOfResistance.model_validate({"percent": "20"}),
        validate_default=True,
    )
    linearity: Percent | None = None

    def describe(self) -> str:
        """The sensor in a few words."""
        return f"Position sensor, track {self.track.told}"
