"""Backups: how they are made, and which were."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from hembit.apps.base.audit import audited
from hembit.apps.base.records.append_only import AppendOnly

THE_ONE = 1


@audited
class BackupPlan(models.Model):
    """One row: where copies go, how many stay, when the nightly one is made, what it is sealed with.

    ``target`` is a folder on another disk or host, empty while there is none. ``recipient`` seals,
    ``identity`` opens, itself sealed by the passphrase (age, base64); both empty where none is sealed.
    """

    id = models.PositiveSmallIntegerField(primary_key=True, default=THE_ONE, editable=False)
    target = models.CharField(max_length=400, blank=True)
    keep = models.PositiveSmallIntegerField(default=14)
    at_hour = models.PositiveSmallIntegerField(default=3)
    recipient = models.CharField(max_length=120, blank=True)
    identity = models.TextField(blank=True)

    def __str__(self) -> str:
        return self.target or "on this disk alone"


class BackupMade(AppendOnly):
    """A backup that was made, or failed: ``error`` says why; ``copied_to`` is where its copy is."""

    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+")
    nightly = models.BooleanField(default=False)
    file = models.CharField(max_length=120, blank=True)
    size = models.BigIntegerField(default=0)
    sealed = models.BooleanField(default=False)
    copied_to = models.CharField(max_length=520, blank=True)
    error = models.CharField(max_length=400, blank=True)

    class Meta:
        ordering = ["-sequence"]

    def __str__(self) -> str:
        return self.file or self.error
