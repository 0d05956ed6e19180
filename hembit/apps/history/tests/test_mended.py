"""A part's spec was mended while its job is open: the route, the list and the finding follow."""

from __future__ import annotations

from typing import Any

from hembit.apps.checks.models import Check
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.machines.models import FittedPart

OHMS = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "24.0"}}
FAR_OFF = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "48.0"}}


class MendedInAnOpenJob(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.key = self.place("Proof drawer element", FAR_OFF)
        self.open_job()
        self.prove_dead()

    def mend(self, spec: dict[str, Any]) -> None:
        why = {"spec": spec, "why": "read from the wrong plate"}
        self.good(self.send("put", f"positions/{self.key}/spec", why))

    def shown(self) -> tuple[str, str, str]:
        """What the route shows of it, what the list adds, and what the finding concludes."""
        job = self.whole()
        items = [one for step in job["route"]["steps"] for one in step["items"]]
        (item,) = (
            one for one in items if one["part"] == self.key and one["measurand"] == "between_terminals"
        )
        told = next(one["now"] for one in job["readings"] if one["part"] == self.key)
        return item["reading_state"], told, self.part(job, self.key)["finding"]["finding"]["conclusion"]

    def test_the_route_goes_by_the_figures_that_hold_now(self) -> None:
        self.good(self.reading(self.key, "24.1"))
        was, told, concluded = self.shown()
        self.assertEqual((told, concluded), ("", "replace"))
        before = list(Check.objects.values_list("state", flat=True))
        self.assertEqual([was], before)
        self.mend(OHMS)
        now, told, concluded = self.shown()
        self.assertEqual((now, told), ("within", "within"))
        self.assertNotEqual(concluded, "replace")
        self.assertEqual(list(Check.objects.values_list("state", flat=True)), before)
        # What is read from now on is judged by the mended spec, and nothing more is to be said of it.
        self.good(
            self.reading(
                self.key, "24.1", relation="again", supersedes=self.whole()["readings"][-1]["id"]
            )
        )
        self.assertEqual(self.whole()["readings"][-1]["now"], "")

    def test_a_closed_job_keeps_what_was_said(self) -> None:
        self.good(self.reading(self.key, "24.1"))
        was, _, _ = self.shown()
        self.good(self.decide(self.key, "not the part", "the plate is another's"))
        self.good(self.entry("closed"))
        self.mend(OHMS)
        self.assertEqual(self.shown(), (was, "", "replace"))

    def report(self) -> dict[str, Any]:
        found = self.good(self.get(f"jobs/{self.number}/report"))
        return next(one for one in found["measured"] if one["part"] == "Proof drawer element")

    def test_report_and_machine_say_it_and_the_closed_job_goes_on_saying_it(self) -> None:
        self.good(self.reading(self.key, "24.1"))
        was = self.report()
        self.assertEqual(was["now"], "")
        self.mend(OHMS)
        self.assertEqual(self.report()["state"], was["state"])
        self.assertTrue(self.report()["now"].startswith("within"), self.report()["now"])
        stands = self.good(self.get(f"machines/{self.machine.pk}/verdicts"))
        (mine,) = (one for one in stands if str(one["position"]) == self.key)
        told = [(one["state"], one["now"]) for one in mine["latest"]]
        self.assertEqual(told, [(was["state"], "within")])
        self.assertEqual(self.client.get(f"/api/v1/jobs/{self.number}/report.pdf").status_code, 200)
        self.good(self.entry("closed"))
        self.assertEqual(self.shown()[1], "within")
        # What is mended after it was closed is no news in it; of the part itself it is.
        self.mend({"kind": "heating_element", "rating": {"by": "ohms", "resistance": "96"}})
        self.assertEqual(self.shown()[1], "within")
        self.assertTrue(self.report()["now"].startswith("within"))
        stands = self.good(self.get(f"machines/{self.machine.pk}/verdicts"))
        (mine,) = (one for one in stands if str(one["position"]) == self.key)
        self.assertEqual([one["now"] for one in mine["latest"]], ["outside"])

    def test_a_new_part_is_fitted_by_the_spec_it_is_fitted_with(self) -> None:
        self.good(self.reading(self.key, "OL"))
        self.good(self.decide(self.key))
        self.good(self.reading(self.key, "24.1", spare=True))
        refused = self.refused(self.entry("fitted", part=self.key))
        self.assertIn("was rejected", refused["unmeasured_because"])
        self.mend(OHMS)
        self.good(self.entry("fitted", part=self.key))

    def test_a_new_part_of_another_spec_is_judged_by_that(self) -> None:
        self.good(self.reading(self.key, "OL"))
        self.good(self.decide(self.key))
        self.good(self.reading(self.key, "24.1", spare=True))
        self.good(self.entry("fitted", part=self.key, spec=OHMS))
        rating = FittedPart.objects.get(position=self.key, removed_at=None).spec["rating"]
        self.assertEqual((rating["by"], rating["resistance"]), ("ohms", "24.0"))

    def test_of_another_kind_its_tests_are_asked_for_anew(self) -> None:
        self.good(self.reading(self.key, "24.1"))
        self.mend({"kind": "contact", "device": "limit", "opens_at": "150"})
        job = self.whole()
        told = next(one["now"] for one in job["readings"] if one["part"] == self.key)
        self.assertEqual(told, "such a part has no such test")
        items = [one for step in job["route"]["steps"] for one in step["items"]]
        mine = [one for one in items if one["part"] == self.key and one["measurand"]]
        self.assertIn("contact_closed", {one["measurand"] for one in mine if one["state"] == "due"})
        self.assertEqual({one["reading_state"] for one in mine}, {None})
        finding = self.part(job, self.key)["finding"]["finding"]
        self.assertEqual(finding["headline"], "Nothing is measured yet")

    def test_a_leak_is_one_whatever_the_part_is(self) -> None:
        case = {"measurand": "terminal_to_case", "display": "0.02M", "connection": "isolated"}
        self.good(self.reading(self.key, "", reading=case))
        leaks = self.part(self.whole(), self.key)["finding"]["finding"]
        self.assertEqual(leaks["conclusion"], "do not energise")
        self.mend({"kind": "thermocouple", "letter": "K"})
        self.assertEqual(
            self.part(self.whole(), self.key)["finding"]["finding"]["conclusion"], "do not energise"
        )
