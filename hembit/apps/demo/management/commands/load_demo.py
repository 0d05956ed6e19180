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
from hembit.apps.shop.services import add_meter
from hembit_core import Meter

DATA = Path(__file__).resolve().parents[2] / "data"


class Command(BaseCommand):
    """Load meters and kept checks. Loading twice changes nothing."""

    help = "Load the demo workshop: two meters and six kept checks."

    def handle(self, *args: Any, **options: Any) -> None:
        meters = load_meters()
        checks = json.loads((DATA / "checks.json").read_text("utf-8"))["checks"]
        now = timezone.now()
        stored = sum(_keep(one, meters, now) for one in checks)
        self.stdout.write(f"Demo data: {len(meters)} meters, {stored} checks stored.")


def load_meters() -> dict[str, int]:
    """Add the demo's meters; their numbers by name."""
    return {
        one["name"]: add_meter(Meter.model_validate(one)).pk
        for one in json.loads((DATA / "meters.json").read_text("utf-8"))
    }


def _keep(one: dict[str, Any], meters: dict[str, int], now: datetime) -> bool:
    kept_at = now - timedelta(minutes=one.pop("minutes_ago"))
    machine = one["machine"]
    if machine["state"] == "proved_dead":
        machine["at"] = kept_at - timedelta(minutes=9)
    elif machine["state"] == "live":
        machine["since"] = kept_at - timedelta(minutes=2)
    one["conditions"]["meter"] = meters[one.pop("meter")]
    check = CheckIn.model_validate(one)
    if find_check(check.id):
        return False
    keep(check, now=kept_at)
    return True
