"""A heater, by what it could reach."""

from __future__ import annotations

from typing import Literal

from hembit_core.measuring.figures import Litres, Power, Temperature, Voltage
from hembit_core.model import Model


class HeaterSetting(Model):
    """A heater with its water, as a setting sees it.

    ``ability`` is the highest that its own thermostat or cut-out allows [°C]; ``power`` [W] at
    ``voltage`` [V] off the plate; ``litres`` of water, a kilogram each.
    """

    kind: Literal["heater_setting"] = "heater_setting"
    power: Power
    voltage: Voltage
    litres: Litres
    ability: Temperature

    def describe(self) -> str:
        """The heater in a few words."""
        return (
            f"Heater, {self.power.told} {self.voltage.told}, {self.litres.told}, "
            f"up to {self.ability.told}"
        )
