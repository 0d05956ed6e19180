"""What a supply should be: its system, and its band."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Any, Literal

from pydantic import BeforeValidator

from hembit_core.conformity.bands import Band
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.supply.own import OwnSystem
from hembit_core.listed import listed_or_own
from hembit_core.measuring.figures import Percent
from hembit_core.model import Model
from hembit_core.notation import signed
from hembit_core.rules.values import Rules, SupplyLimits


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


SystemName = Annotated[SupplySystem | str, BeforeValidator(listed_or_own(SupplySystem))]
"""A system of the table, or the name of one in a shop's own list."""


class Supply(Model):
    """A supply. ``percent`` stands above the system's own band, both ways.

    ``own`` describes a system that the table has not; ``system`` is then its name in the shop's list.
    """

    kind: Literal["supply"] = "supply"
    system: SystemName = SupplySystem.SINGLE_PHASE_230
    own: OwnSystem | None = None
    percent: Percent | None = None

    @property
    def entry(self) -> Any:
        """The system's row of the table, or what the shop says of it.

        Raises
        ------
        InputError
            If the system is not in the table and nothing is said of it.
        """
        if self.own is not None:
            said = self.own.model_dump(mode="json", exclude_none=True)
            return said | {"earth_V": self.own.volts_to_earth}
        if not isinstance(self.system, SupplySystem):
            raise InputError("This supply system is not known here. Choose one from the list.").at(
                "system"
            )
        return table("supplies")["systems"][self.system]

    def _limits(self, rules: Rules) -> SupplyLimits:
        if self.own is not None:
            return SupplyLimits(low=self.own.low, high=self.own.high)
        return rules.supplies[self.system]

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
        limits = self._limits(rules)
        return Band(lower=nominal * limits.low, upper=nominal * limits.high, nominal=nominal)

    def policy(self, rules: Rules) -> str:
        """The band in words."""
        if self.percent:
            return f"own band, ±{self.percent.told}"
        limits = self._limits(rules)
        low, high = 100 * (limits.low - 1), 100 * (limits.high - 1)
        return f"{self.entry['label']}: {signed(low)}/{signed(high)} % ({self._whose(rules)})"

    def _whose(self, rules: Rules) -> str:
        if self.own is not None:
            return "the shop's own supply"
        return rules.said(f"supplies.{self.system}.low", f"supplies.{self.system}.high")

    def describe(self) -> str:
        """The supply in a few words."""
        return f"Supply, {self.entry['label']}"
