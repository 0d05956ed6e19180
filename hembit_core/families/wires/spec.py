"""What wires from a source to a part should be."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.measuring.figures import Percent, Voltage
from hembit_core.model import Model

WireName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]


class Wires(Model):
    """The wires between a source and a part: supply, ground, signal, and what they carry.

    ``voltage`` is the supply they belong to [V]; ``drop`` is what one wire may lose of it [%], the
    shop's default where none is given.
    """

    kind: Literal["wires"] = "wires"
    voltage: Voltage
    wires: tuple[WireName, ...] = Field(
        default=("supply", "ground", "signal"), min_length=1, max_length=12
    )
    drop: Percent | None = None

    @model_validator(mode="after")
    def _names_differ(self) -> Wires:
        if len(set(self.wires)) < len(self.wires):
            raise PydanticCustomError("names", "Two wires have one name. Name each its own.")
        return self

    def describe(self) -> str:
        """The wires in a few words."""
        return f"Wires at {self.voltage.told}: {', '.join(self.wires)}"
