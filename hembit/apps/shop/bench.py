"""The bench's daily round: a meter on a known resistor, and what the leads read shorted."""

from __future__ import annotations

from datetime import datetime
from typing import TypeVar

from django.db import models, transaction
from django.db.models import Max, QuerySet
from django.utils import timezone

from hembit.apps.base.not_found import NotFound
from hembit.apps.base.records.stored import Stored
from hembit.apps.people.models import Person
from hembit.apps.shop.keeping import find_instrument
from hembit.apps.shop.models import LeadSet, LeadZero, Resistor, ResistorRead, What
from hembit.apps.shop.schemas import LeadSetIn, ResistorIn, ResistorReadIn
from hembit.apps.shop.services import meter_of
from hembit.apps.workshop.clock import day_here
from hembit_core import InputError
from hembit_core.measuring.known_resistor import KnownResistor, ResistorCheck, check_on_resistor

Kept = TypeVar("Kept", bound=models.Model)


def list_resistors() -> QuerySet[Resistor]:
    """The known resistors, those in use first."""
    return Resistor.objects.all()


def keep_resistor(number: int | None, given: ResistorIn) -> Resistor:
    """Change a known resistor, or add one where there is no number yet.

    Raises
    ------
    InputError
        If another has its name.
    """
    with transaction.atomic():
        one = Resistor() if number is None else _found(Resistor, number)
        _named_once(one, given.name)
        for name, value in given.model_dump(mode="json").items():
            setattr(one, name, value)
        one.save()
        return one


def read_resistor(number: int, given: ResistorReadIn, by: Person) -> Stored[ResistorRead]:
    """Check a meter on a known resistor: off by more than U, it is not trusted from then on.

    Raises
    ------
    InputError
        If the display cannot be read, or the resistor is not the shop's.
    """
    with transaction.atomic():
        earlier = ResistorRead.objects.filter(pk=given.id).first()
        if earlier:
            return Stored(earlier, new=False)
        one = find_instrument(number)
        if one.what != What.METER:
            raise NotFound(f"{one.name} is no meter.")
        known = Resistor.objects.filter(pk=given.resistor).first()
        if known is None:
            raise InputError("This resistor is not in the shop. Choose one from the list.").at(
                "resistor"
            )
        resistor = KnownResistor.model_validate(
            {"name": known.name, "ohms": known.ohms, "percent": known.percent}
        )
        today = day_here()
        found = check_on_resistor(
            meter_of(one, today),
            resistor,
            ResistorCheck(display=given.display, shorted=given.shorted),
        )
        row = ResistorRead(
            id=given.id,
            instrument_id=one.pk,
            resistor=known,
            display=given.display,
            shorted=given.shorted,
            off=found.off,
            headline=found.headline[:400],
            at=timezone.now(),
            by=by,
        )
        row.save()
        if found.off and one.distrusted_on is None:
            one.distrusted_on, one.distrusted_because = today, found.headline[:400]
            one.save()
        return Stored(row)


def list_leads() -> list[tuple[LeadSet, LeadZero | None]]:
    """The sets of leads, those in use first, each with what it last read shorted."""
    sets = list(LeadSet.objects.annotate(latest=Max("zeros__sequence")))
    zeros = LeadZero.objects.select_related("instrument").filter(
        sequence__in=[one.latest for one in sets if one.latest is not None]
    )
    latest = {zero.leads_id: zero for zero in zeros}
    return [(one, latest.get(one.pk)) for one in sets]


def keep_leads(number: int | None, given: LeadSetIn) -> LeadSet:
    """Change a set of leads, or add one where there is no number yet.

    Raises
    ------
    InputError
        If another has its name.
    """
    with transaction.atomic():
        one = LeadSet() if number is None else _found(LeadSet, number)
        _named_once(one, given.name)
        one.name, one.retired = given.name, given.retired
        one.save()
        return one


def find_leads(number: int) -> LeadSet:
    """The set of leads with that number; InputError where there is none."""
    found = LeadSet.objects.filter(pk=number).first()
    if found is None:
        raise InputError("These leads are not in the shop. Choose a set from the list.").at("leads")
    return found


def write_zero(leads: LeadSet, meter: int | None, shorted: str, by: Person, now: datetime) -> None:
    """Write down what a set of leads read shorted, with a meter."""
    LeadZero(leads=leads, instrument_id=meter, shorted=shorted, at=now, by=by).save()


def _named_once(one: Resistor | LeadSet, name: str) -> None:
    if type(one).objects.filter(name__iexact=name).exclude(pk=one.pk).exists():
        raise InputError("Another has this name. Give one that tells the two apart.").at("name")


def _found(model: type[Kept], number: int) -> Kept:
    one = model._default_manager.filter(pk=number).first()
    if one is None:
        raise NotFound("There is nothing with this number. Look in the list.")
    return one
