"""Volts, amps and millivolts off a display, with the meter's share of the uncertainty."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from hembit_core.conformity.uncertainty import expanded
from hembit_core.errors import InputError
from hembit_core.measuring.display import Display, Function
from hembit_core.measuring.meter_accuracy import ReadingUncertainty, reading_uncertainty
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import read_field
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class MeterFigure:
    """A figure as read [V, A or mV], with its share of the uncertainty."""

    display: Display
    share: ReadingUncertainty
    value: float

    @property
    def standard(self) -> float:
        """Standard uncertainty [unit of the reading]."""
        return self.share.standard

    @property
    def expanded(self) -> float:
        """Expanded uncertainty, k = 2 [unit of the reading]."""
        return expanded(self.share.standard)

    @property
    def gain(self) -> float:
        """The share common to all readings of this meter and range, standard [unit]."""
        return self.share.gain

    @property
    def digits(self) -> float:
        """The share that its counts give, standard [unit]."""
        return self.share.digits

    @property
    def shown(self) -> str:
        """As on the display, with its unit."""
        return self.display.shown

    def line(self, label: str) -> WorkingLine:
        """The meter's share as a line of the working."""
        return self.share.line(label, self.display)


def meter_figure(
    text: str,
    function: Function,
    answers: Mapping[str, str],
    field: str,
    meter: Meter,
    *,
    signed: bool = False,
) -> MeterFigure:
    """Read ``reading.<field>`` and give it the meter's uncertainty; ``signed`` on DC may be below 0.

    Raises
    ------
    InputError
        If the text cannot be used, overflows, or is negative where the sign says
        that the probes or the clamp are the wrong way round.
    """
    display = read_field(text, function, answers, field)
    place = f"reading.{field}"
    if display.overflow or display.value is None:
        raise InputError("OL here means the range is too small. Take a higher range.").at(place)
    if display.value < 0 and not signed and function is not Function.MILLIVOLTAGE:
        raise InputError(
            f"“{display.text}”: swap the probes, or turn the clamp round, and read again."
        ).at(place)
    try:
        share = reading_uncertainty(meter, display)
    except InputError as error:
        raise error.at("conditions.meter") from None
    return MeterFigure(display, share, display.value)
