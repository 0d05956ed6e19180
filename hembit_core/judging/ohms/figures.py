"""A reading as evidence: what was shown, what a part would have shown, and what both have in common.

A figure knows no limits of a verdict. It says how a reading depends on the part's own state, and on
what is shared with other readings: the meter's gain and offset, its leads, the alloy, the warmth.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from math import hypot, sqrt

import numpy as np
from numpy.typing import NDArray

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Origin, Share
from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure
from hembit_core.measuring.resistance_reading import (
    HowTaken,
    NetResistance,
    ResistanceReading,
    net_of,
    net_resistance,
    overflow_floor,
    read_field,
)

Floats = NDArray[np.float64]
Ratios = Callable[[Floats], Floats]
"""From each member's ohms over its nominal, shape (hypotheses, members), to what is read over what
is due, shape (hypotheses,)."""


def of_one(ratios: Floats) -> Floats:
    """A part of one member is read as it is [1 of 1], shape (hypotheses,)."""
    return ratios[:, 0]


@dataclass(frozen=True)
class Warmth:
    """How a figure follows the part's temperature, d ln(figure)/dT [1/K], and how far that may be off:
    its standard deviation [K]. ``may_have_run``: nobody said how warm it is; it may be warm yet.
    """

    per_kelvin: float
    off: float
    may_have_run: bool = False


@dataclass(frozen=True)
class Figure:
    """One figure of a reading.

    Attributes
    ----------
    unit : of everything here that is no share.
    key : names the test and the figure in it: two of one key are the same thing read again.
    shown : net of what was taken off [its unit]; None where it was more than the range shows.
    above : what an overflow is known to exceed [its unit].
    due : what a part at its nominal shows, with what is usual where nothing was said [its unit].
    limits : of one member, over its nominal [1].
    of : what is read over ``due`` by the members' ratios.
    shares : standard deviations of what it shares with others, as shares of it [1], by their names.
    fixed : the same where they do not grow with it [its unit]; signed.
    beside : what is in it besides the part, in the mean: leads that nobody took off [its unit].
    own : standard deviation of what no other figure shares: rounding [its unit].
    warmth : where it follows a temperature that is not well known.
    beside_a_path : something may stand beside the part, and only lower it.
    misread : how often such a reading is not the part's [1].
    afresh : probes, terminals, function or meter were changed since the one before.
    """

    key: str
    shown: float | None
    above: float
    due: float
    limits: Band
    of: Ratios = of_one
    shares: Mapping[str, float] = field(default_factory=dict)
    fixed: Mapping[str, float] = field(default_factory=dict)
    beside: float = 0.0
    own: float = 0.0
    warmth: Warmth | None = None
    beside_a_path: bool = False
    misread: float = 0.0
    afresh: bool = False
    unit: str = "Ω"

    def with_share(self, name: str, share: float) -> Figure:
        """The same with one more share [1] that it has in common with others of that name."""
        return replace(self, shares={**self.shares, name: share}) if share else self


_ROUNDING = 1 / sqrt(12)
"""Standard deviation of a rounding, in steps; JCGM 100:2008, 4.3.7."""
_STRONG = 0.02
"""From this share on, what a temperature does to a figure is followed point by point [1]."""


@dataclass(frozen=True)
class Due:
    """What one member should have: its ``band`` [Ω], what that is uncertain by, what was not said.

    ``shares`` are in the band's unit. ``falls`` says that ohms fall as it gets warmer.
    """

    band: Band
    shares: tuple[Share, ...] = ()
    missing: tuple[Missing, ...] = ()
    falls: bool = False

    @classmethod
    def of(cls, due: OhmsDue) -> Due:
        """The same of a single reading, in ohms whatever frame it is judged in."""
        if due.scale is None:
            return cls(due.band, due.shares, due.missing)
        per_ohm = due.scale.per_ohm_due
        return cls(
            due.scale.ohms_band,
            tuple(Share(one.origin, one.standard / per_ohm) for one in due.shares),
            falls=due.scale.falls,
        )


def figure_of_ohms(
    due: OhmsDue,
    reading: ResistanceReading,
    conditions: Conditions,
    of: Ratios = of_one,
) -> Figure:
    """One reading in ohms as a figure.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    net = None if display.overflow else net_resistance(reading, display, conditions)
    name = str(type(reading).model_fields["measurand"].default)
    return _figure(Due.of(due), reading, net, conditions, of, name)


def figure_of_field(
    due: Due, reading: HowTaken, name: str, conditions: Conditions, of: Ratios
) -> Figure:
    """One of several displays of a test as a figure; ``due`` is of one member.

    Raises
    ------
    InputError
        As :func:`figure_of_ohms`.
    """
    net = net_of(reading, name, getattr(reading, name), conditions, reading.answers)
    key = f"{type(reading).model_fields['measurand'].default}.{name}"
    return _figure(due, reading, net, conditions, of, key)


def _figure(
    due: Due,
    reading: HowTaken,
    net: NetResistance | None,
    conditions: Conditions,
    of: Ratios,
    key: str,
) -> Figure:
    nominal, limits = relative(due.band)
    shares = {one.origin.value: one.standard / nominal for one in due.shares if one.standard}
    thermometer = shares.pop(Origin.THERMOMETER.value, 0.0)
    found = _with_alloy(Figure(key, None, 0.0, nominal, limits, of, shares), due.missing)
    found = _with_warmth(found, thermometer, conditions, falls=due.falls)
    if net is None:
        return replace(found, above=overflow_floor(reading, conditions))
    return replace(_with_meter(found, net), beside_a_path=reading.is_in_circuit)


def amps_figure(
    key: str, due: Due, amps_due: float, amps: MeterFigure, volts: MeterFigure, of: Ratios
) -> Figure:
    """Amps that ``volts`` drive; ``due`` is of one member, ``amps_due`` [A] of all at those volts."""
    nominal, limits = relative(due.band)
    found = Figure(
        key,
        amps.value,
        0.0,
        amps_due * (due.band.nominal or nominal) / nominal,
        limits,
        of,
        {"gain A": amps.gain / amps.value, "gain V": volts.standard / volts.value},
        {f"offset A {amps.share.step}": amps.digits},
        own=amps.share.step * _ROUNDING,
        unit="A",
    )
    return _with_alloy(found, due.missing)


def relative(band: Band) -> tuple[float, Band]:
    """What is taken as the nominal of a band [its unit], and the band over it [1].

    The nominal that is given, where it lies between the limits; else from–to from its middle. A limit
    alone is its own nominal.
    """
    low, high, nominal = band.lower or None, band.upper, band.nominal
    if low is not None and high is not None:
        if nominal is None or not low < nominal < high:
            nominal = (low + high) / 2
    elif nominal is not None and nominal in (low, high):
        nominal = None
    over = nominal or high or low or 1.0
    return over, Band(
        lower=None if low is None else low / over,
        upper=1.0 if low is None and high is None else None if high is None else high / over,
        nominal=1.0 if nominal else None,
    )


def _with_alloy(figure: Figure, missing: tuple[Missing, ...]) -> Figure:
    """An alloy that was not said: anywhere in the range of the table."""
    for one in missing:
        if one.lacking is Lacking.ALLOY and one.share_high > one.share_low:
            middle = 1 + (one.share_low + one.share_high) / 2
            standard = (one.share_high - one.share_low) * _ROUNDING / middle
            figure = replace(
                figure, due=figure.due / middle, shares={**figure.shares, "alloy": standard}
            )
    return figure


def _with_warmth(figure: Figure, thermometer: float, conditions: Conditions, *, falls: bool) -> Figure:
    """``thermometer`` is the share that the temperature's standard uncertainty makes [1]; ``falls``
    says that ohms fall as it rises.
    """
    standard = conditions.temperature_standard
    if thermometer <= _STRONG or not standard:
        shares = {**figure.shares, "warmth": thermometer} if thermometer else figure.shares
        return replace(figure, shares=shares)
    rises = -1 if falls else 1
    return replace(figure, warmth=Warmth(rises * thermometer / standard, standard))


def _with_meter(figure: Figure, net: NetResistance) -> Figure:
    """The meter's gain and offset, the leads, and the rounding of what was read."""
    share, step = net.share, net.share.step
    value = abs(net.display.value or 0.0)
    shares = {**figure.shares}
    if value:
        shares["gain"] = share.gain / value
    offsets = {_offset(step): share.digits}
    own = step * _ROUNDING
    fixed: dict[str, float] = {}
    beside = 0.0
    if net.shorted_share is not None:
        other = net.shorted_share
        offsets[_offset(other.step)] = offsets.get(_offset(other.step), 0.0) - other.digits
        own = hypot(own, other.step * _ROUNDING)
    elif net.missing and any(one.lacking is Lacking.LEADS for one in net.missing):
        low, high = net.conditions.rules.leads_unknown_ohm
        beside, fixed["leads"] = (low + high) / 2, (high - low) * _ROUNDING
    fixed |= {name: one for name, one in offsets.items() if one}
    return replace(figure, shown=net.net, shares=shares, fixed=fixed, beside=beside, own=own)


def _offset(step: float) -> str:
    return f"offset {step}"
