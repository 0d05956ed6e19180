"""What a two-wire sender should be: its chart."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.measuring.figures import ChartAmount, Resistance
from hembit_core.model import Model
from hembit_core.notation import plain

AmountUnit = Annotated[str, StringConstraints(strip_whitespace=True, max_length=12)]


_THERMAL: dict[str, Callable[[float], float]] = {
    "°C": lambda one: one,
    "C": lambda one: one,
    "°F": lambda one: (one - 32) / 1.8,
    "F": lambda one: (one - 32) / 1.8,
    "K": lambda one: one - 273.15,
}
"""Units of a temperature sender's chart, and how they become °C."""


class SenderPoint(Model):
    """One row of the chart: an amount in the chart's unit, and ohms."""

    amount: ChartAmount
    ohms: Resistance


class Sender(Model):
    """A sender by its chart, never beyond its ends.

    A level or a pressure is a rheostat: straight from point to point in ohms. A temperature is a
    thermistor: in ln R over 1/T, as an NTC's chart.
    """

    kind: Literal["sender"] = "sender"
    unit: AmountUnit = "%"
    points: tuple[SenderPoint, ...] = Field(min_length=2, max_length=200)
    tolerance: PercentOfResistance = PercentOfResistance()

    @model_validator(mode="after")
    def _is_a_curve(self) -> Sender:
        amounts = [one.amount.value for one in self.points]
        ohms = [one.ohms.value for one in self.points]
        if amounts != sorted(set(amounts)):
            raise PydanticCustomError("chart", "A chart's amounts must rise from row to row.")
        if ohms not in (sorted(set(ohms)), sorted(set(ohms), reverse=True)):
            raise PydanticCustomError(
                "chart", "This chart is not a curve: its ohms must only rise or only fall."
            )
        return self

    @property
    def is_thermal(self) -> bool:
        """Whether it says a temperature: a thermistor, then, and not a rheostat."""
        return self.unit in _THERMAL

    def celsius(self, amount: float) -> float:
        """A temperature of the chart's unit in °C."""
        return _THERMAL[self.unit](amount)

    def describe(self) -> str:
        """The sender in a few words."""
        first, last = self.points[0], self.points[-1]
        return (
            f"Sender, {first.ohms.told} at {plain(first.amount.value)} {self.unit} to "
            f"{last.ohms.told} at {plain(last.amount.value)} {self.unit}"
        )
