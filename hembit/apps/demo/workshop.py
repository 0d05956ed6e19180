"""The demo's customers, machines and visits, written through the services like anybody's."""

from __future__ import annotations

import json
from dataclasses import dataclass
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import UUID, uuid5

from django.utils import timezone
from pydantic import TypeAdapter

from hembit.apps.demo.library import load_specs
from hembit.apps.demo.pictures import picture
from hembit.apps.jobs.entries.registry import AnyEntry
from hembit.apps.jobs.follow_ups import add_follow_up
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.recording import record
from hembit.apps.jobs.schemas import FollowUpIn, JobIn, ReadingIn, WaitIn
from hembit.apps.jobs.services import add_entry, find_job, open_job
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.waits import start_wait
from hembit.apps.library.models import Spec
from hembit.apps.machines.models import Customer, Machine
from hembit.apps.machines.schemas import CustomerIn, MachineIn, PositionIn
from hembit.apps.machines.services import add_position, save_customer, save_machine
from hembit.apps.people.models import Person, Role
from hembit.apps.people.services import add_person
from hembit.apps.photos.models import Photo
from hembit.apps.photos.schemas import PhotoIn
from hembit.apps.photos.services import add_photo
from hembit.apps.workshop.clock import day_here
from hembit_core.visits.route import MACHINE, SUPPLY

DATA = Path(__file__).resolve().parent / "data"
_NAMES = UUID("0f3f3a52-6f0e-4f0a-9a1c-5c1f0d2b7e11")
_ENTRY: TypeAdapter[Any] = TypeAdapter(AnyEntry)


def _read(name: str) -> Any:
    return json.loads((DATA / name).read_text("utf-8"))


def load_people() -> dict[str, Person]:
    """The demo's two people, by name."""
    return {
        one["name"]: add_person(one["username"], one["name"], Role(one["role"]), one["password"])
        for one in _read("people.json")
    }


def load_machines() -> dict[str, Machine]:
    """Customers and machines with their positions; those that are there stay as they are."""
    load_specs()
    for customer in _read("workshop.json")["customers"]:
        machines = customer.pop("machines")
        if not Customer.objects.filter(name=customer["name"]).exists():
            there = save_customer(CustomerIn.model_validate(customer))
            for machine in machines:
                _add_machine(there, machine)
    return {one.name: one for one in Machine.objects.all()}


def _add_machine(customer: Customer, given: dict[str, Any]) -> None:
    positions = given.pop("positions")
    machine = save_machine(MachineIn.model_validate({"customer": customer.pk, **given}))
    numbers: dict[str, int] = {}
    for one in positions:
        bank = one.pop("part_of", None)
        known = {**one, "part_of": numbers.get(bank) if bank else None}
        if "library" in known:
            known["revision"] = Spec.objects.get(name=known.pop("library")).current_id
        numbers[one["name"]] = add_position(machine, PositionIn.model_validate(known)).pk


def load_jobs(machines: dict[str, Machine], people: dict[str, Person], meter: int) -> int:
    """The six visits, and those of the years before; how many were loaded just now."""
    loaded = 0
    if not Job.objects.exists():  # history goes by the order of writing: they are first or not at all
        for number, given in enumerate(_read("earlier.json")["jobs"]):
            _Teller(f"earlier job {number}", given, machines, people, meter).tell()
            loaded += 1
    for number, given in enumerate(_read("jobs.json")["jobs"]):
        if not Job.objects.filter(client_id=uuid5(_NAMES, f"job {number}")).exists():
            _Teller(f"job {number}", given, machines, people, meter).tell()
            loaded += 1
    return loaded


@dataclass
class _Teller:
    """Tells one visit, step by step."""

    name: str
    given: dict[str, Any]
    machines: dict[str, Machine]
    people: dict[str, Person]
    meter: int

    def tell(self) -> None:
        self.person = self.people[self.given["by"]]
        self.now: datetime = timezone.now() - timedelta(minutes=self.given["minutes_ago"])
        job = open_job(
            JobIn.model_validate(
                {
                    "id": uuid5(_NAMES, self.name),
                    "machine": self.machines[self.given["machine"]].pk,
                    **{
                        key: self.given[key]
                        for key in ("complaint", "symptom", "error_code", "school")
                        if key in self.given
                    },
                }
            ),
            self.person,
            self.now,
        )
        self.number = job.row.number
        for place, step in enumerate(self.given["steps"]):
            self.now += timedelta(minutes=step.pop("after"))
            self._step(uuid5(_NAMES, f"{self.name} step {place}"), step)

    def _step(self, number: UUID, step: dict[str, Any]) -> None:
        self.visit = Visit.load(find_job(self.number))
        if "part" in step:
            step["part"] = self._key(step["part"])
        if "reading" in step:
            self._reading(number, step)
        elif "decide" in step:
            self._decide(number, step)
        elif "wait" in step:
            wait = step["wait"]
            part, _, measurand = wait["item"].rpartition(":")
            wait["item"] = f"{self._key(part)}:{measurand}"
            start_wait(
                self.visit.job, WaitIn.model_validate({"id": number, **wait}), self.person, self.now
            )
        elif "follow_up" in step:
            due_on = day_here() + timedelta(days=step["due_in_days"])
            given = {"id": number, "part": step.get("part"), "due_on": due_on, **step["follow_up"]}
            add_follow_up(self.visit, FollowUpIn.model_validate(given), self.person, self.now)
        elif "photo" in step:
            self._photo(number, step)
        else:
            kind = step.pop("entry")
            if kind == "meter_checked":
                step["meter"] = self.meter
            self._entry({"id": number, "kind": kind, **step})

    def _key(self, name: str) -> str:
        if name in (SUPPLY, MACHINE):
            return name
        return str(next(one.pk for one in self.visit.positions if one.name == name))

    def _entry(self, entry: dict[str, Any]) -> None:
        add_entry(self.number, _ENTRY.validate_python(entry), self.person, self.now)

    def _reading(self, number: UUID, step: dict[str, Any]) -> None:
        if step.pop("live_first", False):
            self._entry({"id": uuid5(number, "live"), "kind": "went_live"})
        conditions = {"meter": self.meter, **step.pop("conditions", {})}
        given = ReadingIn.model_validate({"id": number, "conditions": conditions, **step})
        record(self.number, given, self.person, self.now)

    def _decide(self, number: UUID, step: dict[str, Any]) -> None:
        part = self._key(step["decide"])
        found = self.visit.finding(part)
        assert found, f"{step['decide']} has no finding"
        self._entry(
            {
                "id": number,
                "kind": "decided",
                "part": part,
                "finding": found.pk,
                "conclusion": step.get("conclusion", found.conclusion),
                "reason": step.get("reason", ""),
            }
        )

    def _photo(self, number: UUID, step: dict[str, Any]) -> None:
        before = Photo.objects.filter(job=self.number, position=step["part"]).first()
        given = PhotoIn(
            id=number,
            step=step["step"],
            position=step["part"],
            caption=step["caption"],
            pair=before.pk if step.get("pair") and before else None,
        )
        file = picture(step["photo"])
        add_photo(self.number, given, file, file.getbuffer().nbytes, self.person, self.now)
