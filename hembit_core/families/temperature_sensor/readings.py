"""The reading in ohms of a sensor, by how many wires it has."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import Platinum
from hembit_core.judging.judgement import Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import DisplayText, ResistanceReading, TakenOff
from hembit_core.rules.values import Rules

_PAIR_AT_MOST = 50.0
"""What two like-coloured wires may read; more is a broken or another wire [Ω]."""


class SensorResistance(ResistanceReading):
    """Ohms of a sensor. ``pair`` is what the two like-coloured wires of a three-wire type read.

    The pair's figure already contains the test leads; no lead zero comes on top.
    """

    about: ClassVar = Measurand(
        "At a known °C",
        Step.SENSORS,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="sensor",
            first="one wire",
            second="the other",
            disconnect="plug off, fingers off the tip",
        ),
    )
    measurand: Literal["sensor_resistance"] = "sensor_resistance"
    pair: DisplayText | None = None

    def taken_off(self, rules: Rules) -> TakenOff:
        """The pair where it was read, else the shorted leads."""
        if self.pair and self.pair.strip():
            if self.lead_zero and self.lead_zero.strip():
                raise InputError(
                    "The pair's reading already contains the test leads. Clear one of the two."
                ).at("reading.lead_zero")
            return TakenOff(
                self.pair, "pair", "the like-coloured pair", "test leads included", _PAIR_AT_MOST
            )
        return super().taken_off(rules)


class _ThreeWires(SensorResistance):
    """One wire twice: what the like-coloured pair reads is in the figure, and is asked for."""

    def has_leads(self, meter: Meter) -> bool:
        """Its own wires are, whatever the meter's do."""
        return True

    def lacking(self, conditions: Conditions, *, taken_off: bool) -> tuple[Missing, ...]:
        """The sensor's own wires, where the pair was not read."""
        if self.pair and self.pair.strip():
            return ()
        low, high = conditions.rules.leads_unknown_ohm
        remedy = "Read the two like-coloured wires to each other, and give that figure as the pair."
        return (Missing(Lacking.PAIR, remedy, low=-high, high=-low),)


class _FourWires(SensorResistance):
    """Current and volts on wires of their own: no lead is in the figure."""

    def has_leads(self, meter: Meter) -> bool:
        """The drop along the leads is not read."""
        return False


def as_taken(spec: TemperatureSensor, reading: SensorResistance) -> SensorResistance:
    """The reading as the sensor's wires make it: two with the leads, three by the pair, four alone."""
    if not isinstance(spec.sensor, Platinum) or spec.sensor.wires == "2":
        return reading
    kind = _ThreeWires if spec.sensor.wires == "3" else _FourWires
    given = reading.model_dump()
    if kind is _FourWires:
        given["lead_zero"] = None
    return kind.model_validate(given)
