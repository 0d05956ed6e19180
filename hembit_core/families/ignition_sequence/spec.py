"""What a burner's sequence should do: stages with their volts and time windows."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from hembit_core.data_files import table
from hembit_core.measuring.figures import Percent, Seconds, Voltage
from hembit_core.model import Model

StageName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]


class Stage(Model):
    """One stage: the volts at its point while it is on, and how soon it must act, if known."""

    name: StageName
    voltage: Voltage
    within: Seconds | None = None


class IgnitionSequence(Model):
    """Stages in the order in which they must follow."""

    kind: Literal["ignition_sequence"] = "ignition_sequence"
    stages: tuple[Stage, ...] = Field(min_length=1, max_length=12)
    percent: Percent = Field(default="15", validate_default=True)

    @classmethod
    def usual(cls, voltage: str) -> IgnitionSequence:
        """The usual stages of a gas burner, all with the same control volts [V]."""
        names = [one["name"] for one in table("ignition_stages")["stages"]]
        return cls.model_validate({"stages": [{"name": one, "voltage": voltage} for one in names]})

    def describe(self) -> str:
        """The sequence in a few words."""
        return f"Sequence of {len(self.stages)} stages, {self.stages[0].name} first"
