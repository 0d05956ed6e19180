"""Machines as they are shown: positions, the part in each, and what was there before."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.db.models import Prefetch
from pydantic import TypeAdapter

from hembit.apps.lists.services import supply_of
from hembit.apps.machines.models import FittedPart, Machine, Position
from hembit.apps.machines.schemas import (
    CustomerOut,
    MachineOut,
    OfLibrary,
    PartOut,
    PositionOut,
    SpecBefore,
)
from hembit_core import PartSpec
from hembit_core.judge import describe

_SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)


def part_out(part: FittedPart) -> PartOut:
    """A part as it is shown."""
    spec = part.part_spec
    return PartOut(
        id=part.pk,
        description=describe(spec),
        spec=spec,
        library=_of_library(part),
        mended=tuple(
            SpecBefore(description=describe(_SPEC.validate_python(one.spec)), why=one.why, at=one.at)
            for one in part.mended.all()
        ),
        serial=part.serial,
        fitted_on=part.fitted_on,
        removed_at=part.removed_at,
        job_number=part.job_number,
    )


def _of_library(part: FittedPart) -> OfLibrary | None:
    revision = part.revision
    if revision is None:
        return None
    newer = revision.of.current_id if revision.of.current_id != revision.pk else None
    return OfLibrary(
        spec=revision.of_id,
        revision=revision.pk,
        number=revision.number,
        name=revision.of.name,
        proposed=revision.proposed,
        newer=newer,
        handling=revision.content["handling"],
    )


def position_out(position: Position, parts: Iterable[FittedPart]) -> PositionOut:
    """A position as it is shown."""
    shown = [part_out(one) for one in parts]
    now = next((one for one in shown if one.removed_at is None), None)
    return PositionOut(
        id=position.pk,
        name=position.name,
        part_of=position.part_of_id,
        behind_panel=position.behind_panel,
        rule_set=position.rule_set_id,
        safety_device=position.is_safety_device,
        safety_said_by_lead=position.safety_device is not None,
        part=now,
        earlier=tuple(one for one in shown if one.removed_at is not None),
    )


def machine_out(machine: Machine) -> MachineOut:
    """A machine whole, with positions and parts."""
    supply = supply_of(machine.supply_system)
    parts = FittedPart.objects.select_related("revision__of").prefetch_related("mended")
    rows: Any = machine.positions.prefetch_related(Prefetch("parts", parts))
    shown = [(one.retired_at is None, position_out(one, one.parts.all())) for one in rows]
    return MachineOut(
        id=machine.pk,
        name=machine.name,
        place=machine.place,
        model=machine.model,
        serial=machine.serial,
        supply_system=supply.system,
        supply=supply.entry["label"],
        altitude=machine.altitude,
        note=machine.note,
        rule_set=machine.rule_set_id,
        customer=CustomerOut.model_validate(machine.customer),
        positions=tuple(one for is_here, one in shown if is_here),
        retired=tuple(one for is_here, one in shown if not is_here),
    )
