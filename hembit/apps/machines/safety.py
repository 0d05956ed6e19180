"""Safety devices: what is one by all that its position ever held, and what only a lead may do there."""

from __future__ import annotations

from django.db import transaction

from hembit.apps.base.audit import record
from hembit.apps.machines.models import Position
from hembit.apps.people.models import Person
from hembit_core.errors import InputError
from hembit_core.families.registry import AnySpec
from hembit_core.findings.finding import Conclusion
from hembit_core.visits.dead.bypass import is_safety_device


def mark_safety(position: Position, safety: bool, reason: str) -> Position:
    """A lead's word on whether what sits here may ever be bypassed, with the reason on record.

    Raises
    ------
    InputError
        If it is unmarked without a reason.
    """
    if not safety and not reason:
        raise InputError("Say why it is no safety device. The reason stays on record.").at("reason")
    with transaction.atomic():
        before = {"is_safety_device": position.is_safety_device}
        position.safety_device = safety
        position.save(update_fields=["safety_device"])
        after = {"is_safety_device": position.is_safety_device}
        record("safety_marked", position, before=before, after=after, reason=reason)
    return position


def note_safety(position: Position, spec: AnySpec) -> None:
    """A position that once held a safety device is one, whatever is fitted there later.

    One that is fitted anew ends a lead's word that it is none.
    """
    if is_safety_device(spec) and not position.is_safety_device:
        position.held_safety_device, position.safety_device = True, None
        position.save(update_fields=["held_safety_device", "safety_device"])


def inherit_safety(position: Position) -> None:
    """A position that is added under the name of one that was taken away is the same place: where that
    was a safety device, so is this, until a lead says otherwise.
    """
    before = position.machine.positions.filter(
        name__iexact=position.name, retired_at__isnull=False
    ).order_by("-retired_at")
    if any(one.is_safety_device for one in before[:1]) and not position.is_safety_device:
        position.held_safety_device = True
        position.save(update_fields=["held_safety_device"])


def check_stays_what_it_is(position: Position, spec: AnySpec, by: Person) -> None:
    """Only a lead puts a part of another kind where a safety device sits, or says that it was one.

    Raises
    ------
    InputError
        If somebody else would.
    """
    if by.is_lead or not position.is_safety_device:
        return
    part = position.parts.filter(removed_at__isnull=True).first()
    if part is not None and _kind(part.part_spec) != _kind(spec):
        raise InputError(
            f"{position.name} is a safety device. Only a lead puts a part of another kind in its place."
        ).at("spec")


def check_may_go(position: Position, by: Person) -> None:
    """Only a lead takes away a safety device, or what was found not to be energised.

    Raises
    ------
    InputError
        If somebody else would.
    """
    if by.is_lead:
        return
    if position.is_safety_device:
        raise InputError(f"{position.name} is a safety device. Only a lead takes it away.")
    if position.findings.filter(conclusion=Conclusion.DO_NOT_ENERGISE).exists():
        raise InputError(
            f"{position.name} was found not to be energised. A new part ends that, or tests of it do; "
            "only a lead takes the position away."
        )


def _kind(spec: AnySpec) -> tuple[str, str]:
    return spec.kind, str(getattr(spec, "device", ""))
