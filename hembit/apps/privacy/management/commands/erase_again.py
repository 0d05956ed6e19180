"""manage.py erase_again: lines of the list of what was erased, on standard input."""

from __future__ import annotations

import sys
from typing import Any

from django.core.management.base import BaseCommand

from hembit.apps.privacy.again import erase_again


class Command(BaseCommand):
    """Erase again what was erased after a backup was made."""

    help = "Erase again what the lines on standard input name; say how many customers that were."

    def handle(self, *args: Any, **options: Any) -> None:
        lines = [one for one in sys.stdin.read().splitlines() if one.strip()]
        self.stdout.write(str(erase_again(lines)))
