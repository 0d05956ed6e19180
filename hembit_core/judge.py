"""The way in: what to expect of a part, and the verdict on a reading."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.families import heating_element
from hembit_core.families.contact import family as contact
from hembit_core.families.contact.family import ClosedContact, OpenContact
from hembit_core.families.contact.spec import Contact
from hembit_core.families.heating_element.readings import BetweenTerminals, Running
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.igniter import family as igniter
from hembit_core.families.igniter.family import IgniterResistance
from hembit_core.families.igniter.spec import Igniter
from hembit_core.families.resistive import family as resistive
from hembit_core.families.resistive.family import PartResistance
from hembit_core.families.resistive.spec import HighTensionLead, ResistivePart
from hembit_core.families.temperature_sensor import family as temperature_sensor
from hembit_core.families.temperature_sensor.family import SensorResistance
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.to_case import TerminalToCase
from hembit_core.families.winding import family as winding
from hembit_core.families.winding.family import WindingResistance
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.states import DecisionRule

AnySpec = (
    HeatingElement | Winding | TemperatureSensor | Igniter | Contact | HighTensionLead | ResistivePart
)
AnyReading = (
    BetweenTerminals
    | TerminalToCase
    | Running
    | WindingResistance
    | SensorResistance
    | IgniterResistance
    | ClosedContact
    | OpenContact
    | PartResistance
)
PartSpec = Annotated[AnySpec, Field(discriminator="kind")]
PartReading = Annotated[AnyReading, Field(discriminator="measurand")]


def expectations(spec: AnySpec, conditions: Conditions | None = None) -> tuple[Expectation, ...]:
    """What can be checked on the part, and what each check should show, before measuring."""
    conditions = conditions or Conditions()
    if isinstance(spec, Winding):
        return winding.expectations(spec, conditions)
    if isinstance(spec, TemperatureSensor):
        return temperature_sensor.expectations(spec, conditions)
    if isinstance(spec, Igniter):
        return igniter.expectations(spec, conditions)
    if isinstance(spec, Contact):
        return contact.expectations(spec, conditions)
    if isinstance(spec, HighTensionLead | ResistivePart):
        return resistive.expectations(spec, conditions)
    return heating_element.expectations(spec, conditions)


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
    if isinstance(spec, Winding) and isinstance(reading, WindingResistance | TerminalToCase):
        return winding.judge(spec, reading, conditions, rule)
    if isinstance(spec, TemperatureSensor) and isinstance(reading, SensorResistance):
        return temperature_sensor.judge(spec, reading, conditions, rule)
    if isinstance(spec, Igniter) and isinstance(reading, IgniterResistance):
        return igniter.judge(spec, reading, conditions, rule)
    if isinstance(spec, Contact) and isinstance(reading, ClosedContact | OpenContact):
        return contact.judge(spec, reading, conditions, rule)
    if isinstance(spec, HighTensionLead | ResistivePart) and isinstance(reading, PartResistance):
        return resistive.judge(spec, reading, conditions, rule)
    if isinstance(spec, HeatingElement) and isinstance(
        reading, BetweenTerminals | TerminalToCase | Running
    ):
        return heating_element.judge(spec, reading, conditions, rule)
    raise InputError(
        f"“{reading.measurand}” cannot be measured on this part ({describe(spec)}). "
        "Choose one of its own tests."
    ).at("reading.measurand")
