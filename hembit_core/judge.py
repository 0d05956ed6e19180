"""The way in: what to expect of a part, and the verdict on a reading."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.families.across.continuity import (
    Continuity,
    continuity_expectation,
    judge_continuity,
)
from hembit_core.families.across.in_circuit import (
    IsolatedAndInCircuit,
    in_circuit_expectation,
    judge_in_circuit,
)
from hembit_core.families.across.siblings import Siblings, judge_siblings, siblings_expectation
from hembit_core.families.across.wriggled import Wriggled, judge_wriggled, wriggled_expectation
from hembit_core.families.registry import FAMILIES, AnyReading, AnySpec, Family
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.states import DecisionRule
from hembit_core.resistance_reading import ResistanceReading

__all__ = ["AnyReading", "AnySpec", "PartReading", "PartSpec", "describe", "expectations", "judge"]

PartSpec = Annotated[AnySpec, Field(discriminator="kind")]
PartReading = Annotated[AnyReading, Field(discriminator="measurand")]
_ACROSS = (Siblings, IsolatedAndInCircuit, Wriggled, Continuity)


def expectations(spec: AnySpec, conditions: Conditions | None = None) -> tuple[Expectation, ...]:
    """What can be checked on the part, and what each check should show, before measuring.

    A part that is judged in ohms can also be compared with siblings, isolated against
    in circuit, watched while it is wriggled, and asked with the buzzer.
    """
    conditions = conditions or Conditions()
    family = FAMILIES[type(spec)]
    found = family.expectations(spec, conditions)
    if family.ohms is None:
        return found
    single = found[0]
    return (
        *found,
        siblings_expectation(single),
        wriggled_expectation(single),
        in_circuit_expectation(single),
        continuity_expectation(single),
    )


def describe(spec: AnySpec) -> str:
    """The part in a few words: ``Heating element, 2200 W 230 V``."""
    return spec.describe()


def judge(
    spec: AnySpec,
    reading: AnyReading,
    conditions: Conditions | None = None,
    rule: DecisionRule = DecisionRule.SIMPLE,
) -> Judgement:
    """Judge one reading of one part.

    Parameters
    ----------
    spec : what the part should be.
    reading : display texts and how they were taken.
    conditions : meter, part temperature, supply; cautious defaults where not given.
    rule : decision rule, ILAC-G8:09/2019.

    Returns
    -------
    Judgement : state, outcome, sentence, rail and working, as data.

    Raises
    ------
    InputError
        If a text cannot be used, or the part has no such measurand; ``field`` names it.
    AmbiguousInput
        If a text has two meanings; ``options`` names them.

    Examples
    --------
    >>> from hembit_core import BetweenTerminals, HeatingElement, judge
    >>> element = HeatingElement.by_plate(2200, 230)
    >>> verdict = judge(element, BetweenTerminals(display="24.6", lead_zero="0.2"))
    >>> verdict.state.value, verdict.outcome.value, verdict.expectation.text
    ('within', 'accept', '22.90–26.72 Ω')
    """
    conditions = conditions or Conditions()
    family = FAMILIES[type(spec)]
    if isinstance(reading, family.readings):
        return family.judge(spec, reading, conditions, rule)
    if family.ohms is not None and isinstance(reading, _ACROSS):
        return _judge_across(family, spec, reading, conditions, rule)
    raise InputError(
        f"“{reading.measurand}” cannot be measured on this part ({describe(spec)}). "
        "Choose one of its own tests."
    ).at("reading.measurand")


def _judge_across(
    family: Family,
    spec: AnySpec,
    reading: Siblings | IsolatedAndInCircuit | Wriggled | Continuity,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge a test that any part in ohms can take, by the part's own single reading."""
    assert family.ohms is not None
    single = family.expectations(spec, conditions)[0]

    def judge_one(one: ResistanceReading) -> Judgement:
        return family.judge(spec, one, conditions, rule)

    if isinstance(reading, Continuity):
        return judge_continuity(reading, single, rule)
    if isinstance(reading, Siblings):
        return judge_siblings(reading, single, family.ohms, judge_one, rule)
    if isinstance(reading, Wriggled):
        return judge_wriggled(reading, single, family.ohms, judge_one, rule)
    return judge_in_circuit(reading, single, family.ohms, judge_one, conditions.meter)
