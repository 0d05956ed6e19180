"""Before measuring: meter and leads, and the look."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints

from hembit.apps.jobs.entries.base import EntryIn, figures_of, with_unit
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.typed import PartKey, Reason
from hembit.apps.jobs.visit.dead_or_live import require_dead
from hembit.apps.jobs.visit.findings import refresh_finding
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.jobs.visit.overtaken import overtaken_by
from hembit.apps.lists.services import own_inspections
from hembit.apps.shop.bench import find_leads, write_zero
from hembit.apps.shop.services import find_meter
from hembit_core.errors import InputError
from hembit_core.measuring.display import Function
from hembit_core.visits.dead.meter_check import MeterCheck, check_meter
from hembit_core.visits.looking import check_seen, labels_of, observations_in
from hembit_core.visits.route import MACHINE, SUPPLY

Seen = Annotated[str, StringConstraints(max_length=40)]


class MeterCheckedEntry(EntryIn):
    """The meter by its number, the set of leads by its own, and what it showed shorted and open."""

    kind: Literal["meter_checked"] = "meter_checked"
    meter: int | None = None
    leads: int | None = None
    check: MeterCheck

    def measured(self) -> tuple[str, dict[str, str]]:
        """What the shorted leads showed."""
        return "meter_refused", figures_of(Function.RESISTANCE, {"leads shorted": self.check.shorted})

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Refuse a meter that cannot be trusted; the next readings start with this one."""
        try:
            meter = find_meter(self.meter)
        except InputError as error:
            raise error.at("meter") from None
        try:
            check_meter(self.check, moment.visit.rules)
        except InputError as error:
            raise error.at(f"check.{error.field}") from None
        leads = None if self.leads is None else find_leads(self.leads)
        if leads:
            write_zero(leads, self.meter, self.check.shorted, moment.person, moment.now)
        job = moment.visit.job
        conditions = {**job.conditions, "meter": self.meter}
        Job.objects.filter(pk=job.pk).update(conditions=conditions)
        return self.data() | {
            "meter_name": meter.name,
            "leads_name": leads.name if leads else "",
            "held_against": [one.told(meter.name) for one in meter.doubts],
        }


def told_meter(data: dict[str, Any]) -> str:
    """One line for the log."""
    leads = "taken off by REL" if data["check"]["leads_nulled"] else "counted"
    shorted = with_unit(data["check"]["shorted"], "Ω")
    name = f"{data['leads_name']}, " if data.get("leads_name") else "leads "
    against = "".join(f". {one}" for one in data.get("held_against", ()))
    return f"{data['meter_name']}: {name}shorted {shorted} ({leads}), open OL, battery good{against}"


class LookedEntry(EntryIn):
    """What was seen on a part, or on the machine as a whole."""

    kind: Literal["looked"] = "looked"
    part: PartKey
    seen: tuple[Seen, ...] = Field(min_length=1, max_length=20)
    note: Reason = ""

    def hands(self, moment: Moment) -> str:
        """What sits behind a panel is looked at with the cover off."""
        position = None if self.part == SUPPLY else moment.visit.position(self.part)
        return "open the panel and look" if position and position.behind_panel else ""

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Check the words against the kind of part; what was seen counts in its finding."""
        if self.part not in (SUPPLY, MACHINE):
            job, sent = moment.visit.job, self.sent
            require_dead(job, moment.person, moment.now, sent, "look at the part", proved=False)
        if self.part == SUPPLY:
            raise InputError("A supply is measured, not looked at. Choose a part.").at("part")
        spec = None if self.part == MACHINE else moment.visit.spec(self.part)
        own = own_inspections()
        check_seen(MACHINE if spec is None else spec.kind, self.seen, own)
        # In the words of that day, and as they counted then: a shop's own list may change.
        return self.data() | {
            "labels": labels_of(self.seen, own),
            "observations": observations_in(self.seen, own),
        }

    def voided_by(self, moment: Moment) -> str:
        """What was seen on a part that was taken out meanwhile is none of the new one's."""
        return "" if self.part == MACHINE else overtaken_by(moment, self.sent, self.part)

    def afterwards(self, moment: Moment, data: dict[str, Any]) -> None:
        """What was seen may change what the evidence says."""
        position = moment.visit.position(self.part)
        if position:
            refresh_finding(moment.visit.job, position, moment.person, moment.now)


def told_looked(data: dict[str, Any]) -> str:
    """One line for the log."""
    note = f" — {data['note']}" if data["note"] else ""
    return f"Looked: {', '.join(data.get('labels') or labels_of(data['seen']))}{note}"
