"""A machine as a check sheet: its parts with what they should be, and what was read of each."""

from __future__ import annotations

from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Reading
from hembit.apps.machines.circuit import current_of, rows_bound_now
from hembit.apps.machines.models import FittedPart, Machine
from hembit_core.errors import InputError
from hembit_core.sheets.circuit_row import CircuitRow
from hembit_core.sheets.sheet import CheckSheet, SheetPart, SheetReading, write_sheet
from hembit_core.sheets.sheet import Machine as SheetMachine

MOST_READINGS = 100
"""Readings of a part that go out with it; the newest."""


def sheet_of(machine: Machine) -> str:
    """The check sheet of a machine, as JSON text.

    Raises
    ------
    InputError
        If no part is fitted in it yet.
    """
    parts = FittedPart.objects.filter(
        position__machine=machine, position__retired_at__isnull=True, removed_at__isnull=True
    )
    fitted = sorted(  # a bank before its members
        parts.select_related("position__part_of"),
        key=lambda one: (one.position.part_of_id is not None, one.position_id),
    )
    rows = tuple(
        SheetPart(
            name=one.position.name,
            spec=one.part_spec,
            readings=_readings(one),
            member_of=one.position.part_of.name if one.position.part_of else "",
        )
        for one in fitted
    )
    if not rows:
        raise InputError("No part is fitted in this machine yet: a check sheet holds parts.")
    return write_sheet(
        CheckSheet(
            machine=SheetMachine(name=machine.name, place=machine.place[:120]),
            parts=rows,
            circuit=_circuit(machine, [one.position_id for one in fitted]),
        )
    )


def _circuit(machine: Machine, positions: list[int]) -> tuple[CircuitRow, ...]:
    """The machine's circuit, each row by the place of its part among those positions."""
    kept = current_of(machine)
    if kept is None:
        return ()
    places = {position: place for place, position in enumerate(positions, 1)}
    return tuple(
        row.model_copy(update={"position": places.get(row.position or 0)})
        for row in rows_bound_now(machine, kept)
    )


def _readings(part: FittedPart) -> tuple[SheetReading, ...]:
    standing = Reading.objects.filter(part=part, superseded_by__isnull=True)
    found = []
    for one in reversed(
        standing.select_related("check_kept__body").order_by("-sequence")[:MOST_READINGS]
    ):
        kept = Submission.model_validate(one.check_kept.submission)
        found.append(
            SheetReading(
                reading=kept.reading,
                conditions=kept.conditions,
                judgement=judgement_of(one.check_kept),
            )
        )
    return tuple(found)
