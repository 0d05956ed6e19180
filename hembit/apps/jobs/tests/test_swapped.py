"""Trials with swapped parts in a job: evidence on its circuit, past once the machine is another."""

from __future__ import annotations

from typing import Any

from django.http import HttpResponse

from hembit.apps.jobs.models import Entry
from hembit.apps.jobs.tests.circuits import CircuitCase


class SwappedTest(CircuitCase):
    def setUp(self) -> None:
        super().setUp()
        self.good(self.send_rows(self.bank_of_three()))
        self.open_job()
        self.prove_dead()
        rows = self.good(self.get(f"machines/{self.machine.pk}/circuit"))["rows"]
        self.key = {one["name"]: one["key"] for one in rows}
        taken = {"asked": {"kind": "ohms", "first": "2", "second": "N"}, "display": "16.5"}
        self.good(self.entry("points_read", taken=taken | {"leads_nulled": True}, meter=self.meter))

    def swapped(self, name: str, way: str, works: bool, **more: Any) -> HttpResponse:
        return self.entry("swapped", row=self.key.get(name, name), way=way, works=works, **more)

    def found(self) -> dict[str, Any]:
        return dict(self.good(self.get(f"jobs/{self.number}/circuit")))

    def first(self) -> str:
        return str(self.found()["explanations"][0]["text"])

    def fit(self, part: str) -> None:
        self.good(self.reading(part, "24.2", spare=True, loose=True))
        self.good(self.entry("fitted", part=part))

    def test_what_two_explanations_share_a_swap_tells_apart(self) -> None:
        alike = {one["text"] for one in self.found()["explanations"][:2]}
        self.assertEqual(alike, {"element 1 open", "element 2 open"})
        job = self.good(self.swapped("element 1", "known_good", True))
        self.assertEqual(self.first(), "element 1 open")
        told = next(one["text"] for one in job["entries"] if one["kind"] == "swapped")
        self.assertIn("in place of element 1: the complaint is gone. It was this part", told)
        (swap,) = self.found()["swaps"]
        self.assertEqual(
            (swap["row"], swap["way"], swap["works"]), (self.key["element 1"], "known_good", True)
        )
        self.assertIn(swap["text"], self.found()["explanations"][0]["speaks_for"])

    def test_one_that_works_elsewhere_is_ruled_out_and_its_witness_rests_on_that(self) -> None:
        self.good(self.swapped("element 1", "elsewhere", True))
        self.assertEqual(self.first(), "element 2 open")
        own = next(one for one in self.found()["parts"] if one["part"] == self.key["element 1"])
        self.assertEqual(own["standing"], "good")
        self.assertIn("works there", own["by"][0])

    def test_one_takes_the_place_of_another_with_a_reason(self) -> None:
        self.good(self.swapped("element 1", "elsewhere", True))
        wrong = self.found()["swaps"][0]["id"]
        again = {"name": "element 2", "way": "elsewhere", "works": True, "corrects": wrong}
        self.assertIn("reason", self.refused(self.swapped(**again)))
        self.good(self.swapped(**again, reason="it was the other one"))
        self.assertEqual(self.first(), "element 1 open")
        self.assertIn(
            "does not stand", self.refused(self.swapped(**again, reason="once more"))["corrects"]
        )
        self.assertEqual(Entry.objects.filter(kind="swapped").count(), 2)

    def test_what_cannot_be_swapped_is_told_at_the_part(self) -> None:
        self.assertIn("row", self.refused(self.swapped("nothing of it", "elsewhere", True)))
        supply = next(key for name, key in self.key.items() if "supply" in name)
        self.assertIn("measured", self.refused(self.swapped(supply, "known_good", True))["row"])
        self.assertNotIn(supply, self.found()["swappable"])
        self.assertIn("way", self.refused(self.swapped("limit", "sideways", True)))
        self.machine.circuits.all().delete()
        self.assertIn("no circuit", self.refused(self.swapped("limit", "elsewhere", True))["row"])

    def test_what_was_tried_before_an_exchange_is_past_as_far_as_the_machine_is_another(self) -> None:
        """That the complaint stayed with a good element 1 holds when element 1 is exchanged; that
        element 1 failed elsewhere says nothing of the new one.
        """
        self.good(self.swapped("element 1", "elsewhere", False))
        self.good(self.swapped("element 1", "known_good", False))
        self.good(self.swapped("limit", "known_good", True))
        self.fit(self.element)
        past = [one["is_past"] for one in self.found()["swaps"]]
        self.assertEqual(past, [True, False, True])
        self.assertTrue(self.found()["points"][0]["is_past"])

    def test_what_was_tried_with_a_part_out_is_past_once_any_is_exchanged(self) -> None:
        self.good(self.swapped("element 2", "taken_out", False))
        self.assertIn("No short or leak", self.found()["swaps"][0]["says"])
        self.assertEqual([one["is_past"] for one in self.found()["swaps"]], [False])
        self.fit(self.element)
        self.assertEqual([one["is_past"] for one in self.found()["swaps"]], [True])
        self.good(self.swapped("element 1", "taken_out", True))
        self.assertEqual([one["is_past"] for one in self.found()["swaps"]], [True, False])

    def test_after_an_exchange_the_good_one_is_the_new_one(self) -> None:
        self.fit(self.element)
        self.good(self.swapped("element 1", "known_good", False))
        self.assertIn("not cured", self.found()["swaps"][0]["says"])
        self.good(self.swapped("element 1", "elsewhere", True))
        old = self.found()["swaps"][1]
        self.assertIn("taken out is sound", old["says"])
        self.assertTrue(old["is_past"])

    def test_what_is_corrected_later_speaks_of_the_same_moment(self) -> None:
        """A trial and a reading of before an exchange, corrected after it: of the machine before."""
        self.good(self.swapped("element 1", "known_good", True))
        trial, point = self.found()["swaps"][0]["id"], self.found()["points"][0]["id"]
        self.fit(self.element)
        why = {"reason": "a slip"}
        again = self.swapped("element 1", "elsewhere", False, corrects=trial, **why)
        self.good(again)
        taken = {"asked": {"kind": "ohms", "first": "2", "second": "N"}, "display": "16.6"}
        taken["leads_nulled"] = True
        self.good(self.entry("points_read", taken=taken, meter=self.meter, corrects=point, **why))
        found = self.found()
        self.assertEqual([one["is_past"] for one in found["points"]], [True])
        self.assertEqual([one["is_past"] for one in found["swaps"]], [True])
        self.assertEqual(found["swaps"][0]["says"], "The part itself fails")
        twice = self.swapped("element 1", "elsewhere", True, corrects=found["swaps"][0]["id"], **why)
        self.good(twice)
        self.assertIn("as far as such a trial shows", self.found()["swaps"][0]["says"])

    def test_a_reading_of_a_part_corrected_after_another_was_exchanged_is_past(self) -> None:
        """Read with the other in place: corrected after the exchange, it is still of the one before."""
        in_circuit = {"measurand": "between_terminals", "connection": "in_circuit"}
        self.good(self.reading(self.member, "", reading={**in_circuit, "display": "16.5"}))
        self.fit(self.element)
        counted = self.found()["readings"]
        row = next(one for one in self.whole()["readings"] if one["figure"].startswith("16.5"))
        more = {"supersedes": row["id"], "relation": "corrects", "reason": "a slip"}
        self.good(self.reading(self.member, "", reading={**in_circuit, "display": "16.6"}, **more))
        self.assertEqual(self.found()["readings"], counted)

    def test_of_a_part_that_the_revised_circuit_has_no_more_it_is_past(self) -> None:
        self.good(self.swapped("element 2", "elsewhere", False))
        self.good(self.send_rows(self.template("element_with_limit"), 1))
        self.assertEqual([one["is_past"] for one in self.found()["swaps"]], [True])
        self.good(self.send_rows(self.bank_of_three(), 2))
        self.assertEqual([one["is_past"] for one in self.found()["swaps"]], [False])

    def test_a_closed_job_takes_no_trial_and_keeps_those_it_has(self) -> None:
        self.good(self.swapped("element 1", "elsewhere", True))
        before = self.found()
        self.good(self.entry("closed"))
        self.assertIn("closed", str(self.refused(self.swapped("element 2", "elsewhere", True))).lower())
        after = self.found()
        self.assertEqual(after["explanations"], before["explanations"])
        self.assertEqual(after["swaps"], before["swaps"])

    def test_deciding_sees_what_the_trial_says(self) -> None:
        """One of the bank is open; this one is well by its case, and not the open one by the trial."""

        def witness() -> dict[str, Any]:
            return dict(self.found()["witnesses"][self.element])

        self.good(self.reading(self.element, "OL", measurand="terminal_to_case"))
        self.assertEqual(witness()["standing"], "suspect")
        self.good(self.swapped("element 1", "elsewhere", True))
        self.assertEqual(witness()["standing"], "good")
        self.assertIn("In a place known to work, element 1: works there", witness()["rests_on"])

    def test_it_stands_in_the_report(self) -> None:
        self.good(self.swapped("element 1", "known_good", True))
        work = self.good(self.get(f"jobs/{self.number}/report"))["work"]
        self.assertTrue(any("in place of element 1" in one["text"] for one in work))
