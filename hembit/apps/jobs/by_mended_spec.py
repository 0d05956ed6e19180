"""A part's spec was mended since it was read: what was read comes to by the figures of now."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any
from uuid import UUID

from hembit.apps.checks.figures_digest import digest_of
from hembit.apps.checks.models import Check
from hembit.apps.jobs.findings import judged_by
from hembit_core import Judgement


def judged_by_mended(pairs: Iterable[tuple[Any, Any]]) -> dict[UUID, Judgement | None]:
    """For readings with the spec of what is in their position now: those by other figures, judged anew.

    The record keeps the verdict of that day. None where such a part has no such test.
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
