"""What was overtaken by an exchange: made of the part before, or of the machine as it was with that.

It lay in an outbox meanwhile, or was sent from a page that had not seen the exchange yet.
"""

from __future__ import annotations

from datetime import datetime

from hembit.apps.base.records.sent import Sent, made_at
from hembit.apps.jobs.models import Entry
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.people.models import Person
from hembit_core.errors import InputError


def exchanged_meanwhile(
    visit: Visit, person: Person, sent: Sent | None, now: datetime, part: str = ""
) -> Entry | None:
    """The last exchange of a part or of what it is made of, or of any, that the sender did not know of.

    What the sender exchanged before, with that still in the outbox, the sender knew. An exchange in
    another job of the machine counts as well. Where nobody knows what was seen, what is later counts.
    """
    if sent is None:
        return None
    made = made_at(sent, now)
    fitted = Entry.objects.filter(job__machine=visit.job.machine_id, kind="fitted", void="")
    fitted = fitted.filter(sequence__gt=sent.seen) if sent.seen else fitted.filter(at__gt=made)
    if part:
        parts = (part, *visit.made_of(part)) if visit.position(part) else ()
        fitted = fitted.filter(position__in=[int(one) for one in parts])
    fitted = fitted.exclude(by=person, at__lte=made)
    return fitted.order_by("-sequence").first()


def overtaken_by(moment: Moment, sent: Sent | None, part: str = "") -> str:
    """Why an entry says nothing of what is there now; empty where it does."""
    fitted = exchanged_meanwhile(moment.visit, moment.person, sent, moment.now, part)
    return f"it came after {fitted.by_name} fitted a part" if fitted else ""


def refuse_of_part_before(
    visit: Visit, person: Person, sent: Sent | None, now: datetime, part: str
) -> None:
    """What would be kept of the new part, though it was of the old one, is not.

    Raises
    ------
    InputError
        If the part was exchanged meanwhile.
    """
    fitted = exchanged_meanwhile(visit, person, sent, now, part)
    if fitted:
        raise InputError(
            f"{fitted.by_name} fitted another part here before this came: it is of the one that was "
            "taken out, and is not stored. Take it again of the part that is there now, or note it."
        ).at("part")
