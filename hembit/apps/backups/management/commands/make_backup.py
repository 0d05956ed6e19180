"""manage.py make_backup: make a backup now, or tonight's where it is still to be made."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.utils import timezone

from hembit.apps.backups.services import BeingMade, backups_folder, is_due, make, tidy


class Command(BaseCommand):
    """Say where it is, or why there is none."""

    help = "Make a backup of all of the shop."

    def add_arguments(self, parser: Any) -> None:
        """Whether it is tonight's."""
        parser.add_argument(
            "--nightly", action="store_true", help="tonight's, if it is still to be made"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        if options["nightly"] and not is_due(timezone.now()):
            tidy()
            return
        try:
            row = make(nightly=options["nightly"])
        except BeingMade as error:
            raise CommandError(str(error)) from None
        if row.error:
            raise CommandError(f"The backup failed: {row.error}")
        self.stdout.write(str(backups_folder() / row.file))
        if row.copied_to:
            self.stdout.write(row.copied_to)
