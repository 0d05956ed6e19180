"""What a kept reading says by the figures that hold for its part now."""

from __future__ import annotations

from typing import Any

from hembit.apps.checks.models import Check
from hembit.apps.checks.schemas import Submission
from hembit.apps.checks.services import judgement_of
from hembit_core import Judgement, judge
from hembit_core.families.registry import about, readings_of
from hembit_core.judging.measurand import Role


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
