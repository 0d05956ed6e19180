"""Positions, several at once: typed as a table, copied with a machine; mended, taken away."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction
from django.db.models import ProtectedError
from django.utils import timezone

from hembit.apps.machines.models import FittedPart, Machine, Position, SpecMended
from hembit.apps.machines.safety import check_may_go, check_stays_what_it_is, note_safety
from hembit.apps.machines.schemas import MachineCopyIn, MendIn, PositionIn, PositionRow, PositionsIn
from hembit.apps.machines.services import (
    add_position,
    find_customer,
    named,
    spec_given,
)
from hembit.apps.people.models import Person
from hembit_core.errors import InputError


def add_positions(machine: Machine, given: PositionsIn) -> list[Position]:
    """Add several positions, all or none; an error stands at the row it belongs to.

    Raises
    ------
    InputError
        If a name is taken, a spec is not in the library, or a row is the member of nothing.
    """
    added: dict[str, int] = {}
    made = []
    with transaction.atomic():
        for place, row in enumerate(given.positions):
            try:
                position = add_position(machine, _with_its_bank(machine, row, added))
            except InputError as error:
                raise error.at(f"positions.{place}.{error.field or 'name'}") from None
            added[position.name.casefold()] = position.pk
            made.append(position)
    return made


def _with_its_bank(machine: Machine, row: PositionRow, added: dict[str, int]) -> PositionIn:
    bank = row.part_of
    if row.member_of is not None:
        name = row.member_of.casefold()
        there = {
            one.name.casefold(): one.pk for one in machine.positions.filter(retired_at__isnull=True)
        }
        bank = {**there, **added}.get(name)
        if bank is None:
            raise InputError(f"There is no “{row.member_of}” before this row or in the machine.").at(
                "member_of"
            )
    return PositionIn.model_validate(
        {**row.model_dump(exclude={"member_of"}), "spec": row.spec, "part_of": bank}
    )


def copy_machine(machine: Machine, given: MachineCopyIn) -> Machine:
    """Another machine of the same kind: its positions with their specs, nothing of its history.

    Raises
    ------
    InputError
        If there is no such customer.
    """
    with transaction.atomic():
        copied = Machine(
            customer=named(find_customer, given.customer, "customer"),
            name=given.name,
            place=given.place,
            serial=given.serial,
            **{
                field: getattr(machine, field)
                for field in ("model", "supply_system", "altitude", "rule_set")
            },
        )
        copied.save()
        of_old: dict[int, Position] = {}
        banks = {}
        for old in machine.positions.filter(retired_at__isnull=True):
            new = Position.objects.create(
                machine=copied,
                **{
                    field: getattr(old, field)
                    for field in (
                        *("name", "place", "behind_panel", "rule_set"),
                        *("held_safety_device", "safety_device"),
                    )
                },
            )
            of_old[old.pk] = new
            banks[new] = old.part_of_id
            part = old.parts.filter(removed_at__isnull=True).first()
            if part:
                FittedPart.objects.create(position=new, spec=part.spec, revision=part.revision)
        for new, bank in banks.items():
            if bank in of_old:
                new.part_of = of_old[bank]
                new.save(update_fields=["part_of"])
    return copied


def mend_spec(position: Position, given: MendIn, by: Person, now: datetime | None = None) -> FittedPart:
    """Say what the part in a position should have been all along; what stood before is kept.

    What was judged stays as it was judged that day.

    Raises
    ------
    InputError
        If nothing is fitted there, nothing is changed, no reason is given, or a safety device would
        become something else by the word of somebody who is no lead.
    """
    spec, revision = spec_given(given)
    told = spec.model_dump(mode="json")
    check_stays_what_it_is(position, spec, by)
    with transaction.atomic():
        part = position.parts.filter(removed_at__isnull=True).first()
        if part is None:
            raise InputError(f"{position.name} is empty: no part is noted there.")
        if told == part.spec and revision == part.revision:
            raise InputError("These are the figures that stand there. Change one, or close the form.")
        if not given.why:
            raise InputError("Say why: typed wrong, another part than was thought, a newer sheet.").at(
                "why"
            )
        SpecMended(
            part=part,
            spec=part.spec,
            revision=part.revision,
            why=given.why,
            at=now or timezone.now(),
            by=by,
        ).save()
        note_safety(position, spec)
        part.spec, part.revision = told, revision
        part.save()
    return part


def take_away(position: Position, by: Person, now: datetime | None = None) -> None:
    """Remove a position that was never used; one that was is retired, and its history stays.

    One that is a safety device is retired in any case: another of its name inherits that.

    Raises
    ------
    InputError
        If others are its members, a job is open on the machine and it was used, or only a lead may.
    """
    check_may_go(position, by)
    if position.members.filter(retired_at__isnull=True).exists():
        raise InputError("Others are members of it. Take them away first, or let them stand alone.")
    try:
        with transaction.atomic():
            if position.is_safety_device:
                raise ProtectedError("A safety device is retired.", {position})
            position.delete()
    except ProtectedError:
        if position.machine.jobs.filter(state="open").exists():
            raise InputError(
                "It was measured, and a job is open on this machine. Close the job first."
            ) from None
        position.retired_at = now or timezone.now()
        position.save(update_fields=["retired_at"])
