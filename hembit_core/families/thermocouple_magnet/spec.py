"""What a thermocouple and its holding magnet should show."""

from __future__ import annotations

from typing import Literal

from hembit_core.measuring.figures import Millivolts
from hembit_core.model import Model


class ThermocoupleMagnet(Model):
    """A flame's thermocouple and the magnet it holds, heated as in use.

    ``open_least`` and ``load_least`` are what it gives at least, unplugged and
    with the magnet on it; ``drop_out_most`` is where the magnet drops out at the latest.
    """

    kind: Literal["thermocouple_magnet"] = "thermocouple_magnet"
    open_least: Millivolts
    load_least: Millivolts
    drop_out_most: Millivolts | None = None

    def describe(self) -> str:
        """The pair in a few words."""
        return (
            f"Thermocouple and magnet, at least {self.open_least.told} open, "
            f"{self.load_least.told} loaded"
        )
