"""Kept checks. Append-only: what was judged that day stays as it was."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from hembit.apps.base.append_only import AppendOnly


class Check(AppendOnly):
    """One kept check: what was submitted, what was judged, by which core."""

    id = models.UUIDField(primary_key=True, editable=False)
    label = models.CharField(max_length=120)
    kept_at = models.DateTimeField(db_index=True)
    kept_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.PROTECT, null=True, related_name="+", editable=False
    )
    core_version = models.CharField(max_length=20)
    state = models.CharField(max_length=20)
    outcome = models.CharField(max_length=12)
    title = models.CharField(max_length=80)
    figure = models.CharField(max_length=80)
    submission = models.JSONField()
    judgement = models.JSONField()

    class Meta:
        ordering = ["-kept_at", "id"]

    def __str__(self) -> str:
        return f"{self.label}: {self.state}"
