"""What kept readings say by the figures that hold now: judged anew where those are others than then.

The record keeps the verdict of its day.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from hembit.apps.checks.figures_digest import digest_of
from hembit.apps.checks.models import Check
from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import judgement_of
from hembit.apps.machines.models import FittedPart, SpecMended
from hembit_core import InputError, Judgement, judge
from hembit_core.conformity.states import Outcome, State
from hembit_core.families.registry import about, readings_of
from hembit_core.judging.measurand import Role
from hembit_core.judging.summary import figure_of
from hembit_core.notation import inside
from hembit_core.soundness.evidence import Evidence, evidence_of, evidence_of_judgement

Mended = Mapping[UUID, Judgement | None]
"""By their numbers, readings that were taken by other figures; None where there is no such test now."""


@dataclass(frozen=True)
class Now:
    """What a reading comes to by the figures that hold; ``headline`` where they are others."""

    state: State
    outcome: Outcome
    figure: str
    headline: str = ""


def judged_by(spec: Any, check: Check) -> Judgement | None:
    """What a reading says by the figures that hold for the part now.

    Where the part's spec was mended since, it is judged again under the conditions of its day; what
    was said that day stays on record. None where such a part has no such test: but what was read to
    the case was read, whatever it is.
    """
    if check.submission["spec"] == spec.model_dump(mode="json"):
        return judgement_of(check)
    kept = Submission.model_validate(check.submission)
    if kept.spec == spec:  # stored when a spec had fewer fields
        return judgement_of(check)
    if type(kept.reading) not in readings_of(type(spec)):
        role = about(kept.reading.measurand).role
        return judgement_of(check) if role in (Role.TO_CASE, Role.INSULATION) else None
    return judge(spec, kept.reading, kept.conditions, kept.rule)


def evidence_by(spec: Any, check: Check, judgement: Judgement) -> Evidence:
    """What a reading says of a part as evidence; by its ``judgement`` alone where the part has no such
    test any more, or what was typed cannot be read by the figures that hold now.
    """
    kept = Submission.model_validate(check.submission)
    if type(kept.reading) in readings_of(type(spec)):
        try:
            return evidence_of(spec, kept.reading, kept.conditions, judgement)
        except InputError:
            pass
    return evidence_of_judgement(spec, judgement)


def judged_by_mended(pairs: Iterable[tuple[Any, Any]]) -> Mended:
    """Readings with the spec of what is in their position now: those by other figures, judged anew."""
    digests: dict[int | None, bytes] = {}
    mended: dict[UUID, Any] = {}
    for reading, spec in pairs:
        position = reading.position_id
        if position not in digests:
            digests[position] = digest_of(spec.model_dump(mode="json"))
        if reading.figures_digest not in (None, digests[position]):
            mended[reading.pk] = spec
    kept = Check.objects.filter(pk__in=list(mended)).select_related("body") if mended else ()
    return {one.pk: judged_by(mended[one.pk], one) for one in kept}


def now_of(reading: Any, mended: Mended) -> Now | None:
    """What a reading comes to by the figures that hold; None where such a part has no such test."""
    if reading.pk not in mended:
        return Now(State(reading.state), Outcome(reading.outcome), reading.figure)
    judged = mended[reading.pk]
    if judged is None:
        return None
    return Now(judged.state, judged.outcome, figure_of(judged), judged.headline)


def now_told(reading: Any, mended: Mended, *, whole: bool = False) -> str:
    """The same in words, a word or the ``whole`` headline; empty where nothing was mended."""
    if reading.pk not in mended:
        return ""
    now = now_of(reading, mended)
    if now is None:
        return "such a part has no such test"
    return inside(now.headline) if whole else str(now.state)


def specs_at(parts: Mapping[int, FittedPart], sequence: int) -> dict[int, Any]:
    """The specs of parts, by their positions, as they stood at a place in the order of writing."""
    later = SpecMended.objects.filter(part__in=parts.values(), sequence__gt=sequence)
    stood = {one.part_id: one.spec for one in later.order_by("-sequence")}  # the first of them stays
    return {
        position: FittedPart(spec=stood.get(part.pk, part.spec)).part_spec
        for position, part in parts.items()
    }
