"""Leads keep the instruments: typed as the manual has them, revised, calibrated, taken out of use."""

from __future__ import annotations

from datetime import datetime
from typing import Any, BinaryIO

from django.db import transaction
from django.utils import timezone

from hembit.apps.base.not_found import NotFound
from hembit.apps.people.models import Person
from hembit.apps.shop import papers
from hembit.apps.shop.models import Calibration, Instrument, InstrumentRevision, What
from hembit.apps.shop.schemas import CalibrationIn, MeterIn, StandingIn, TableOut, ThermometerIn
from hembit.apps.shop.services import instruments
from hembit.apps.workshop.clock import day_here
from hembit_core import InputError, Meter
from hembit_core.measuring.tables.rows import accuracy_of_rows, read_table
from hembit_core.measuring.tables.thermometer import ranges_of_rows, read_limits
from hembit_core.measuring.thermometers import Thermometer

_TYPED = frozenset({"name", "table", "why"})
_OF_A_DAY = frozenset({"name", "revision", "doubts", "air"})


def find_instrument(number: int) -> Instrument:
    """The instrument with that number; NotFound where there is none."""
    found = instruments().filter(pk=number).first()
    if found is None:
        raise NotFound("There is no meter or thermometer with this number. Look in the list.")
    return found


def read(what: What, text: str) -> TableOut:
    """How each line of a manual's table is read, and what keeps the whole from being kept."""
    told = TableOut()
    try:
        if what is What.METER:
            told = TableOut(meter=read_table(text))
            accuracy_of_rows(told.meter)
        else:
            told = TableOut(thermometer=read_limits(text))
            ranges_of_rows(told.thermometer)
    except InputError as error:
        return told.model_copy(update={"problem": error.message})
    return told


def _definition(given: MeterIn | ThermometerIn) -> tuple[What, dict[str, Any]]:
    """What it is, and the core's own value of it, without its name and what belongs to a day.

    Raises
    ------
    InputError
        If its table cannot be read.
    """
    own = {"name": given.name, **given.model_dump(mode="json", exclude=set(_TYPED))}
    one: Meter | Thermometer
    try:
        if isinstance(given, MeterIn):
            what = What.METER
            one = Meter.model_validate({**own, "accuracy": accuracy_of_rows(read_table(given.table))})
        else:
            what = What.THERMOMETER
            ranges = ranges_of_rows(read_limits(given.table))
            one = Thermometer.model_validate({**own, "ranges": ranges})
    except InputError as error:
        raise error.at("table") from None
    return what, one.model_dump(mode="json", exclude=set(_OF_A_DAY))


def add_instrument(
    given: MeterIn | ThermometerIn, by: Person | None, now: datetime | None = None
) -> Instrument:
    """Add a meter or thermometer, as its first revision.

    Raises
    ------
    InputError
        If its table cannot be read, or another has its name.
    """
    what, definition = _definition(given)
    with transaction.atomic():
        _named_once(given.name, Instrument())
        one = Instrument.objects.create(
            what=what, name=given.name, definition=definition, limits=given.table
        )
        _write_down(one, given.why, by, now)
    return one


def change_instrument(
    number: int, given: MeterIn | ThermometerIn, by: Person, now: datetime | None = None
) -> Instrument:
    """Change one: other figures make another revision, which says why; the earlier stay as they are.

    Raises
    ------
    InputError
        If its table cannot be read, another has its name, or its figures change without a reason.
    """
    what, definition = _definition(given)
    with transaction.atomic():
        one = find_instrument(number)
        if one.what != what:
            raise NotFound(f"Number {number} is a {one.what}. Look in the list.")
        _named_once(given.name, one)
        changed = definition != one.definition
        if changed and not given.why:
            raise InputError(
                "Say why its figures change: typed wrong, another manual, a calibration. What was "
                "measured with it so far keeps the figures of before."
            ).at("why")
        one.name = given.name
        one.limits = given.table
        if changed:
            one.definition = definition
            one.revision += 1
        one.save()
        if changed:
            _write_down(one, given.why, by, now)
    return one


def calibrate(
    number: int, given: CalibrationIn, file: BinaryIO | None, size: int | None, by: Person
) -> Calibration:
    """Keep a calibration; one of a later day than it was found off makes it trusted again.

    Raises
    ------
    InputError
        If its days do not fit, or the certificate is no PDF.
    """
    one, today = find_instrument(number), day_here()
    if given.on > today:
        raise InputError("A calibration that is still to come is none. Give the day it was done.").at(
            "on"
        )
    if given.due and given.due <= given.on:
        raise InputError("The next one is due after this one.").at("due")
    paper = papers.keep(file, size) if file else None
    with papers.gone_again(paper), transaction.atomic():
        kept = Calibration(
            instrument_id=one.pk,
            **given.model_dump(),
            file=paper,
            at=timezone.now(),
            by=by,
        )
        kept.save()
        # One of the same day may have been made before it was found off: a lead says which.
        if one.distrusted_on and given.on > one.distrusted_on:
            one.distrusted_on, one.distrusted_because = None, ""
            one.save()
    return kept


def say_standing(number: int, given: StandingIn, by: Person) -> Instrument:
    """Say that one is not to be trusted, or is again; that it is out of use, or in again.

    Everybody may warn of one; the rest is a lead's.

    Raises
    ------
    InputError
        If no reason is given, or only a lead may say this.
    """
    with transaction.atomic():
        one = find_instrument(number)
        warns = given.trusted is False and given.in_use is None
        if not warns and not by.is_lead:
            raise InputError("Only a lead may say this. Ask one.").at("trusted")
        if not given.because:
            raise InputError("Say why, in a few words.").at("because")
        if given.trusted is not None:
            one.distrusted_on = None if given.trusted else (one.distrusted_on or day_here())
            one.distrusted_because = "" if given.trusted else given.because
        if given.in_use is not None:
            one.retired_on = None if given.in_use else day_here()
        one.save()
        return one


def _named_once(name: str, own: Instrument) -> None:
    if Instrument.objects.filter(name__iexact=name).exclude(pk=own.pk).exists():
        raise InputError("Another has this name. Give one that tells the two apart.").at("name")


def _write_down(one: Instrument, why: str, by: Person | None, now: datetime | None) -> None:
    InstrumentRevision(
        instrument_id=one.pk,
        number=one.revision,
        definition=one.definition,
        limits=one.limits,
        why=why,
        at=now or timezone.now(),
        by=by,
    ).save()
