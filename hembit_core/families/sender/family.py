"""What to expect of a sender where it stands now, and judging it."""

from __future__ import annotations

from typing import Literal

import numpy as np

from hembit_core.conditions import Conditions
from hembit_core.curves.ends import CurveRangeError, within_ends
from hembit_core.families.sender.spec import Sender
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.bands import Band
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Plot, PlotPoint, Probes
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords
from hembit_core.judging.states import DecisionRule
from hembit_core.notation import deviation, interval, quantity
from hembit_core.resistance_reading import ResistanceReading
from hembit_core.working import WorkingLine

_OFF = (
    "Does it stand where you say? Move the float or the pressure by hand: it must follow smoothly. "
    "The dash instrument is the other resistor. Then replace it."
)
_WORDS = OhmsWords(
    open_means="Isolated, OL across a sender is a broken wire or a wiper off its track.",
    open_next="Look at its earth and its plug first; then replace it.",
    short_next="A pinched lead: look there; then replace it.",
    high_next=_OFF,
    low_next=_OFF,
    within_next="The instrument still wrong: its wire, its earth, the instrument itself.",
)


class SenderResistance(ResistanceReading):
    """Ohms of a sender where it stands now."""

    measurand: Literal["sender_resistance"] = "sender_resistance"


def ohms_at(spec: Sender, amount: float) -> float:
    """R [Ω] at ``amount`` [chart's unit], straight between the chart's points.

    Raises
    ------
    CurveRangeError
        Beyond the chart's ends.
    """
    x = [one.amount.value for one in spec.points]
    inside = within_ends(amount, x[0], x[-1], "the chart", spec.unit)
    return float(np.interp(inside, x, [one.ohms.value for one in spec.points]))


def amount_at(spec: Sender, ohms: float) -> float:
    """What the sender says at ``ohms`` [Ω], in the chart's unit; CurveRangeError beyond its ends."""
    rows = sorted((one.ohms.value, one.amount.value) for one in spec.points)
    x = [row[0] for row in rows]
    inside = within_ends(ohms, x[0], x[-1], "the chart", "Ω")
    return float(np.interp(inside, x, [row[1] for row in rows]))


def expectations(spec: Sender, conditions: Conditions) -> tuple[Expectation, ...]:
    """The ohms where it stands now; the whole chart where that is not given."""
    return (_expectation(spec, conditions),)


def judge(
    spec: Sender, reading: SenderResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a sender's ohms by its chart where it stands now.

    Without that, ohms are only judged by the chart's whole span: that says "some figure of
    this sender", and the verdict says so.

    Raises
    ------
    InputError
        If the display cannot be used, or it stands beyond the chart's ends.
    """
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: Sender, reading: SenderResistance, conditions: Conditions) -> OhmsDue:
    """The ohms that are due where it stands now, and how they are spoken of."""
    expectation = _expectation(spec, conditions)
    nominal = expectation.rail.band.nominal
    return OhmsDue(
        expectation=expectation,
        words=_WORDS,
        deviation=lambda net, u: _says(spec, net, nominal),
        plot=lambda net, u: _with_reading(spec, _plot(spec), conditions, net, u),
        zero_is_due=min(one.ohms.value for one in spec.points) < 5,
    )


def _with_reading(
    spec: Sender, plot: Plot, conditions: Conditions, net: float, expanded: float
) -> Plot:
    points = _point(spec, net, expanded, conditions)
    return plot.model_copy(update={"points": points})


def _point(spec: Sender, net: float, expanded: float, conditions: Conditions) -> tuple[PlotPoint, ...]:
    given = conditions.stands_at
    try:
        x = given.value if given else amount_at(spec, net)
    except CurveRangeError:
        return ()
    return (PlotPoint(x=x, y=net, expanded=expanded, label="read"),)


def _says(spec: Sender, net: float, nominal: float | None) -> str:
    try:
        says = f"It says {amount_at(spec, net):.3g} {spec.unit}".rstrip()
    except CurveRangeError:
        says = "It says more than its chart has"
    return f"{says}; {deviation(net, nominal)} on ohms." if nominal else f"{says}."


def _expectation(spec: Sender, conditions: Conditions) -> Expectation:
    share = spec.tolerance.percent.value / 100
    given = conditions.stands_at
    ends = sorted((spec.points[0].ohms.value, spec.points[-1].ohms.value))
    warnings: tuple[str, ...] = ()
    if given:
        try:
            nominal = ohms_at(spec, given.value)
        except CurveRangeError as error:
            raise error.at("conditions.stands_at") from None
        band, text = resistance_band(spec.tolerance, nominal)
        detail = f"{quantity(nominal, 'Ω', 4)} at {given.value:g} {spec.unit}"
    else:
        band = Band(lower=ends[0] * (1 - share), upper=ends[1] * (1 + share))
        text = "its whole chart"
        detail = "where it stands is not given: any figure of its chart passes"
        warnings = ("Give where it stands, and this says what it should read there.",)
    return expect(
        "sender_resistance",
        "Sender",
        ohms_rail(band),
        Probes(
            drawing="sender",
            first="its terminal",
            second="its earth, or the other terminal",
            disconnect="plug off: the dash instrument is the other resistor",
        ),
        detail=detail,
        overflow_means="the wire or the wiper is broken",
        zero_means="a lead is pinched, or it stands at its low end",
        policy=(f"±{spec.tolerance.percent.value:g} % of R: {text}",),
        warnings=warnings,
        working=(
            WorkingLine(
                label="By its chart",
                result=interval(band.lower, band.upper, "Ω"),
                formula="straight from point to point",
                figures=detail,
                source="the part's chart",
            ),
        ),
        plot=_plot(spec),
    )


def _plot(spec: Sender) -> Plot:
    share = spec.tolerance.percent.value / 100
    rows = [(one.amount.value, one.ohms.value) for one in spec.points]
    return Plot(
        title="Its chart",
        x_label=spec.unit or "amount",
        y_label="Ω",
        line=tuple(rows),
        lower=tuple((x, y * (1 - share)) for x, y in rows),
        upper=tuple((x, y * (1 + share)) for x, y in rows),
    )
