"""Every kind of entry: what is sent, and how the log tells it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any

from pydantic import Field

from hembit.apps.jobs.entries.deciding import CauseNamedEntry, DecidedEntry, told_cause, told_decided
from hembit.apps.jobs.entries.fitting import (
    FeedCheckedEntry,
    FittedEntry,
    GatePassedEntry,
    told_feed,
    told_fitted,
    told_gate,
)
from hembit.apps.jobs.entries.points import PointsReadEntry, told_points
from hembit.apps.jobs.entries.preparing import LookedEntry, MeterCheckedEntry, told_looked, told_meter
from hembit.apps.jobs.entries.record import (
    ClosedEntry,
    HandedOverEntry,
    NotedEntry,
    ReopenedEntry,
    TookOverEntry,
    told_closed,
    told_took_over,
)
from hembit.apps.jobs.entries.safety import (
    CoverBackEntry,
    ProvedDeadEntry,
    SwitchedOffEntry,
    WentLiveEntry,
    told_proved_dead,
)
from hembit.apps.jobs.entries.swapped import SwappedEntry, told_swapped

AnyEntry = Annotated[
    ProvedDeadEntry
    | WentLiveEntry
    | SwitchedOffEntry
    | CoverBackEntry
    | MeterCheckedEntry
    | LookedEntry
    | PointsReadEntry
    | SwappedEntry
    | DecidedEntry
    | CauseNamedEntry
    | FittedEntry
    | FeedCheckedEntry
    | GatePassedEntry
    | NotedEntry
    | HandedOverEntry
    | TookOverEntry
    | ClosedEntry
    | ReopenedEntry,
    Field(discriminator="kind"),
]


def told_refused(data: dict[str, Any]) -> str:
    """One line for the log, of what a figure forbade."""
    figures = ", ".join(f"{name} {shown}" for name, shown in data["measured"].items())
    return f"Measured: {figures}. Refused: {data['answered']}"


_TOLD: dict[str, Callable[[dict[str, Any]], str]] = {
    "proved_dead": told_proved_dead,
    "went_live": lambda _: "Live",
    "switched_off": lambda _: "Switched off; not proved dead",
    "cover_back": lambda _: "Covers back on",
    "clock_set_back": lambda _: "The clock was set back: the proof of dead lapsed",
    "proof_lapsed": lambda data: str(data["why"]),
    "proof_refused": told_refused,
    "gate_refused": told_refused,
    "not_taken": told_refused,
    "meter_refused": told_refused,
    "meter_checked": told_meter,
    "looked": told_looked,
    "points_read": told_points,
    "swapped": told_swapped,
    "decided": told_decided,
    "cause_named": told_cause,
    "fitted": told_fitted,
    "feed_checked": told_feed,
    "gate_passed": told_gate,
    "noted": lambda data: str(data["text"]),
    "handed_over": lambda data: f"To hand over: {data['note']}",
    "took_over": told_took_over,
    "closed": told_closed,
    "reopened": lambda data: f"Reopened: {data['reason']}",
}


def told(kind: str, data: dict[str, Any]) -> str:
    """An entry as one line of the log."""
    return _TOLD[kind](data)
