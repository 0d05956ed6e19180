"""Isolation and energising: proved dead, live, switched off, covers back."""

from __future__ import annotations

from typing import Any, Literal

from hembit.apps.jobs.entries.base import EntryIn, figures_of, with_unit
from hembit.apps.jobs.follow_ups import bypassed_safety_device
from hembit.apps.jobs.visit.dead_or_live import came_too_late
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.jobs.visit.route import done_of, route_parts
from hembit.apps.shop.services import find_meter
from hembit_core.errors import InputError
from hembit_core.measuring.display import Function
from hembit_core.visits.dead.category import check_rated
from hembit_core.visits.dead.machine_state import Event
from hembit_core.visits.dead.proving import Isolation, prove_dead


class ProvedDeadEntry(EntryIn):
    """What was switched off and secured, and the proving readings of every pair."""

    kind: Literal["proved_dead"] = "proved_dead"
    isolation: Isolation

    def measured(self) -> tuple[str, dict[str, str]]:
        """What the tester showed between each pair."""
        return "proof_refused", figures_of(Function.VOLTAGE, self.isolation.readings)

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Only what proves it dead is stored as a proof."""
        try:
            prove_dead(moment.visit.supply, self.isolation, moment.visit.rules)
        except InputError as error:
            raise error.at(f"isolation.{error.field}") from None
        return self.data()

    def voided_by(self, moment: Moment) -> str:
        """A proof is of the machine as it was: whatever changed it since, it proves nothing."""
        return came_too_late(moment.visit.job, moment.person, self.sent, moment.now, tuple(Event))


def told_proved_dead(data: dict[str, Any]) -> str:
    """One line for the log."""
    given = data["isolation"]
    secured = "locked" if given["locked"] else f"not locked: {given['not_locked_because']}"
    drained = ", drained" if given["drained"] else ""
    discharged = ", discharged" if given["discharged"] else ""
    pairs = ", ".join(f"{pair} {with_unit(shown, 'V')}" for pair, shown in given["readings"].items())
    off = ", ".join(given["switched_off"])
    return f"Proved dead. Off: {off}; {secured}{drained}{discharged}. {pairs}; tester proved"


class WentLiveEntry(EntryIn):
    """The person states that the machine is live."""

    kind: Literal["went_live"] = "went_live"

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Not with a leaking part or a bypassed safety device, nor past the gate after a fitting."""
        _check_meter_in_hand(moment.visit)
        parts, done = route_parts(moment.visit), done_of(moment.visit)
        for part in parts:
            if part.must_stay_dead:
                raise InputError(f"{part.why_dead}.").at("dead_or_live")
        bypassed = bypassed_safety_device(moment.visit.job.machine_id)
        if bypassed:
            raise InputError(
                f"{bypassed} is a safety device, and a bypass of it is still open. Take it out, and "
                "end that follow-up, first."
            ).at("dead_or_live")
        if any(part.fitted for part in parts) and not done.gate_passed:
            raise InputError(
                "A part was fitted: pass the gate before energising first (protective conductor, "
                "insulation, nothing left in, covers on)."
            ).at("dead_or_live")
        return self.data()


def _check_meter_in_hand(visit: Visit) -> None:
    """The meter checked for this job, or read with last, is rated for what feeds the machine."""
    checked = visit.last("meter_checked")
    meter = checked.data["meter"] if checked else visit.job.conditions.get("meter")
    try:
        check_rated(find_meter(meter), visit.supply)
    except InputError as error:
        raise error.at("dead_or_live") from None


class SwitchedOffEntry(EntryIn):
    """Made dead, from wherever one was. Accepted always; it proves nothing yet."""

    kind: Literal["switched_off"] = "switched_off"

    def voided_by(self, moment: Moment) -> str:
        """Not what somebody stated live meanwhile."""
        job = moment.visit.job
        return came_too_late(job, moment.person, self.sent, moment.now, (Event.WENT_LIVE,))


class CoverBackEntry(EntryIn):
    """The covers went back on: a proof of dead lapses."""

    kind: Literal["cover_back"] = "cover_back"
