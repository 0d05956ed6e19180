"""Kept checks. Append-only: what was judged that day stays as it was."""

from __future__ import annotations

from typing import Any

from django.db import models


class AppendOnlyError(Exception):
    """A kept check cannot be changed or removed."""


class Check(models.Model):
    """One kept check: what was submitted, what was judged, by which core."""

    id = models.UUIDField(primary_key=True, editable=False)
    label = models.CharField(max_length=120)
    kept_at = models.DateTimeField(db_index=True)
    core_version = models.CharField(max_length=20)
    state = models.CharField(max_length=20)
    outcome = models.CharField(max_length=12)
    summary = models.CharField(max_length=80)
    submission = models.JSONField()
    judgement = models.JSONField()

    class Meta:
        ordering = ["-kept_at", "id"]

    def __str__(self) -> str:
        return f"{self.label}: {self.state}"

    def save(self, *args: Any, **kwargs: Any) -> None:
        if not self._state.adding:
            raise AppendOnlyError("A kept check is never edited; a new one supersedes it.")
        kwargs["force_insert"] = True
        super().save(*args, **kwargs)

    def delete(self, *args: Any, **kwargs: Any) -> Any:
        raise AppendOnlyError("A kept check is never removed.")
