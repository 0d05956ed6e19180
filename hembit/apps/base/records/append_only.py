"""Rows that are written once and stay as they are: readings, findings, what was done."""

from __future__ import annotations

from typing import Any

from django.db import models

from hembit.apps.base.records.sequence import InSequence


class AppendOnlyError(Exception):
    """A record cannot be changed or removed."""


class WrittenOnce(models.Model):
    """A model whose rows are added, and never edited or removed."""

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Add the row.

        Raises
        ------
        AppendOnlyError
            If it is there already.
        """
        if not self._state.adding:
            raise AppendOnlyError("A record is never edited; a new one supersedes it.")
        kwargs["force_insert"] = True
        super().save(*args, **kwargs)

    def delete(self, *args: Any, **kwargs: Any) -> Any:
        """Never: AppendOnlyError."""
        raise AppendOnlyError("A record is never removed.")


class AppendOnly(WrittenOnce, InSequence):
    """One whose rows know their place in the order of writing as well."""

    class Meta:
        abstract = True
