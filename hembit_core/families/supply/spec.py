"""What a supply should be: its system, and its band."""

from __future__ import annotations

from enum import StrEnum
from typing import Any, Literal

from hembit_core.data_files import table
from hembit_core.figures import Percent
from hembit_core.judging.bands import Band
from hembit_core.model import Model
from hembit_core.rules import Rules


class SupplySystem(StrEnum):
    """Supply systems in the table."""

    SINGLE_PHASE_230 = "single_phase_230"
    SPLIT_PHASE_120_240 = "split_phase_120_240"
    THREE_PHASE_230_400 = "three_phase_230_400"
    THREE_PHASE_400 = "three_phase_400"
    THREE_PHASE_120_208 = "three_phase_120_208"
    HIGH_LEG_DELTA_120_240 = "high_leg_delta_120_240"
    CONTROL_24_AC = "control_24_ac"
    DC_12 = "dc_12"
    DC_24 = "dc_24"


class Supply(Model):
    """A supply. ``percent`` stands above the system's own band, both ways."""

    kind: Literal["supply"] = "supply"
    system: SupplySystem = SupplySystem.SINGLE_PHASE_230
    percent: Percent | None = None

    @property
    def entry(self) -> Any:
        """The system's row of the table."""
        return table("supplies")["systems"][self.system]

    @property
    def pairs(self) -> dict[str, float]:
        """Nominal volts of each pair of terminals [V]; 0 where nothing is due."""
        return {name: float(volts) for name, volts in self.entry["pairs"].items()} | self.to_earth

    @property
    def to_earth(self) -> dict[str, float]:
        """Nominal volts of the pairs to earth that a supply of several legs has besides [V].

        They may be left out; the verdict then says so.
        """
        return {name: float(volts) for name, volts in self.entry.get("earth", {}).items()}

    def band(self, nominal: float, rules: Rules) -> Band:
        """The band round ``nominal`` [V]. Between neutral and earth a few volts are usual."""
        if nominal == 0:
            return Band(upper=rules.neutral_to_earth_up_to_volts, nominal=0.0)
        if self.percent:
            share = self.percent.value / 100
            return Band(lower=nominal * (1 - share), upper=nominal * (1 + share), nominal=nominal)
        limits = rules.supplies[self.system]
        return Band(lower=nominal * limits.low, upper=nominal * limits.high, nominal=nominal)

    def policy(self, rules: Rules) -> str:
        """The band in words."""
        if self.percent:
            return f"own band, ±{self.percent.value:g} %"
        limits = rules.supplies[self.system]
        low, high = 100 * (limits.low - 1), 100 * (limits.high - 1)
        return (
            f"{self.entry['label']}: {low:+.3g}/{high:+.3g} %".replace("-", "−")
            + f" ({rules.said(f'supplies.{self.system}.low', f'supplies.{self.system}.high')})"
        )

    def describe(self) -> str:
        """The supply in a few words."""
        return f"Supply, {self.entry['label']}"
