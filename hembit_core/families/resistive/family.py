"""What to expect of a resistive part, and judging it."""

from __future__ import annotations

from functools import lru_cache
from typing import ClassVar, Literal

from hembit_core.conformity.states import DecisionRule
from hembit_core.families.declared import Family
from hembit_core.families.resistive.spec import HighTensionLead, ResistivePart
from hembit_core.families.tolerances import resistance_band
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.notation import deviation, interval, quantity
from hembit_core.working import WorkingLine

_WORDS = OhmsWords(
    open_means="Isolated, OL is a break.",
    open_next="Look at its ends first, watch it while it is wriggled; then replace it.",
    short_next="Look for a bridge beside it; then replace it.",
    high_next="Clean its ends and read again; if it stays high, replace it.",
    low_next="Look for a path beside it, or another part than the spec's; then replace it.",
    within_next="Watch it while it is wriggled: a crack shows only then.",
)


class PartResistance(ResistanceReading):
    """Ohms from end to end of a part that is just its ohms."""

    about: ClassVar = Measurand(
        "End to end",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(drawing="resistive", first="one end", second="the other", disconnect="one end lifted"),
    )
    measurand: Literal["part_resistance"] = "part_resistance"


def expectations(
    spec: ResistivePart | HighTensionLead, conditions: Conditions
) -> tuple[Expectation, ...]:
    """What the part should read. Its temperature is not taken in."""
    return (_expectation(spec),)


@lru_cache(maxsize=256)
def _expectation(spec: ResistivePart | HighTensionLead) -> Expectation:
    band, text = resistance_band(spec.tolerance, spec.nominal)
    formula, figures = spec.working()
    probes = PartResistance.about.probes
    if isinstance(spec, HighTensionLead):
        probes = Probes(
            drawing="lead",
            first="one end",
            second="the other",
            disconnect="both ends off; never the meter on a spark output",
        )
    return expect(
        PartResistance,
        ohms_rail(band, 3),
        probes,
        detail=f"{quantity(spec.nominal, 'Ω', 3)} nominal",
        policy=(text,),
        working=(
            WorkingLine(
                key="nominal",
                label="Nominal",
                result=quantity(spec.nominal, "Ω", 4),
                formula=formula,
                figures=figures,
                source="the part's spec",
                value=spec.nominal,
                unit="Ω",
            ),
            WorkingLine(
                key="band",
                label=f"Band, {text}",
                result=interval(band.lower, band.upper, "Ω"),
                source="the chosen school",
            ),
        ),
    )


def judge(
    spec: ResistivePart | HighTensionLead,
    reading: PartResistance,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge the part's ohms against its band."""
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(
    spec: ResistivePart | HighTensionLead, reading: PartResistance, conditions: Conditions
) -> OhmsDue:
    """The ohms that are due, and how they are spoken of."""
    return OhmsDue(
        band=resistance_band(spec.tolerance, spec.nominal)[0],
        tell=lambda: _expectation(spec),
        words=_WORDS,
        deviation=lambda net, u: f"{deviation(net, spec.nominal)} on ohms.",
    )


DECLARED = (
    Family(
        HighTensionLead, (PartResistance,), expectations, judge, ohms=PartResistance, ohms_due=ohms_due
    ),
    Family(
        ResistivePart, (PartResistance,), expectations, judge, ohms=PartResistance, ohms_due=ohms_due
    ),
)
