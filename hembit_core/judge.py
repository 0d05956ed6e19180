"""The way in: what to expect of a part, and the verdict on a reading."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from typing import Annotated, Any

from pydantic import Field

from hembit_core.conformity.states import DecisionRule
from hembit_core.errors import InputError
from hembit_core.families.any_ohms.continuity import (
    Continuity,
    continuity_expectation,
    judge_continuity,
)
from hembit_core.families.any_ohms.in_circuit import (
    IsolatedAndInCircuit,
    in_circuit_expectation,
    judge_in_circuit,
)
from hembit_core.families.any_ohms.siblings import Siblings, judge_siblings, siblings_expectation
from hembit_core.families.any_ohms.single import Single
from hembit_core.families.any_ohms.wriggled import Wriggled, judge_wriggled, wriggled_expectation
from hembit_core.families.case_figures import case_figure
from hembit_core.families.declared import Family
from hembit_core.families.insulation import (
    InsulationTest,
    due_volts,
    insulation_expectation,
    judge_insulation,
)
from hembit_core.families.registry import ANY_OHMS, FAMILIES, AnyReading, AnySpec
from hembit_core.families.to_case import TerminalToCase
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.unsaid import notices_of, used_with
from hembit_core.measuring.conditions import Conditions
from hembit_core.rules.settings import own_figures
from hembit_core.rules.values import Rules

__all__ = ["AnyReading", "AnySpec", "PartReading", "PartSpec", "describe", "expectations", "judge"]

PartSpec = Annotated[AnySpec, Field(discriminator="kind")]
PartReading = Annotated[AnyReading, Field(discriminator="measurand")]

_JUDGES: dict[type, Callable[[Any, Single, Conditions, DecisionRule], Judgement]] = {
    Continuity: judge_continuity,
    Siblings: judge_siblings,
    Wriggled: judge_wriggled,
    IsolatedAndInCircuit: judge_in_circuit,
}


def expectations(spec: AnySpec, conditions: Conditions | None = None) -> tuple[Expectation, ...]:
    """What can be checked on the part, and what each check should show, before measuring.

    A part that is judged in ohms can also be compared with siblings, isolated against
    in circuit, watched while it is wriggled, and asked with the buzzer.
    """
    conditions = conditions or Conditions()
    spec = by_rules(spec, conditions.rules)
    family = FAMILIES[type(spec)]
    found = tuple(_with_insulation(spec, family.expectations(spec, conditions), conditions))
    if family.ohms is None:
        return found
    single = _single(family, spec, conditions, DecisionRule.SIMPLE, found)
    return (
        *found,
        siblings_expectation(found[0]),
        wriggled_expectation(found[0]),
        in_circuit_expectation(found[0]),
        continuity_expectation(single, conditions),
    )


def describe(spec: AnySpec) -> str:
    """The part in a few words: ``Heating element, 2200 W 230 V``."""
    return spec.describe()


def judge(
    spec: AnySpec,
    reading: AnyReading,
    conditions: Conditions | None = None,
    rule: DecisionRule | None = None,
) -> Judgement:
    """Judge one reading of one part.

    Parameters
    ----------
    spec : what the part should be.
    reading : display texts and how they were taken.
    conditions : meter, part temperature, supply; cautious defaults where not given.
    rule : decision rule, ILAC-G8:09/2019; that of the rules where none is given.

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
    rule = rule or conditions.rules.decision_rule
    spec = by_rules(spec, conditions.rules)
    family = FAMILIES[type(spec)]
    if isinstance(reading, InsulationTest) and InsulationTest in family.readings:
        drawing = _drawing_to_case(family.expectations(spec, conditions))
        verdict = judge_insulation(spec, reading, conditions, rule, drawing)
    elif isinstance(reading, family.own):
        verdict = family.judge(spec, reading, conditions, rule)
    elif family.ohms is not None and isinstance(reading, ANY_OHMS):
        single = _single(family, spec, conditions, rule)
        verdict = _JUDGES[type(reading)](reading, single, conditions, rule)
    else:
        raise InputError(
            f"“{reading.measurand}” cannot be measured on this part ({describe(spec)}). "
            "Choose one of its own tests."
        ).at("reading.measurand")
    told = notices_of(spec, reading, conditions)
    own = (*used_with(reading, conditions), *own_figures(conditions.rules))
    case = case_figure(spec, reading, conditions, verdict)
    if not told and not own and case is None:
        return verdict
    return verdict.model_copy(
        update={
            "warnings": (*verdict.warnings, *told),
            "policy": (*verdict.policy, *own),
            "case": case,
        }
    )


def by_rules(spec: AnySpec, rules: Rules) -> AnySpec:
    """The spec by the shop's schools, where it leaves them open."""
    resolve: Callable[[Rules], AnySpec] | None = getattr(spec, "by_rules", None)
    return resolve(rules) if resolve else spec


_TO_CASE = measurand_of(TerminalToCase)


def _with_insulation(
    spec: AnySpec, found: Iterable[Expectation], conditions: Conditions
) -> Iterator[Expectation]:
    """Where a part is read to its case, its insulation can be tested as well."""
    listed = tuple(found)
    yield from listed
    for one in listed:
        if one.measurand == _TO_CASE:
            due = due_volts(spec, conditions)
            yield insulation_expectation(one.probes.drawing, conditions.rules, due)


def _drawing_to_case(found: Iterable[Expectation]) -> str:
    return next(one.probes.drawing for one in found if one.measurand == _TO_CASE)


def _single(
    family: Family,
    spec: AnySpec,
    conditions: Conditions,
    rule: DecisionRule,
    told: tuple[Expectation, ...] | None = None,
) -> Single:
    """The part's own single reading, for the tests that any part in ohms can take."""
    assert family.ohms is not None
    kind = family.ohms

    def due() -> Any:
        if family.ohms_due is None:
            return None
        try:
            return family.ohms_due(spec, kind.model_validate({"display": "1"}), conditions)
        except InputError:
            return None

    return Single(
        part_kind=getattr(spec, "alike", spec.kind),
        kind=kind,
        expectation=(told or family.expectations(spec, conditions))[0],
        judge=lambda one: family.judge(spec, one, conditions, rule),
        due=due,
    )
