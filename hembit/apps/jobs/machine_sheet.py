"""A machine as a check sheet: its parts with what they should be, and what was read of each."""

from __future__ import annotations

from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Reading
from hembit.apps.machines.models import FittedPart, Machine
from hembit_core.errors import InputError
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
    rows = tuple(
        SheetPart(name=one.position.name, spec=one.part_spec, readings=_readings(one))
        for one in parts.select_related("position").order_by("position_id")
    )
    if not rows:
        raise InputError("No part is fitted in this machine yet: a check sheet holds parts.")
    return write_sheet(
        CheckSheet(machine=SheetMachine(name=machine.name, place=machine.place[:120]), parts=rows)
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
