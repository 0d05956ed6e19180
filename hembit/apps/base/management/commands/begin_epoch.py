"""manage.py begin_epoch: after a restore nothing of the time that was lost proves anything."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from django.core.management.base import BaseCommand

from hembit.apps.base.records.sequence import begin_epoch


class Command(BaseCommand):
    """Begin a new epoch of the order of writing."""

    help = "Begin a new epoch of the order of writing, after a database was brought back."

    def handle(self, *args: Any, **options: Any) -> None:
        begin_epoch(datetime.now(UTC))
