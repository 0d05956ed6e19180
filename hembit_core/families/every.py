"""Made by bin/types from the packages beside it: every family, its spec, its tests."""

from hembit_core.families.contact import family as contact
from hembit_core.families.contact.family import ClosedContact
from hembit_core.families.contact.family import OpenContact
from hembit_core.families.contact.live import ContactVolts
from hembit_core.families.contact.spec import Contact
from hembit_core.families.contact.switching import ContactSwitching
from hembit_core.families.control import family as control
from hembit_core.families.control.family import ControlOutput
from hembit_core.families.control.spec import Control
from hembit_core.families.element_bank import family as element_bank
from hembit_core.families.element_bank.family import BankResistance
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.heater_setting import family as heater_setting
from hembit_core.families.heater_setting.family import SettingReach
from hembit_core.families.heater_setting.spec import HeaterSetting
from hembit_core.families.heating_element import family as heating_element
from hembit_core.families.heating_element.readings import BetweenTerminals
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.heating_element.until_cut_out import UntilCutOut
from hembit_core.families.igniter import family as igniter
from hembit_core.families.igniter.called import IgniterCalled
from hembit_core.families.igniter.family import IgniterResistance
from hembit_core.families.igniter.spec import Igniter
from hembit_core.families.ignition_sequence import family as ignition_sequence
from hembit_core.families.ignition_sequence.family import SequenceReading
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.insulation import InsulationTest
from hembit_core.families.position_sensor import family as position_sensor
from hembit_core.families.position_sensor.family import TrackAndHalves
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.position_sensor.sweep import Sweep
from hembit_core.families.resistive import family as resistive
from hembit_core.families.resistive.family import PartResistance
from hembit_core.families.resistive.spec import HighTensionLead
from hembit_core.families.resistive.spec import ResistivePart
from hembit_core.families.sender import family as sender
from hembit_core.families.sender.family import SenderResistance
from hembit_core.families.sender.spec import Sender
from hembit_core.families.solenoid_valve import family as solenoid_valve
from hembit_core.families.solenoid_valve.family import LeakDown
from hembit_core.families.solenoid_valve.spec import SolenoidValve
from hembit_core.families.spark_igniter import family as spark_igniter
from hembit_core.families.spark_igniter.family import SparkGap
from hembit_core.families.spark_igniter.spec import SparkIgniter
from hembit_core.families.supply import family as supply
from hembit_core.families.supply.family import SupplyVolts
from hembit_core.families.supply.spec import Supply
from hembit_core.families.tapped_element import family as tapped_element
from hembit_core.families.tapped_element.family import TappedResistance
from hembit_core.families.tapped_element.spec import TappedElement
from hembit_core.families.temperature_sensor import family as temperature_sensor
from hembit_core.families.temperature_sensor.controller import ControllerShows
from hembit_core.families.temperature_sensor.points import SensorPoints
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.response import SensorResponse
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.thermocouple import family as thermocouple
from hembit_core.families.thermocouple.readings import LoopResistance
from hembit_core.families.thermocouple.readings import ThermocoupleVoltage
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.families.thermocouple_magnet import family as thermocouple_magnet
from hembit_core.families.thermocouple_magnet.family import FlamePair
from hembit_core.families.thermocouple_magnet.spec import ThermocoupleMagnet
from hembit_core.families.three_phase_set import family as three_phase_set
from hembit_core.families.three_phase_set.readings import LineCurrents
from hembit_core.families.three_phase_set.readings import LineToLine
from hembit_core.families.three_phase_set.spec import ThreePhaseSet
from hembit_core.families.to_case import TerminalToCase
from hembit_core.families.unknown_part import family as unknown_part
from hembit_core.families.unknown_part.family import UnknownResistance
from hembit_core.families.unknown_part.spec import UnknownPart
from hembit_core.families.winding import family as winding
from hembit_core.families.winding.family import WindingResistance
from hembit_core.families.winding.running import WindingRunning
from hembit_core.families.winding.spec import Winding
from hembit_core.families.winding_set import family as winding_set
from hembit_core.families.winding_set.family import SetResistances
from hembit_core.families.winding_set.spec import WindingSet
from hembit_core.families.wires import family as wires
from hembit_core.families.wires.family import WireEnds
from hembit_core.families.wires.spec import Wires

AnySpec = HeatingElement | ElementBank | ThreePhaseSet | TappedElement | HeaterSetting | Winding | WindingSet | ThermocoupleMagnet | SolenoidValve | Igniter | SparkIgniter | IgnitionSequence | TemperatureSensor | Thermocouple | Sender | Contact | Control | PositionSensor | HighTensionLead | Supply | Wires | ResistivePart | UnknownPart
AnyOwnReading = BetweenTerminals | TerminalToCase | Running | UntilCutOut | InsulationTest | BankResistance | LineToLine | LineCurrents | TappedResistance | SettingReach | WindingResistance | WindingRunning | SetResistances | FlamePair | LeakDown | IgniterResistance | IgniterCalled | SparkGap | SequenceReading | SensorResistance | SensorPoints | SensorResponse | ControllerShows | LoopResistance | ThermocoupleVoltage | SenderResistance | ClosedContact | OpenContact | ContactVolts | ContactSwitching | ControlOutput | TrackAndHalves | Sweep | PartResistance | SupplyVolts | WireEnds | UnknownResistance
DECLARED = (*contact.DECLARED, *control.DECLARED, *element_bank.DECLARED, *heater_setting.DECLARED, *heating_element.DECLARED, *igniter.DECLARED, *ignition_sequence.DECLARED, *position_sensor.DECLARED, *resistive.DECLARED, *sender.DECLARED, *solenoid_valve.DECLARED, *spark_igniter.DECLARED, *supply.DECLARED, *tapped_element.DECLARED, *temperature_sensor.DECLARED, *thermocouple.DECLARED, *thermocouple_magnet.DECLARED, *three_phase_set.DECLARED, *unknown_part.DECLARED, *winding.DECLARED, *winding_set.DECLARED, *wires.DECLARED,)
__all__ = ['BankResistance', 'BetweenTerminals', 'ClosedContact', 'Contact', 'ContactSwitching', 'ContactVolts', 'Control', 'ControlOutput', 'ControllerShows', 'ElementBank', 'FlamePair', 'HeaterSetting', 'HeatingElement', 'HighTensionLead', 'Igniter', 'IgniterCalled', 'IgniterResistance', 'IgnitionSequence', 'InsulationTest', 'LeakDown', 'LineCurrents', 'LineToLine', 'LoopResistance', 'OpenContact', 'PartResistance', 'PositionSensor', 'ResistivePart', 'Running', 'Sender', 'SenderResistance', 'SensorPoints', 'SensorResistance', 'SensorResponse', 'SequenceReading', 'SetResistances', 'SettingReach', 'SolenoidValve', 'SparkGap', 'SparkIgniter', 'Supply', 'SupplyVolts', 'Sweep', 'TappedElement', 'TappedResistance', 'TemperatureSensor', 'TerminalToCase', 'Thermocouple', 'ThermocoupleMagnet', 'ThermocoupleVoltage', 'ThreePhaseSet', 'TrackAndHalves', 'UnknownPart', 'UnknownResistance', 'UntilCutOut', 'Winding', 'WindingResistance', 'WindingRunning', 'WindingSet', 'WireEnds', 'Wires']
