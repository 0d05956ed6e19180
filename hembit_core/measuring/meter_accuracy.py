"""What a meter's stated accuracy means for one reading.

± (a % of reading + n counts) is the limit of a rectangular distribution (JCGM 100:2008, 4.3.7);
outside the air it holds for, the maker's coefficient widens it.
"""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.conformity.uncertainty import rectangular
from hembit_core.errors import InputError
from hembit_core.measuring.display import UNIT, Display, Function
from hembit_core.measuring.meters import FunctionAccuracy, Meter, MeterRange
from hembit_core.notation import expanded_text, plain, quantity
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class ReadingUncertainty:
    """The meter's share for one reading: limit and standard uncertainty [unit of the reading].

    ``gain`` is the part that grows with the reading and is common to all readings of one meter
    on one range; ``digits`` the part that its counts, or half a step, give [both standard].
    ``air_factor`` [1] is in all of them: the air it was read in lies outside that of its accuracy.
    """

    limit: float
    standard: float
    percent: float
    counts: float
    step: float
    stated: bool
    gain: float
    digits: float
    air_factor: float = 1.0

    def line(self, label: str, display: Display, key: str = "meter") -> WorkingLine:
        """The share as a line of the working."""
        in_air = self.air_factor != 1
        return WorkingLine(
            key=key,
            label=label,
            result=f"u {expanded_text(self.standard, display.unit)}",
            formula=f"u = {'f(air) · ' if in_air else ''}(a % · reading + n · last digit) / √3",
            figures=f"{f'{plain(self.air_factor, 3)} · ' if in_air else ''}"
            f"({plain(self.percent)} % · {display.shown} + {plain(self.counts)} · "
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

    a = f · (percent/100 · |reading| + counts · step), u = a/√3, with f = 1 + c · Δt outside the
    air that the accuracy holds for; where the accuracy has no counts, half a step stands in for
    them. The step is that of the digits typed; where the
    range was stated, the range's resolution. Where it was not, the worst of the ranges that
    can show these digits counts, of those for its AC or DC where the display says which.

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
    used = stated_range(meter, display.function, range_top, display.coupling)
    value = abs(display.value)
    if used and value > used.top:
        raise InputError(
            f"{quantity(display.value, display.unit)} is more than the "
            f"{quantity(used.top, display.unit)} range can show. Check the range or the prefix."
        ).at("range_top")
    step = used.resolution if used else display.step
    own = _of_coupling(accuracy, display.coupling)
    likely = [one for one in own if used and one.top == used.top] or _likely_ranges(own, value, step)
    shares = [_share(meter, accuracy, one, step, value) for one in likely or (None,)]
    return max(shares, key=lambda one: one.limit)


def _share(
    meter: Meter, accuracy: FunctionAccuracy, on: MeterRange | None, step: float, value: float
) -> ReadingUncertainty:
    percent = accuracy.percent if on is None or on.percent is None else on.percent
    counts = accuracy.counts if on is None or on.counts is None else on.counts
    digits, factor = max(counts, _HALF_A_STEP), meter.air_factor
    gain = factor * percent / 100 * value
    limit = gain + factor * digits * step
    return ReadingUncertainty(
        limit,
        rectangular(limit),
        percent,
        digits,
        step,
        meter.stated,
        rectangular(gain),
        rectangular(factor * digits * step),
        factor,
    )


def stated_range(
    meter: Meter, function: Function, range_top: float | None, coupling: str | None = None
) -> MeterRange | None:
    """The meter's range with that top; None where none was stated (auto)."""
    if range_top is None:
        return None
    for one in _of_coupling(meter.accuracy_of(function), coupling):
        if one.top == range_top:
            return one
    shown = quantity(range_top, UNIT[function])
    raise InputError(f"{meter.name} has no {shown} range. Choose one it has, or auto.").at("range_top")


def _of_coupling(accuracy: FunctionAccuracy, coupling: str | None) -> tuple[MeterRange, ...]:
    """The ranges for AC, or for DC, and those for both; all where the display does not say which."""
    if coupling is None:
        return accuracy.ranges
    return tuple(one for one in accuracy.ranges if one.coupling in (None, coupling))


def _likely_ranges(ranges: tuple[MeterRange, ...], value: float, step: float) -> tuple[MeterRange, ...]:
    """The ranges an auto-ranging meter may have been on: those with the digits' step, else any."""
    fitting = tuple(one for one in ranges if one.top >= value)
    exact = tuple(one for one in fitting if abs(one.resolution / step - 1) < 1e-9)
    return exact or fitting


def finer_range(meter: Meter, display: Display) -> MeterRange | None:
    """The meter's finest range that still shows this reading, if finer than the digits typed."""
    if display.value is None or display.step is None:
        return None
    own = _of_coupling(meter.accuracy_of(display.function), display.coupling)
    ranges = [one for one in own if one.top >= abs(display.value)]
    finest = min(ranges, key=lambda one: one.resolution, default=None)
    return finest if finest and finest.resolution < display.step * (1 - 1e-9) else None
