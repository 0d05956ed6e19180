"""The way in: what to expect of a part, and the verdict on a reading."""

from __future__ import annotations

from hembit_core.conditions import Conditions
from hembit_core.families import heating_element
from hembit_core.families.heating_element.readings import ElementReading
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.states import DecisionRule

PartSpec = HeatingElement
PartReading = ElementReading


def expectations(spec: PartSpec, conditions: Conditions | None = None) -> tuple[Expectation, ...]:
    """What can be checked on the part, and what each check should show, before measuring."""
    return heating_element.expectations(spec, conditions or Conditions())


def describe(spec: PartSpec) -> str:
    """The part in a few words: ``Heating element, 2200 W 230 V``."""
    return spec.describe()


def judge(
    spec: PartSpec,
    reading: PartReading,
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
        If a text cannot be used; ``field`` names it.
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
    return heating_element.judge(spec, reading, conditions or Conditions(), rule)
