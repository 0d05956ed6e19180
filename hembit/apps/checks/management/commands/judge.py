"""manage.py judge: a check sheet, or a CSV of readings of one part, without the web."""

from __future__ import annotations

import argparse
import sys
from typing import Any, TextIO, cast

from django.core.management.base import BaseCommand

from hembit_core.sheets import command


class Command(BaseCommand):
    """Judge a file. The exit status says how it went."""

    help = command.HELP
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        command.add_arguments(parser)

    def handle(self, *args: Any, **options: Any) -> None:
        sys.exit(command.judge_file(options, cast(TextIO, self.stdout), cast(TextIO, self.stderr)))
