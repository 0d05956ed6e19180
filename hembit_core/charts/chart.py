"""A chart as it was pasted: read, looked through, and fitted."""

from __future__ import annotations

import numpy as np
from pydantic import ValidationError

from hembit_core.charts.fits import Fit, fit_beta, fit_steinhart_hart
from hembit_core.charts.flags import ChartFlag, flags_of
from hembit_core.charts.points import ChartLine, Point
from hembit_core.charts.questions import ChartAnswers, ChartQuestion
from hembit_core.charts.reading import read_rows
from hembit_core.charts.thinning import MOST_POINTS, thinned
from hembit_core.curves.thermistors import BetaCurve
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.types import (
    ByChart,
    CurveSensor,
    NtcByBeta,
    SteinhartHart,
)
from hembit_core.judging.judgement import Plot, PlotPoint
from hembit_core.measuring.figures import unambiguous
from hembit_core.model import Model
from hembit_core.notation import quantity

_SHOWN = 2000


class ChartRow(Model):
    """A row of the chart as a spec has it, and what each formula is off there [K]."""

    line: int
    celsius: str
    ohms: str
    beta_off: float | None = None
    steinhart_hart_off: float | None = None


class ChartFit(Model):
    """A formula fitted to the chart: the sensor by it, and what it is off at most and in the mean."""

    sensor: CurveSensor
    text: str
    worst: float
    rms: float
    off: str


class Chart(Model):
    """A chart that was read. ``usable`` says that it is a curve; a spec may be made of it then.

    ``sensor`` is the sensor by the chart's own rows.
    """

    how: tuple[str, ...]
    questions: tuple[ChartQuestion, ...]
    unread: tuple[ChartLine, ...]
    flags: tuple[ChartFlag, ...]
    rows: tuple[ChartRow, ...]
    count: int
    usable: bool
    sensor: CurveSensor | None
    fits: tuple[ChartFit, ...]
    plot: Plot | None


def read_chart(text: str, answers: ChartAnswers | None = None) -> Chart:
    """Read a pasted chart, say what looks wrong, and fit the formulas of an NTC where R falls.

    Raises
    ------
    InputError
        If the text is no text, too long, or holds no two columns of figures.
    """
    found = read_rows(text, answers)
    points, flags = flags_of(found.points)
    is_curve = len(points) > 1 and not any(one.blocks for one in flags)
    how = list(found.how)
    if len(found.points) > 1 and found.points[0].celsius > found.points[-1].celsius:
        how.append("Turned round: temperatures rise.")
    sensor = _by_chart(points[:MOST_POINTS]) if is_curve else None
    if is_curve and sensor is None:
        is_curve = False
        how.append("This is no curve: its ohms must only rise, or only fall, with the temperature.")
    fits = _fits(points) if is_curve else {}
    kept = points
    if is_curve and len(points) > MOST_POINTS:
        kept, most = thinned(points)
        how.append(
            f"{len(points):,} rows: a spec keeps the {len(kept)} that are within "
            f"{quantity(most, 'K', 1)} of them all."
        )
    return Chart(
        how=tuple(how),
        questions=found.questions,
        unread=found.unread[:200],
        flags=flags[:200],
        rows=tuple(_row(one, place, fits) for place, one in enumerate(points[:_SHOWN])),
        count=len(points),
        usable=is_curve,
        sensor=_by_chart(kept) if is_curve else None,
        fits=tuple(told for name, fit in fits.items() if (told := _fit_told(name, fit))),
        plot=_plot(kept, flags) if len(points) > 1 else None,
    )


def _by_chart(points: list[Point]) -> CurveSensor | None:
    """The sensor of a chart; None where the chart is no curve."""
    rows = [{"celsius": _celsius(one), "ohms": _ohms(one)} for one in points]
    try:
        return ByChart.model_validate({"points": rows})
    except ValidationError:
        return None


def _celsius(one: Point) -> str:
    return unambiguous(one.temperature, "°C")


def _ohms(one: Point) -> str:
    return unambiguous(one.resistance, "Ω")


def _fits(points: list[Point]) -> dict[str, Fit]:
    celsius = np.asarray([one.celsius for one in points])
    ohms = np.asarray([one.ohms for one in points])
    found = {}
    for name, fit in (("beta", fit_beta), ("steinhart_hart", fit_steinhart_hart)):
        try:
            found[name] = fit(celsius, ohms)
        except InputError:
            continue  # it rises, or the formula does not hold here
    return found


def _row(one: Point, place: int, fits: dict[str, Fit]) -> ChartRow:
    off = {f"{name}_off": round(float(fit.residuals[place]), 4) for name, fit in fits.items()}
    return ChartRow(line=one.line, celsius=_celsius(one), ohms=_ohms(one), **off)


def _fit_told(name: str, fit: Fit) -> ChartFit | None:
    """A fit as a sensor; None where its figures are none of any sensor."""
    try:
        return _as_sensor(name, fit)
    except ValidationError:
        return None


def _as_sensor(name: str, fit: Fit) -> ChartFit:
    curve = fit.curve
    if isinstance(curve, BetaCurve):
        given = {"r25": float(f"{curve.r25:.5g}"), "beta": float(f"{curve.beta:.5g}")}
        sensor: CurveSensor = NtcByBeta.model_validate(given)
        text = f"R₂₅ = {quantity(curve.r25, 'Ω', 4)}, B = {curve.beta:.0f} K"
    else:
        written = {key: f"{getattr(curve, key):.9e}" for key in "abc"}
        sensor = SteinhartHart.model_validate(written)
        text = f"a = {curve.a:.6e}, b = {curve.b:.6e}, c = {curve.c:.6e}"
    return ChartFit(
        sensor=sensor,
        text=text,
        worst=fit.worst,
        rms=fit.rms,
        off=f"at most {quantity(fit.worst, 'K', 2)} off, {quantity(fit.rms, 'K', 2)} in the mean",
    )


def _plot(points: list[Point], flags: tuple[ChartFlag, ...]) -> Plot:
    wrong = {one.line for one in flags if one.code in ("off", "direction", "contradiction")}
    ohms = [one.ohms for one in points]
    return Plot(
        title="The chart, with what looks wrong crossed",
        x_label="°C",
        y_label="Ω",
        logarithmic=max(ohms) > 20 * min(ohms),
        line=tuple((one.celsius, one.ohms) for one in points if one.line not in wrong),
        points=tuple(
            PlotPoint(x=one.celsius, y=one.ohms, label=f"line {one.line}", wrong=True)
            for one in points
            if one.line in wrong
        ),
    )
