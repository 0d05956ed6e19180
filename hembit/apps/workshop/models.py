"""The workshop itself: its name, where it is, how it writes a day, what feeds its machines."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from hembit.apps.base.audit import audited
from hembit_core.families.supply.spec import SupplySystem

THE_ONE = 1


def zone_here() -> str:
    """This machine's zone, until a lead says another."""
    return str(settings.TIME_ZONE)


@audited
class Workshop(models.Model):
    """One row: the workshop's details as they stand on the customer's page and are taken for granted.

    ``altitude`` [m] is that of the bench; ``lock_after`` [min] says when a screen that nobody touches
    locks, null for never. ``begun`` says that a lead went through the first day's page.
    """

    id = models.PositiveSmallIntegerField(primary_key=True, default=THE_ONE, editable=False)
    name = models.CharField(max_length=80, default="Workshop")
    address = models.CharField(max_length=400, blank=True)
    time_zone = models.CharField(max_length=64, default=zone_here)
    locale = models.CharField(max_length=16, default="en-GB")
    supply_system = models.CharField(max_length=40, default=SupplySystem.SINGLE_PHASE_230.value)
    altitude = models.CharField(max_length=20, null=True)
    lock_after = models.PositiveSmallIntegerField(null=True)
    begun = models.BooleanField(default=False)

    def __str__(self) -> str:
        return self.name
