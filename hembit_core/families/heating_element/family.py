"""The few functions every family has: what to expect, and judge."""

from __future__ import annotations

from hembit_core.conformity.states import DecisionRule
from hembit_core.families.declared import Family
from hembit_core.families.heating_element.expectation import (
    between_terminals,
    running,
)
from hembit_core.families.heating_element.figures import figures
from hembit_core.families.heating_element.judge_between_terminals import (
    judge_between_terminals,
    ohms_due,
)
from hembit_core.families.heating_element.judge_running import judge_running
from hembit_core.families.heating_element.readings import (
    BetweenTerminals,
    Running,
)
from hembit_core.families.heating_element.resistance import element_resistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.heating_element.until_cut_out import (
    UntilCutOut,
    judge_until_cut_out,
    until_cut_out,
)
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.measuring.conditions import Conditions

_TO_CASE = "element_to_case"


def expectations(spec: HeatingElement, conditions: Conditions) -> tuple[Expectation, ...]:
    """Everything that can be checked on the element, in working order."""
    due = element_resistance(spec, conditions)
    live = running(spec, conditions, due)
    found = (
        between_terminals(due),
        terminal_to_case(_TO_CASE, conditions.rules),
        live,
        until_cut_out(live) if live else None,
    )
    return tuple(one for one in found if one is not None)


def judge(
    spec: HeatingElement,
    reading: BetweenTerminals | TerminalToCase | Running | UntilCutOut,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge one reading of the element."""
    if isinstance(reading, BetweenTerminals):
        return judge_between_terminals(spec, reading, conditions, rule)
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(spec, reading, conditions, rule, _TO_CASE)
    if isinstance(reading, UntilCutOut):
        return judge_until_cut_out(spec, reading, conditions, rule)
    return judge_running(spec, reading, conditions, rule)


DECLARED = (
    Family(
        HeatingElement,
        (BetweenTerminals, TerminalToCase, Running, UntilCutOut),
        expectations,
        judge,
        ohms=BetweenTerminals,
        ohms_due=ohms_due,
        figures=figures,
    ),
)
