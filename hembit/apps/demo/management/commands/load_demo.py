"""manage.py load_demo: the workshop on Skerrow, judged by the core as it is loaded."""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from hembit.apps.checks.schemas import CheckIn
from hembit.apps.checks.services import find_check, keep
from hembit.apps.demo.circuits import load_circuits
from hembit.apps.demo.instruments import load_instruments
from hembit.apps.demo.lists import load_lists
from hembit.apps.demo.rules import load_rules
from hembit.apps.demo.workshop import load_jobs, load_machines, load_people
from hembit.apps.people.models import Person
from hembit.apps.workshop.services import save_workshop

DATA = Path(__file__).resolve().parents[2] / "data"


class Command(BaseCommand):
    """Load people, meters, kept checks, machines and jobs. Loading twice changes nothing."""

    help = "Load the demo workshop: two people, their instruments, kept checks, machines and six jobs."

    def handle(self, *args: Any, **options: Any) -> None:
        load_details()
        checks = json.loads((DATA / "checks.json").read_text("utf-8"))["checks"]
        now = timezone.now()
        people = load_people()
        meters = load_instruments()
        stored = sum(_keep(one, meters, people, now) for one in checks)
        load_machines()
        load_rules()
        load_lists()
        machines = load_machines()
        load_circuits(machines, people["Maud Fennick"])
        jobs = load_jobs(machines, people, meters["Bench meter 2"])
        self.stdout.write(
            f"Demo data: {len(people)} people, {len(meters)} instruments, {stored} checks, "
            f"{len(machines)} machines, {jobs} jobs stored."
        )


def load_details() -> None:
    """Say the demo workshop's details."""
    save_workshop(**json.loads((DATA / "details.json").read_text("utf-8")), begun=True)


def _keep(
    one: dict[str, Any], meters: dict[str, int], people: dict[str, Person], now: datetime
) -> bool:
    kept_at = now - timedelta(minutes=one.pop("minutes_ago"))
    stated = one["dead_or_live"]
    if stated["state"] == "proved_dead":
        stated["at"] = kept_at - timedelta(minutes=9)
    elif stated["state"] == "live":
        stated["since"] = kept_at - timedelta(minutes=2)
    one["conditions"]["meter"] = meters[one.pop("meter")]
    check = CheckIn.model_validate(one)
    if find_check(check.id):
        return False
    keep(check, people.get(stated.get("by", "")), kept_at)
    return True
