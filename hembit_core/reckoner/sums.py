"""All sums of the reckoner as one type, discriminated on ``sum``."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from hembit_core.reckoner.clamp import ClampDifferenceSum
from hembit_core.reckoner.others import BoilingPointSum, WhichSensorSum
from hembit_core.reckoner.waits import CoolingByTemperature, CoolingByWinding, HeatUpSum

AnySum = (
    ClampDifferenceSum
    | CoolingByTemperature
    | CoolingByWinding
    | HeatUpSum
    | BoilingPointSum
    | WhichSensorSum
)
Sum = Annotated[AnySum, Field(discriminator="sum")]
