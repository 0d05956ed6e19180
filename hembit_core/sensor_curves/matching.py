"""Which sensor is this: pairs of temperature and display, ranked against known curves."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from pydantic import Field

from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Temperature, TemperatureLimit
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, net_of
from hembit_core.measuring.thermometers import TemperatureSource
from hembit_core.model import Model
from hembit_core.notation import expanded_text, fixed, quantity
from hembit_core.sensor_curves.next_bath import NextBath, next_bath
from hembit_core.sensor_curves.ranking import MeasuredPairs, Ranked, rank_curves
from hembit_core.sensor_curves.separation import is_one_curve

_SHOWN = 12
"""How many curves are told [1]."""


class Pair(Model):
    """What the sensor read at a temperature [°C]; ``limit`` [K] where the thermometer has its own."""

    celsius: Temperature
    source: TemperatureSource
    limit: TemperatureLimit | None = None
    display: DisplayText


class PairsTaken(HowTaken):
    """One to five pairs of an unknown sensor, and how its ohms were taken."""

    pairs: tuple[Pair, ...] = Field(min_length=1, max_length=5)


class PairOff(Model):
    """A pair on a curve: how far the curve reads off the thermometer, and what is allowed [K]."""

    celsius: float
    kelvin: float | None
    allowed: float | None
    text: str


class Match(Model):
    """A known curve and how it fits.

    Attributes
    ----------
    place : which of the known sensors it is.
    fits : every pair lies within the sensor's band and the measurement's uncertainty.
    misfit : weighted root mean square of what the pairs are off [K].
    text : the same in words.
    """

    place: int
    name: str
    fits: bool
    misfit: float
    text: str
    pairs: tuple[PairOff, ...]


class Matched(Model):
    """What pairs say: a sentence, the curves by their misfit, and what to measure next."""

    headline: str
    explanation: str
    told_apart: bool
    matches: tuple[Match, ...]
    unlike: int
    next: NextBath | None


def match_sensor(
    taken: PairsTaken,
    known: Sequence[tuple[str, TemperatureSensor]],
    conditions: Conditions,
) -> Matched:
    """Rank known curves by how far they read off the thermometer.

    What fits, and the misfit: see :func:`hembit_core.sensor_curves.ranking.rank_curves`.

    Parameters
    ----------
    taken : one to five pairs.
    known : names and sensors; switching ones are passed over.
    conditions : the meter and the shop's rules.

    Raises
    ------
    InputError
        If a display cannot be used, or says that the sensor is open or shorted.
    """
    measured = _measured(taken, conditions)
    found = [_match(one, measured) for one in rank_curves(measured, known, conditions.rules)]
    fitting = [one for one in found if one.fits]
    rivals = _distinct([known[one.place] for one in fitting])
    then = next_bath(rivals, conditions.rules, measured.celsius.tolist()) if len(rivals) > 1 else None
    compared = sum(not isinstance(spec.sensor, SwitchingPtc) for _, spec in known)
    return Matched(
        headline=_headline(found, fitting, len(rivals)),
        explanation=_explanation(found, fitting, len(rivals), compared),
        told_apart=len(rivals) == 1,
        matches=tuple(found[:_SHOWN]),
        unlike=compared - len(found[:_SHOWN]),
        next=then,
    )


def _measured(taken: PairsTaken, conditions: Conditions) -> MeasuredPairs:
    celsius, standard, ohms, expanded = [], [], [], []
    for place, pair in enumerate(taken.pairs):
        field = f"pairs.{place}.display"
        net = net_of(taken, field, pair.display, conditions, taken.answers)
        if net is None:
            raise InputError(
                f"“{pair.display}” is open: no curve has that. Try other terminals, or a higher range."
            ).at(f"reading.{field}")
        if net.net <= max(net.budget.expanded, 0.0):
            raise InputError(
                f"{quantity(net.net, 'Ω', 3)} is a short within the leads: it has no curve to match."
            ).at(f"reading.{field}")
        limit = pair.limit.value if pair.limit else conditions.rules.thermometer_limit_K[pair.source]
        celsius.append(pair.celsius.value)
        standard.append(conditions.standard_at(pair.celsius, limit))
        ohms.append(net.net)
        expanded.append(net.budget.expanded)
    return MeasuredPairs(np.array(celsius), np.array(standard), np.array(ohms), np.array(expanded))


def _match(one: Ranked, measured: MeasuredPairs) -> Match:
    return Match(
        place=one.place,
        name=one.name,
        fits=one.fits,
        misfit=one.misfit,
        text=f"{quantity(one.misfit, 'K', 2)} off" if one.misfit >= 0.005 else "less than 0.01 K off",
        pairs=tuple(
            PairOff(
                celsius=t,
                kelvin=off,
                allowed=most,
                text=f"{fixed(off, 1)} K at {fixed(t, 1)} °C, ±{expanded_text(most, 'K')} allowed",
            )
            for t, off, most in zip(
                measured.celsius.tolist(), one.off.tolist(), one.allowed.tolist(), strict=True
            )
        ),
    )


def _distinct(fitting: Sequence[tuple[str, TemperatureSensor]]) -> list[tuple[str, TemperatureSensor]]:
    """One of each curve: specs of one curve differ by their bands and wires alone."""
    kept: list[tuple[str, TemperatureSensor]] = []
    for one in fitting:
        if not any(is_one_curve(one[1], other[1]) for other in kept):
            kept.append(one)
    return kept


def _headline(found: list[Match], fitting: list[Match], curves: int) -> str:
    if curves == 1:
        others = len(fitting) - 1
        alike = f" ({others} more of this curve)" if others else ""
        return f"It reads like {fitting[0].name}{alike}, and like no other curve"
    if curves:
        return f"{curves} known curves fit: not told apart yet"
    if found:
        return f"None fits; nearest is {found[0].name}, {found[0].text}"
    return "None of the known curves is near it"


def _explanation(found: list[Match], fitting: list[Match], curves: int, compared: int) -> str:
    if not compared:
        return "The library holds no curve: add the sensors that you know, or bring in a file."
    among = f"Compared with {compared} sensors of the library"
    if curves == 1:
        alike = " Which of those of one curve it is, its wires and its part number say." * (
            len(fitting) > 1
        )
        return f"{among}. A type that is not in the library could read the same.{alike}"
    if curves:
        return f"{among}. The first is nearest, and that alone proves nothing."
    if found:
        return (
            f"{among}. Another type, a sensor that has drifted, or a temperature that was not so: "
            "look at the pair that is furthest off."
        )
    return f"{among}. Look at the unit of the display, or make a chart of it from three pairs."
