"""The instruments that readings are taken with, and what is held against them today."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from typing import Any

from django.db.models import OuterRef, QuerySet, Subquery

from hembit.apps.base.prepared import Prepared
from hembit.apps.shop.models import Calibration, Instrument, What
from hembit.apps.workshop.clock import day_here
from hembit_core import InputError, Meter, unknown_meter
from hembit_core.measuring.figures import FigureText
from hembit_core.measuring.instrument_doubts import Doubt, DoubtCode
from hembit_core.measuring.thermometers import Thermometer

_LATEST = Calibration.objects.filter(instrument=OuterRef("pk"))
_DAYS = {
    "calibrated_on": Subquery(_LATEST.values("on")[:1]),
    "due": Subquery(_LATEST.values("due")[:1]),
}


def instruments() -> QuerySet[Instrument]:
    """Every instrument with ``calibrated_on`` and ``due``, of its latest calibration."""
    return Instrument.objects.annotate(**_DAYS)


def doubts_of(one: Instrument, today: date | None = None) -> Iterator[Doubt]:
    """What is held against an instrument on a day; today, asked for where it matters, by default."""
    if one.distrusted_on:
        yield Doubt(code=DoubtCode.DISTRUSTED, since=one.distrusted_on)
    if one.due and one.due < (today or day_here()):
        yield Doubt(code=DoubtCode.OVERDUE, since=one.due)
    if one.retired_on:
        yield Doubt(code=DoubtCode.RETIRED, since=one.retired_on)


def _whole(one: Instrument, today: date | None) -> dict[str, Any]:
    doubts = tuple(doubts_of(one, today))
    return {"name": one.name, "revision": one.revision, "doubts": doubts, **one.definition}


def meter_of(one: Instrument, today: date | None = None) -> Meter:
    """A meter for the core, as it stands on a day."""
    return Meter.model_validate(_whole(one, today))


def thermometer_of(one: Instrument, today: date | None = None) -> Thermometer:
    """A thermometer for the core, as it stands on a day."""
    return Thermometer.model_validate(_whole(one, today))


def _in_use(what: What) -> Prepared[Instrument, Instrument]:
    return Prepared(lambda: instruments().filter(what=what, retired_on__isnull=True), keys=0)


_METERS, _THERMOMETERS = _in_use(What.METER), _in_use(What.THERMOMETER)


def meters_in_use() -> list[tuple[int | None, Meter]]:
    """The meters to choose from with their numbers, the unknown one last (None)."""
    today = day_here()
    return [*((one.pk, meter_of(one, today)) for one in _METERS.of()), (None, unknown_meter())]


def thermometers_in_use() -> list[tuple[int, Thermometer]]:
    """The thermometers to choose from, with their numbers."""
    today = day_here()
    return [(one.pk, thermometer_of(one, today)) for one in _THERMOMETERS.of()]


def find_meter(number: int | None, air: FigureText | None = None) -> Meter:
    """The meter with that number, in air of that temperature [°C]; the unknown meter for None.

    One that is out of use is found all the same: whoever used it has a reading to keep, and the
    verdict says so.
    """
    if number is None:
        return unknown_meter()
    one = instruments().filter(pk=number, what=What.METER).first()
    if one is None:
        raise InputError("This meter is not in the shop. Choose one from the list.").at(
            "conditions.meter"
        )
    meter = meter_of(one)
    return meter.model_copy(update={"air": air}) if air and meter.holds else meter


def find_thermometer(number: int | None, reads: FigureText | None) -> Thermometer | None:
    """The thermometer with that number, if it can read that temperature [°C]; None for None."""
    if number is None:
        return None
    one = instruments().filter(pk=number, what=What.THERMOMETER).first()
    if one is None:
        raise InputError("This thermometer is not in the shop. Choose one from the list.").at(
            "conditions.thermometer"
        )
    thermometer = thermometer_of(one)
    if reads:
        try:
            thermometer.limit_at(reads.value)
        except InputError as error:
            raise error.at("conditions.part_temperature") from None
    return thermometer
