"""Known curves ranked by how far they read off the thermometer."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from hembit_core.curves.ends import Floats
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.rules.values import Rules, default_rules
from hembit_core.sensor_curves.separation import band_at, temperature_at

_NEAR = 5.0
"""A curve that is off by more than so many times what is allowed is another one [1]."""


@dataclass(frozen=True)
class MeasuredPairs:
    """What a sensor read at one or more temperatures, shape (n,) each.

    Attributes
    ----------
    celsius, standard_kelvin : t [°C] and its standard uncertainty u [K].
    ohms, expanded_ohms : R net of leads [Ω] and its U (k = 2) [Ω].
    """

    celsius: Floats
    standard_kelvin: Floats
    ohms: Floats
    expanded_ohms: Floats

    @classmethod
    def of(cls, pairs: Sequence[tuple[float, float, float]], standard_kelvin: float) -> MeasuredPairs:
        """From (t [°C], R [Ω], U of R [Ω]), all temperatures with one u [K].

        Raises
        ------
        InputError
            If there are none, or a resistance is not above zero.
        """
        if not pairs:
            raise InputError("Give at least one temperature with its ohms.")
        celsius, ohms, expanded = (np.array(one, dtype=float) for one in zip(*pairs, strict=True))
        if (ohms <= 0).any():
            raise InputError("Ohms lie above zero. Open and shorted sensors match no curve.")
        return cls(celsius, np.full_like(celsius, standard_kelvin), ohms, expanded)


@dataclass(frozen=True)
class Ranked:
    """A known curve and how it fits.

    Attributes
    ----------
    place : which of the known sensors it is.
    off : t(R) − t for each pair [K], shape (n,); positive reads warm.
    allowed : the sensor's band and U of the pair [K], shape (n,).
    misfit : weighted root mean square of ``off`` [K].
    """

    place: int
    name: str
    off: Floats
    allowed: Floats
    misfit: float

    @property
    def fits(self) -> bool:
        """Whether every pair lies within what is allowed."""
        return bool((np.abs(self.off) <= self.allowed).all())


def rank_curves(
    measured: MeasuredPairs,
    known: Sequence[tuple[str, TemperatureSensor]],
    rules: Rules | None = None,
) -> list[Ranked]:
    """Known sensors by how far they read off the thermometer, those that fit first.

    A curve fits where |t(R) − t| ≤ band + U at every pair, U of the temperature and of the ohms
    together (k = 2). Misfit: √(Σ w (t(R) − t)² / Σ w), w = 1/u² of the temperature alone,
    so that every curve is weighed alike. Switching sensors, curves that end before a pair, and
    those more than five times as far off as is allowed are left out.

    Parameters
    ----------
    known : names and sensors.
    rules : the shop's, for sensors without a stated band; the defaults where none are given.

    References
    ----------
    JCGM 100:2008, 5.1.2 (U), 4.3.7 (limits); weighted least squares in t.
    """
    rules = rules or default_rules()
    found = [
        one
        for place, (name, spec) in enumerate(known)
        if (one := _ranked(place, name, spec, measured, rules))
    ]
    return sorted(found, key=lambda one: (not one.fits, one.misfit))


def _ranked(
    place: int, name: str, spec: TemperatureSensor, measured: MeasuredPairs, rules: Rules
) -> Ranked | None:
    off = read_off(spec, measured)
    if off is None:
        return None
    assert not isinstance(spec.sensor, SwitchingPtc)
    curve = spec.sensor.curve()
    allowed = np.empty_like(off)
    try:
        slopes = np.abs(curve.relative_slope(measured.celsius + off)) * measured.ohms
    except InputError:
        return None  # it would be colder or hotter there than such a sensor is known
    for at, (t, slope) in enumerate(zip(measured.celsius, slopes, strict=True)):
        expanded = np.hypot(2 * measured.standard_kelvin[at], measured.expanded_ohms[at] / float(slope))
        allowed[at] = band_at(spec, float(t), rules) + float(expanded)
    if not np.isfinite(allowed).all() or (np.abs(off) > _NEAR * allowed).any():
        return None
    weights = 1 / measured.standard_kelvin**2
    misfit = float(np.sqrt((weights * off**2).sum() / weights.sum()))
    return Ranked(place, name, off, allowed, misfit)


def read_off(spec: TemperatureSensor, measured: MeasuredPairs) -> Floats | None:
    """t(R) − t for each pair [K], shape (n,); None where a sensor's curve does not reach them all."""
    if isinstance(spec.sensor, SwitchingPtc):
        return None
    curve = spec.sensor.curve()
    off = np.array([temperature_at(curve, float(one)) for one in measured.ohms]) - measured.celsius
    return off if np.isfinite(off).all() else None
