"""What a meter is: its functions with their accuracy, what it is rated for, what is held against it.

A digital meter states ± (a % of reading + n counts) for each range; a count is one unit of the
last digit. What that means for one reading is in ``meter_accuracy``.
"""

from __future__ import annotations

from enum import StrEnum
from functools import cache
from typing import Annotated, Literal

from pydantic import Field, model_validator

from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.measuring.display import NOUN, Function
from hembit_core.measuring.figures import Temperature
from hembit_core.measuring.instrument_doubts import Doubt
from hembit_core.model import Model

Coupling = Literal["AC", "DC"]


class MeterKind(StrEnum):
    """What kind of instrument it is; one that reads with four wires has no leads in its figure."""

    MULTIMETER = "multimeter"
    CLAMP_METER = "clamp_meter"
    MILLIOHM_METER = "milliohm_meter"


class Category(StrEnum):
    """Measurement category: how far from the supply's origin it may be used (IEC 61010-2-030)."""

    II = "II"
    III = "III"
    IV = "IV"


class Rated(Model):
    """A measurement category and the volts to earth up to which it holds: CAT III 600 V."""

    category: Category
    volts: float = Field(gt=0, le=10_000)


class AccuracyHolds(Model):
    """The air at which the accuracy holds [°C], and what each kelvin outside adds.

    ``share_per_kelvin`` is of the accuracy itself [1/K]: 0.1 where a manual says "0.1 times the
    accuracy per kelvin".
    """

    low: float = Field(ge=-50, le=100)
    high: float = Field(ge=-50, le=100)
    share_per_kelvin: float = Field(ge=0, le=1)

    @model_validator(mode="after")
    def _in_order(self) -> AccuracyHolds:
        if self.low >= self.high:
            raise ValueError("the accuracy must hold from a lower to a higher temperature")
        return self

    def factor(self, air: float) -> float:
        """What the accuracy is multiplied by in air of this temperature [1].

        1 + share · Δt, with Δt the distance outside [K]; as makers state their temperature
        coefficient.
        """
        return 1 + self.share_per_kelvin * max(self.low - air, air - self.high, 0.0)


class MeterRange(Model):
    """One range: its top and resolution [Ω, V, A or mV]; accuracy and coupling where they differ."""

    top: float = Field(gt=0)
    resolution: float = Field(gt=0)
    percent: float | None = Field(default=None, ge=0)
    counts: float | None = Field(default=None, ge=0)
    coupling: Coupling | None = None

    @model_validator(mode="after")
    def _finer_than_its_top(self) -> MeterRange:
        if self.resolution >= self.top:
            raise ValueError("a range's resolution must be finer than its top")
        return self


class FunctionAccuracy(Model):
    """± (``percent`` of reading + ``counts``) for one function, with its ranges if known."""

    percent: float = Field(ge=0)
    counts: float = Field(ge=0)
    ranges: Annotated[tuple[MeterRange, ...], Field(max_length=40)] = ()


class Meter(Model):
    """A meter. ``stated`` is false for the cautious default of an unknown one.

    Attributes
    ----------
    accuracy : by function.
    kind : a milliohm meter reads with four wires.
    revision : which of the shop's records of it; a used one is never changed.
    serial : as on its plate.
    buzzer_below : its continuity buzzer sounds below this [Ω]; None where nobody knows.
    input_resistance : of its voltage function [Ω]; None where nobody knows.
    true_rms : whether it reads chopped AC rightly; None where nobody knows.
    rated : its measurement categories.
    holds : the air at which its accuracy holds; None where nobody knows.
    air : where it was read [°C]; None where it was not said.
    doubts : what is held against it on the day.
    """

    name: str = Field(min_length=1, max_length=80)
    stated: bool = True
    accuracy: dict[Function, FunctionAccuracy]
    kind: MeterKind = MeterKind.MULTIMETER
    revision: int = Field(default=1, ge=1)
    serial: str = Field(default="", max_length=60)
    buzzer_below: float | None = Field(default=None, gt=0, le=10_000)
    input_resistance: float | None = Field(default=None, gt=0, le=1e12)
    true_rms: bool | None = None
    rated: tuple[Rated, ...] = Field(default=(), max_length=6)
    holds: AccuracyHolds | None = None
    air: Temperature | None = None
    doubts: tuple[Doubt, ...] = Field(default=(), max_length=6)

    def accuracy_of(self, function: Function) -> FunctionAccuracy:
        """The accuracy for ``function``; InputError if the meter does not have it."""
        try:
            return self.accuracy[function]
        except KeyError:
            raise InputError(
                f"{self.name} has no accuracy for {NOUN[function]}. Choose another meter."
            ) from None

    def top(self, function: Function) -> float | None:
        """Top of the highest range [Ω, V, A or mV]; None where the ranges are not known."""
        ranges = self.accuracy_of(function).ranges
        return max((one.top for one in ranges), default=None)

    @property
    def four_wires(self) -> bool:
        """Whether its leads are not in its figure."""
        return self.kind is MeterKind.MILLIOHM_METER

    @property
    def air_factor(self) -> float:
        """What its accuracy is multiplied by in the air it was read in [1].

        Air that nobody said helps nothing: the worst of what a workshop's may be counts.
        """
        if self.holds is None:
            return 1.0
        if self.air is not None:
            return self.holds.factor(self.air.value)
        return max(self.holds.factor(one) for one in table("unknown_meter")["air_unknown_C"])


@cache
def unknown_meter() -> Meter:
    """The cautious default for a meter whose accuracy is not known."""
    return Meter.model_validate(table("unknown_meter")["meter"])
