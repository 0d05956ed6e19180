"""Meters and what their accuracy means for one reading.

A digital meter states ± (a % of reading + n counts) for each range; a count is
one unit of the last digit. Both together are the limit of a rectangular
distribution (JCGM 100:2008, 4.3.7).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from pydantic import Field, model_validator

from hembit_core.data_files import table
from hembit_core.display import NOUN, UNIT, Display, Function
from hembit_core.errors import InputError
from hembit_core.model import Model
from hembit_core.notation import expanded_text, quantity
from hembit_core.uncertainty import rectangular
from hembit_core.working import WorkingLine


class MeterRange(Model):
    """One range: its top and resolution [Ω, V or A]; accuracy where it differs."""

    top: float = Field(gt=0)
    resolution: float = Field(gt=0)
    percent: float | None = Field(default=None, ge=0)
    counts: float | None = Field(default=None, ge=0)

    @model_validator(mode="after")
    def _finer_than_its_top(self) -> MeterRange:
        if self.resolution >= self.top:
            raise ValueError("a range's resolution must be finer than its top")
        return self


class FunctionAccuracy(Model):
    """± (``percent`` of reading + ``counts``) for one function, with its ranges if known."""

    percent: float = Field(ge=0)
    counts: float = Field(ge=0)
    ranges: tuple[MeterRange, ...] = ()


class Meter(Model):
    """A meter. ``stated`` is false for the cautious default of an unknown one."""

    name: str = Field(min_length=1, max_length=80)
    stated: bool = True
    accuracy: dict[Function, FunctionAccuracy]

    def accuracy_of(self, function: Function) -> FunctionAccuracy:
        """The accuracy for ``function``; InputError if the meter does not have it."""
        try:
            return self.accuracy[function]
        except KeyError:
            raise InputError(
                f"{self.name} has no accuracy for {NOUN[function]}. Choose another meter."
            ) from None

    def top(self, function: Function) -> float | None:
        """Top of the highest range [Ω, V or A]; None where the ranges are not known."""
        ranges = self.accuracy_of(function).ranges
        return max((one.top for one in ranges), default=None)


@cache
def unknown_meter() -> Meter:
    """The cautious default for a meter whose accuracy is not known."""
    return Meter.model_validate(table("unknown_meter")["meter"])


@dataclass(frozen=True)
class ReadingUncertainty:
    """The meter's share for one reading: limit and standard uncertainty [unit of the reading].

    ``gain`` is the part that grows with the reading and is common to all readings of one meter
    on one range; ``digits`` the part that its counts, or half a step, give [both standard].
    """

    limit: float
    standard: float
    percent: float
    counts: float
    step: float
    stated: bool
    gain: float
    digits: float

    def line(self, label: str, display: Display, key: str = "meter") -> WorkingLine:
        """The share as a line of the working."""
        return WorkingLine(
            key=key,
            label=label,
            result=f"u {expanded_text(self.standard, display.unit)}",
            formula="u = (a % · reading + n · last digit) / √3",
            figures=f"({self.percent:g} % · {display.shown} + {self.counts:g} · "
            f"{quantity(self.step, display.unit, 1)}) / √3",
            source=f"{'stated' if self.stated else 'default'} accuracy, rectangular; JCGM 100, 4.3.7",
            value=self.standard,
            unit=display.unit,
        )


_HALF_A_STEP = 0.5
"""A display is rounded: where the accuracy has no counts, half a step is what it hides."""


def reading_uncertainty(
    meter: Meter, display: Display, range_top: float | None = None
) -> ReadingUncertainty:
    """Limit and standard uncertainty of one displayed reading.

    a = percent/100 · |reading| + counts · step, u = a/√3; where the accuracy has no
    counts, half a step stands in for them. The step is that of the digits typed; where the
    range was stated, the range's resolution. Where it was not, the worst of the ranges that
    can show these digits counts.

    Parameters
    ----------
    meter : its accuracy per function.
    display : a reading that is not an overflow.
    range_top : top of the range it was taken on [Ω, V or A], if stated.

    Raises
    ------
    InputError
        If the meter lacks the function or range, or the reading exceeds the range.
    ValueError
        If the display is an overflow, which has no uncertainty.

    References
    ----------
    JCGM 100:2008, 4.3.7; F.2.2.1 for the half step of a digital display.
    """
    if display.value is None or display.step is None:
        raise ValueError("an overflow has no uncertainty")
    accuracy = meter.accuracy_of(display.function)
    used = stated_range(meter, display.function, range_top)
    value = abs(display.value)
    if used and value > used.top:
        raise InputError(
            f"{quantity(display.value, display.unit)} is more than the "
            f"{quantity(used.top, display.unit)} range can show. Check the range or the prefix."
        ).at("range_top")
    step = used.resolution if used else display.step
    likely = (used,) if used else _likely_ranges(accuracy, value, step)
    if not likely:
        return _share(accuracy.percent, accuracy.counts, step, value, meter.stated)
    shares = [
        _share(
            accuracy.percent if one.percent is None else one.percent,
            accuracy.counts if one.counts is None else one.counts,
            step,
            value,
            meter.stated,
        )
        for one in likely
    ]
    return max(shares, key=lambda one: one.limit)


def _share(
    percent: float, counts: float, step: float, value: float, stated: bool
) -> ReadingUncertainty:
    digits = max(counts, _HALF_A_STEP)
    gain = percent / 100 * value
    limit = gain + digits * step
    return ReadingUncertainty(
        limit,
        rectangular(limit),
        percent,
        digits,
        step,
        stated,
        rectangular(gain),
        rectangular(digits * step),
    )


def stated_range(meter: Meter, function: Function, range_top: float | None) -> MeterRange | None:
    """The meter's range with that top; None where none was stated (auto)."""
    if range_top is None:
        return None
    for one in meter.accuracy_of(function).ranges:
        if one.top == range_top:
            return one
    shown = quantity(range_top, UNIT[function])
    raise InputError(f"{meter.name} has no {shown} range. Choose one it has, or auto.").at("range_top")


def _likely_ranges(accuracy: FunctionAccuracy, value: float, step: float) -> tuple[MeterRange, ...]:
    """The ranges an auto-ranging meter may have been on: those with the digits' step, else any."""
    fitting = tuple(one for one in accuracy.ranges if one.top >= value)
    exact = tuple(one for one in fitting if abs(one.resolution / step - 1) < 1e-9)
    return exact or fitting


def finer_range(meter: Meter, display: Display) -> MeterRange | None:
    """The meter's finest range that still shows this reading, if finer than the digits typed."""
    if display.value is None or display.step is None:
        return None
    ranges = [one for one in meter.accuracy_of(display.function).ranges if one.top >= display.value]
    finest = min(ranges, key=lambda one: one.resolution, default=None)
    return finest if finest and finest.resolution < display.step * (1 - 1e-9) else None
