"""Two people, or one whose answer was lost, at the same moment."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import Any
from uuid import UUID, uuid4

from django.db import connection
from django.test import TransactionTestCase
from django.utils import timezone

from hembit.apps.base.records.stored import Stored
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.jobs.change import ChangedMeanwhile
from hembit.apps.jobs.entries.registry import NotedEntry
from hembit.apps.jobs.models import Entry, Job, Reading
from hembit.apps.jobs.recording import record
from hembit.apps.jobs.schemas import JobChange, JobIn, ReadingIn
from hembit.apps.jobs.services import add_entry, change_job, open_job
from hembit.apps.jobs.tests.visits import ELEMENT
from hembit.apps.machines.schemas import CustomerIn, MachineIn, PositionIn
from hembit.apps.machines.services import add_position, save_customer, save_machine
from hembit.apps.people.models import Person, Role
from hembit.apps.people.services import add_person


class AtOnce(TransactionTestCase):
    def setUp(self) -> None:
        self.ilse = add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD)
        self.maud = add_person("maud", "Maud Fennick", Role.LEAD, PASSWORD)
        customer = save_customer(CustomerIn(name="Harbour Bakery"))
        machine = save_machine(MachineIn(customer=customer.pk, name="Deck oven"))
        given = PositionIn.model_validate({"name": "Front", "spec": ELEMENT})
        self.part = str(add_position(machine, given).pk)
        job = JobIn.model_validate(
            {"id": uuid4(), "machine": machine.pk, "complaint": "cold", "symptom": "no_heat"}
        )
        self.number = open_job(job, self.ilse).row.number

    def both(self, act: Callable[[int], Any], times: int = 2) -> list[Any]:
        """Do it from as many threads at once; what came of each, an error included."""
        ready = Barrier(times)

        def one(place: int) -> Any:
            try:
                ready.wait(10)
                return act(place)
            except Exception as error:
                return error
            finally:
                connection.close()

        with ThreadPoolExecutor(times) as pool:
            return list(pool.map(one, range(times)))

    def reading(self, number: UUID, display: str = "24.6", **more: Any) -> ReadingIn:
        return ReadingIn.model_validate(
            {
                "id": number,
                "part": self.part,
                "loose": True,
                "reading": {
                    "measurand": "between_terminals",
                    "display": display,
                    "connection": "isolated",
                },
                **more,
            }
        )

    def who(self, place: int) -> Person:
        return (self.ilse, self.maud)[place % 2]

    def test_one_reading_sent_four_times_at_once_is_stored_once(self) -> None:
        given = self.reading(uuid4())
        answers = self.both(lambda _: record(self.number, given, self.ilse), 4)
        self.assertTrue(all(isinstance(one, Stored) for one in answers), answers)
        self.assertEqual(Reading.objects.count(), 1)

    def test_two_people_measure_the_same_and_neither_is_overwritten(self) -> None:
        answers = self.both(
            lambda place: record(self.number, self.reading(uuid4(), f"24.{place}"), self.who(place))
        )
        self.assertEqual([type(one) for one in answers].count(Stored), 1)
        (refused,) = [one for one in answers if isinstance(one, ChangedMeanwhile)]
        self.assertIn("took this reading meanwhile", str(refused))
        self.assertEqual(Reading.objects.count(), 1)

    def test_two_corrections_of_one_reading(self) -> None:
        first = uuid4()
        record(self.number, self.reading(first), self.ilse)
        answers = self.both(
            lambda place: record(
                self.number,
                self.reading(uuid4(), f"24.{place}", supersedes=first, reason="again"),
                self.who(place),
            )
        )
        self.assertEqual([type(one) for one in answers].count(ChangedMeanwhile), 1)
        self.assertEqual(Reading.objects.filter(supersedes=first).count(), 1)

    def test_two_changes_of_one_version(self) -> None:
        answers = self.both(
            lambda place: change_job(
                self.number, JobChange(version=1, error_code=f"E {place}"), self.who(place)
            )
        )
        self.assertEqual([type(one) for one in answers].count(ChangedMeanwhile), 1)
        job = Job.objects.get()
        self.assertEqual(job.version, 2)
        kept = next(place for place, one in enumerate(answers) if isinstance(one, Job))
        self.assertEqual(job.error_code, f"E {kept}")

    def test_notes_of_many_do_not_lose_one_another(self) -> None:
        answers = self.both(
            lambda place: add_entry(
                self.number, NotedEntry(id=uuid4(), text=f"note {place}"), self.who(place)
            ),
            6,
        )
        self.assertTrue(all(isinstance(one, Stored) for one in answers), answers)
        texts = {one.data["text"] for one in Entry.objects.all()}
        self.assertEqual(texts, {f"note {place}" for place in range(6)})

    def test_one_job_opened_twice_at_once_is_one(self) -> None:
        machine = Job.objects.get().machine_id
        given = JobIn.model_validate(
            {"id": uuid4(), "machine": machine, "complaint": "hot", "symptom": "too_much_heat"}
        )
        answers = self.both(lambda _: open_job(given, self.ilse, timezone.now()))
        self.assertEqual({one.row.number for one in answers}, {answers[0].row.number})
        self.assertEqual(Job.objects.count(), 2)
