"""Boiling water at this altitude, and which sensor this is."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from hembit_core.errors import InputError
from hembit_core.figures import Metres, Resistance, Temperature
from hembit_core.findings.which_sensor import which_sensor
from hembit_core.model import Model
from hembit_core.notation import fixed, quantity
from hembit_core.physics.boiling import boiling_point, standard_pressure
from hembit_core.reckoner.result import Reckoned
from hembit_core.working import WorkingLine


class BoilingPointSum(Model):
    """Water's boiling point, for a second temperature to test a sensor at."""

    sum: Literal["boiling_point"] = "boiling_point"
    altitude: Metres

    def reckon(self) -> Reckoned:
        """The boiling point; InputError beyond −500 to 11,000 m."""
        try:
            celsius = boiling_point(self.altitude.value)
        except InputError as error:
            raise error.at("sum.altitude") from None
        pressure = standard_pressure(self.altitude.value)
        return Reckoned(
            headline=f"Water boils at {fixed(celsius, 1)} °C at {self.altitude.value:g} m",
            explanation=("The day's weather moves it by up to about 1 K.",),
            working=(
                WorkingLine(
                    label="Pressure",
                    result=f"{pressure / 100:.0f} hPa",
                    formula="p = 101 325 Pa · (1 − 2.25577·10⁻⁵ · h)^5.25588",
                    source="ISO 2533, standard atmosphere",
                    value=pressure,
                    unit="Pa",
                ),
                WorkingLine(
                    label="Boiling point",
                    result=f"{fixed(celsius, 1)} °C",
                    formula="log₁₀(p/mmHg) = A − B / (C + t)",
                    source="Antoine's equation for water, 1 to 100 °C",
                    value=celsius,
                    unit="°C",
                ),
            ),
        )


class KnownPoint(Model):
    """A temperature [°C] and the sensor's net ohms there [Ω]."""

    celsius: Temperature
    ohms: Resistance


class WhichSensorSum(Model):
    """One or more temperatures with ohms: which of the known curves is it?"""

    sum: Literal["which_sensor"] = "which_sensor"
    points: tuple[KnownPoint, ...] = Field(min_length=1, max_length=20)

    def reckon(self) -> Reckoned:
        """Known curves ranked by their largest residual in kelvin."""
        points = [(one.celsius.value, one.ohms.value) for one in self.points]
        ranked = which_sensor(points)
        if not ranked:
            return Reckoned(
                headline="No curve of the library reaches these figures",
                explanation=("Open, shorted, or a type that is not in the library.",),
                working=(),
            )
        fits = [one for one in ranked if one.worst <= one.allowed]
        if len(fits) == 1:
            headline = f"{fits[0].name} fits, within {fits[0].worst:.1f} K"
        elif fits:
            headline = f"{len(fits)} curves fit, {fits[0].name} best"
        else:
            headline = f"None fits; the nearest is {ranked[0].name}, {ranked[0].worst:.1f} K off"
        one_point = "One point cannot tell curves apart that cross there: take ice and boiling water."
        return Reckoned(
            headline=headline,
            explanation=(one_point,) if len(points) == 1 else (),
            working=tuple(
                WorkingLine(
                    label=one.name,
                    result=f"{one.worst:.1f} K off at most",
                    figures=", ".join(
                        f"{fixed(residual, 1)} K at {celsius:g} °C, {quantity(ohms, 'Ω', 4)}"
                        for residual, (celsius, ohms) in zip(one.residuals, points, strict=True)
                    ),
                    source="fits" if one.worst <= one.allowed else f"{one.allowed:.1f} K is allowed",
                    value=one.worst,
                    unit="K",
                )
                for one in ranked[:8]
            ),
        )
