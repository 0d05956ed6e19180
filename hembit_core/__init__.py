"""Hembit's core: the computation of the job, without interface or database.

>>> from hembit_core import BetweenTerminals, HeatingElement, judge
>>> element = HeatingElement.by_plate(2200, 230)
>>> judge(element, BetweenTerminals(display="OL")).headline
'Open: no path from end to end'
"""

from hembit_core.conformity.states import DecisionRule, Outcome, State
from hembit_core.errors import AmbiguousInput, InputError
from hembit_core.families.any_ohms.continuity import Continuity
from hembit_core.families.any_ohms.in_circuit import IsolatedAndInCircuit
from hembit_core.families.any_ohms.siblings import Siblings
from hembit_core.families.any_ohms.wriggled import Wriggled
from hembit_core.families.contact.family import ClosedContact, OpenContact
from hembit_core.families.contact.live import ContactVolts
from hembit_core.families.contact.spec import Contact
from hembit_core.families.contact.switching import ContactSwitching
from hembit_core.families.element_bank.family import BankResistance
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.heating_element.readings import BetweenTerminals, Running
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.heating_element.until_cut_out import UntilCutOut
from hembit_core.families.igniter.called import IgniterCalled
from hembit_core.families.igniter.family import IgniterResistance
from hembit_core.families.igniter.spec import Igniter
from hembit_core.families.ignition_sequence.family import SequenceReading
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.position_sensor.family import TrackAndHalves
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.position_sensor.sweep import Sweep
from hembit_core.families.resistive.family import PartResistance
from hembit_core.families.resistive.spec import HighTensionLead, ResistivePart
from hembit_core.families.sender.family import SenderResistance
from hembit_core.families.sender.spec import Sender
from hembit_core.families.spark_igniter.family import SparkGap
from hembit_core.families.spark_igniter.spec import SparkIgniter
from hembit_core.families.supply.family import SupplyVolts
from hembit_core.families.supply.spec import Supply
from hembit_core.families.tapped_element.family import TappedResistance
from hembit_core.families.tapped_element.spec import TappedElement
from hembit_core.families.temperature_sensor.controller import ControllerShows
from hembit_core.families.temperature_sensor.points import SensorPoints
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.response import SensorResponse
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.thermocouple.readings import LoopResistance, ThermocoupleVoltage
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.families.thermocouple_magnet.family import FlamePair
from hembit_core.families.thermocouple_magnet.spec import ThermocoupleMagnet
from hembit_core.families.three_phase_set.family import LineCurrents, LineToLine
from hembit_core.families.three_phase_set.spec import ThreePhaseSet
from hembit_core.families.to_case import TerminalToCase
from hembit_core.families.winding.family import WindingResistance
from hembit_core.families.winding.running import WindingRunning
from hembit_core.families.winding.spec import Winding
from hembit_core.families.winding_set.family import SetResistances
from hembit_core.families.winding_set.spec import WindingSet
from hembit_core.findings.find import find
from hembit_core.findings.finding import Conclusion, Finding, Observation
from hembit_core.judge import PartReading, PartSpec, expectations, judge
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Display, Function, parse_display
from hembit_core.measuring.meters import Meter, unknown_meter
from hembit_core.measuring.thermometers import TemperatureSource, Thermometer
from hembit_core.sensor_curves.known import known_curves
from hembit_core.sensor_curves.ranking import MeasuredPairs, rank_curves
from hembit_core.version import CORE_VERSION

__all__ = [
    "CORE_VERSION",
    "AmbiguousInput",
    "BankResistance",
    "BetweenTerminals",
    "ClosedContact",
    "Conclusion",
    "Conditions",
    "Contact",
    "ContactSwitching",
    "ContactVolts",
    "Continuity",
    "ControllerShows",
    "DecisionRule",
    "Display",
    "ElementBank",
    "Expectation",
    "Finding",
    "FlamePair",
    "Function",
    "HeatingElement",
    "HighTensionLead",
    "Igniter",
    "IgniterCalled",
    "IgniterResistance",
    "IgnitionSequence",
    "InputError",
    "IsolatedAndInCircuit",
    "Judgement",
    "LineCurrents",
    "LineToLine",
    "LoopResistance",
    "MeasuredPairs",
    "Meter",
    "Observation",
    "OpenContact",
    "Outcome",
    "PartReading",
    "PartResistance",
    "PartSpec",
    "PositionSensor",
    "ResistivePart",
    "Running",
    "Sender",
    "SenderResistance",
    "SensorPoints",
    "SensorResistance",
    "SensorResponse",
    "SequenceReading",
    "SetResistances",
    "Siblings",
    "SparkGap",
    "SparkIgniter",
    "State",
    "Supply",
    "SupplyVolts",
    "Sweep",
    "TappedElement",
    "TappedResistance",
    "TemperatureSensor",
    "TemperatureSource",
    "TerminalToCase",
    "Thermocouple",
    "ThermocoupleMagnet",
    "ThermocoupleVoltage",
    "Thermometer",
    "ThreePhaseSet",
    "TrackAndHalves",
    "UntilCutOut",
    "Winding",
    "WindingResistance",
    "WindingRunning",
    "WindingSet",
    "Wriggled",
    "expectations",
    "find",
    "judge",
    "known_curves",
    "parse_display",
    "rank_curves",
    "unknown_meter",
]
