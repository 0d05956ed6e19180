"""What to expect of a bank, and judging it against 0, 1, 2 … dead members."""

from __future__ import annotations

from typing import Any, ClassVar, Literal

import numpy as np

from hembit_core.conformity.states import DecisionRule
from hembit_core.families.declared import Family, Members
from hembit_core.families.element_bank.in_parallel import in_parallel
from hembit_core.families.element_bank.ladder import CONFIRM, Ladder, by_current, by_ohms
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.heating_element.expectation import running
from hembit_core.families.heating_element.figures import running_figures
from hembit_core.families.heating_element.judge_running import judge_running
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.judging.ohms.figures import Figure, Floats, figure_of_ohms
from hembit_core.judging.ohms.judged import judge_ohms
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.notation import deviation, quantity

_TO_CASE = "element_to_case"
_WORDS = OhmsWords(
    open_means="Isolated, OL across a bank: every member is broken, or the common joint is.",
    open_next="Look at the common joint and the supply wires first; then read each member alone.",
    short_next="Look for debris that bridges one member; then read each member alone.",
    high_next=f"A bad common joint, or members changed. {CONFIRM}",
    low_next=f"A bridged member, or another part beside the bank. {CONFIRM}",
    within_next="Next: the bank to the case.",
)


class BankResistance(ResistanceReading):
    """Ohms across the whole bank."""

    about: ClassVar = Measurand(
        "Across the bank",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="bank",
            first="one bus",
            second="the other",
            disconnect="both supply wires lifted off the bank",
        ),
    )
    measurand: Literal["bank_resistance"] = "bank_resistance"


def expectations(spec: ElementBank, conditions: Conditions) -> tuple[Expectation, ...]:
    """The bank's ohms with its ladder of dead members, the case, and the whole bank's amps."""
    member = element_resistance(spec.member, conditions)
    bank = in_parallel(member, spec.members)
    live = running(spec.member, conditions, bank)
    found = (
        _expectation(spec, member, bank),
        terminal_to_case(_TO_CASE, conditions.rules),
        live,
    )
    return tuple(one for one in found if one is not None)


def judge(
    spec: ElementBank,
    reading: BankResistance | TerminalToCase | Running,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge one reading of the bank."""
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(spec, reading, conditions, rule, _TO_CASE)
    member = element_resistance(spec.member, conditions)
    bank = in_parallel(member, spec.members)
    if isinstance(reading, Running):
        return judge_running(
            spec.member,
            reading,
            conditions,
            rule,
            bank,
            lambda pair, placed: by_current(spec.members, pair, placed),
        )
    ladder = Ladder.of(spec.members, member.today)
    verdict = judge_ohms(ohms_due(spec, reading, conditions), reading, conditions, rule)
    return ladder.marked(verdict, bank.missing)


def ohms_due(spec: ElementBank, reading: BankResistance, conditions: Conditions) -> OhmsDue:
    """The bank's ohms that are due, and how they are spoken of."""
    member = element_resistance(spec.member, conditions)
    bank = in_parallel(member, spec.members)
    ladder = Ladder.of(spec.members, member.today)
    return OhmsDue(
        band=bank.today,
        tell=lambda: _expectation(spec, member, bank),
        words=_WORDS,
        deviation=lambda net, u: f"{deviation(net, bank.today.nominal or net)} on the bank's ohms.",
        shares=bank.shares,
        missing=bank.missing,
        reads_as=lambda net, placed: by_ohms(ladder, bank.missing, net, placed),
    )


def members(spec: ElementBank) -> Members:
    """Its elements, which the bank's ohms do not tell apart."""
    return Members(spec.members, alike=True)


def figures(spec: ElementBank, reading: Any, conditions: Conditions) -> tuple[Figure, ...]:
    """The bank's ohms, R_bank = 1 / Σ 1/R, or its amps, as evidence on its members."""
    if isinstance(reading, Running):
        bank = in_parallel(element_resistance(spec.member, conditions), spec.members)
        return running_figures(bank, reading, conditions)
    if not isinstance(reading, BankResistance):
        return ()

    def of(ratios: Floats) -> Floats:
        with np.errstate(divide="ignore"):
            return np.asarray(ratios.shape[1] / np.sum(1 / ratios, axis=1))

    return (figure_of_ohms(ohms_due(spec, reading, conditions), reading, conditions, of),)


def _expectation(spec: ElementBank, member: ElementResistance, bank: ElementResistance) -> Expectation:
    ladder = Ladder.of(spec.members, member.today)
    rail = ohms_rail(bank.today).model_copy(update={"rungs": ladder.rungs()})
    return expect(
        BankResistance,
        rail,
        detail=f"{quantity(bank.today.nominal or 0.0, 'Ω', 4)} with all {spec.members} well; "
        f"{quantity(ladder.steps[1].band.nominal or 0.0, 'Ω', 4)} with one dead",
        overflow_means="every member is broken, or the common joint is",
        zero_means="one member is bridged",
        policy=bank.policy,
        warnings=bank.warnings,
        working=(*bank.lines, ladder.line()),
    )


DECLARED = (
    Family(
        ElementBank,
        (BankResistance, TerminalToCase, Running),
        expectations,
        judge,
        ohms=BankResistance,
        ohms_due=ohms_due,
        members=members,
        figures=figures,
    ),
)
