"""Which instrument can decide: half the band of a test against the U of each that the shop has."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from hembit_core.conformity.bands import Band
from hembit_core.conformity.uncertainty import combined, expanded, rectangular
from hembit_core.errors import InputError
from hembit_core.families.registry import AnySpec, reading_class, readings_of
from hembit_core.judge import expectations
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.judgement import Expectation
from hembit_core.judging.measurand import Role
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import UNIT, Display, Function
from hembit_core.measuring.figures import FigureText
from hembit_core.measuring.meter_accuracy import reading_uncertainty
from hembit_core.measuring.meters import Meter, MeterRange
from hembit_core.measuring.resistance_reading import HowTaken
from hembit_core.measuring.thermometers import Thermometer
from hembit_core.model import Model
from hembit_core.notation import at_step, expanded_text, plain, quantity

_FUNCTION_OF = {unit: function for function, unit in UNIT.items()}
_OTHER_INSTRUMENTS = (Role.INSULATION, Role.BUZZER)
_COMFORTABLE, _CAN = 4.0, 1.0
_NUDGE = 0.5
"""How far the part's temperature is moved to see what a thermometer's error does [K]."""


class Decides(StrEnum):
    """How well an instrument decides: from 4 : 1 on well, from 1 : 1 on with care, below not at all."""

    WELL = "well"
    WITH_CARE = "with_care"
    NOT = "not"


class CanDecide(Model):
    """One instrument: half the band over its U, on the range to take.

    Attributes
    ----------
    name : of the instrument; ``place`` is where it stood among those that were given.
    ratio : half the band over ``expanded`` [1]; None where it cannot read this at all.
    expanded : its U at the limit where that is greatest, its leads counted [the band's unit].
    range_top : of the range to take [Ω, V, A or mV]; None where its ranges are not known.
    decides : how well.
    told : the same in words.
    """

    place: int
    name: str
    ratio: float | None
    expanded: float | None = None
    range_top: float | None = None
    decides: Decides
    told: str


@dataclass(frozen=True)
class _Asked:
    """What is to be decided: the test's band, and what a meter would be set to for it."""

    expectation: Expectation
    function: Function
    limits: tuple[float, ...]

    @property
    def band(self) -> Band:
        return self.expectation.rail.band


def meters_that_decide(
    spec: AnySpec, measurand: str, conditions: Conditions, meters: Iterable[Meter]
) -> tuple[CanDecide, ...]:
    """Rank meters by how well each decides one test of a part, the best first.

    For each limit of the band, each range of the meter that reaches it: u² = u_reading² + u_leads²
    (two wires: shorted leads of ``leads_unknown_ohm``'s upper end, read on the same range; four
    wires: none), U = 2u. The range with the least U counts, at the limit where that is greatest.
    Empty where the test is not read off a meter, or has no limit of its own.

    Parameters
    ----------
    spec : what the part should be.
    measurand : one of its tests.
    conditions : the day's; its meter has no say.
    meters : the shop's.

    References
    ----------
    JCGM 100:2008, 5.1.2, 6.2.1; the ratio of tolerance to uncertainty, as on every verdict.
    """
    asked = _asked(spec, measurand, conditions)
    if asked is None:
        return ()
    found = [_of_meter(place, meter, asked, conditions) for place, meter in enumerate(meters)]
    return tuple(sorted(found, key=lambda one: -(one.ratio or 0.0)))


def thermometers_that_decide(
    spec: AnySpec, measurand: str, conditions: Conditions, thermometers: Iterable[Thermometer]
) -> tuple[CanDecide, ...]:
    """Rank thermometers by half the band over what their limit does to the expectation.

    U = 2 · |dE/dt| · a/√3, with the slope taken from the expectation half a kelvin to either side.
    Empty where the part's temperature was not said, or has no say.
    """
    asked = _asked(spec, measurand, conditions)
    at = conditions.part_temperature
    if asked is None or at is None:
        return ()
    slope = _slope(spec, measurand, conditions, at.value)
    if not slope:
        return ()
    found = [
        _of_thermometer(place, one, asked, slope, at.value) for place, one in enumerate(thermometers)
    ]
    return tuple(sorted(found, key=lambda one: -(one.ratio or 0.0)))


def _asked(spec: AnySpec, measurand: str, conditions: Conditions) -> _Asked | None:
    told = next((one for one in expectations(spec, conditions) if one.measurand == measurand), None)
    if told is None and measurand not in {measurand_of(one) for one in readings_of(type(spec))}:
        raise InputError(f"“{measurand}” is no test of this part. Choose one of its own.").at(
            "measurand"
        )
    if told is None:  # what it depends on was not said yet
        return None
    function = _FUNCTION_OF.get(told.rail.unit)
    band = told.rail.band
    limits = tuple(one for one in (band.lower, band.upper) if one is not None and one > 0)
    about = reading_class(measurand).about
    on_a_meter = about.by_meter and about.role not in _OTHER_INSTRUMENTS
    if function is None or not limits or not on_a_meter:
        return None
    return _Asked(told, function, limits)


def _of_meter(place: int, meter: Meter, asked: _Asked, conditions: Conditions) -> CanDecide:
    unit, half = UNIT[asked.function], asked.band.half_width
    wires = issubclass(reading_class(asked.expectation.measurand), HowTaken) and not meter.four_wires
    leads = conditions.rules.leads_unknown_ohm[1] if wires and unit == "Ω" else 0.0
    try:
        at_limits = [_least(meter, asked.function, limit, leads) for limit in asked.limits]
    except InputError as error:
        return CanDecide(
            place=place, name=meter.name, ratio=None, decides=Decides.NOT, told=error.message
        )
    large, on = max(at_limits, key=lambda one: one[0])
    where = f"on the {quantity(on.top, unit, 3)} range" if on else "its ranges are not known"
    return CanDecide(
        place=place,
        name=meter.name,
        ratio=half / large,
        expanded=large,
        range_top=on.top if on else None,
        decides=_decides(half / large),
        told=f"{where}, U {expanded_text(large, unit)}; half the band is {quantity(half, unit, 3)}",
    )


def _least(
    meter: Meter, function: Function, limit: float, leads: float
) -> tuple[float, MeterRange | None]:
    """The least U of a reading at ``limit``, and the range that has it."""
    accuracy = meter.accuracy_of(function)
    reach = [one for one in accuracy.ranges if one.top >= limit + leads]
    if accuracy.ranges and not reach:
        most = max(one.top for one in accuracy.ranges)
        raise InputError(f"it reads up to {quantity(most, UNIT[function], 3)} only")
    if not reach:
        return _expanded(meter, function, limit, _supposed_step(limit), None, leads), None
    each = [(_expanded(meter, function, limit, one.resolution, one.top, leads), one) for one in reach]
    return min(each, key=lambda one: one[0])


def _expanded(
    meter: Meter,
    function: Function,
    limit: float,
    step: float,
    top: float | None,
    leads: float,
) -> float:
    def standard(value: float) -> float:
        shown = at_step(value, step, UNIT[function])
        display = Display(shown, function, value, step, overflow=False, coupling=None)
        return reading_uncertainty(meter, display, top).standard

    return expanded(combined(standard(limit), standard(leads) if leads else 0.0))


def _supposed_step(limit: float) -> float:
    """The last digit of a meter whose ranges are not known: three significant digits are supposed."""
    return 10.0 ** (int(f"{limit:e}".partition("e")[2]) - 2)


def _slope(spec: AnySpec, measurand: str, conditions: Conditions, at: float) -> float:
    """How far the band moves for each kelvin [the band's unit / K]; 0 where it does not."""

    def middle(celsius: float) -> float | None:
        there = conditions.model_copy(
            update={"part_temperature": FigureText(f"{celsius:.6f}", "°C"), "thermometer": None}
        )
        try:
            asked = _asked(spec, measurand, there)
        except InputError:
            return None
        return sum(asked.limits) / len(asked.limits) if asked else None

    low, high = middle(at - _NUDGE), middle(at + _NUDGE)
    return abs(high - low) / (2 * _NUDGE) if low is not None and high is not None else 0.0


def _of_thermometer(place: int, one: Thermometer, asked: _Asked, slope: float, at: float) -> CanDecide:
    half, unit = asked.band.half_width, asked.expectation.rail.unit
    try:
        limit = one.limit_at(at)
    except InputError as error:
        return CanDecide(
            place=place, name=one.name, ratio=None, decides=Decides.NOT, told=error.message
        )
    large = expanded(slope * rectangular(limit))
    ratio = half / large
    return CanDecide(
        place=place,
        name=one.name,
        ratio=ratio,
        expanded=large,
        decides=_decides(ratio),
        told=f"±{plain(limit, 2)} K makes U {expanded_text(large, unit)}, half the band is "
        f"{quantity(half, unit, 3)}",
    )


def _decides(ratio: float) -> Decides:
    if ratio >= _COMFORTABLE:
        return Decides.WELL
    return Decides.WITH_CARE if ratio >= _CAN else Decides.NOT
