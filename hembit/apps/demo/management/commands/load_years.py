"""manage.py load_years: a shop after many years, from the demo, to measure in."""

from __future__ import annotations

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from hembit.apps.base.texts.letters import write_anew
from hembit.apps.demo.years import Size, Years
from hembit.apps.jobs.models import Job

_SIZE = {"machines": 5_000, "jobs": 20_000, "readings": 250_000, "photos": 100_000}


class Command(BaseCommand):
    """Multiply what the demo holds."""

    help = "Make the demo's record that of a large shop after many years, for benchmarks."

    def add_arguments(self, parser: ArgumentParser) -> None:
        for name, count in _SIZE.items():
            parser.add_argument(f"--{name}", type=int, default=count)

    def handle(self, *args: Any, **options: Any) -> None:
        if not Job.objects.exists():
            raise CommandError("There is nothing to copy yet: run manage.py load_demo first.")
        size = Size(**{name: options[name] for name in _SIZE})
        Years(size).load()
        write_anew()
        with connection.cursor() as cursor:
            cursor.execute("ANALYZE")
        self.stdout.write(
            f"{size.machines} machines, {size.jobs} jobs, {size.readings} readings and "
            f"{size.photos} photos (without their pictures) more."
        )
