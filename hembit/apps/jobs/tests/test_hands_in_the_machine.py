"""Whatever needs hands in the machine needs a proof of dead; what is loose is said to be."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from hembit.apps.jobs.tests.test_case_danger import GATE
from hembit.apps.jobs.tests.visits import ELEMENT, VisitCase
from hembit.apps.machines.models import Position

WAIVED = {
    "no_protective_conductor_because": "class II",
    "no_insulation_because": "extra-low voltage",
    "nothing_left_inside": True,
    "bypasses_removed": True,
    "covers_on": True,
}


class Hands(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element, "replace"))
        self.good(self.reading(self.element, "24.2", spare=True))
        self.behind = self.place("Relay behind the panel", {"kind": "contact", "device": "relay"})
        Position.objects.filter(pk=self.behind).update(behind_panel=True)

    def everything(self) -> dict[str, Any]:
        """All that needs hands, each to be sent anew."""
        bypass = {"id": str(uuid4()), "kind": "bypass", "part": self.behind, "text": "bridged"}
        path = f"jobs/{self.number}/follow-ups"
        return {
            "fit": lambda: self.entry("fitted", part=self.element),
            "gate": lambda: self.entry("gate_passed", gate=GATE),
            "waiver": lambda: self.entry("gate_passed", gate=WAIVED),
            "look": lambda: self.entry("looked", part=self.behind, seen=["sound"]),
            "bypass": lambda: self.send("post", path, bypass | {"due_on": self.tomorrow()}),
        }

    def test_none_of_it_while_the_record_says_live(self) -> None:
        self.good(self.entry("went_live"))
        for name, send in self.everything().items():
            with self.subTest(name):
                self.assertIn("machine is live", self.refused(send())["dead_or_live"])

    def test_none_of_it_once_the_proof_lapsed_or_by_whoever_did_not_prove(self) -> None:
        self.good(self.entry("went_live"))
        self.good(self.entry("switched_off"))
        for name, send in self.everything().items():
            with self.subTest(name):
                self.assertIn("nobody has proved it dead since", self.refused(send())["dead_or_live"])
        self.prove_dead(self.as_lead())
        self.assertIn("hand-over", self.refused(self.everything()["fit"]())["dead_or_live"])

    def test_all_of_it_under_a_proof(self) -> None:
        for send in self.everything().values():
            self.good(send())

    def test_no_part_is_looked_at_closely_while_it_is_live_but_the_machine_is(self) -> None:
        self.good(self.entry("went_live"))
        look = self.entry("looked", part=self.element, seen=["sound"])
        self.assertIn("machine is live", self.refused(look)["dead_or_live"])
        self.good(self.entry("looked", part="machine", seen=["sound"]))

    def test_the_route_says_what_needs_a_proof(self) -> None:
        job = self.whole()
        self.assertEqual(self.item(job, f"fit:{self.element}")["dead_or_live"], "dead")
        self.assertEqual(self.item(job, "gate")["dead_or_live"], "dead")
        self.assertEqual(self.item(job, f"look:{self.behind}")["dead_or_live"], "dead")
        self.assertIsNone(self.item(job, f"look:{self.element}")["dead_or_live"])


class Loose(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()

    def kept(self, state: dict[str, Any]) -> str:
        body = self.body(spec=ELEMENT, dead_or_live=state)
        self.good(self.post("checks", body))
        return str(body["id"])

    def attach(self, check: str) -> Any:
        return self.send(
            "post", f"jobs/{self.number}/checks", {"check_id": check, "part": self.element}
        )

    def test_ones_own_word_in_check_does_not_stand_above_a_job_that_is_live(self) -> None:
        self.good(self.entry("went_live"))
        proved = {"state": "proved_dead", "by": "Ilse Fennick", "at": self.now()}
        said = self.refused(self.attach(self.kept(proved)))["check_id"]
        self.assertIn("the machine was live", said)
        self.good(self.entry("switched_off"))
        self.good(self.attach(self.kept({**proved, "at": self.now()})))

    def test_what_was_read_before_it_went_live_was_read_dead(self) -> None:
        early = self.kept({"state": "proved_dead", "by": "Ilse Fennick", "at": self.now()})
        self.good(self.entry("went_live"))
        self.good(self.attach(early))

    def test_loose_stays_loose_and_is_said(self) -> None:
        self.good(self.entry("went_live"))
        job = self.good(self.attach(self.kept({"state": "loose_part"})))
        self.assertEqual([one["loose"] for one in job["readings"]], [True])

    def test_a_part_of_a_machine_that_is_live_was_taken_out_under_a_proof(self) -> None:
        self.good(self.entry("went_live"))
        said = self.refused(self.reading(self.element, "24.3", loose=True))["dead_or_live"]
        self.assertIn("cannot have been taken out", said)
        self.good(self.entry("switched_off"))
        self.prove_dead()
        self.good(self.entry("went_live"))
        job = self.good(self.reading(self.element, "24.3", loose=True))
        self.assertTrue(job["readings"][-1]["loose"])
