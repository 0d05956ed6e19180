"""A part over the years and over several jobs."""

from __future__ import annotations

import csv
from datetime import timedelta
from io import StringIO
from typing import Any
from uuid import uuid4

from django.utils import timezone

from hembit.apps.jobs.models import Reading
from hembit.apps.jobs.tests.visits import VisitCase


class OverTheYears(VisitCase):
    def read(self, display: str, years_ago: float, part: str = "") -> None:
        """A reading of the element, in a visit of its own, so long ago."""
        self.open_job()
        self.prove_dead()
        job = self.good(self.reading(part or self.element, display))
        number = next(one["id"] for one in job["readings"] if not one["past"])
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

    def test_beside_its_like_with_what_was_done_and_as_a_table(self) -> None:
        for display, years_ago in (("23.9", 4), ("24.2", 3), ("24.6", 2)):
            self.read(display, years_ago)
        self.read("24.1", 3.5, self.member)
        found = self.drift()
        self.assertEqual([one["figure"][:4] for one in found["rows"]], ["23.9", "24.2", "24.6"])
        self.assertTrue(found["rows"][0]["away"].startswith(("+", "−")))
        self.assertEqual([one["baseline"] for one in found["rows"]], [True, False, False])
        (sibling,) = found["series"]
        self.assertEqual((sibling["kind"], sibling["name"]), ("sibling", "Upper deck, rear element"))
        rows = list(
            csv.reader(StringIO(self.get(f"positions/{self.element}/drift.csv").content.decode()))
        )
        self.assertEqual(len(rows), 4)
        self.assertEqual(rows[1][3][:4], "23.9")
        float(rows[1][5])
        # Another part: the one before stands beside it, and the day is marked.
        element = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "24"}}
        self.good(self.send("post", f"positions/{self.element}/parts", {"spec": element}))
        self.read("24.0", 0.1)
        found = self.drift()
        self.assertEqual([one["kind"] for one in found["marks"]], ["exchanged"])
        self.assertEqual([one["kind"] for one in found["series"]], ["before"])
        self.assertEqual(len(found["series"][0]["points"]), 3)

    def test_two_readings_of_one_moment_are_two_rows(self) -> None:
        for display in ("23.9", "24.2", "24.4"):
            self.read(display, 1)
        Reading.objects.update(at=timezone.now() - timedelta(days=365))
        found = self.drift()
        self.assertEqual([one["figure"][:4] for one in found["rows"]], ["23.9", "24.2", "24.4"])
        table = self.get(f"positions/{self.element}/drift.csv").content.decode()
        self.assertEqual(len(table.splitlines()), 4)

    def test_a_part_that_was_read_can_be_come_back_to_after_its_job_is_closed(self) -> None:
        body = {"id": str(uuid4()), "kind": "other", "text": "look again", "due_on": "2099-01-01"}
        path = f"positions/{self.element}/watched"
        self.refused(self.send("post", path, body))
        self.read("23.4", 1)
        self.assertIn("due_on", self.refused(self.send("post", path, body)))
        body["due_on"] = str(timezone.now().date() + timedelta(days=30))
        self.assertEqual(self.send("post", path, body).status_code, 201)
        self.assertEqual(self.send("post", path, body).status_code, 200)
        waits = self.good(self.get("follow-ups"))["items"]
        self.assertEqual([(one["kind"], one["job"]) for one in waits], [("watch", self.number)])
        self.assertEqual(self.drift()["watched"], body["due_on"])
