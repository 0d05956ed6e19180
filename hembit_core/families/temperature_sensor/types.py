"""The types of temperature sensor: each gives its curve, and its class's limit."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal, Protocol

import numpy as np
from numpy.typing import ArrayLike
from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.curves import resistance_thermometers as rtd
from hembit_core.curves.ends import Floats
from hembit_core.curves.thermistors import BetaCurve, ChartCurve, SiliconCurve, SteinhartHartCurve
from hembit_core.errors import InputError
from hembit_core.measuring.figures import Beta, Coefficient, Resistance, Temperature
from hembit_core.model import Model
from hembit_core.notation import limit_text, plain


class Curve(Protocol):
    """A curve that can be read both ways."""

    def resistance(self, celsius: ArrayLike) -> Floats:
        """R [Ω] at t [°C]."""

    def temperature(self, resistance: ArrayLike) -> Floats:
        """Temperature [°C] at R [Ω]."""

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        """(dR/dt)/R [1/K]."""


def _must_be_a_curve(build: Callable[[], Curve]) -> None:
    """Turn what the curve says against its figures into a sentence at the field."""
    try:
        build()
    except InputError as error:
        raise PydanticCustomError("chart", "{sentence}", {"sentence": error.message}) from None


class NtcByBeta(Model):
    """An NTC by its ohms at 25 °C and B."""

    type: Literal["ntc_beta"] = "ntc_beta"
    r25: Resistance
    beta: Beta

    def curve(self) -> Curve:
        """The curve."""
        return BetaCurve(self.r25.value, self.beta.value)

    def class_limit(self, celsius: float) -> tuple[float, str] | None:
        """None: no band is stated with it."""
        return None

    def name(self) -> str:
        """The sensor in a few words."""
        return f"NTC, {self.r25.told} at 25 °C, B {self.beta.told}"


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
        _must_be_a_curve(self.curve)
        return self

    def curve(self) -> Curve:
        """The curve."""
        return ChartCurve(
            tuple(point.celsius.value for point in self.points),
            tuple(point.ohms.value for point in self.points),
        )

    def class_limit(self, celsius: float) -> tuple[float, str] | None:
        """None: no band is stated with it."""
        return None

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
    wires: Literal["2", "3", "4"] = "2"

    def curve(self) -> Curve:
        """The curve."""
        return _PlatinumCurve(self.r0.value)

    def class_limit(self, celsius: float) -> tuple[float, str] | None:
        """The class's limit [K] at ``celsius`` [°C]."""
        limit = rtd.platinum_tolerance(celsius, self.tolerance_class, self.build)
        return limit, f"class {self.tolerance_class}, {self.build} (IEC 60751)"

    def name(self) -> str:
        """The sensor in a few words."""
        return f"Pt{plain(self.r0.value)}, class {self.tolerance_class}"


class SteinhartHart(Model):
    """An NTC by its coefficients: 1/T = a + b ln R + c (ln R)³."""

    type: Literal["steinhart_hart"] = "steinhart_hart"
    a: Coefficient
    b: Coefficient
    c: Coefficient

    @model_validator(mode="after")
    def _is_a_curve(self) -> SteinhartHart:
        _must_be_a_curve(self.curve)
        return self

    def curve(self) -> Curve:
        """The curve."""
        return SteinhartHartCurve(self.a.value, self.b.value, self.c.value)

    def class_limit(self, celsius: float) -> tuple[float, str] | None:
        """None: no band is stated with it."""
        return None

    def name(self) -> str:
        """The sensor in a few words."""
        r25 = limit_text(float(self.curve().resistance(25.0)), "Ω")
        return f"NTC by Steinhart–Hart, {r25} at 25 °C"


class Silicon(Model):
    """A silicon PTC sensor: R = R₂₅ (1 + α (t − 25 °C) + β (t − 25 °C)²) within its range."""

    type: Literal["silicon"] = "silicon"
    r25: Resistance
    alpha: Coefficient = Field(default="7.88e-3", validate_default=True)
    beta: Coefficient = Field(default="1.937e-5", validate_default=True)
    low: Temperature = Field(default="-40", validate_default=True)
    high: Temperature = Field(default="125", validate_default=True)

    @model_validator(mode="after")
    def _is_a_curve(self) -> Silicon:
        _must_be_a_curve(self.curve)
        return self

    def curve(self) -> Curve:
        """The curve."""
        return SiliconCurve(
            self.r25.value, self.alpha.value, self.beta.value, self.low.value, self.high.value
        )

    def class_limit(self, celsius: float) -> tuple[float, str] | None:
        """None: no band is stated with it."""
        return None

    def name(self) -> str:
        """The sensor in a few words."""
        return f"Silicon sensor, {self.r25.told} at 25 °C"


class _NickelCurve:
    """The nickel curve for one R₀ [Ω]."""

    def __init__(self, r0: float) -> None:
        self.r0 = r0

    def resistance(self, celsius: ArrayLike) -> Floats:
        return rtd.nickel_resistance(celsius, self.r0)

    def temperature(self, resistance: ArrayLike) -> Floats:
        return rtd.nickel_temperature(resistance, self.r0)

    def relative_slope(self, celsius: ArrayLike) -> Floats:
        slope = rtd.nickel_sensitivity(celsius, self.r0)
        return np.asarray(slope / rtd.nickel_resistance(celsius, self.r0))


class Nickel(Model):
    """A nickel thermometer of DIN 43760: ``r0`` at 0 °C."""

    type: Literal["nickel"] = "nickel"
    r0: Resistance = Field(default="100", validate_default=True)

    def curve(self) -> Curve:
        """The curve."""
        return _NickelCurve(self.r0.value)

    def class_limit(self, celsius: float) -> tuple[float, str] | None:
        """The standard's limit [K] at ``celsius`` [°C]."""
        return rtd.nickel_tolerance(celsius), "nickel class (DIN 43760)"

    def name(self) -> str:
        """The sensor in a few words."""
        return f"Ni{plain(self.r0.value)}"


class SwitchingPtc(Model):
    """Switching PTC sensors, one to six in series: they jump at ``switching_temperature``."""

    type: Literal["switching_ptc"] = "switching_ptc"
    switching_temperature: Temperature
    in_series: int = Field(default=1, ge=1, le=6)

    def name(self) -> str:
        """The sensor in a few words."""
        several = f", {self.in_series} in series" if self.in_series > 1 else ""
        return f"Switching PTC, {self.switching_temperature.told}{several}"


CurveSensor = NtcByBeta | SteinhartHart | ByChart | Silicon | Platinum | Nickel
"""Sensors with a curve that can be turned round."""
