"""Every family: its spec, the readings it takes, what to expect, and how it is judged.

Adding a family is adding its line here; nothing else in the core names them all. What a test is
called, where it belongs and what it costs is declared by its reading class.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache
from types import ModuleType
from typing import Any

from hembit_core.conformity.states import DecisionRule
from hembit_core.families.any_ohms.continuity import Continuity
from hembit_core.families.any_ohms.in_circuit import IsolatedAndInCircuit
from hembit_core.families.any_ohms.siblings import Siblings
from hembit_core.families.any_ohms.wriggled import Wriggled
from hembit_core.families.contact import family as contact
from hembit_core.families.contact.family import ClosedContact, OpenContact
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
from hembit_core.families.heating_element.readings import BetweenTerminals, Running
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
from hembit_core.families.resistive.spec import HighTensionLead, ResistivePart
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
from hembit_core.families.thermocouple.readings import LoopResistance, ThermocoupleVoltage
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.families.thermocouple_magnet import family as thermocouple_magnet
from hembit_core.families.thermocouple_magnet.family import FlamePair
from hembit_core.families.thermocouple_magnet.spec import ThermocoupleMagnet
from hembit_core.families.three_phase_set import family as three_phase_set
from hembit_core.families.three_phase_set.readings import LineCurrents, LineToLine
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
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.measurand import Measurand, Role
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import HowTaken, ResistanceReading

AnySpec = (
    HeatingElement
    | ElementBank
    | ThreePhaseSet
    | TappedElement
    | Winding
    | WindingSet
    | ThermocoupleMagnet
    | Igniter
    | SparkIgniter
    | IgnitionSequence
    | TemperatureSensor
    | Thermocouple
    | Sender
    | Contact
    | PositionSensor
    | HighTensionLead
    | ResistivePart
    | Supply
    | Wires
    | Control
    | SolenoidValve
    | HeaterSetting
    | UnknownPart
)
AnyReading = (
    BetweenTerminals
    | TerminalToCase
    | InsulationTest
    | Running
    | UntilCutOut
    | BankResistance
    | LineToLine
    | LineCurrents
    | TappedResistance
    | WindingResistance
    | WindingRunning
    | SetResistances
    | FlamePair
    | IgniterResistance
    | IgniterCalled
    | SparkGap
    | SequenceReading
    | SensorResistance
    | SensorPoints
    | SensorResponse
    | ControllerShows
    | LoopResistance
    | ThermocoupleVoltage
    | SenderResistance
    | ClosedContact
    | OpenContact
    | ContactVolts
    | ContactSwitching
    | TrackAndHalves
    | Sweep
    | PartResistance
    | SupplyVolts
    | WireEnds
    | ControlOutput
    | LeakDown
    | SettingReach
    | UnknownResistance
    | Siblings
    | IsolatedAndInCircuit
    | Wriggled
    | Continuity
)


@dataclass(frozen=True)
class Family:
    """One family. ``own`` are the tests that its module judges; ``ohms`` is its single reading in
    ohms, which tests across families build on. ``lights`` says that gas is lit by it. A supply, a
    sequence and a setting are no ``thing``: nothing to be looked at, taken out or fitted.
    """

    module: ModuleType
    own: tuple[type, ...]
    ohms: type[ResistanceReading] | None = None
    thing: bool = True
    lights: bool = False

    @property
    def readings(self) -> tuple[type, ...]:
        """Its own tests and, where one of them is to the case, the insulation test."""
        return (*self.own, InsulationTest) if TerminalToCase in self.own else self.own

    @property
    def expectations(self) -> Callable[[Any, Conditions], tuple[Expectation, ...]]:
        """What can be checked, and what each check should show."""
        found: Callable[[Any, Conditions], tuple[Expectation, ...]] = self.module.expectations
        return found

    @property
    def ohms_due(self) -> Callable[[Any, Any, Conditions], OhmsDue] | None:
        """The ohms that are due for its single reading; None where it has no such frame."""
        found: Callable[[Any, Any, Conditions], OhmsDue] | None = getattr(self.module, "ohms_due", None)
        return found

    @property
    def as_taken(self) -> Callable[[Any, Any], Any]:
        """The single reading in ohms as the part makes it: a sensor's by the number of its wires."""
        found: Callable[[Any, Any], Any] = getattr(self.module, "as_taken", lambda spec, one: one)
        return found

    @property
    def judge(self) -> Callable[[Any, Any, Conditions, DecisionRule], Judgement]:
        """The verdict on one reading."""
        found: Callable[[Any, Any, Conditions, DecisionRule], Judgement] = self.module.judge
        return found


FAMILIES: dict[type, Family] = {
    HeatingElement: Family(
        heating_element, (BetweenTerminals, TerminalToCase, Running, UntilCutOut), BetweenTerminals
    ),
    ElementBank: Family(element_bank, (BankResistance, TerminalToCase, Running), BankResistance),
    ThreePhaseSet: Family(three_phase_set, (LineToLine, TerminalToCase, LineCurrents)),
    TappedElement: Family(tapped_element, (TappedResistance, TerminalToCase)),
    Winding: Family(winding, (WindingResistance, TerminalToCase, WindingRunning), WindingResistance),
    WindingSet: Family(winding_set, (SetResistances, TerminalToCase)),
    ThermocoupleMagnet: Family(thermocouple_magnet, (FlamePair,), lights=True),
    Igniter: Family(igniter, (IgniterResistance, IgniterCalled), IgniterResistance, lights=True),
    SparkIgniter: Family(spark_igniter, (SetResistances, SparkGap), lights=True),
    IgnitionSequence: Family(ignition_sequence, (SequenceReading,), thing=False, lights=True),
    TemperatureSensor: Family(
        temperature_sensor,
        (SensorResistance, SensorPoints, SensorResponse, ControllerShows),
        SensorResistance,
    ),
    Thermocouple: Family(thermocouple, (LoopResistance, ThermocoupleVoltage)),
    Sender: Family(sender, (SenderResistance,), SenderResistance),
    Contact: Family(contact, (ClosedContact, OpenContact, ContactVolts, ContactSwitching)),
    PositionSensor: Family(position_sensor, (TrackAndHalves, Sweep)),
    HighTensionLead: Family(resistive, (PartResistance,), PartResistance),
    ResistivePart: Family(resistive, (PartResistance,), PartResistance),
    Supply: Family(supply, (SupplyVolts,), thing=False),
    Wires: Family(wires, (WireEnds,)),
    Control: Family(control, (ControlOutput,)),
    SolenoidValve: Family(solenoid_valve, (LeakDown,)),
    HeaterSetting: Family(heater_setting, (SettingReach,), thing=False),
    UnknownPart: Family(unknown_part, (UnknownResistance, TerminalToCase), UnknownResistance),
}

ANY_OHMS: tuple[type, ...] = (Siblings, Wriggled, IsolatedAndInCircuit, Continuity)
"""Tests that any part takes which is judged by a single reading in ohms."""


def readings_of(spec: type) -> tuple[type, ...]:
    """The reading classes a kind of part takes: its own, and those of any part in ohms."""
    family = FAMILIES[spec]
    return (*family.readings, *(ANY_OHMS if family.ohms is not None else ()))


@cache
def _by_measurand() -> dict[str, Any]:
    every: tuple[Any, ...] = (
        *(one for family in FAMILIES.values() for one in family.readings),
        *ANY_OHMS,
    )
    return {str(one.model_fields["measurand"].default): one for one in every}


@cache
def measurands() -> dict[str, Measurand]:
    """Every measurand with what its reading class declares of it."""
    return {name: one.about for name, one in _by_measurand().items()}


@cache
def live_measurands() -> tuple[str, ...]:
    """The measurands that need a live machine."""
    return tuple(name for name, one in measurands().items() if one.dead_or_live == "live")


def about(measurand: str) -> Measurand:
    """What a measurand declares of itself; KeyError where there is none of that name."""
    return measurands()[measurand]


def reading_class(measurand: str) -> Any:
    """The reading class of a measurand; KeyError where there is none of that name."""
    return _by_measurand()[measurand]


def takes_ohms(measurand: str) -> bool:
    """Whether leads, range and connection belong to it."""
    return issubclass(reading_class(measurand), HowTaken)


def asks_connection(measurand: str) -> bool:
    """Whether it must be said how the part was connected, isolated or in circuit."""
    fields = reading_class(measurand).model_fields
    return "connection" in fields and not about(measurand).both_ways


@cache
def with_role(*roles: Role) -> frozenset[str]:
    """The measurands with one of these roles."""
    return frozenset(name for name, one in measurands().items() if one.role in roles)
