"""Hembit's core: the computation of the job, without interface or database.

>>> from hembit_core import BetweenTerminals, HeatingElement, judge
>>> element = HeatingElement.by_plate(2200, 230)
>>> judge(element, BetweenTerminals(display="OL")).headline
'Open: no path from end to end'
"""

from hembit_core.conditions import Conditions, TemperatureSource
from hembit_core.display import Display, Function, parse_display
from hembit_core.errors import AmbiguousInput, InputError
from hembit_core.families.contact.family import ClosedContact, OpenContact
from hembit_core.families.contact.spec import Contact
from hembit_core.families.heating_element.readings import BetweenTerminals, Running
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.igniter.family import IgniterResistance
from hembit_core.families.igniter.spec import Igniter
from hembit_core.families.resistive.family import PartResistance
from hembit_core.families.resistive.spec import HighTensionLead, ResistivePart
from hembit_core.families.temperature_sensor.family import SensorResistance
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.to_case import TerminalToCase
from hembit_core.families.winding.family import WindingResistance
from hembit_core.families.winding.spec import Winding
from hembit_core.judge import PartReading, PartSpec, expectations, judge
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.states import DecisionRule, Outcome, State
from hembit_core.meters import Meter, unknown_meter
from hembit_core.version import CORE_VERSION

__all__ = [
    "CORE_VERSION",
    "AmbiguousInput",
    "BetweenTerminals",
    "ClosedContact",
    "Conditions",
    "Contact",
    "DecisionRule",
    "Display",
    "Expectation",
    "Function",
    "HeatingElement",
    "HighTensionLead",
    "Igniter",
    "IgniterResistance",
    "InputError",
    "Judgement",
    "Meter",
    "OpenContact",
    "Outcome",
    "PartReading",
    "PartResistance",
    "PartSpec",
    "ResistivePart",
    "Running",
    "SensorResistance",
    "State",
    "TemperatureSensor",
    "TemperatureSource",
    "TerminalToCase",
    "Winding",
    "WindingResistance",
    "expectations",
    "judge",
    "parse_display",
    "unknown_meter",
]
