"""What a temperature sensor should be: its curve, and the band it is judged by."""

from __future__ import annotations

from typing import Annotated, Literal, Protocol

import numpy as np
from numpy.typing import ArrayLike
from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.curves import resistance_thermometers as rtd
from hembit_core.curves.ends import Floats
from hembit_core.curves.thermistors import BetaCurve, ChartCurve
from hembit_core.errors import InputError
from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.figures import Beta, Kelvin, Resistance, Temperature
from hembit_core.model import Model


class Curve(Protocol):
    """A curve that can be read both ways."""

    def resistance(self, celsius: ArrayLike) -> Floats:
        """R [Ω] at t [°C]."""

    def temperature(self, resistance: ArrayLike) -> Floats:
        """Temperature [°C] at R [Ω]."""

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        """(dR/dt)/R [1/K]."""


class NtcByBeta(Model):
    """An NTC by its ohms at 25 °C and B."""

    type: Literal["ntc_beta"] = "ntc_beta"
    r25: Resistance
    beta: Beta

    def curve(self) -> Curve:
        """The curve."""
        return BetaCurve(self.r25.value, self.beta.value)

    def class_limit(self, celsius: float) -> tuple[float, str]:
        """The band where none is stated: ± (1.0 + 0.01 |t − 25|) K (shop default)."""
        return 1.0 + 0.01 * abs(
            celsius - 25.0
        ), "no band stated: ±(1.0 + 0.01·|t − 25|) K, shop default"

    def name(self) -> str:
        """The sensor in a few words."""
        return f"NTC, {self.r25.value:g} Ω at 25 °C, B {self.beta.value:g} K"


class ChartPoint(Model):
    """One row of a chart."""

    celsius: Temperature
    ohms: Resistance


class ByChart(Model):
    """A sensor by its chart: rows of temperature and ohms, temperatures rising."""

    type: Literal["chart"] = "chart"
    points: tuple[ChartPoint, ...] = Field(min_length=2, max_length=500)

    @model_validator(mode="after")
    def _is_a_curve(self) -> ByChart:
        try:
            self.curve()
        except InputError as error:
            raise PydanticCustomError("chart", "{sentence}", {"sentence": error.message}) from None
        return self

    def curve(self) -> Curve:
        """The curve."""
        return ChartCurve(
            tuple(point.celsius.value for point in self.points),
            tuple(point.ohms.value for point in self.points),
        )

    def class_limit(self, celsius: float) -> tuple[float, str]:
        """As for an NTC without a stated band."""
        return 1.0 + 0.01 * abs(
            celsius - 25.0
        ), "no band stated: ±(1.0 + 0.01·|t − 25|) K, shop default"

    def name(self) -> str:
        """The sensor in a few words."""
        return f"Sensor by chart, {len(self.points)} points"


class _PlatinumCurve:
    """The platinum curve for one R₀ [Ω]."""

    def __init__(self, r0: float) -> None:
        self.r0 = r0

    def resistance(self, celsius: ArrayLike) -> Floats:
        return rtd.platinum_resistance(celsius, self.r0)

    def temperature(self, resistance: ArrayLike) -> Floats:
        return rtd.platinum_temperature(resistance, self.r0)

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        slope = rtd.platinum_sensitivity(celsius, self.r0)
        return np.asarray(slope / rtd.platinum_resistance(celsius, self.r0))


class Platinum(Model):
    """A platinum thermometer of IEC 60751: ``r0`` at 0 °C, its class and build."""

    type: Literal["platinum"] = "platinum"
    r0: Resistance = Field(default="100", validate_default=True)
    tolerance_class: rtd.PlatinumClass = rtd.PlatinumClass.B
    build: Literal["film", "wire"] = "wire"

    def curve(self) -> Curve:
        """The curve."""
        return _PlatinumCurve(self.r0.value)

    def class_limit(self, celsius: float) -> tuple[float, str]:
        """The class's limit [K] at ``celsius`` [°C]."""
        limit = rtd.platinum_tolerance(celsius, self.tolerance_class, self.build)
        return limit, f"class {self.tolerance_class}, {self.build} (IEC 60751)"

    def name(self) -> str:
        """The sensor in a few words."""
        return f"Pt{self.r0.value:g}, class {self.tolerance_class}"


class ByClass(Model):
    """The class's band in kelvin, which is what the controller sees."""

    school: Literal["by_class"] = "by_class"


class OwnKelvin(Model):
    """The person's own limit in kelvin."""

    school: Literal["own_kelvin"] = "own_kelvin"
    limit: Kelvin


class TemperatureSensor(Model):
    """A temperature sensor's specification."""

    kind: Literal["temperature_sensor"] = "temperature_sensor"
    sensor: Annotated[NtcByBeta | ByChart | Platinum, Field(discriminator="type")]
    tolerance: Annotated[ByClass | OwnKelvin | PercentOfResistance, Field(discriminator="school")] = (
        ByClass()
    )

    def describe(self) -> str:
        """The sensor in a few words."""
        return self.sensor.name()
