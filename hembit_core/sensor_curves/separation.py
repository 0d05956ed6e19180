"""Two curves that look alike: at which temperatures a measurement can tell them apart."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf

import numpy as np

from hembit_core.conformity.uncertainty import rectangular
from hembit_core.curves.ends import Floats
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.sensor_due import kelvin_band
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import Curve, SwitchingPtc
from hembit_core.rules.values import Rules
from hembit_core.sensor_curves.stretch import common_ends

_ONE_CURVE = 0.01
"""Curves that are nowhere further apart are one [K]."""


@dataclass(frozen=True)
class Separation:
    """What lies between two curves at each of some temperatures, shape (n,) each.

    Attributes
    ----------
    celsius : temperatures [°C].
    kelvin : t₂(R₁(t)) − t [K]: how far off a sound first part looks by the second curve;
        infinite where the second has no such ohms.
    needed : the sum of both bands and U of the temperature [K].
    """

    celsius: Floats
    kelvin: Floats
    needed: Floats

    @property
    def tells(self) -> np.ndarray:
        """Where a sound part of either cannot pass for the other, shape (n,)."""
        return np.asarray(np.abs(self.kelvin) > self.needed)

    def stretches(self) -> list[tuple[float, float]]:
        """Where they can be told apart, as stretches from … to [°C]."""
        tells, found = self.tells, list[tuple[float, float]]()
        begun: float | None = None
        for place, one in enumerate(self.celsius):
            if tells[place] and begun is None:
                begun = float(one)
            last = place + 1 == len(tells) or not tells[place + 1]
            if begun is not None and last:
                found.append((begun, float(one)))
                begun = None
        return found


def separation(
    first: TemperatureSensor,
    second: TemperatureSensor,
    celsius: Floats,
    limit: float,
    rules: Rules,
) -> Separation:
    """What lies between two sensors at ``celsius`` [°C], shape (n,), all on the first one's curve.

    A sound part lies within its band, the temperature within ``limit`` [K] (rectangular, U = 2 u).
    They are told apart where the curves are further from each other than all three together.

    Raises
    ------
    InputError
        If one of them switches instead of following a curve, or ``celsius`` leaves the first curve.
    """
    for one in (first, second):
        if isinstance(one.sensor, SwitchingPtc):
            raise InputError("A switching sensor has no curve to compare.")
    assert not isinstance(first.sensor, SwitchingPtc)
    assert not isinstance(second.sensor, SwitchingPtc)
    ohms = first.sensor.curve().resistance(celsius)
    other = second.sensor.curve()
    read = np.array([temperature_at(other, float(one)) for one in ohms])
    bands = [band_at(first, float(t), rules) + band_at(second, float(t), rules) for t in celsius]
    return Separation(celsius, read - celsius, np.array(bands) + 2 * rectangular(limit))


def is_one_curve(first: TemperatureSensor, second: TemperatureSensor) -> bool:
    """Whether two sensors have one curve: nowhere 0.01 K apart where both are known."""
    for one in (first, second):
        if isinstance(one.sensor, SwitchingPtc):
            return False
    assert not isinstance(first.sensor, SwitchingPtc)
    assert not isinstance(second.sensor, SwitchingPtc)
    low, high = common_ends((first.sensor, second.sensor))
    if low >= high:
        return False
    curve, other = first.sensor.curve(), second.sensor.curve()
    return all(
        abs(temperature_at(other, float(curve.resistance(t))) - t) < _ONE_CURVE
        for t in np.linspace(low, high, 7)[1:-1].tolist()
    )


def band_at(spec: TemperatureSensor, celsius: float, rules: Rules) -> float:
    """Half of a sensor's band at ``celsius`` [K]; infinite where its class says nothing."""
    try:
        return kelvin_band(spec, celsius, rules)[0].half_width
    except InputError:
        return inf


def temperature_at(curve: Curve, ohms: float) -> float:
    """The temperature a curve has at ``ohms`` [Ω] in °C; infinite beyond its ends."""
    try:
        return float(curve.temperature(ohms))
    except InputError:
        return inf
