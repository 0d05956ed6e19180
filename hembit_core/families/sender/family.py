"""What to expect of a sender where it stands now, and judging it."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Origin, Share
from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.curves.ends import CurveRangeError
from hembit_core.families.declared import Family
from hembit_core.families.sender.chart import amount_at, is_a_guess, ohms_at, slope_at
from hembit_core.families.sender.spec import Sender
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.codes import Code, NoticeCode
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Notice, Plot, PlotPoint, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords, no_reading_of_its_own
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.judging.ohms.words import LACKING_WORDS
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import FigureText
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.notation import deviation, interval, plain, quantity
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
_MAY_BE_ZERO_BELOW = 5.0
"""A chart with an end below this: near zero is one of its figures, not a short [Ω]."""


class SenderResistance(ResistanceReading):
    """Ohms of a sender where it stands now."""

    about: ClassVar = Measurand(
        "Sender",
        Step.SENSORS,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="sender",
            first="its terminal",
            second="its earth, or the other terminal",
            disconnect="plug off: the dash instrument is the other resistor",
        ),
    )
    measurand: Literal["sender_resistance"] = "sender_resistance"


def expectations(spec: Sender, conditions: Conditions) -> tuple[Expectation, ...]:
    """The ohms where it stands now; the whole chart where that is not given."""
    return (_expectation(spec, conditions),)


def judge(
    spec: Sender, reading: SenderResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a sender's ohms by its chart where it stands now.

    Without that, ohms say an amount, not a verdict; beyond the whole chart they are outside.

    Raises
    ------
    InputError
        If the display cannot be used, or it stands beyond the chart's ends.
    """
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: Sender, reading: SenderResistance, conditions: Conditions) -> OhmsDue:
    """The ohms that are due where it stands now, and how they are spoken of."""
    band = _band(spec, conditions)
    nominal = band.nominal
    return OhmsDue(
        band=band,
        tell=lambda: _expectation(spec, conditions),
        words=_WORDS,
        deviation=lambda net, u: _says(spec, net, nominal),
        shares=_shares(spec, conditions),
        reads_as=no_reading_of_its_own
        if _stands(spec, conditions)
        else lambda net, placed: _alone(spec, net, placed),
        plot=lambda net, u: _with_reading(spec, _plot(spec), conditions, net, u),
        zero_is_due=min(one.ohms.value for one in spec.points) < _MAY_BE_ZERO_BELOW,
    )


def _stands(spec: Sender, conditions: Conditions) -> FigureText | None:
    """Where it stands: as given, or the part's temperature where the chart is of °C."""
    if conditions.stands_at is None and spec.unit in ("°C", "C"):
        return conditions.part_temperature
    return conditions.stands_at


def _shares(spec: Sender, conditions: Conditions) -> tuple[Share, ...]:
    """Half the last digit of where it stands, through the chart's slope, and the thermometer."""
    given = _stands(spec, conditions)
    if given is None:
        return ()
    slope = slope_at(spec, given.value)
    if spec.is_thermal:
        per_kelvin = abs(spec.celsius(1.0) - spec.celsius(0.0))
        standard = conditions.standard_at(None, conditions.temperature_limit)
        half = rectangular(given.step / 2)
        return (
            Share(Origin.THERMOMETER, slope * standard / per_kelvin),
            Share(Origin.EXPECTATION, slope * half),
        )
    return (Share(Origin.EXPECTATION, slope * rectangular(given.step / 2)),)


def _alone(spec: Sender, net: float, placed: Placed) -> Verdict | None:
    """Without where it stands: what it says, unless that is no figure of its chart at all."""
    outside = placed.state in (State.OUTSIDE, State.JUST_OUTSIDE)
    if outside or placed.lacking:
        return None
    return Verdict(
        Code.TEMPERATURE_ALONE,
        State.NOT_COMPARABLE,
        "Some figure of its chart: nothing to compare with yet",
        "Say where it stands, and this says what it should read there.",
        explanation=[_says(spec, net, None)],
        undecided_by=(Lacking.STANDS_AT,),
        unsettled=LACKING_WORDS[Lacking.STANDS_AT][1],
        dominant=placed.dominant,
    )


def _with_reading(
    spec: Sender, plot: Plot, conditions: Conditions, net: float, expanded: float
) -> Plot:
    given = _stands(spec, conditions)
    try:
        x = given.value if given else amount_at(spec, net)
    except CurveRangeError:
        return plot.model_copy(update={"points": ()})
    point = PlotPoint(key="read", x=x, y=net, expanded=expanded, label="read")
    return plot.model_copy(update={"points": (point,)})


def _says(spec: Sender, net: float, nominal: float | None) -> str:
    try:
        says = f"It says {plain(amount_at(spec, net), 3)} {spec.unit}".rstrip()
    except CurveRangeError:
        says = "It says more than its chart has"
    return f"{says}; {deviation(net, nominal)} on ohms." if nominal else f"{says}."


def _band(spec: Sender, conditions: Conditions) -> Band:
    """The band where it stands [Ω]; that of the whole chart where that is not given."""
    given = _stands(spec, conditions)
    if given is None:
        share = spec.tolerance.percent.value / 100
        ends = sorted((spec.points[0].ohms.value, spec.points[-1].ohms.value))
        return Band(lower=ends[0] * (1 - share), upper=ends[1] * (1 + share))
    try:
        nominal = ohms_at(spec, given.value)
    except CurveRangeError as error:
        raise error.at("conditions.stands_at") from None
    return resistance_band(spec.tolerance, nominal)[0]


def _expectation(spec: Sender, conditions: Conditions) -> Expectation:
    given = _stands(spec, conditions)
    band = _band(spec, conditions)
    warnings: tuple[Notice, ...] = ()
    if given:
        detail = f"{quantity(band.nominal or 0.0, 'Ω', 4)} at {plain(given.value)} {spec.unit}".rstrip()
        if is_a_guess(spec, given.value):
            text = (
                "The two points of the chart beside it lie a decade of ohms apart: what is between "
                "them is a guess. Find a chart with more rows."
            )
            warnings = (Notice(code=NoticeCode.GUESS_BETWEEN_POINTS, text=text),)
    else:
        detail = "where it stands is not given: this is its whole chart"
        text = "Give where it stands, and this says what it should read there."
        warnings = (Notice(code=NoticeCode.STANDS_AT_NOT_GIVEN, text=text),)
    way = "ln R over 1/T, as an NTC's chart" if spec.is_thermal else "straight from point to point"
    whole = "" if given else ": its whole chart"
    return expect(
        SenderResistance,
        ohms_rail(band),
        detail=detail,
        overflow_means="the wire or the wiper is broken",
        zero_means="a lead is pinched, or it stands at its low end",
        policy=(f"±{spec.tolerance.percent.told} of R{whole}",),
        warnings=warnings,
        working=(
            WorkingLine(
                key="nominal",
                label="By its chart",
                result=interval(band.lower, band.upper, "Ω"),
                formula=way,
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


DECLARED = (
    Family(Sender, (SenderResistance,), expectations, judge, ohms=SenderResistance, ohms_due=ohms_due),
)
