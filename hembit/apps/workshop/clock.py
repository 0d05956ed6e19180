"""The workshop's clock: its days are those of its own zone, whatever this machine's is."""

from __future__ import annotations

from datetime import date, datetime
from zoneinfo import ZoneInfo

from django.utils import timezone

from hembit.apps.workshop.services import workshop


def zone() -> ZoneInfo:
    """The workshop's time zone."""
    return ZoneInfo(workshop().time_zone)


def day_here(at: datetime | None = None) -> date:
    """Which day it is in the workshop, now or ``at`` a time."""
    return timezone.localdate(at, zone())
