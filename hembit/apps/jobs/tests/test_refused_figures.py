"""What was measured and forbade something is kept, with what was answered."""

from __future__ import annotations

from typing import Any

from hembit.apps.jobs.models import Entry
from hembit.apps.jobs.tests.test_case_danger import GATE
from hembit.apps.jobs.tests.visits import VisitCase

GOOD_METER = {"steady": True, "open_reads_ol": True, "battery_good": True}


class RefusedFigures(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()

    def log(self) -> list[tuple[str, str]]:
        return [(one["kind"], one["text"]) for one in self.whole()["entries"]]

    def test_an_insulation_that_the_gate_refused_stands_beside_the_one_that_passed(self) -> None:
        self.prove_dead()
        self.refused(self.entry("gate_passed", gate={**GATE, "insulation": "0.15 M"}))
        self.good(self.entry("gate_passed", gate={**GATE, "insulation": "35 M"}))
        kinds = [kind for kind, _ in self.log()]
        self.assertEqual(kinds, ["proved_dead", "gate_refused", "gate_passed"])
        text = self.log()[1][1]
        self.assertIn("insulation 0.15 MΩ", text)
        self.assertIn("Do not energise: dry it", text)

    def test_a_protective_conductor_and_leads_are_kept_too(self) -> None:
        self.prove_dead()
        self.refused(self.entry("gate_passed", gate={**GATE, "protective_conductor": "1.4"}))
        check = {"shorted": "1.8", **GOOD_METER}
        self.refused(self.entry("meter_checked", meter=self.meter, check=check))
        told = dict(self.log())
        self.assertIn("protective conductor 1.4 Ω", told["gate_refused"])
        self.assertIn("leads shorted 1.8 Ω", told["meter_refused"])

    def test_ohms_below_zero_are_volts_that_somebody_read(self) -> None:
        self.prove_dead()
        for field in ("protective_conductor", "insulation"):
            said = self.refused(self.entry("gate_passed", gate={**GATE, field: "-0.2"}))
            self.assertIn("below zero", said[f"gate.{field}"])
        check = {"shorted": "-0.3", **GOOD_METER}
        self.refused(self.entry("meter_checked", meter=self.meter, check=check))
        kinds = [kind for kind, _ in self.log()]
        self.assertEqual(kinds, ["proved_dead", "gate_refused", "gate_refused", "meter_refused"])
        self.assertIn("leads shorted -0.3 Ω", self.log()[-1][1])

    def test_what_does_not_apply_is_no_figure(self) -> None:
        self.prove_dead()
        without = {"protective_conductor": None, "no_protective_conductor_because": "class II"}
        self.refused(self.entry("gate_passed", gate={**GATE, **without, "insulation": "0.15 M"}))
        told = dict(self.log())["gate_refused"]
        self.assertIn("insulation 0.15 MΩ", told)
        self.assertNotIn("protective conductor", told)

    def test_volts_between_dead_conductors_are_kept_and_end_a_proof(self) -> None:
        self.prove_dead()
        pairs = self.isolation()["readings"]
        first = next(iter(pairs))
        volts = self.isolation(readings={**pairs, first: "231"})
        self.refused(self.entry("proved_dead", isolation=volts))
        self.assertIn(f"{first} 231 V", dict(self.log())["proof_refused"])
        self.assertIn("read volts where it should be dead", self.whole()["machine_now"]["lapsed"])
        self.refused(self.reading(self.element, "24.3"))

    def test_figures_that_were_refused_for_something_else_are_kept_and_end_nothing(self) -> None:
        self.prove_dead()
        self.refused(self.entry("gate_passed", gate={**GATE, "covers_on": False}))
        self.assertIn("Refused: Covers on", dict(self.log())["not_taken"])
        self.refused(self.entry("proved_dead", isolation=self.isolation(tester_after=False)))
        self.assertIn("Prove the tester again", self.log()[-1][1])
        self.assertEqual([kind for kind, _ in self.log()], ["proved_dead", "not_taken", "not_taken"])
        self.good(self.reading(self.element, "24.3"))

    def test_volts_are_seen_whatever_else_is_missing(self) -> None:
        pairs = self.isolation()["readings"]
        first, *others = pairs
        for missing in (
            {"tester_before": False}, {"locked": False}, {"tester_after": False},
            {"readings": {first: "231"}}, {"readings": {**dict.fromkeys(others, "none"), first: "231"}},
        ):  # fmt: skip
            with self.subTest(missing):
                self.prove_dead()
                volts = self.isolation(**{"readings": {**pairs, first: "231"}, **missing})
                self.refused(self.entry("proved_dead", isolation=volts))
                self.assertEqual(self.log()[-1][0], "proof_refused")
                self.assertIn("read volts", self.whole()["machine_now"]["lapsed"])

    def test_what_was_not_measured_leaves_no_trace(self) -> None:
        self.prove_dead()
        unsaid: dict[str, Any] = {**GATE, "insulation": None, "protective_conductor": "good"}
        self.refused(self.entry("gate_passed", gate=unsaid))
        self.assertEqual([kind for kind, _ in self.log()], ["proved_dead"])

    def test_sent_again_it_is_kept_once(self) -> None:
        self.prove_dead()
        body = {
            "id": "7b1e8d5e-4f6b-4b1a-9d57-3a1f4b6f0077",
            "kind": "gate_passed",
            "gate": {**GATE, "insulation": "0.15 M"},
        }
        for _ in range(2):
            self.refused(self.send("post", f"jobs/{self.number}/entries", body))
        self.assertEqual(Entry.objects.filter(kind="gate_refused").count(), 1)
