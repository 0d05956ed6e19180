"""The few functions every family has: what to expect, and judge."""

from __future__ import annotations

from hembit_core.conditions import Conditions
from hembit_core.families.heating_element.expectation import (
    between_terminals,
    running,
)
from hembit_core.families.heating_element.judge_between_terminals import judge_between_terminals
from hembit_core.families.heating_element.judge_running import judge_running
from hembit_core.families.heating_element.readings import (
    BetweenTerminals,
    ElementReading,
)
from hembit_core.families.heating_element.resistance import element_resistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.states import DecisionRule

_TO_CASE = "element_to_case"


def expectations(spec: HeatingElement, conditions: Conditions) -> tuple[Expectation, ...]:
    """Everything that can be checked on the element, in working order."""
    due = element_resistance(spec, conditions)
    found = (between_terminals(due), terminal_to_case(_TO_CASE), running(spec, conditions, due))
    return tuple(one for one in found if one is not None)


def judge(
    spec: HeatingElement, reading: ElementReading, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge one reading of the element."""
    if isinstance(reading, BetweenTerminals):
        return judge_between_terminals(spec, reading, conditions, rule)
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(reading, conditions, rule, _TO_CASE)
    return judge_running(spec, reading, conditions, rule)
