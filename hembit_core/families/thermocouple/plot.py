"""The thermocouple's curve, with its band and the reading on it."""

from __future__ import annotations

import numpy as np

from hembit_core.conformity.bands import Band
from hembit_core.curves import thermocouples
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.judging.judgement import Plot, PlotPoint
from hembit_core.notation import plain

_POINTS = 41


def with_reading(
    expected: Plot | None, spec: Thermocouple, cold: float, band: Band, read: tuple[float, float, float]
) -> Plot:
    """The plot that was told before with the reading on it; anew where that lies beyond its ends.

    ``read`` is t [°C], E at the terminals [mV] and its U [mV].
    """
    if expected and expected.line[0][0] <= read[0] <= expected.line[-1][0]:
        point = PlotPoint(key="read", x=read[0], y=read[1], expanded=read[2], label="read")
        return expected.model_copy(update={"points": (*expected.points, point)})
    return plot(spec, cold, band, read)


def plot(
    spec: Thermocouple,
    cold: float,
    band: Band | None,
    reading: tuple[float, float, float] | None = None,
) -> Plot:
    """mV at the terminals over °C, the cold junction at ``cold`` [°C] taken off.

    ``reading`` is t [°C], E at the terminals [mV] and its U [mV].
    """
    low, high = thermocouples.ends(spec.letter)
    places = [cold] + ([band.nominal or cold] if band else []) + ([reading[0]] if reading else [])
    margin = max(40.0, 0.35 * (max(places) - min(places)))
    start, end = max(low, min(places) - margin), min(high, max(places) + margin)
    t = np.linspace(start, end, _POINTS)
    mv = thermocouples.voltage(spec.letter, t) - float(thermocouples.voltage(spec.letter, cold))
    points = [PlotPoint(x=cold, y=0.0, label="terminals")]
    if reading:
        points.append(
            PlotPoint(key="read", x=reading[0], y=reading[1], expanded=reading[2], label="read")
        )
    if band and band.nominal is not None:
        due = float(thermocouples.voltage(spec.letter, band.nominal)) - float(
            thermocouples.voltage(spec.letter, cold)
        )
        points.append(PlotPoint(key="due", x=band.nominal, y=due, label="due"))
    return Plot(
        title=f"Type {spec.letter}, terminals at {plain(cold)} °C",
        x_label="°C",
        y_label="mV",
        line=tuple(zip(t.tolist(), mv.tolist(), strict=True)),
        points=tuple(points),
    )
