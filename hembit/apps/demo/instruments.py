"""The demo's meters and thermometers, their calibrations, leads and known resistor."""

from __future__ import annotations

import json
from datetime import timedelta
from pathlib import Path
from typing import Any

from hembit.apps.people.models import Person, Role
from hembit.apps.shop.bench import keep_leads, keep_resistor, list_resistors
from hembit.apps.shop.keeping import add_instrument, calibrate
from hembit.apps.shop.models import Instrument
from hembit.apps.shop.schemas import CalibrationIn, LeadSetIn, MeterIn, ResistorIn, ThermometerIn
from hembit.apps.workshop.clock import day_here

_DATA = Path(__file__).parent / "data"
_TYPED: dict[str, type[Any]] = {"meters": MeterIn, "thermometers": ThermometerIn}
_LEADS = ("Silicone leads, red", "Clip leads, thin")
_RESISTOR = {"name": "Check resistor, bench", "ohms": "100.0", "percent": "0.1"}


def load_instruments() -> dict[str, int]:
    """Add what is not there yet, in the name of a lead; the numbers of all by name."""
    lead = Person.objects.filter(role=Role.LEAD)[0]
    there = dict(Instrument.objects.values_list("name", "pk"))
    for file, typed in _TYPED.items():
        for one in json.loads((_DATA / f"{file}.json").read_text("utf-8")):
            if one["name"] not in there:
                there[one["name"]] = _load(typed, one, lead)
    if not list_resistors().exists():
        keep_resistor(None, ResistorIn.model_validate(_RESISTOR))
        for name in _LEADS:
            keep_leads(None, LeadSetIn(name=name))
    return there


def _load(typed: type[Any], one: dict[str, Any], lead: Person) -> int:
    calibrations = one.pop("calibrations")
    number = add_instrument(typed.model_validate(one), lead).pk
    today = day_here()
    for each in calibrations:
        given = CalibrationIn(
            on=today - timedelta(days=each["days_ago"]),
            due=today + timedelta(days=each["due_in"]),
            by_whom=each["by_whom"],
            certificate=each["certificate"],
        )
        calibrate(number, given, None, None, lead)
    return number
