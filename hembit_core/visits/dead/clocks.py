"""How much time has passed, by two clocks: one that people set, and one that nobody can.

A wall clock may be wrong, be put right, or be set on purpose. A clock that counts from the start of
the machine, its sleep included, only runs on; it knows nothing of the time before that start.
"""

from __future__ import annotations

from datetime import timedelta
from enum import StrEnum

from pydantic import AwareDatetime, Field

from hembit_core.model import Model

STEP = timedelta(seconds=5)
"""A wall clock that falls behind the other by more than this was set back [s]: no drift does that
within the hours that matter.
"""


class Ticks(Model):
    """A clock that nobody sets: which start of the machine it counts from, the seconds since [s]."""

    boot: str = Field(min_length=1, max_length=64)
    seconds: float


class Instant(Model):
    """A moment by both clocks; ``ticks`` are missing of what was written before they were kept."""

    wall: AwareDatetime
    ticks: Ticks | None = None


class Unknown(StrEnum):
    """Why nobody knows how much time has passed."""

    SET_BACK = "set_back"
    NEW_BOOT = "new_boot"


def elapsed(then: Instant, now: Instant) -> timedelta | Unknown:
    """The time from ``then`` to ``now``: the longer of what both clocks say.

    Unknown where the wall clock was set back by more than :data:`STEP` in between, and where the
    machine was started anew, so that nothing says whether it was.

    References
    ----------
    POSIX.1-2017, clock_gettime; Linux man-pages, clock_gettime(2): CLOCK_BOOTTIME counts sleep.
    """
    by_wall = now.wall - then.wall
    if then.ticks is None or now.ticks is None or then.ticks.boot != now.ticks.boot:
        return Unknown.SET_BACK if by_wall < -STEP else Unknown.NEW_BOOT
    by_ticks = timedelta(seconds=now.ticks.seconds - then.ticks.seconds)
    if by_ticks < timedelta(0):
        return Unknown.NEW_BOOT
    if by_wall < by_ticks - STEP:
        return Unknown.SET_BACK
    return max(by_wall, by_ticks)
