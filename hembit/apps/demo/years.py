"""A shop after many years: the demo's machines and jobs, over and over, each with names of its own.

For measuring how long things take in a large record. Everything is a copy of what the demo holds, in
the order of writing, with new numbers and days; it is written in bulk, past the rules that made it.
"""

from __future__ import annotations

import copy
from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from itertools import cycle, islice
from typing import Any
from uuid import uuid4

from django.db import models, transaction
from django.utils import timezone

from hembit.apps.base.records.sequence import Counter, last_sequence
from hembit.apps.checks.models import Check, CheckBody
from hembit.apps.jobs.models import Entry, FollowUp, Job, JobState, PartFinding, Reading, Relation, Wait
from hembit.apps.machines.models import Customer, FittedPart, Machine, Position
from hembit.apps.photos.models import Photo

BETWEEN_JOBS = timedelta(hours=3)
OPEN_JOBS = 150
"""How many of the last jobs are still worked on."""
_BATCH = 2_000
_ORDER: tuple[type[models.Model], ...] = (
    *(Customer, Machine, Position, FittedPart, Job, Check, CheckBody, Reading),
    *(PartFinding, Entry, Wait, FollowUp, Photo),
)
"""Tables, those first that others point to."""


@dataclass
class Size:
    """How much there is to be in all."""

    machines: int
    jobs: int
    readings: int
    photos: int


@dataclass
class Rows:
    """Rows to be written, by table, until there are enough of them."""

    held: dict[type[models.Model], list[models.Model]] = field(default_factory=dict)
    count: int = 0

    def add(self, row: models.Model) -> None:
        self.held.setdefault(type(row), []).append(row)
        self.count += 1

    def write(self) -> None:
        for model in _ORDER:
            model._default_manager.bulk_create(self.held.pop(model, []), batch_size=_BATCH)
        self.count = 0


@dataclass
class Years:
    """The copying: every table's next number, and what is to be copied."""

    size: Size
    rows: Rows = field(default_factory=Rows)

    def load(self) -> None:
        """Make the shop as large as it is to be, in one transaction."""
        self.next: dict[type[models.Model], int] = {
            model: (model._base_manager.aggregate(last=models.Max("pk"))["last"] or 0) + 1
            for model in (Customer, Machine, Position, FittedPart, Job, PartFinding)
        }
        self.sequence = last_sequence()
        templates = [_Template.of(one) for one in Job.objects.order_by("pk")]
        with transaction.atomic():
            machines = list(self._machines(templates))
            opened = timezone.now() - BETWEEN_JOBS * self.size.jobs
            visits = cycle(machines)
            share = self.size.readings / max(1, self.size.jobs)
            pictures = self.size.photos / max(1, self.size.jobs)
            for place in range(self.size.jobs):
                copied = next(visits)
                job = _Copied(self, copied, opened + BETWEEN_JOBS * place)
                wanted = int(share * (place + 1)) - int(share * place)
                photos = int(pictures * (place + 1)) - int(pictures * place)
                job.write(wanted, photos, is_open=place >= self.size.jobs - OPEN_JOBS)
                if self.rows.count > 50_000:
                    self.rows.write()
            self.rows.write()
            Counter.objects.filter(pk=1).update(last=self.sequence)

    def number(self, model: type[models.Model]) -> int:
        """The next number of a table."""
        self.next[model] += 1
        return self.next[model] - 1

    def in_order(self) -> int:
        """The next number in the order of writing."""
        self.sequence += 1
        return self.sequence

    def _machines(self, templates: list[_Template]) -> Iterator[_MachineCopy]:
        customer = None
        for place, template in enumerate(islice(cycle(templates), self.size.machines)):
            if place % 3 == 0 or customer is None:
                number = self.number(Customer)
                name = f"{template.machine.customer.name} {number}"
                customer = _copy(template.machine.customer, pk=number, name=name, erased_at=None)
                self.rows.add(customer)
            number = self.number(Machine)
            machine = _copy(template.machine, pk=number, customer=customer)
            machine.name = f"{template.machine.name} {number}"
            self.rows.add(machine)
            positions = {one.pk: self.number(Position) for one in template.positions}
            for one in template.positions:
                bank = positions.get(one.part_of_id or 0)
                self.rows.add(_copy(one, pk=positions[one.pk], machine_id=machine.pk, part_of_id=bank))
            parts = {}
            for part in template.parts:
                parts[part.pk] = self.number(FittedPart)
                here = {"pk": parts[part.pk], "position_id": positions[part.position_id]}
                self.rows.add(_copy(part, **here, job_number=None))
            yield _MachineCopy(template, machine.pk, positions, parts)
        self.rows.write()


@dataclass
class _Template:
    """A job of the demo, with all that hangs on it and on its machine."""

    job: Job
    machine: Machine
    positions: list[Position]
    parts: list[FittedPart]
    readings: list[Reading]
    others: list[models.Model]
    follow_ups: list[FollowUp]
    photos: list[Photo]

    @classmethod
    def of(cls, job: Job) -> _Template:
        mine = {"job": job}
        machine = Machine.objects.select_related("customer").get(pk=job.machine_id)
        readings = Reading.objects.filter(**mine).select_related("check_kept__body")
        return cls(
            job=job,
            machine=machine,
            positions=list(Position.objects.filter(machine=machine).order_by("pk")),
            parts=list(FittedPart.objects.filter(position__machine=machine).order_by("pk")),
            readings=list(readings.order_by("sequence")),
            others=[
                *PartFinding.objects.filter(**mine).order_by("sequence"),
                *Entry.objects.filter(**mine).order_by("sequence"),
                *Wait.objects.filter(**mine).order_by("sequence"),
            ],
            follow_ups=list(FollowUp.objects.filter(**mine)),
            photos=list(Photo.objects.filter(**mine)) or list(Photo.objects.all()[:1]),
        )


@dataclass
class _MachineCopy:
    """A copy of a template's machine, with the numbers that its positions and parts have now."""

    template: _Template
    number: int
    positions: dict[int, int]
    parts: dict[int, int]

    def renamed(self, told: Any) -> Any:
        """What an entry holds, with the positions' new numbers where it names them."""
        if isinstance(told, dict):
            return {self.renamed(key): self.renamed(one) for key, one in told.items()}
        if isinstance(told, list):
            return [self.renamed(one) for one in told]
        if isinstance(told, str):
            head, colon, rest = told.partition(":")
            if head.isdecimal() and int(head) in self.positions:
                return f"{self.positions[int(head)]}{colon}{rest}"
        return told


@dataclass
class _Copied:
    """One more job at a copied machine."""

    years: Years
    machine: _MachineCopy
    opened_at: datetime

    def write(self, readings: int, photos: int, *, is_open: bool) -> None:
        template = self.machine.template
        self.later = self.opened_at - template.job.opened_at
        self.number = self.years.number(Job)
        closed_at = None if is_open else self.opened_at + timedelta(hours=2)
        self._add(
            template.job,
            pk=self.number,
            client_id=uuid4(),
            machine_id=self.machine.number,
            state=JobState.OPEN if is_open else JobState.CLOSED,
            opened_at=self.opened_at,
            closed_at=closed_at,
            choices=self.machine.renamed(template.job.choices),
        )
        numbers: dict[Any, Any] = {}
        findings: dict[int, int] = {}
        times = readings // max(1, len(template.readings)) + 1
        rows: list[Any] = [one for one in template.readings for _ in range(times)][:readings]
        for one in sorted([*rows, *template.others], key=lambda row: row.sequence):
            match one:
                case Reading():
                    self._reading(one, numbers)
                case PartFinding():
                    findings[one.pk] = self.years.number(PartFinding)
                    self._add(one, pk=findings[one.pk], **self._place(one), at=one.at + self.later)
                case Entry():
                    self._entry(one, findings, is_open)
                case Wait():
                    self._wait(one, is_open)
        for one in template.follow_ups:
            days = {"due_on": one.due_on + self.later, "opened_at": one.opened_at + self.later}
            done = one.done_at if is_open else self.opened_at + timedelta(days=9)
            self.years.rows.add(_copy(one, pk=uuid4(), done_at=done, **days, **self._place(one)))
        for one in islice(cycle(template.photos), photos):
            place = self._place(one) if one.job_id == template.job.pk else {"job_id": self.number}
            self._add(one, pk=uuid4(), pair_id=None, taken_at=self.opened_at, **place)

    def _add(self, row: Any, **changes: Any) -> None:
        self.years.rows.add(_copy(row, sequence=self.years.in_order(), **changes))

    def _place(self, row: Any) -> dict[str, Any]:
        found = {"job_id": self.number}
        if row.position_id:
            found["position_id"] = self.machine.positions[row.position_id]
        if getattr(row, "part_id", None):
            found["part_id"] = self.machine.parts[row.part_id]
        return found

    def _reading(self, one: Reading, numbers: dict[Any, Any]) -> None:
        number, is_again = uuid4(), one.pk in numbers
        at = one.at + self.later
        check = one.check_kept
        machine, _, part = check.label.partition(", ")
        label = f"{machine} {self.machine.number}, {part}"
        self._add(check, pk=number, label=label[:120], kept_at=at)
        self.years.rows.add(_copy(check.body, check_kept_id=number))
        self.years.rows.add(
            _copy(
                one,
                check_kept_id=number,
                sequence=self.years.sequence,
                at=at,
                supersedes_id=None if is_again else numbers.get(one.supersedes_id),
                relation=Relation.AGAIN if is_again else one.relation,
                **self._place(one),
            )
        )
        numbers.setdefault(one.pk, number)

    def _entry(self, one: Entry, findings: dict[int, int], is_open: bool) -> None:
        if one.kind in ("closed", "reopened") and is_open:
            return
        data = self.machine.renamed(one.data)
        if "finding" in data:
            data["finding"] = findings.get(data["finding"], 0)
        self._add(one, pk=uuid4(), data=data, at=one.at + self.later, **self._place(one))

    def _wait(self, one: Wait, is_open: bool) -> None:
        began = one.started_at + self.later
        due = one.due_at + self.later
        ended = None if is_open and one.ended_at is None else due
        times = {"started_at": began, "due_at": due, "ended_at": ended}
        item = self.machine.renamed(one.item)
        self._add(one, pk=uuid4(), job_id=self.number, item=item, **times)


def _copy(row: Any, **changes: Any) -> Any:
    """Another row like this one."""
    made = copy.copy(row)
    made._state = copy.copy(row._state)
    made._state.fields_cache = {}
    made._state.adding = True
    for name, value in changes.items():
        setattr(made, name, value)
    return made
