"""A part's spec was mended since it was read: what was read comes to by the figures of now."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from hembit.apps.checks.figures_digest import digest_of
from hembit.apps.checks.models import Check
from hembit.apps.jobs.visit.judged_now import judged_by
from hembit.apps.machines.models import FittedPart, SpecMended
from hembit_core import Judgement
from hembit_core.conformity.states import Outcome, State
from hembit_core.judging.summary import figure_of
from hembit_core.notation import inside

Mended = Mapping[UUID, Judgement | None]
"""By their numbers, readings that were taken by other figures; None where there is no such test now."""


@dataclass(frozen=True)
class Now:
    """What a reading comes to by the figures that hold; ``headline`` where they are others."""

    state: State
    outcome: Outcome
    figure: str
    headline: str = ""


def judged_by_mended(pairs: Iterable[tuple[Any, Any]]) -> Mended:
    """For readings with the spec of what is in their position now: those by other figures, judged anew.

    The record keeps the verdict of that day.
    """
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
