"""Readings between two points of a machine in a job: admitted, judged by themselves, explained."""

from __future__ import annotations

from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.http import HttpResponse
from django.utils import timezone

from hembit.apps.jobs.models import Entry, Job, JobState
from hembit.apps.jobs.on_circuit.what_failed import failed_kinds
from hembit.apps.jobs.tests.circuits import CircuitCase
from hembit_circuits.words.witnesses import Witness, witness_on


class PointsTest(CircuitCase):
    def setUp(self) -> None:
        super().setUp()
        self.good(self.send_rows(self.bank_of_three()))
        self.open_job()

    def points(self, kind: str, display: str, *ends: str, **more: Any) -> HttpResponse:
        first, second = (*ends, "", "")[:2]
        asked = {"kind": kind, "first": first, "second": second, **more.pop("asked", {})}
        taken = {"asked": asked, "display": display, "leads_nulled": kind == "ohms"}
        return self.entry("points_read", taken=taken, meter=self.meter, **more)

    def found(self) -> dict[str, Any]:
        return dict(self.good(self.get(f"jobs/{self.number}/circuit")))

    def test_ohms_come_after_the_proof_and_volts_on_what_is_live(self) -> None:
        self.assertIn("dead_or_live", self.refused(self.points("ohms", "9.8", "2", "N")))
        self.assertIn("dead_or_live", self.refused(self.points("volts", "230", "L", "N")))
        self.prove_dead()
        self.good(self.points("ohms", "9.8", "2", "N"))
        self.assertIn("dead_or_live", self.refused(self.points("volts", "230", "L", "N")))
        self.good(self.entry("went_live"))
        self.good(self.points("volts", "229.4", "L", "N"))
        self.assertIn("dead_or_live", self.refused(self.points("ohms", "9.8", "2", "N")))

    def test_what_is_proposed_with_a_contact_held_is_taken_as_it_is(self) -> None:
        """Followed until nothing is open: all that is read fits a machine that is sound and dead."""
        self.good(self.send_rows(self.template("chain_of_limits"), 1))
        self.open_job()
        self.prove_dead()
        held = []
        for _ in range(4):
            one = next(one for one in self.found()["next"] if one["probe"]["kind"] == "ohms")
            asked = {name: one["probe"][name] for name in ("alone", "lifted", "called")}
            ends = one["probe"]["first"], one["probe"]["second"]
            whole = {"kind": "ohms", "first": ends[0], "second": ends[1], **asked}
            shown = self.send("post", f"machines/{self.machine.pk}/circuit/asked", whole)
            value = self.good(shown)["value"]
            display = "OL" if value is None or value > 1e7 else f"{value:.1f}"
            self.good(self.points("ohms", display, *ends, asked=asked))
            if asked["called"] and not asked["alone"]:
                held.append(one["text"])
        self.assertTrue(held)
        self.assertTrue(all("door switch held closed" in one for one in held), held)
        self.assertEqual(self.found()["readings"], 4)

    def test_it_stands_in_the_log_with_what_it_says(self) -> None:
        self.prove_dead()
        job = self.good(self.points("ohms", "17.0", "2", "N"))
        told = next(one["text"] for one in job["entries"] if one["kind"] == "points_read")
        self.assertIn("Ohms from 2 to N: 17.0 Ω. Higher than due", told)
        (point,) = self.found()["points"]
        self.assertEqual((point["where"], point["figure"]), ("Ohms from 2 to N", "17.0 Ω"))
        self.assertIn("9.80 Ω", point["due"])

    def test_a_member_that_is_open_is_found_by_points_alone(self) -> None:
        """24.05, 24.05 and 52.9 Ω side by side are 9.80 Ω; without one of 24.05 Ω, 16.5 Ω."""
        self.prove_dead()
        self.good(self.points("ohms", "16.5", "2", "N"))
        found = self.found()
        self.assertEqual(found["readings"], 1)
        first = [one["text"] for one in found["explanations"][:2]]
        self.assertEqual(set(first), {"element 1 open", "element 2 open"})

    def test_no_volts_mean_closed_only_with_volts_at_the_load(self) -> None:
        self.good(self.entry("went_live"))
        self.good(self.points("volts", "0.1", "L", "1"))
        self.good(self.points("volts", "229", "2", "N"))
        self.good(self.points("volts", "0.1", "L", "2"))
        says = [one["says"] for one in self.found()["points"]]
        self.assertIn("closed, or nothing arrives", says[0])
        self.assertIn("is closed", says[2])

    def test_one_takes_the_place_of_another_with_a_reason(self) -> None:
        self.prove_dead()
        self.good(self.points("ohms", "165", "2", "N"))
        wrong = self.found()["points"][0]["id"]
        self.assertIn("reason", self.refused(self.points("ohms", "16.5", "2", "N", corrects=wrong)))
        self.good(self.points("ohms", "16.5", "2", "N", corrects=wrong, reason="a digit too many"))
        self.assertEqual([one["figure"] for one in self.found()["points"]], ["16.5 Ω"])
        again = self.points("ohms", "16.4", "2", "N", corrects=wrong, reason="once more")
        self.assertIn("does not stand", self.refused(again)["corrects"])
        self.assertEqual(Entry.objects.filter(kind="points_read").count(), 2)

    def test_twice_is_once(self) -> None:
        self.prove_dead()
        body = {"id": str(uuid4()), "kind": "points_read", "meter": self.meter}
        body["taken"] = {"asked": {"kind": "ohms", "first": "2", "second": "N"}, "display": "9.8"}
        for status in (201, 200):
            sent = self.send("post", f"jobs/{self.number}/entries", body)
            self.assertEqual(sent.status_code, status)
        self.assertEqual(len(self.found()["points"]), 1)

    def test_what_cannot_be_is_told_at_its_field(self) -> None:
        self.prove_dead()
        for field, sent in (
            ("taken.first", self.points("ohms", "9.8", "x", "N")),
            ("taken.second", self.points("ohms", "9.8", "N", "N")),
            ("taken.display", self.points("ohms", "9.8 V", "2", "N")),
            ("taken.called", self.points("ohms", "9.8", "2", "N", asked={"called": ["no"]})),
        ):
            self.assertIn(field, self.refused(sent))
        self.meter = 999_999
        self.assertIn("meter", self.refused(self.points("ohms", "9.8", "2", "N")))

    def test_of_a_machine_without_a_circuit_there_is_nothing_to_read(self) -> None:
        self.machine.circuits.all().delete()
        self.prove_dead()
        self.assertIn("no circuit", self.refused(self.points("ohms", "9.8", "2", "N"))["taken"])

    def test_what_was_read_before_an_exchange_says_nothing_of_the_new_part(self) -> None:
        self.prove_dead()
        self.good(self.points("ohms", "16.5", "2", "N"))
        self.good(self.reading(self.element, "OL"))
        self.good(self.reading(self.member, "24.1"))
        self.assertEqual(self.found()["readings"], 3)
        self.good(self.reading(self.element, "24.2", spare=True, loose=True))
        self.good(self.entry("fitted", part=self.element))
        found = self.found()
        # The other member by itself, and the new one on the bench.
        self.assertEqual(found["readings"], 2)
        self.assertNotIn("element 1 open", str(found["explanations"][:3]))

    def test_live_readings_of_a_part_are_set_on_the_circuit(self) -> None:
        self.good(self.entry("went_live"))
        answers = {"one_conductor": "yes", "calling": "yes"}
        running = {"measurand": "running", "voltage": "229.0", "current": "0.0", "answers": answers}
        body = {
            "id": str(uuid4()),
            "part": self.element,
            "reading": running,
            "conditions": {"meter": self.meter},
        }
        self.good(self.send("post", f"jobs/{self.number}/readings", body))
        found = self.found()
        self.assertEqual(found["readings"], 2)
        self.assertIn("element 1 open", found["explanations"][0]["text"])

    def test_points_of_a_circuit_that_was_revised_since_are_left_out(self) -> None:
        self.prove_dead()
        self.good(self.points("ohms", "16.5", "2", "N"))
        self.good(self.send_rows(self.template("element_with_limit"), 1))
        self.assertEqual(self.found()["readings"], 1)
        self.good(self.points("ohms", "24.1", "3", "N"))
        self.good(self.send_rows(self.bank_of_three(), 2))
        self.assertEqual(self.found()["readings"], 1)

    def test_a_bank_has_a_witness_by_its_members(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.bank, "26.5", measurand="bank_resistance"))
        self.assertIn(self.bank, self.found()["witnesses"])

    def test_deciding_where_the_circuit_says_otherwise_takes_a_reason(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "24.1"))
        key = next(iter(self.found()["witnesses"]))
        self.assertEqual(key, self.element)
        self.assertFalse(self.found()["witnesses"][key]["differs"])
        whole = witness_on

        def otherwise(*given: Any) -> Witness:
            says = {"differs": True, "asks": "The circuit says otherwise", "says": "Suspect"}
            return whole(*given).model_copy(update=says)

        with patch("hembit.apps.jobs.on_circuit.search.witness_on", otherwise):
            self.assertIn("otherwise", self.refused(self.decide(self.element))["reason"])
            job = self.good(self.decide(self.element, reason="read twice, by two meters"))
        told = next(one["text"] for one in job["entries"] if one["kind"] == "decided")
        self.assertIn("read twice, by two meters. By the circuit: Suspect", told)

    def test_what_failed_in_closed_jobs_is_counted_once_a_part(self) -> None:
        self.assertEqual(failed_kinds(), {})
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.reading(self.limit, "0.1", measurand="contact_closed"))
        self.good(self.decide(self.element, "watch", reason="to be seen"))
        self.good(self.decide(self.element))
        self.good(self.decide(self.limit))
        self.assertEqual(failed_kinds(), {})
        self.assertNotIn("mixed", self.found()["usual"])
        Job.objects.filter(pk=self.number).update(state=JobState.CLOSED)
        Entry(
            id=uuid4(),
            job_id=self.number,
            kind="closed",
            at=timezone.now(),
            by=self.person,
            data={},
        ).save()
        self.assertEqual(failed_kinds(), {"heating_element": 1})
        with patch("hembit.apps.jobs.on_circuit.readings.failed_kinds", return_value={"contact": 31}):
            self.open_job()
            self.assertIn("failed 31 times", self.found()["usual"])

    def test_a_chain_is_searched_once_it_reads_open(self) -> None:
        self.good(self.send_rows(self.template("sections"), 1))
        path = f"jobs/{self.number}/circuit/search"
        self.assertEqual(self.good(self.get(path)), [])
        self.prove_dead()
        self.good(self.points("ohms", "OL", "1", "N"))
        (found,) = self.good(self.get(path))
        self.assertIn("parts in series between L and N", found["headline"])
        begins = [one["node"] for one in found["instead"]]
        self.assertEqual(len(begins), 7)
        (other,) = self.good(self.get(f"{path}?begin={begins[0]}"))
        self.assertEqual(other["begins"], begins[0])
        self.assertIn("begin", self.refused(self.get(f"{path}?begin=nowhere")))

    def test_a_closed_job_takes_no_reading_and_still_says_what_it_said(self) -> None:
        self.prove_dead()
        self.good(self.points("ohms", "9.8", "2", "N"))
        before = self.found()
        self.good(self.entry("closed"))
        self.assertIn("closed", str(self.refused(self.points("ohms", "9.8", "2", "N"))).lower())
        after = self.found()
        self.assertEqual(after["explanations"], before["explanations"])
        self.assertFalse(after["comes_next"])

    def test_what_comes_next_is_the_circuit_s_once_it_is_time_to_measure(self) -> None:
        self.assertFalse(self.found()["comes_next"])
        self.prove_dead()
        for kind, more in (
            ("looked", {"part": "machine", "seen": ["nothing"]}),
            ("looked", {"part": self.element, "seen": ["nothing"]}),
        ):
            self.entry(kind, **more)
        job = self.whole()
        step = next(
            one["kind"]
            for one in job["route"]["steps"]
            if any(item["key"] == job["route"]["next_key"] for item in one["items"])
        )
        measuring = step in ("measure", "actuate", "sensors", "live")
        self.assertEqual(self.found()["comes_next"], measuring)

    def test_nothing_live_is_proposed_of_a_machine_that_must_stay_dead(self) -> None:
        self.prove_dead()
        leak = self.reading(self.element, "0.3M", measurand="terminal_to_case")
        self.good(leak)
        self.assertEqual(
            self.part(self.whole(), self.element)["finding"]["finding"]["conclusion"], "do not energise"
        )
        kinds = {one["probe"]["kind"] for one in self.found()["next"]}
        self.assertLessEqual(kinds, {"ohms"})
