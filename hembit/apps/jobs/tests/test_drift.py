"""A part over the years and over several jobs."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.utils import timezone

from hembit.apps.jobs.models import Reading
from hembit.apps.jobs.tests.visits import VisitCase


class OverTheYears(VisitCase):
    def read(self, display: str, years_ago: float) -> None:
        """A reading of the element, in a visit of its own, so long ago."""
        self.open_job()
        self.prove_dead()
        job = self.good(self.reading(self.element, display))
        number = job["readings"][-1]["id"]
        at = timezone.now() - timedelta(days=365.25 * years_ago)
        Reading.objects.filter(pk=number).update(at=at)
        self.good(self.entry("closed"))

    def drift(self) -> Any:
        answer = self.get(f"positions/{self.element}/drift")
        self.assertEqual(answer.status_code, 200)
        return answer.json()

    def test_over_several_jobs_and_from_a_mended_spec_on(self) -> None:
        self.assertIsNone(self.drift())
        for display, years_ago in (("23.4", 4), ("24.0", 3), ("24.6", 2), ("25.2", 1), ("25.8", 0.1)):
            self.read(display, years_ago)
        found = self.drift()
        self.assertEqual((found["title"], found["history"]["unit"]), ("Between the terminals", "%"))
        self.assertEqual(len(found["checks"]), 5)
        self.assertIn(found["history"]["code"], ("drifts", "reaches a limit", "steady"))
        due = [one["away"] for one in found["history"]["points"]]
        spec = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "20.0"}}
        self.good(
            self.send("put", f"positions/{self.element}/spec", {"spec": spec, "why": "plate was worn"})
        )
        again = [one["away"] for one in self.drift()["history"]["points"]]
        self.assertAlmostEqual(again[0], 100 * (23.4 / 20.0 - 1), places=1)
        self.assertNotEqual(due, again)

    def test_a_new_part_begins_anew(self) -> None:
        self.read("23.4", 2)
        part = {"spec": {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "24"}}}
        self.good(self.send("post", f"positions/{self.element}/parts", part))
        self.assertIsNone(self.drift())
        self.refused(self.get("positions/999999/drift"), 404)
