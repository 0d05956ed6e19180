"""Up to four curves beside each other: where they differ, and where that can be measured."""

from __future__ import annotations

import csv
from collections.abc import Sequence
from io import StringIO
from itertools import combinations

import numpy as np
from pydantic import Field

from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.measuring.figures import Resistance, Temperature
from hembit_core.measuring.thermometers import TemperatureSource
from hembit_core.model import Model
from hembit_core.notation import fixed, quantity
from hembit_core.rules.values import Rules
from hembit_core.sensor_curves.drawn import (
    CurvePoint,
    DrawnCurve,
    curve_sensor,
    draw,
    point_at,
    point_of,
    stretch_shown,
    table_temperatures,
)
from hembit_core.sensor_curves.separation import Separation, is_one_curve, separation
from hembit_core.sensor_curves.stretch import common_ends

MOST_CURVES = 4
_STEP = 1.0
"""How finely it is looked for where two curves part [K]."""


class NamedSensor(Model):
    """A sensor to look at, with the name it goes by."""

    name: str = Field(max_length=200)
    spec: TemperatureSensor


class CurvesAsked(Model):
    """Curves to show, from ``low`` to ``high`` [°C], read at a temperature or at ohms.

    ``source`` is what a temperature that tells two of them apart would be taken with.
    """

    curves: tuple[NamedSensor, ...] = Field(min_length=1, max_length=MOST_CURVES)
    low: Temperature | None = None
    high: Temperature | None = None
    at_celsius: Temperature | None = None
    at_ohms: Resistance | None = None
    source: TemperatureSource = TemperatureSource.CONTACT_PROBE


class PointOn(Model):
    """A curve read at what was asked; ``problem`` says why it could not be."""

    point: CurvePoint | None
    problem: str


class CurveRow(Model):
    """Each curve's ohms at one temperature; none beyond a curve's ends."""

    celsius: float
    ohms: tuple[float | None, ...]
    texts: tuple[str, ...]


class Apart(Model):
    """Two of the curves: where they can be told apart, and by how much at best."""

    first: str
    second: str
    tells: bool
    text: str


class Curves(Model):
    """Curves as they are shown: drawn, read at a point, as a table, and in pairs.

    ``csv`` is the table for other programs: °C, then the ohms of each curve, plain figures.
    """

    curves: tuple[DrawnCurve, ...]
    logarithmic: bool
    points: tuple[PointOn, ...]
    table: tuple[CurveRow, ...]
    apart: tuple[Apart, ...]
    csv: str


def show_curves(asked: CurvesAsked, rules: Rules) -> Curves:
    """Draw one to four curves, and say where each pair of them can be told apart.

    Raises
    ------
    InputError
        If one of them switches, or the stretch holds nothing of them.
    """
    sensors = tuple(curve_sensor(one.spec) for one in asked.curves)
    low, high = stretch_shown(
        sensors,
        asked.low.value if asked.low else None,
        asked.high.value if asked.high else None,
    )
    drawn = tuple(draw(one.name, one.spec, low, high, rules) for one in asked.curves)
    ohms = [y for one in drawn for _, y in one.line]
    limit = rules.thermometer_limit_K[asked.source]
    table = tuple(_row(asked.curves, t) for t in table_temperatures(low, high))
    return Curves(
        curves=drawn,
        logarithmic=bool(ohms) and max(ohms) > 8 * min(ohms),
        points=_points(asked, rules),
        table=table,
        csv=_csv([one.name for one in asked.curves], table),
        apart=tuple(
            _apart(one, other, low, high, limit, rules) for one, other in combinations(asked.curves, 2)
        ),
    )


def _points(asked: CurvesAsked, rules: Rules) -> tuple[PointOn, ...]:
    found = []
    for one in asked.curves:
        for read, at in ((point_at, asked.at_celsius), (point_of, asked.at_ohms)):
            if at is None:
                continue
            try:
                found.append(PointOn(point=read(one.spec, at, rules), problem=""))
            except InputError as error:
                found.append(PointOn(point=None, problem=error.message))
            break
    return tuple(found)


def _row(curves: Sequence[NamedSensor], celsius: float) -> CurveRow:
    ohms: list[float | None] = []
    for one in curves:
        try:
            ohms.append(float(curve_sensor(one.spec).curve().resistance(celsius)))
        except InputError:
            ohms.append(None)
    return CurveRow(
        celsius=celsius,
        ohms=tuple(ohms),
        texts=tuple("" if one is None else quantity(one, "Ω", 4) for one in ohms),
    )


def _csv(names: list[str], table: tuple[CurveRow, ...]) -> str:
    """The table as RFC 4180 has it; no cell is a name alone, which could read as a formula."""
    text = StringIO()
    out = csv.writer(text)
    out.writerow(["°C", *(f"Ω, {name}" for name in names)])
    for row in table:
        out.writerow([f"{row.celsius:g}", *("" if one is None else f"{one:.6g}" for one in row.ohms)])
    return text.getvalue()


def _apart(
    first: NamedSensor, second: NamedSensor, low: float, high: float, limit: float, rules: Rules
) -> Apart:
    start, stop = common_ends((curve_sensor(first.spec), curve_sensor(second.spec)))
    start, stop = max(start, low), min(stop, high)
    names = {"first": first.name, "second": second.name}
    if start >= stop:
        return Apart(**names, tells=False, text="They share no temperature here: nothing to compare.")
    celsius = np.linspace(start, stop, max(2, round((stop - start) / _STEP) + 1))
    found = separation(first.spec, second.spec, celsius, limit, rules)
    stretches = found.stretches()
    if is_one_curve(first.spec, second.spec):
        text = "They are one curve: no measurement tells them apart."
    else:
        text = _apart_text(found, stretches)
    return Apart(**names, tells=bool(stretches), text=text)


def _apart_text(found: Separation, stretches: list[tuple[float, float]]) -> str:
    finite = np.where(np.isfinite(found.kelvin), np.abs(found.kelvin), 0.0)
    if not stretches:
        most = int(finite.argmax())
        at = f"{fixed(found.celsius[most], 0)} °C"
        return (
            f"Nowhere here: they differ by {quantity(finite[most], 'K', 2)} at most, at {at}, and "
            f"{quantity(found.needed[most], 'K', 2)} is needed there for bands and thermometer."
        )
    where = " and ".join(_stretch_text(one, found.celsius) for one in stretches)
    ratio = np.where(np.isfinite(found.needed), finite / found.needed, 0.0)
    best = int(ratio.argmax())
    if not np.isfinite(found.kelvin).all():
        return f"Can be told apart {where}."
    return (
        f"Can be told apart {where}. Best at {fixed(found.celsius[best], 0)} °C: "
        f"{quantity(finite[best], 'K', 2)} between them, {quantity(found.needed[best], 'K', 2)} needed."
    )


def _stretch_text(stretch: tuple[float, float], celsius: np.ndarray) -> str:
    start, stop = stretch
    if start <= celsius[0] and stop >= celsius[-1]:
        return "everywhere here"
    if start <= celsius[0]:
        return f"below {fixed(stop, 0)} °C"
    if stop >= celsius[-1]:
        return f"above {fixed(start, 0)} °C"
    return f"from {fixed(start, 0)} to {fixed(stop, 0)} °C"
