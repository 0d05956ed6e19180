"""Customers and machines: add, change, find; fit a part in a position."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, datetime
from typing import Any, TypeVar

from django.db import IntegrityError, transaction
from django.db.models import Count, F, Max, OuterRef, Q, QuerySet, Subquery
from django.db.models.functions import Coalesce
from django.utils import timezone

from hembit.apps.base.not_found import NotFound
from hembit.apps.library.finding import find_revision
from hembit.apps.library.models import Revision
from hembit.apps.machines.models import Customer, FittedPart, Machine, Position
from hembit.apps.machines.safety import check_stays_what_it_is, inherit_safety, note_safety
from hembit.apps.machines.schemas import (
    CustomerIn,
    MachineIn,
    PartIn,
    PositionChange,
    PositionIn,
    SpecGiven,
    not_here,
)
from hembit.apps.people.models import Person
from hembit.apps.rules.services import find_set
from hembit.apps.workshop.clock import day_here
from hembit_core.errors import InputError
from hembit_core.families.registry import AnySpec

Found = TypeVar("Found")


def named(find: Callable[[int], Found], number: int, field: str) -> Found:
    """What a field names by its number.

    Raises
    ------
    InputError
        At that field, if there is none.
    """
    try:
        return find(number)
    except NotFound as error:
        raise InputError(str(error)).at(field) from None


def list_customers(text: str = "") -> QuerySet[Customer]:
    """Customers by name; with ``text``, those whose name, contact or address holds it."""
    found = Customer.objects.all()
    if text:
        found = found.filter(
            Q(name__icontains=text) | Q(contact__icontains=text) | Q(address__icontains=text)
        )
    return found


def find_customer(number: int) -> Customer:
    """The customer with that number; NotFound when there is none."""
    found = Customer.objects.filter(pk=number).first()
    if found is None:
        raise not_here("customer")
    return found


def save_customer(given: CustomerIn, number: int | None = None) -> Customer:
    """Add a customer, or change the one with that number.

    Raises
    ------
    NotFound
        If there is none.
    InputError
        If it was erased.
    """
    customer = find_customer(number) if number else Customer()
    if customer.erased_at:
        raise InputError("This customer was erased. Add a new one.").at("customer")
    for name, value in given.model_dump().items():
        setattr(customer, name, value)
    customer.save()
    return customer


def list_machines(text: str = "", customer: int | None = None) -> QuerySet[Machine]:
    """Machines by name, with their customer and how many positions they have."""
    found = Machine.objects.annotate(
        customer_name=F("customer__name"),
        position_count=_count_of("positions", retired_at__isnull=True),
        open_job_count=_count_of("jobs", state="open"),
    )
    if customer:
        found = found.filter(customer=customer)
    if text:
        found = found.filter(
            Q(name__icontains=text)
            | Q(place__icontains=text)
            | Q(model__icontains=text)
            | Q(serial__icontains=text)
            | Q(customer__name__icontains=text)
        )
    return found


def _count_of(name: str, **wanted: Any) -> Coalesce:
    """How many of its ``name`` a machine has, counted for the machines that are shown alone."""
    model = Machine._meta.get_field(name).related_model
    assert isinstance(model, type)
    mine = model._default_manager.order_by().filter(machine=OuterRef("pk"), **wanted)
    return Coalesce(Subquery(mine.values("machine").annotate(n=Count("*")).values("n")), 0)


def find_machine(number: int) -> Machine:
    """The machine with that number; NotFound when there is none."""
    found = Machine.objects.select_related("customer").filter(pk=number).first()
    if found is None:
        raise not_here("machine")
    return found


def save_machine(given: MachineIn, number: int | None = None) -> Machine:
    """Add a machine, or change the one with that number."""
    machine = find_machine(number) if number else Machine()
    machine.customer = named(find_customer, given.customer, "customer")
    machine.rule_set = None if given.rule_set is None else find_set(given.rule_set)
    for name, value in given.model_dump(exclude={"customer", "rule_set"}).items():
        setattr(machine, name, value)
    machine.save()
    return machine


def find_position(number: int, machine: Machine | None = None) -> Position:
    """The position with that number, in ``machine`` where one is given."""
    found = Position.objects.select_related("machine").filter(pk=number, retired_at__isnull=True)
    if machine is not None:
        found = found.filter(machine=machine)
    position = found.first()
    if position is None:
        raise not_here("position")
    return position


def add_position(machine: Machine, given: PositionIn, today: date | None = None) -> Position:
    """Add a position with the part that is in it.

    Raises
    ------
    InputError
        If the name is taken in this machine, or the bank is not one of its positions.
    """
    bank = None
    if given.part_of is not None:
        bank = named(lambda number: find_position(number, machine), given.part_of, "part_of")
    _not_ahead(given.fitted_on, today)
    last = machine.positions.aggregate(last=Max("place"))["last"]
    position = Position(
        machine=machine,
        name=given.name,
        place=0 if last is None else last + 1,
        part_of=bank,
        behind_panel=given.behind_panel,
    )
    spec, revision = spec_given(given)
    with transaction.atomic():
        _saved(position)
        inherit_safety(position)
        note_safety(position, spec)
        FittedPart.objects.create(
            position=position,
            spec=spec.model_dump(mode="json"),
            revision=revision,
            serial=given.serial,
            fitted_on=given.fitted_on,
        )
    return position


def spec_given(given: SpecGiven) -> tuple[AnySpec, Revision | None]:
    """The figures themselves, and the library's revision they are from.

    Raises
    ------
    InputError
        If the library has none of that number, or it was declined.
    """
    if given.revision is None:
        assert given.spec
        return given.spec, None
    try:
        revision = find_revision(given.revision)
    except InputError as error:
        raise error.at("revision") from None
    return revision.entry.spec, revision


def _not_ahead(day: date | None, today: date | None) -> None:
    if day and day > (today or day_here()):
        raise InputError("The day it was fitted lies ahead. Check the date.").at("fitted_on")


def _saved(position: Position) -> None:
    try:
        with transaction.atomic():
            position.save()
    except IntegrityError:
        raise InputError(
            f"“{position.name}” is in this machine already. Give it a name of its own."
        ).at("name") from None


def change_position(position: Position, given: PositionChange) -> Position:
    """Change a position's name, whether it sits behind a panel, or by which rules it is judged.

    Raises
    ------
    InputError
        If the name is taken in its machine, or there is no such set of rules.
    """
    for name, value in given.model_dump(exclude_none=True, exclude={"rule_set"}).items():
        setattr(position, name, value)
    if "rule_set" in given.model_fields_set:
        position.rule_set = None if given.rule_set is None else find_set(given.rule_set)
    _saved(position)
    return position


def fit_outside_a_job(position: Position, given: PartIn, by: Person) -> FittedPart:
    """Note a part that was fitted without a job.

    Raises
    ------
    InputError
        If a job is open on the machine, which then says whether it is dead; or as :func:`fit_part`.
    """
    if position.machine.jobs.filter(state="open").exists():
        raise InputError(
            "A job is open on this machine: fit it there, where the machine is proved dead for it."
        )
    return fit_part(position, given, by)


def fit_part(
    position: Position,
    given: PartIn,
    by: Person,
    now: datetime | None = None,
    job_number: int | None = None,
) -> FittedPart:
    """Fit a part: the one before is taken out, the position's history goes on.

    Raises
    ------
    InputError
        If the day lies ahead, or it is another kind of part where a safety device sits.
    """
    now = now or timezone.now()
    day = given.fitted_on or day_here(now)
    _not_ahead(given.fitted_on, day_here(now))
    spec, revision = spec_given(given)
    check_stays_what_it_is(position, spec, by)
    with transaction.atomic():
        note_safety(position, spec)
        for part in position.parts.filter(removed_at__isnull=True):
            part.removed_at = now
            part.save(update_fields=["removed_at"])
        return FittedPart.objects.create(
            position=position,
            spec=spec.model_dump(mode="json"),
            revision=revision,
            serial=given.serial,
            fitted_on=day,
            job_number=job_number,
        )
