"""manage.py invite_first_lead: print the word by which the first lead begins, where nobody has."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from hembit.apps.people.first_lead import invite


class Command(BaseCommand):
    """A new word; the one before is void."""

    help = "Print the word by which the first lead begins; nothing where somebody works here."

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(invite())
