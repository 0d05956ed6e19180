"""Boiling water at this altitude, and which sensor this is."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np
from pydantic import Field

from hembit_core.conformity.uncertainty import rectangular
from hembit_core.errors import InputError
from hembit_core.measuring.figures import Metres, Resistance, Temperature
from hembit_core.model import Model
from hembit_core.notation import fixed, plain, quantity
from hembit_core.physics.boiling import boiling_point, standard_pressure
from hembit_core.reckoner.result import Reckoned
from hembit_core.sensor_curves.known import known_curves
from hembit_core.sensor_curves.ranking import MeasuredPairs, Ranked, rank_curves
from hembit_core.working import WorkingLine

_THERMOMETER = 1.0
"""How far off the thermometer of given points may be [K]."""


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
            headline=f"Water boils at {fixed(celsius, 1)} °C at {self.altitude.told}",
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
        """Known curves by what they are off, the thermometer 1 K at most and the ohms nothing."""
        points = [(one.celsius.value, one.ohms.value, 0.0) for one in self.points]
        ranked = rank_curves(MeasuredPairs.of(points, rectangular(_THERMOMETER)), known_curves())
        if not ranked:
            return Reckoned(
                headline="None of the known curves is near these figures",
                explanation=("Open, shorted, or a type that is not among them.",),
                working=(),
            )
        fits = [one for one in ranked if one.fits]
        if len(fits) == 1:
            headline = f"{fits[0].name} fits, within {_worst(fits[0])} K"
        elif fits:
            headline = f"{len(fits)} curves fit, {fits[0].name} best"
        else:
            headline = f"None fits; the nearest is {ranked[0].name}, {_worst(ranked[0])} K off"
        one_point = "One point cannot tell curves apart that cross there: take ice and boiling water."
        return Reckoned(
            headline=headline,
            explanation=(one_point,) if len(points) == 1 else (),
            working=tuple(_line(one, points) for one in ranked[:8]),
        )


def _worst(one: Ranked) -> str:
    return fixed(float(np.abs(one.off).max()), 1)


def _line(one: Ranked, points: Sequence[tuple[float, float, float]]) -> WorkingLine:
    """A known curve, what it is off at each point, and what is allowed where it is furthest off."""
    furthest = int((np.abs(one.off) - one.allowed).argmax())
    return WorkingLine(
        label=one.name,
        result=f"{_worst(one)} K off at most",
        figures=", ".join(
            f"{fixed(off, 1)} K at {plain(celsius)} °C, {quantity(ohms, 'Ω', 4)}"
            for off, (celsius, ohms, _) in zip(one.off.tolist(), points, strict=True)
        ),
        source="fits" if one.fits else f"{fixed(float(one.allowed[furthest]), 1)} K is allowed",
        value=float(np.abs(one.off).max()),
        unit="K",
    )
