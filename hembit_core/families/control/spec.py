"""What a control's output should be."""

from __future__ import annotations

from typing import Literal

from hembit_core.measuring.figures import Voltage
from hembit_core.model import Model


class Control(Model):
    """A thermostat, relay board or timer with one output; ``feed`` is what it passes on [V]."""

    kind: Literal["control"] = "control"
    feed: Voltage

    def describe(self) -> str:
        """The control in a few words."""
        return f"Control, output of {self.feed.told}"
