"""The server's clock that nobody sets: it counts from the machine's start, and its sleep with it."""

from __future__ import annotations

import time
from datetime import datetime, timedelta
from functools import cache
from pathlib import Path
from typing import Any
from uuid import uuid4

from django.db import models

from hembit_core.visits.dead.clocks import Instant, Ticks

_BOOT = Path("/proc/sys/kernel/random/boot_id")


@cache
def _boot() -> str:
    """Which start of the machine this is; of this program, where the system does not say."""
    try:
        return _BOOT.read_text("ascii").strip()
    except OSError:
        return uuid4().hex


def _seconds() -> float:
    clock = getattr(time, "CLOCK_BOOTTIME", None)
    return time.monotonic() if clock is None else time.clock_gettime(clock)


def ticks() -> Ticks:
    """What the clock that nobody sets says now."""
    return Ticks(boot=_boot(), seconds=_seconds())


class Ticked(models.Model):
    """A row that knows when it was made by a clock that nobody sets.

    ``boot`` is missing of what was written before that was kept, or made before this start. (SQLite
    adds a column in place, and keeps the triggers of a table, only where it may be null.)
    """

    boot = models.CharField(max_length=64, null=True, editable=False)
    ticks = models.FloatField(null=True, editable=False)

    class Meta:
        abstract = True


def ticked(at: Instant) -> dict[str, Any]:
    """The fields of :class:`Ticked` for something made at ``at``."""
    return {"boot": at.ticks and at.ticks.boot, "ticks": at.ticks and at.ticks.seconds}


def ticks_of(boot: str | None, seconds: float | None) -> Ticks | None:
    """The ticks of such a row; None where they were not kept."""
    return Ticks(boot=boot, seconds=seconds) if boot and seconds is not None else None


def instant(now: datetime, age: timedelta = timedelta(0)) -> Instant:
    """A moment ``age`` before ``now``, by both clocks.

    What was made before the machine was started has no ticks of this start.
    """
    here = ticks()
    seconds = here.seconds - age.total_seconds()
    made = here.model_copy(update={"seconds": seconds}) if seconds >= 0 else None
    return Instant(wall=now - age, ticks=made)
