"""The conditions a reading was taken under."""

from __future__ import annotations

from pydantic import Field, model_validator

from hembit_core.conformity.uncertainty import combined, rectangular
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.measuring.figures import (
    ChartAmount,
    FigureText,
    Temperature,
    TemperatureLimit,
    Voltage,
)
from hembit_core.measuring.meters import Meter, unknown_meter
from hembit_core.measuring.thermometers import TemperatureSource, Thermometer
from hembit_core.model import Model
from hembit_core.rules.values import Rules, default_rules

_LOW_IMPEDANCE = 1e6
"""A voltage input below this collapses a ghost [Ω]: low-impedance inputs have some 3 to 400 kΩ."""


class Conditions(Model):
    """Meter, part temperature, supply, and the rules of the shop.

    ``part_temperature`` is the part's own [°C]; ``temperature_source`` says where it
    comes from, a guess where that was left out; ``thermometer`` is the one it was taken with,
    whose own limits stand above the default of its source, and ``thermometer_limit`` [K] above both;
    ``supply`` is the voltage that is expected at the part [V], the plate's where none is given.
    ``cold_junction`` is the temperature at a thermocouple's terminals [°C], by its own source,
    a contact probe where that was left out. ``stands_at`` is what a sender stands at, in
    the unit of its chart.
    """

    meter: Meter = Field(default_factory=unknown_meter)
    part_temperature: Temperature | None = None
    temperature_source: TemperatureSource | None = None
    thermometer_limit: TemperatureLimit | None = None
    thermometer: Thermometer | None = None
    supply: Voltage | None = None
    cold_junction: Temperature | None = None
    cold_junction_source: TemperatureSource | None = None
    stands_at: ChartAmount | None = None

    rules: Rules = Field(default_factory=default_rules)

    @model_validator(mode="after")
    def _thermometer_reaches(self) -> Conditions:
        if self.thermometer and self.part_temperature:
            try:
                self.thermometer.limit_at(self.part_temperature.value)
            except InputError as error:
                raise ValueError(error.message) from None
        return self

    @property
    def temperature_limit(self) -> float:
        """Limit of the part temperature, rectangular [K]."""
        if self.thermometer_limit:
            return self.thermometer_limit.value
        if self.thermometer and self.part_temperature:
            return self.thermometer.limit_at(self.part_temperature.value)
        return self.rules.thermometer_limit_K[self.temperature_source or TemperatureSource.GUESSED]

    @property
    def temperature_standard(self) -> float:
        """Standard uncertainty of the part temperature, half its last digit counted [K].

        References
        ----------
        JCGM 100:2008, 4.3.7 (both rectangular), 5.1.2.
        """
        return self.standard_at(self.part_temperature, self.temperature_limit)

    @property
    def cold_junction_limit(self) -> float:
        """Limit of the cold junction's temperature, rectangular [K]."""
        return self.rules.thermometer_limit_K[
            self.cold_junction_source or TemperatureSource.CONTACT_PROBE
        ]

    @property
    def cold_junction_standard(self) -> float:
        """Standard uncertainty of the cold junction's temperature [K]."""
        return self.standard_at(self.cold_junction, self.cold_junction_limit)

    @staticmethod
    def standard_at(figure: FigureText | None, limit: float) -> float:
        """Standard uncertainty of a typed temperature with ``limit`` [K]: half a digit comes on top."""
        half_digit = figure.step / 2 if figure else 0.0
        return combined(rectangular(limit), rectangular(half_digit))

    def may_be_ghost(self, volts: float, supply: float) -> bool:
        """Whether ``volts`` [V] beside a ``supply`` [V] may stand on a floating wire.

        Not where the meter loads the wire: then they would have collapsed.
        """
        own = self.meter.input_resistance
        loads = own is not None and own < _LOW_IMPEDANCE
        return not loads and self.rules.is_ghost(volts, supply)

    @property
    def temperature_source_label(self) -> str:
        """What it was taken with, or the source, in words."""
        if self.thermometer:
            return self.thermometer.name
        return source_label(self.temperature_source or TemperatureSource.GUESSED)


def source_label(source: TemperatureSource) -> str:
    """Where a temperature comes from, in words."""
    return str(table("thermometers")["sources"][source]["label"])
