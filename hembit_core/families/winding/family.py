"""What can be checked on a winding, what to expect, and judging it."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.states import DecisionRule
from hembit_core.families.declared import Family
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.families.winding.resistance import WindingDue, winding_due, with_missing
from hembit_core.families.winding.running import WindingRunning, judge_running, running
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Settle
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.notation import deviation, measured, quantity
from hembit_core.working import WorkingLine

_TO_FRAME = "winding_to_frame"
_WORDS = OhmsWords(
    open_means="Isolated, OL across a winding is a broken wire, often at the termination.",
    open_next="Look at the terminations and the lead-outs; then replace the coil.",
    short_next="Shorted turns or a bridge at the terminals; replace the coil.",
    high_next="A bad joint, or warm inside: read it settled at room temperature; then replace it.",
    low_next="Shorted turns, or another coil: compare with a sibling; then replace it.",
    within_next="A few shorted turns do not show in ohms: if it does not act, compare current and "
    "warming with a sibling.",
)
_AGAINST_A_READING = replace(
    _WORDS,
    settles=(
        Settle(code="settled", text="take a settled reading at room temperature"),
        Settle(code="siblings", text="read its siblings in the same minute"),
    ),
)


class WindingResistance(ResistanceReading):
    """Ohms of a winding. ``settled`` is false while it may still be warm inside."""

    about: ClassVar = Measurand(
        "Winding, end to end",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="winding",
            first="terminal 1",
            second="terminal 2",
            disconnect="one wire lifted at least",
        ),
    )
    measurand: Literal["winding_resistance"] = "winding_resistance"
    settled: bool = True


WindingReading = Annotated[
    WindingResistance | TerminalToCase | WindingRunning, Field(discriminator="measurand")
]


def expectations(spec: Winding, conditions: Conditions) -> tuple[Expectation, ...]:
    """Everything that can be checked on the winding, in working order."""
    due = winding_due(spec, conditions)
    live = running(spec, due, conditions)
    found = (_expectation(due), terminal_to_case(_TO_FRAME, conditions.rules), live)
    return tuple(one for one in found if one is not None)


def judge(
    spec: Winding, reading: WindingReading, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge one reading of the winding."""
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(spec, reading, conditions, rule, _TO_FRAME)
    if isinstance(reading, WindingRunning):
        return judge_running(spec, winding_due(spec, conditions), reading, conditions, rule)
    return judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)


def ohms_due(spec: Winding, reading: WindingResistance, conditions: Conditions) -> OhmsDue:
    """The ohms that are due today, and how they are spoken of."""
    due = with_missing(winding_due(spec, conditions), settled=reading.settled)
    nominal = due.today.nominal
    assert nominal is not None
    told = conditions.part_temperature is not None
    return OhmsDue(
        band=due.today,
        tell=lambda: _expectation(due),
        words=_AGAINST_A_READING if spec.school == "never_gains_ohms" else _WORDS,
        deviation=lambda net, u: f"{deviation(net, nominal)} on ohms.",
        shares=(due.thermometer,),
        missing=due.missing,
        after=lambda net, u: (_at_reference(spec, due, net, u),) if told else (),
    )


def _at_reference(spec: Winding, due: WindingDue, net: float, expanded: float) -> WorkingLine:
    return WorkingLine(
        key="at_reference",
        label=f"The same at {spec.reference_temperature.told}",
        result=measured(net / due.factor, expanded / due.factor, "Ω"),
        formula="R_ref = R · (k + t_ref) / (k + t)",
        figures=f"R / {due.factor:.5f}",
        source="IEC 60034-1, 8.6.2",
        value=net / due.factor,
        unit="Ω",
    )


@lru_cache(maxsize=256)
def _expectation(due: WindingDue) -> Expectation:
    assert due.today.nominal is not None
    known = all(one.lacking is not Lacking.PART_TEMPERATURE for one in due.missing)
    where = "at the part's temperature" if known else "cold: give the part's temperature"
    return expect(
        WindingResistance,
        ohms_rail(due.today),
        detail=f"{quantity(due.today.nominal, 'Ω', 4)} {where}",
        overflow_means="the wire is broken",
        zero_means="the turns are bridged",
        policy=due.policy,
        warnings=due.warnings,
        working=due.lines,
    )


DECLARED = (
    Family(
        Winding,
        (WindingResistance, TerminalToCase, WindingRunning),
        expectations,
        judge,
        ohms=WindingResistance,
        ohms_due=ohms_due,
    ),
)
