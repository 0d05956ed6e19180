"""The conditions a reading was taken under."""

from __future__ import annotations

from enum import StrEnum

from pydantic import Field

from hembit_core.data_files import table
from hembit_core.figures import ChartAmount, Temperature, TemperatureLimit, Voltage
from hembit_core.meters import Meter, unknown_meter
from hembit_core.model import Model


class TemperatureSource(StrEnum):
    """Where the part's temperature comes from; each has a default limit."""

    CONTACT_PROBE = "contact_probe"
    INFRARED = "infrared"
    AIR_SETTLED = "air_settled"
    ANOTHER_SENSOR = "another_sensor"
    ICE_BATH = "ice_bath"
    BOILING_WATER_ALTITUDE_KNOWN = "boiling_water_altitude_known"
    BOILING_WATER = "boiling_water"
    GUESSED = "guessed"


class Conditions(Model):
    """Meter, part temperature and supply.

    ``part_temperature`` is the part's own [°C]; ``thermometer_limit`` [K]
    stands above the default of its source; ``supply`` is the voltage that is
    expected at the part [V], the plate's where none is given. ``cold_junction``
    is the temperature at a thermocouple's terminals [°C], ``stands_at`` what a
    sender stands at, in the unit of its chart.
    """

    meter: Meter = Field(default_factory=unknown_meter)
    part_temperature: Temperature | None = None
    temperature_source: TemperatureSource = TemperatureSource.AIR_SETTLED
    thermometer_limit: TemperatureLimit | None = None
    supply: Voltage | None = None
    cold_junction: Temperature | None = None
    stands_at: ChartAmount | None = None

    @property
    def temperature_limit(self) -> float:
        """Limit of the part temperature, rectangular [K]."""
        if self.thermometer_limit:
            return self.thermometer_limit.value
        return float(table("thermometers")["sources"][self.temperature_source]["limit_K"])

    @property
    def temperature_source_label(self) -> str:
        """The source in words."""
        return str(table("thermometers")["sources"][self.temperature_source]["label"])
