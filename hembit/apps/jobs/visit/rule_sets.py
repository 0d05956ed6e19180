"""Which of the shop's sets of rules holds in a job, and for a part in it."""

from __future__ import annotations

from hembit.apps.jobs.models import Job
from hembit.apps.machines.models import FittedPart, Position
from hembit.apps.rules.services import default_rules_beside, rules_of
from hembit_core.rules.values import Rules


def rule_set_of(
    job: Job, position: Position | None = None, part: FittedPart | None = None
) -> int | None:
    """The number of the set of rules that holds in a job, for a part in a position; None for the
    default one. What was said for the visit stands above the position's, that above the one of the
    part's spec in the library, and that above the machine's.
    """
    own = position.rule_set_id if position else None
    spec = part.revision.rule_set_id if part and part.revision else None
    return job.rule_set_id or own or spec or job.machine.rule_set_id


def rules_of_job(job: Job) -> Rules:
    """The shop's rules that hold for a job: its own, its machine's, or the default ones."""
    named = job.rule_set or job.machine.rule_set
    return rules_of(named) if named else default_rules_beside(job)
