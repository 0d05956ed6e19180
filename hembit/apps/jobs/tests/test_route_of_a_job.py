"""The route follows what is found: decisions, causes, new parts, the gate, closing."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from hembit.apps.jobs.models import Job
from hembit.apps.jobs.tests.visits import VisitCase


class Route(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()

    def step(self, job: dict[str, Any], kind: str) -> dict[str, Any]:
        return next(one for one in job["route"]["steps"] if one["kind"] == kind)

    def test_a_bank_that_is_off_brings_up_its_members(self) -> None:
        job = self.prove_dead()
        key = f"{self.member}:between_terminals"
        self.assertEqual(self.item(job, key)["state"], "folded")
        job = self.good(self.reading(self.bank, "12.1", measurand="bank_resistance"))
        self.assertEqual(self.item(job, key)["state"], "due")
        self.assertIn("which member?", self.item(job, key)["why"])
        self.assertEqual(self.part(job, self.bank)["finding"]["finding"]["conclusion"], "repair")

    def test_after_a_member_was_renewed_the_whole_is_measured_again(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.bank, "12.1", measurand="bank_resistance"))
        self.good(self.reading(self.member, "OL"))
        self.good(self.decide(self.member))
        self.good(self.decide(self.bank))
        self.good(self.reading(self.member, "24.1", spare=True))
        job = self.good(self.entry("fitted", part=self.member, serial="UD-9"))
        self.assertIn("measure the whole again", " ".join(job["blocks_closing"]))
        item = self.item(job, f"{self.bank}:bank_resistance")
        self.assertEqual(item["state"], "due")
        self.assertIn("was renewed", item["why"])
        standing = next(one for one in job["readings"] if one["part"] == self.bank)
        job = self.good(
            self.reading(
                self.bank,
                "8.1",
                measurand="bank_resistance",
                supersedes=standing["id"],
                reason="after the new member",
            )
        )
        self.assertNotIn("measure the whole again", " ".join(job["blocks_closing"]))

    def test_overruled_with_a_reason_and_both_stay(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.assertIn("takes a reason", self.refused(self.decide(self.element, "watch"))["reason"])
        job = self.good(self.decide(self.element, "repair", "broken at the terminal, welded"))
        decision = self.part(job, self.element)["decision"]
        self.assertEqual((decision["found"], decision["conclusion"]), ("replace", "repair"))
        self.assertEqual(job["blocks_closing"], [])

    def test_a_finding_that_changed_is_decided_anew(self) -> None:
        self.prove_dead()
        job = self.good(self.reading(self.element, "OL"))
        old = self.part(job, self.element)["finding"]["number"]
        first = job["readings"][0]["id"]
        self.good(self.decide(self.element))
        job = self.good(
            self.reading(self.element, "24.6", supersedes=first, reason="probe had slipped")
        )
        self.assertIsNone(self.part(job, self.element)["decision"])
        answer = self.entry("decided", part=self.element, finding=old, conclusion="replace")
        self.assertIn("changed meanwhile", self.refused(answer)["finding"])

    def test_what_was_seen_counts_in_the_finding(self) -> None:
        job = self.good(self.entry("looked", part=self.element, seen=["corroded"], note="green"))
        finding = self.part(job, self.element)["finding"]["finding"]
        self.assertEqual(finding["conclusion"], "repair")
        self.assertIn("seen: corroded", finding["rests_on"])
        for seen in (["sound", "wet"], ["rewound"], ["nonsense"]):
            with self.subTest(seen):
                self.assertIn("seen", self.refused(self.entry("looked", part=self.element, seen=seen)))

    def test_skip_with_a_reason_add_reorder_and_the_other_school(self) -> None:
        version = self.job["version"]
        looks = [one["key"] for one in self.step(self.job, "look")["items"]]
        choices = {
            "school": "live_first",
            "order": [*looks[1:], looks[0]],
            "skipped": [{"key": "meter", "reason": "checked an hour ago"}],
            "added": [{"key": "own:1", "step": "look", "text": "Ask the night baker", "done": False}],
        }
        path = f"jobs/{self.number}"
        job = self.good(self.send("patch", path, {"version": version, "choices": choices}))
        self.assertEqual([one["kind"] for one in job["route"]["steps"]][:2], ["supply", "live"])
        self.assertEqual(self.item(job, "meter")["why"], "checked an hour ago")
        self.assertEqual(self.item(job, "own:1")["title"], "Ask the night baker")
        self.assertEqual([one["key"] for one in self.step(job, "look")["items"]][:1], [looks[1]])
        without = {**choices, "skipped": [{"key": "meter", "reason": " "}]}
        said = self.refused(self.send("patch", path, {"version": version + 1, "choices": without}))
        self.assertEqual(list(said), ["choices.skipped.0.reason"])

    def test_the_supply_has_readings_of_its_own(self) -> None:
        self.good(self.entry("went_live"))
        volts = {"L1–L2": "401", "L2–L3": "233", "L3–L1": "228", "L1–N": "231", "L2–N": "230"}
        body = {
            "id": str(uuid4()),
            "part": "supply",
            "reading": {"measurand": "supply_volts", "volts": {**volts, "L3–N": "12"}},
        }
        job = self.good(self.send("post", f"jobs/{self.number}/readings", body))
        self.assertIn("leg L3 missing", self.part(job, "supply")["finding"]["finding"]["headline"])


class FitAndClose(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()

    def broken(self) -> None:
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element))

    def gate(self, **changes: Any) -> dict[str, Any]:
        return {
            "protective_conductor": "0.12",
            "insulation": "210 M",
            "nothing_left_inside": True,
            "bypasses_removed": True,
            "covers_on": True,
            **changes,
        }

    def test_from_the_break_to_the_closed_record(self) -> None:
        self.broken()
        self.assertIn("fit it", self.refused(self.entry("closed"))["kind"])
        said = self.refused(self.entry("fitted", part=self.element))
        self.assertIn("Measure the new part", said["unmeasured_because"])
        self.good(self.reading(self.element, "24.2", spare=True))
        job = self.good(self.entry("fitted", part=self.element, serial="LD-7"))
        part = self.part(job, self.element)
        self.assertEqual((part["serial"], part["fitted_here"]), ("LD-7", True))
        self.assertIn("pass the gate", self.refused(self.entry("went_live"))["dead_or_live"])
        feed = {"fuse": "16", "cable": "20", "contactor": "9"}
        job = self.good(self.entry("feed_checked", part=self.element, feed=feed, supply="230"))
        self.assertIn("Too much for the contactor", job["entries"][-1]["text"])
        self.good(self.entry("gate_passed", gate=self.gate()))
        self.good(self.entry("went_live"))
        volts = {"measurand": "running", "voltage": "230.0", "current": "9.6"}
        body = {"id": str(uuid4()), "part": self.element, "reading": volts}
        self.good(self.send("post", f"jobs/{self.number}/readings", body))
        job = self.good(self.entry("closed"))
        self.assertEqual(job["state"], "closed")
        self.assertIsNotNone(job["closed_at"])
        self.assertIn("is closed", self.refused(self.entry("noted", text="late"))[""])
        self.assertIn("is closed", self.refused(self.reading(self.element, "24"))[""])
        self.assertIn("reason", self.refused(self.entry("reopened", reason="")))
        self.assertEqual(self.good(self.entry("reopened", reason="it trips again"))["state"], "open")

    def test_a_rejected_spare_is_not_fitted_without_a_reason(self) -> None:
        self.broken()
        self.good(self.reading(self.element, "53", spare=True))
        said = self.refused(self.entry("fitted", part=self.element))
        self.assertIn("was rejected", said["unmeasured_because"])
        self.good(self.entry("fitted", part=self.element, unmeasured_because="until Thursday’s boat"))

    def test_a_spare_whose_measuring_was_skipped_is_fitted_for_that_reason(self) -> None:
        self.broken()
        job = self.whole()
        why = {"key": f"spare:{self.element}", "reason": "its ends are potted"}
        body = {"version": job["version"], "choices": {**job["choices"], "skipped": [why]}}
        self.good(self.send("patch", f"jobs/{self.number}", body))
        job = self.good(self.entry("fitted", part=self.element))
        self.assertIn("Not measured before: its ends are potted", job["entries"][-1]["text"])

    def test_a_job_starts_with_the_meter_its_technician_read_with_last(self) -> None:
        self.broken()
        # Whatever the clock says of another job of theirs that was changed, but not read in.
        Job.objects.filter(number=self.number).update(changed_at=None)
        self.assertEqual(self.open_job()["conditions"], {"meter": self.meter})

    def test_an_overflow_is_taken_without_a_word_on_its_connection(self) -> None:
        self.open_job()
        self.prove_dead()
        figure = {"measurand": "between_terminals", "display": "24.6"}
        refused = self.refused(self.reading(self.element, "", reading=figure))
        self.assertIn("Say how it was connected", refused["reading.connection"])
        self.good(self.reading(self.element, "", reading={**figure, "display": "OL"}))

    def test_a_spare_on_order_lets_the_job_close_and_fitting_ends_it(self) -> None:
        self.broken()
        order = {
            "id": str(uuid4()),
            "kind": "spare_on_order",
            "part": self.element,
            "text": "element, 2200 W",
            "due_on": self.tomorrow(),
        }
        job = self.good(self.send("post", f"jobs/{self.number}/follow-ups", order))
        self.assertEqual(job["blocks_closing"], [])
        self.good(self.reading(self.element, "24.2", spare=True))
        job = self.good(self.entry("fitted", part=self.element))
        self.assertIsNotNone(job["follow_ups"][0]["done_at"])

    def test_a_limit_that_opened_asks_for_its_cause_and_proposes_its_companion(self) -> None:
        job = self.good(self.reading(self.limit, "OL", measurand="contact_closed"))
        part = self.part(job, self.limit)
        found = part["finding"]["finding"]
        self.assertIn("Likely does not close", found["headline"])
        self.assertIn("again, probes moved", found["next_step"])
        again = {"relation": "again", "supersedes": job["readings"][-1]["id"]}
        self.good(self.reading(self.limit, "OL", measurand="contact_closed", **again))
        job = self.good(self.decide(self.limit))
        part = self.part(job, self.limit)
        self.assertTrue(part["asks_cause"])
        self.assertIn("thermostat", part["companion"])
        self.assertIn("name the cause first", " ".join(job["blocks_closing"]))
        job = self.good(self.entry("cause_named", part=self.limit, cause="fan blocked by flour"))
        self.assertNotIn("cause", " ".join(job["blocks_closing"]))

    def test_the_gate_refuses_at_its_field(self) -> None:
        for changes, field in (
            ({"protective_conductor": "2.4"}, "gate.protective_conductor"),
            ({"protective_conductor": None}, "gate.no_protective_conductor_because"),
            ({"insulation": "0.3 M"}, "gate.insulation"),
            ({"insulation": "dry"}, "gate.insulation"),
            ({"covers_on": False}, "gate.covers_on"),
            ({"nothing_left_inside": False}, "gate.nothing_left_inside"),
        ):
            with self.subTest(changes):
                self.assertEqual(
                    list(self.refused(self.entry("gate_passed", gate=self.gate(**changes)))), [field]
                )

    def test_a_meter_that_cannot_be_trusted(self) -> None:
        fine = {"shorted": "0.2", "steady": True, "open_reads_ol": True, "battery_good": True}
        for changes, field in (
            ({"shorted": "1.4"}, "check.shorted"),
            ({"steady": False}, "check.steady"),
            ({"open_reads_ol": False}, "check.open_reads_ol"),
            ({"battery_good": False}, "check.battery_good"),
        ):
            with self.subTest(changes):
                answer = self.entry("meter_checked", meter=self.meter, check={**fine, **changes})
                self.assertEqual(list(self.refused(answer)), [field])
        self.assertIn("meter", self.refused(self.entry("meter_checked", meter=999, check=fine)))
        job = self.good(self.entry("meter_checked", meter=self.meter, check=fine))
        self.assertEqual(job["meter"]["shorted"], "0.2")
        self.assertEqual(job["conditions"]["meter"], self.meter)
