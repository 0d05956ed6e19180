"""The demo workshop: loads, twice changes nothing, and says what its figures say."""

from __future__ import annotations

from io import StringIO
from typing import ClassVar

from django.core.management import call_command
from django.test import TestCase

from hembit.apps.checks.models import Check
from hembit.apps.jobs.models import Job, PartFinding
from hembit.apps.machines.circuit import circuit_out
from hembit.apps.machines.models import Machine
from hembit.apps.photos.models import Photo


def load() -> str:
    """Load the demo; what the command said."""
    out = StringIO()
    call_command("load_demo", stdout=out)
    return out.getvalue()


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
