"""The demo workshop: loads, twice changes nothing, and says what its figures say."""

from __future__ import annotations

import sys
from io import StringIO
from itertools import product
from typing import Any, ClassVar
from uuid import uuid4

from django.core.management import call_command
from django.db.models import Model
from django.test import TestCase
from django.utils import timezone

from hembit.apps.base.prepared import Prepared
from hembit.apps.checks.models import Check
from hembit.apps.jobs.models import Entry, Job, PartFinding
from hembit.apps.machines.circuit import circuit_out
from hembit.apps.machines.models import Machine
from hembit.apps.people.models import Person
from hembit.apps.photos.models import Photo


def load() -> str:
    """Load the demo; what the command said."""
    out = StringIO()
    call_command("load_demo", stdout=out)
    return out.getvalue()


def shown(row: Any) -> Any:
    """All that is in a row, with what was joined to it."""
    if not isinstance(row, Model):
        return row
    own = {name: value for name, value in vars(row).items() if name != "_state"}
    joined = {name: shown(one) for name, one in row._state.fields_cache.items()}
    return type(row), own, joined


class LoadDemo(TestCase):
    said: ClassVar[str]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.said = load()

    def test_twice_changes_nothing(self) -> None:
        self.assertIn("7 instruments, 6 checks, 6 machines, 9 jobs stored", self.said)
        self.assertIn("0 checks, 6 machines, 0 jobs stored", load())
        self.assertEqual(Check.objects.filter(reading__isnull=True).count(), 6)
        self.assertEqual((Job.objects.count(), Photo.objects.count()), (9, 3))

    def test_what_was_prepared_answers_as_what_is_built_anew(self) -> None:
        # Nobody is live in the demo.
        job, ilse = Job.objects.filter(state="open").first(), Person.objects.get(username="ilse")
        Entry(id=uuid4(), job=job, kind="went_live", at=timezone.now(), by=ilse, data={}).save()
        modules = [module for name, module in sorted(sys.modules.items()) if name.startswith("hembit.")]
        every = {
            one for module in modules for one in vars(module).values() if isinstance(one, Prepared)
        }
        self.assertGreater(len(every), 8)
        for one in every:
            answered = 0
            for keys in product(range(13), repeat=len(one.stand_ins)):
                told = [shown(row) for row in one.of(*keys)]
                self.assertEqual(told, [shown(row) for row in one.build(*keys)], (one.build, keys))
                answered += len(told)
            self.assertGreater(answered, 0, one.build)

    def test_the_states_it_is_there_to_show(self) -> None:
        states = dict(Check.objects.values_list("label", "state"))
        self.assertEqual(states["Deck oven, lower deck, rear element"], "open")
        self.assertEqual(states["Retort, upper element, terminal to shell"], "leaking")
        self.assertEqual(states["Kiln, middle bank, element 2"], "outside")
        self.assertEqual(states["Deck oven, lower deck, front element"], "within")

    def test_no_row_of_its_circuits_looks_like_a_slip(self) -> None:
        """A flow switch rested closed by its spec and open by its row; a plug's lead ends there."""
        told = {
            (machine.name, one.part)
            for machine in Machine.objects.all()
            if (circuit := circuit_out(machine))
            for one in circuit.doubts
        }
        self.assertEqual(told, {("Walking cultivator", "lead")})

    def test_what_the_six_visits_are_there_to_show(self) -> None:
        said = {
            (one.job.machine.name, one.position.name if one.position else "Supply"): one.finding[
                "headline"
            ]
            for one in PartFinding.objects.select_related("job__machine", "position")
        }
        self.assertIn("one dead member", said["Deck oven", "Upper deck, bank"])
        self.assertIn("does not glow", said["Rack oven", "Hot-surface igniter"])
        self.assertIn("Drifted", said["Curing room", "Probe 2, back wall"])
        self.assertIn("Leaking", said["Retort", "Upper element"])
        states = dict(Job.objects.values_list("machine__name", "state"))
        self.assertEqual(states["Front-loading kiln"], "closed")
        self.assertEqual(set(states.values()), {"open", "closed"})
