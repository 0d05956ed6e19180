"""What stands against energising a part, over all the jobs in which it was read to its case.

A job that is closed, a reading that is corrected, a decision, work on the part: none of these ends it.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any

from django.db.models import Q

from hembit.apps.jobs.models import Entry, PartFinding, Reading
from hembit.apps.jobs.visit.judged_now import judged_by
from hembit.apps.machines.models import FittedPart, Position
from hembit_core import Judgement
from hembit_core.families.registry import with_role
from hembit_core.findings.case_danger import (
    CaseDanger,
    CaseDangerKind,
    course_of_judgements,
    figure_of_case,
)
from hembit_core.findings.finding import Conclusion
from hembit_core.judging.measurand import Role

TO_CASE = with_role(Role.TO_CASE, Role.INSULATION)


def case_readings(part: FittedPart) -> list[Reading]:
    """Every reading of a part to its case, as a spare too, in whatever job, corrected or not."""
    fitted = Entry.objects.filter(kind="fitted", data__fitted_part=part.pk).values_list(
        "data", flat=True
    )
    spares = [number for data in fitted for number in data.get("spares", ())]
    of_part = Q(part=part, spare=False) | Q(pk__in=spares)
    found = Reading.objects.filter(of_part, measurand__in=TO_CASE).select_related("check_kept__body")
    return list(found)


def judged_in_order(spec: Any, readings: Iterable[Reading]) -> list[tuple[Reading, Judgement]]:
    """``readings`` with what they say of a part; they follow each other as they were written down.

    A clear one that lay in an outbox, and was made before a figure that came first, stands before that
    figure: it ends nothing.
    """
    placed: list[tuple[Reading, Judgement]] = []
    for reading in readings:
        judgement = judged_by(spec, reading.check_kept)
        if judgement is not None:
            placed.insert(_place(placed, reading, judgement), (reading, judgement))
    return placed


def _place(placed: Sequence[tuple[Reading, Judgement]], new: Reading, judgement: Judgement) -> int:
    figure = figure_of_case(judgement)
    if figure is None or not figure.clear:
        return len(placed)
    for place, (reading, one) in enumerate(placed):
        other = figure_of_case(one)
        if other is not None and not other.clear and reading.at > new.at:
            return place
    return len(placed)


def danger_before(position: Position, part: FittedPart) -> CaseDanger | None:
    """What stood against energising the part that this one took the place of.

    A position that was added anew under the name of one that was taken away is the same place.
    """
    here = Q(position=position) | Q(
        position__machine=position.machine_id,
        position__retired_at__isnull=False,
        position__name__iexact=position.name,
    )
    last = PartFinding.objects.filter(here).exclude(part=part).order_by("-sequence").first()
    if last is None or last.conclusion != Conclusion.DO_NOT_ENERGISE:
        return None
    return danger_told(last)


def danger_told(found: PartFinding) -> CaseDanger:
    """The danger of a finding; of one of before these were data, that it leaked."""
    return found.told.danger or CaseDanger(kind=CaseDangerKind.LEAK, lacks=())


def danger_of(position: Position, part: FittedPart) -> CaseDanger | None:
    """What stands against energising the part that is fitted in a position now."""
    judged = [one for _, one in judged_in_order(part.part_spec, case_readings(part))]
    return course_of_judgements(judged, danger_before(position, part)).danger
