"""A path to the case stands over jobs, corrections and names; a new part ends it, or tests after it."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.utils import timezone

from hembit.apps.jobs.models import Reading
from hembit.apps.jobs.tests.visits import VisitCase

GATE = {
    "protective_conductor": "0.12",
    "insulation": "210 M",
    "nothing_left_inside": True,
    "bypasses_removed": True,
    "covers_on": True,
}


class CaseDangers(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()

    def case(self, display: str, measurand: str = "terminal_to_case", **more: Any) -> Any:
        """A reading to the case of the part, taken again where there is one."""
        how = {"measurand": measurand, "display": display, "connection": "isolated"}
        how |= more.pop("how", {})
        standing = [
            one["id"]
            for one in self.whole()["readings"]
            if one["measurand"] == measurand
            and one["part"] == self.element
            and one["spare"] == more.get("spare", False)
            and not (one["superseded_by"] or one["past"])
        ]
        more = {"relation": "again", "supersedes": standing[-1] if standing else None, **more}
        return self.good(self.reading(self.element, display, measurand=measurand, reading=how, **more))

    def stays_dead(self) -> str:
        return self.refused(self.entry("went_live"))["dead_or_live"]

    def test_a_short_after_a_test_that_passed(self) -> None:
        self.case("210 M", "insulation_test")
        self.case("0.3")
        finding = self.part(self.whole(), self.element)["finding"]["finding"]
        self.assertEqual(finding["headline"], "A wire touches the case: replace the part")
        self.assertIn("these cannot both be right", finding["rests_on"])
        self.assertIn("touches its case", self.stays_dead())

    def test_a_correction_does_not_take_it_away(self) -> None:
        self.case("0.3")
        self.case("OL", relation="corrects", reason="typed wrong")
        self.assertIn("touches its case", self.stays_dead())

    def test_another_job_does_not_forget_it(self) -> None:
        self.case("0.3")
        self.good(self.decide(self.element, "do not energise"))
        self.good(self.entry("cause_named", part=self.element, cause="chafed"))
        self.good(self.entry("closed", reasons={self.element: "locked off and tagged"}))
        self.open_job()
        self.assertIn("touches its case", self.stays_dead())
        told = self.part(self.whole(), self.element)["finding"]["finding"]
        self.assertEqual(told["conclusion"], "do not energise")
        self.prove_dead()
        self.good(self.reading(self.element, "24.3"))
        self.assertIn("touches its case", self.stays_dead())
        self.case("OL")
        self.case("OL", how={"taken_while": "moved"})
        self.case("210 M", "insulation_test")
        self.good(self.entry("went_live"))

    def test_a_touch_that_ended_asks_for_a_day(self) -> None:
        self.case("0.3")
        for display, measurand, how in (
            ("OL", "terminal_to_case", {"taken_while": "moved"}),
            ("OL", "terminal_to_case", {}),
            ("210 M", "insulation_test", {}),
        ):
            self.case(display, measurand, how=how)
        self.good(self.entry("cause_named", part=self.element, cause="a loose strand"))
        self.good(self.decide(self.element))
        refused = self.refused(self.entry("closed"))["kind"]
        self.assertIn("set a day to read it again", refused)
        day = {"id": str(uuid4()), "kind": "watch", "part": self.element, "text": "read it to its case"}
        self.good(
            self.send("post", f"jobs/{self.number}/follow-ups", day | {"due_on": self.tomorrow()})
        )
        self.good(self.entry("closed"))

    def replace(self, **more: Any) -> None:
        self.good(self.decide(self.element, "replace", "it touches"))
        if not more:
            self.good(self.reading(self.element, "24.2", spare=True))
        self.good(self.entry("fitted", part=self.element, **more))
        self.good(self.entry("gate_passed", gate=GATE))

    def test_a_new_part_is_read_to_its_case_too(self) -> None:
        self.case("0.3")
        self.replace()
        self.assertIn("is not read yet", self.stays_dead())
        due = self.item(self.whole(), f"{self.element}:terminal_to_case")
        self.assertEqual(due["state"], "due")
        self.case("OL")
        self.good(self.entry("went_live"))

    def test_of_two_before_it_the_last_one_counts(self) -> None:
        self.case("0.3")
        self.replace()
        self.case("OL")
        self.good(self.entry("went_live"))
        self.good(self.entry("switched_off"))
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.replace()
        self.good(self.entry("went_live"))

    def test_one_that_was_read_as_a_spare_is_enough(self) -> None:
        self.case("0.3")
        self.case("OL", spare=True)
        self.replace()
        self.good(self.entry("went_live"))

    def test_a_spare_that_leaks_leaks_when_it_is_fitted(self) -> None:
        self.good(self.reading(self.element, "OL"))
        self.case("0.4 M", spare=True)
        self.replace(unmeasured_because="none other on the island")
        self.assertIn("leaks to its case", self.stays_dead())

    def test_a_clear_reading_made_before_the_figure_and_sent_after_it_ends_nothing(self) -> None:
        self.case("1.8 M")
        now = timezone.now()
        made = {"made_at": str(now - timedelta(minutes=30)), "sent_at": str(now), "seen": 0}
        # The proof is as old as that too: it is read loose, on the bench.
        self.case("210 M", "insulation_test", sent=made, loose=True)
        self.assertIn("leaks to its case", self.stays_dead())
        self.case("210 M", "insulation_test")
        self.good(self.entry("went_live"))

    def test_of_the_same_moment_they_stand_in_their_order(self) -> None:
        self.case("1.8 M")
        at = Reading.objects.get().at
        with patch("hembit.apps.jobs.recording.made_at", return_value=at):
            self.case("210 M", "insulation_test", loose=True)
        self.assertEqual(len(set(Reading.objects.values_list("at", flat=True))), 1)
        self.good(self.entry("went_live"))
