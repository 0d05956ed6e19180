"""Dead or live in the course of a visit: a proof of dead holds until something ends it."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from enum import StrEnum
from typing import Literal

from pydantic import AwareDatetime

from hembit_core.errors import InputError
from hembit_core.families.registry import about
from hembit_core.model import Model
from hembit_core.rules.values import Rules, default_rules
from hembit_core.visits.dead.clocks import Instant, Ticks, Unknown, elapsed
from hembit_core.visits.dead.safety import Live, LoosePart, MachineState, ProvedDead


class Event(StrEnum):
    """What changes whether the machine is dead or live, or ends a proof."""

    PROVED_DEAD = "proved_dead"
    WENT_LIVE = "went_live"
    SWITCHED_OFF = "switched_off"
    LIVE_READING = "live_reading"
    HANDED_OVER = "handed_over"
    WAITED = "waited"
    COVER_BACK = "cover_back"
    VOLTS_SEEN = "volts_seen"
    """Where it should have been dead, the tester showed volts."""
    CLOCK_SET_BACK = "clock_set_back"
    PROOF_LAPSED = "proof_lapsed"
    """Somebody saw that a proof had lapsed, by its age or by a new start."""


class MachineEvent(Model):
    """An event with its place in the order of writing, the clocks then, and who did it.

    ``ticks`` are those of a clock that nobody sets; missing in records of before they were kept.
    ``lapsed_at`` is when a proof had lapsed that somebody saw lapsed, and ``why`` says why.
    """

    event: Event
    sequence: int
    at: AwareDatetime
    by: str
    ticks: Ticks | None = None
    lapsed_at: AwareDatetime | None = None
    why: str = ""


_LAPSED = {
    Event.SWITCHED_OFF: "{by} switched it off, and nobody has proved it dead since",
    Event.LIVE_READING: "{by} took a live reading",
    Event.HANDED_OVER: "{by} took the job over",
    Event.WAITED: "There was a wait: something may have come on meanwhile",
    Event.COVER_BACK: "The covers went back on",
    Event.VOLTS_SEEN: "{by} read volts where it should be dead",
    Event.CLOCK_SET_BACK: "The clock was set back, so the age of the proof is not known",
    Event.PROOF_LAPSED: "The proof of dead lapsed",
}
_AGAIN = ". Prove it dead again."
_NEW_BOOT = "The machine that keeps the records was started anew: the age of the proof is not known"


class MachineNow(Model):
    """Dead or live now. ``lapsed`` says why, and since when, a proof does not hold any more.

    ``to_note`` is what was seen here and is not among the events yet: whoever keeps them writes it
    down, with ``lapsed_at``, so that no clock brings the proof back.
    """

    state: Literal["proved_dead", "live", "not_proved"]
    proof: ProvedDead | None = None
    live: Live | None = None
    lapses_at: AwareDatetime | None = None
    lapsed: str = ""
    lapsed_at: AwareDatetime | None = None
    to_note: Event | None = None

    @property
    def why(self) -> str:
        """Why a proof does not hold any more, without what to do about it."""
        return self.lapsed.removesuffix(_AGAIN)


def machine_now(
    events: Iterable[MachineEvent],
    now: Instant,
    person: str,
    made: AwareDatetime | None = None,
    rules: Rules | None = None,
) -> MachineNow:
    """The machine's state for ``person`` at ``now``; for what was ``made`` before, as old as it is.

    A proof of dead is one person's: it holds for whoever made it, and lapses on
    hand-over, on a wait, when a cover goes back, on any live reading, and after the
    shop's limit [min]. "Live" holds until the machine is switched off or proved dead.

    Events follow each other as they were written, whatever the clock said: one that was set
    back must not bring a proof back. The age of a proof is the longer of what the wall clock and one
    that nobody sets say (:func:`hembit_core.visits.dead.clocks.elapsed`). Where the wall clock was set
    back since, ``now`` lies before something after the proof, or the machine was started anew, nobody
    knows its age, and it lapses. A lapse that was written down stands, but for what was made before
    it.

    References
    ----------
    Good practice after EN 50110-1, 6.2 (dead working).
    """
    state = MachineNow(state="not_proved")
    made = made or now.wall
    latest = now.wall
    proved = now
    for event in sorted(events, key=lambda one: one.sequence):
        if event.event is Event.PROVED_DEAD:
            latest, proved = event.at, Instant(wall=event.at, ticks=event.ticks)
        latest = max(latest, event.at)
        if event.lapsed_at is None or made >= event.lapsed_at:
            state = _after(state, event)
    if state.proof is None:
        return state
    age = elapsed(proved, now)
    if latest > now.wall or age is Unknown.SET_BACK:
        return _seen(Event.CLOCK_SET_BACK, _LAPSED[Event.CLOCK_SET_BACK], now.wall)
    if age is Unknown.NEW_BOOT:
        return _seen(Event.PROOF_LAPSED, _NEW_BOOT, now.wall)
    assert not isinstance(age, Unknown)
    holds = timedelta(minutes=(rules or default_rules()).proof_of_dead_minutes)
    lapses_at = now.wall + (holds - age)
    if made < state.proof.at:
        return _lapsed("This was done before the machine was proved dead", now.wall)
    if made > lapses_at:
        minutes = holds // timedelta(minutes=1)
        why = f"The proof of dead by {state.proof.by} is older than {minutes} min"
        return _seen(Event.PROOF_LAPSED, why, lapses_at)
    if state.proof.by != person:
        return _lapsed(
            f"{state.proof.by} proved it dead, and a proof lapses on hand-over to {person}", now.wall
        )
    return state.model_copy(update={"lapses_at": lapses_at})


def _after(state: MachineNow, event: MachineEvent) -> MachineNow:
    if event.event is Event.PROVED_DEAD:
        return MachineNow(state="proved_dead", proof=ProvedDead(by=event.by, at=event.at))
    if event.event is Event.WENT_LIVE:
        return MachineNow(state="live", live=Live(since=event.at))
    if state.state == "live" and event.event is not Event.SWITCHED_OFF:
        return state
    if state.state == "not_proved" and event.event is not Event.SWITCHED_OFF:
        return state
    why = event.why or _LAPSED[event.event].format(by=event.by)
    return _lapsed(why, event.lapsed_at or event.at)


def _seen(event: Event, why: str, at: datetime) -> MachineNow:
    """A lapse that is to be written down."""
    return _lapsed(why, at).model_copy(update={"to_note": event})


def _lapsed(why: str, at: datetime) -> MachineNow:
    return MachineNow(state="not_proved", lapsed=f"{why}{_AGAIN}", lapsed_at=at)


def stated_of(now: MachineNow, measurand: str, *, loose: bool) -> MachineState:
    """What a reading of ``measurand`` is kept under: dead or live, as it is known now.

    A ``loose`` part needs no proof. Whether the reading is admitted under it is for
    :func:`hembit_core.visits.dead.safety.admit` alone to say.

    Raises
    ------
    InputError
        If the machine must be dead for it and nothing is known: nobody proved it, or the proof
        lapsed.
    """
    needed = about(measurand).dead_or_live
    if needed == "live":
        return now.live or LoosePart()
    if not loose and now.state == "proved_dead" and now.proof is not None:
        return now.proof
    if loose or needed == "either":
        return LoosePart()
    if now.live is not None:
        return now.live
    why = now.lapsed or "Nobody has proved this machine dead yet."
    raise InputError(f"{why} Ohms on a fitted part come after the proof.").at("dead_or_live")
