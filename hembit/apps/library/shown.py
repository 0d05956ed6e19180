"""A spec as it is shown, with its revisions."""

from __future__ import annotations

from hembit.apps.library.finding import standing_of, with_waiting
from hembit.apps.library.models import Revision, Spec
from hembit.apps.library.schemas import SpecOut, SpecRevisionOut, SpecSummary
from hembit_core.judge import describe
from hembit_core.library.source import source_told


def spec_out(spec: Spec) -> SpecOut:
    """A spec as it is shown, whole."""
    shown = tuple(_revision_out(one) for one in spec.revisions.select_related("by", "settled__by"))
    summary = SpecSummary.model_validate(with_waiting().get(pk=spec.pk))
    current = next(one for one in shown if one.id == spec.current_id)
    return SpecOut(**summary.model_dump(), current=current, revisions=shown)


def _revision_out(one: Revision) -> SpecRevisionOut:
    entry = one.entry
    settled = getattr(one, "settled", None)
    return SpecRevisionOut.model_validate(
        {
            "id": one.pk,
            "number": one.number,
            "entry": entry,
            "described": describe(entry.spec),
            "source": source_told(entry.source),
            "rule_set": one.rule_set_id,
            "standing": standing_of(one),
            "job_number": one.job_number,
            "why": one.why,
            "at": one.at,
            "by": one.by.name if one.by else "came with Hembit",
            "settled_by": settled.by.name if settled else "",
            "settled_because": settled.why if settled else "",
        }
    )
