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
from hembit_core.rules import Rules, default_rules
from hembit_core.safety import Live, LoosePart, MachineState, ProvedDead


class Event(StrEnum):
    """What changes whether the machine is dead or live, or ends a proof."""

    PROVED_DEAD = "proved_dead"
    WENT_LIVE = "went_live"
    SWITCHED_OFF = "switched_off"
    LIVE_READING = "live_reading"
    HANDED_OVER = "handed_over"
    WAITED = "waited"
    COVER_BACK = "cover_back"
    CLOCK_SET_BACK = "clock_set_back"


class MachineEvent(Model):
    """An event with its place in the order of writing, the clock then, and who did it."""

    event: Event
    sequence: int
    at: AwareDatetime
    by: str


_LAPSED = {
    Event.SWITCHED_OFF: "{by} switched it off, and nobody has proved it dead since",
    Event.LIVE_READING: "{by} took a live reading",
    Event.HANDED_OVER: "{by} took the job over",
    Event.WAITED: "There was a wait: something may have come on meanwhile",
    Event.COVER_BACK: "The covers went back on",
    Event.CLOCK_SET_BACK: "The clock was set back, so the age of the proof is not known",
}


class MachineNow(Model):
    """Dead or live now. ``lapsed`` says why, and since when, a proof does not hold any more.

    ``clock_is_behind`` the proof: whoever keeps the events writes down that it was set back, so
    that the proof does not come back with the clock.
    """

    state: Literal["proved_dead", "live", "not_proved"]
    proof: ProvedDead | None = None
    live: Live | None = None
    lapses_at: AwareDatetime | None = None
    lapsed: str = ""
    lapsed_at: AwareDatetime | None = None
    clock_is_behind: bool = False


def machine_now(
    events: Iterable[MachineEvent],
    now: AwareDatetime,
    person: str,
    made: AwareDatetime | None = None,
    rules: Rules | None = None,
) -> MachineNow:
    """The machine's state for ``person`` at ``now``; for what was ``made`` before, as old as it is.

    A proof of dead is one person's: it holds for whoever made it, and lapses on
    hand-over, on a wait, when a cover goes back, on any live reading, and after the
    shop's limit [min]. "Live" holds until the machine is switched off or proved dead.

    Events follow each other as they were written, whatever the clock said: one that was set
    back must not bring a proof back. Where ``now`` lies before the proof, or before something
    after it, nobody knows how old the proof is, and it lapses.

    References
    ----------
    Good practice after EN 50110-1, 6.2 (dead working).
    """
    state = MachineNow(state="not_proved")
    latest = now
    for event in sorted(events, key=lambda one: one.sequence):
        state = _after(state, event)
        latest = event.at if event.event is Event.PROVED_DEAD else max(latest, event.at)
    if state.proof is None:
        return state
    if latest > now:
        behind = _lapsed(_LAPSED[Event.CLOCK_SET_BACK], now)
        return behind.model_copy(update={"clock_is_behind": True})
    holds = (rules or default_rules()).proof_of_dead_minutes
    lapses_at = state.proof.at + timedelta(minutes=holds)
    made = made or now
    if made < state.proof.at:
        return _lapsed("This was done before the machine was proved dead", now)
    if made > lapses_at:
        return _lapsed(
            f"The proof of dead by {state.proof.by} is older than {holds} min",
            lapses_at,
        )
    if state.proof.by != person:
        return _lapsed(
            f"{state.proof.by} proved it dead, and a proof lapses on hand-over to {person}", now
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
    return _lapsed(_LAPSED[event.event].format(by=event.by), event.at)


def _lapsed(why: str, at: datetime) -> MachineNow:
    return MachineNow(state="not_proved", lapsed=f"{why}. Prove it dead again.", lapsed_at=at)


def stated_of(now: MachineNow, measurand: str, *, loose: bool) -> MachineState:
    """What a reading of ``measurand`` is kept under: dead or live, as it is known now.

    A ``loose`` part needs no proof. Whether the reading is admitted under it is for
    :func:`hembit_core.safety.admit` alone to say.

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
