"""The demo workshop: loads, twice changes nothing, and says what its figures say."""

from __future__ import annotations

from io import StringIO

from django.core.management import call_command
from django.test import TestCase

from hembit.apps.checks.models import Check


class LoadDemo(TestCase):
    def load(self) -> str:
        out = StringIO()
        call_command("load_demo", stdout=out)
        return out.getvalue()

    def test_twice_changes_nothing(self) -> None:
        self.assertIn("2 meters, 6 checks stored", self.load())
        self.assertIn("0 checks stored", self.load())
        self.assertEqual(Check.objects.count(), 6)

    def test_the_states_it_is_there_to_show(self) -> None:
        self.load()
        states = dict(Check.objects.values_list("label", "state"))
        self.assertEqual(states["Deck oven, lower deck, rear element"], "open")
        self.assertEqual(states["Retort, upper element, terminal to shell"], "leaking")
        self.assertEqual(states["Kiln, middle bank, element 2"], "outside")
        self.assertEqual(states["Deck oven, lower deck, front element"], "within")
