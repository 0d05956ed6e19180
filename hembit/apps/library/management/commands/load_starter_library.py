"""manage.py load_starter_library: what a shop's library begins with."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand
from django.db import transaction

from hembit.apps.library.starter import load_starter


class Command(BaseCommand):
    """Add what ships, to a library that is empty. A second time changes nothing."""

    help = "Fill an empty library with the usual specs that ship."

    def handle(self, *args: Any, **options: Any) -> None:
        with transaction.atomic():
            added = load_starter()
        self.stdout.write(f"{added} specs added.")
