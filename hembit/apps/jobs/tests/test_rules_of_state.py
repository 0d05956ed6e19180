"""What the state of a visit admits: dead, live, the proof and how it lapses, repeats, the gate."""

from __future__ import annotations

from collections import Counter
from datetime import timedelta
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.utils import timezone

from hembit.apps.base.records.append_only import AppendOnlyError
from hembit.apps.jobs.models import Entry, PartFinding, Reading
from hembit.apps.jobs.tests.visits import VisitCase


class DeadAndLive(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()

    def test_no_ohms_on_a_fitted_part_before_the_proof(self) -> None:
        said = self.refused(self.reading(self.element, "24.6"))
        self.assertIn("Nobody has proved this machine dead", said["dead_or_live"])
        self.assertFalse(Reading.objects.exists())
        self.prove_dead()
        self.assertEqual(
            self.good(self.reading(self.element, "24.6"))["readings"][0]["state"], "within"
        )

    def test_a_loose_part_is_exempt(self) -> None:
        job = self.good(self.reading(self.element, "24.6", loose=True))
        self.assertEqual(job["readings"][0]["figure"], "24.60 ± 0.57 Ω")

    def test_no_volts_without_stating_that_it_is_live_and_no_ohms_while_it_is(self) -> None:
        volts = {"measurand": "running", "voltage": "230.0", "current": "9.6"}
        body = {"id": str(uuid4()), "part": self.element, "reading": volts}
        path = f"jobs/{self.number}/readings"
        self.assertIn("live machine", self.refused(self.send("post", path, body))["dead_or_live"])
        self.good(self.entry("went_live"))
        self.good(self.send("post", path, body))
        self.assertIn(
            "never taken on a live part", self.refused(self.reading(self.element, "24"))["dead_or_live"]
        )

    def test_a_proof_lapses_after_the_shops_limit(self) -> None:
        self.prove_dead()
        later = timezone.now() + timedelta(minutes=61)
        with patch("django.utils.timezone.now", return_value=later):
            said = self.refused(self.reading(self.element, "24.6"))
            self.assertIn("older than 60 min", said["dead_or_live"])
            self.assertEqual(self.whole()["machine_now"]["state"], "not_proved")

    def test_a_proof_is_one_persons(self) -> None:
        self.prove_dead()
        said = self.refused(self.reading(self.element, "24.6", self.as_lead()))
        self.assertIn("lapses on hand-over to Maud Fennick", said["dead_or_live"])
        self.prove_dead(self.as_lead())
        self.good(self.reading(self.element, "24.6", self.as_lead()))

    def test_what_ends_a_proof(self) -> None:
        wait = {"kind": "other", "text": "tea", "until": {"how": "minutes", "minutes": 5}}
        for end in (
            lambda: self.entry("switched_off"),
            lambda: self.entry("cover_back"),
            lambda: self.send("post", f"jobs/{self.number}/waits", {"id": str(uuid4()), **wait}),
            lambda: self.entry("went_live"),
        ):
            self.prove_dead()
            self.good(end())
            self.refused(self.reading(self.element, "24.6"))

    def test_what_one_stated_live_is_told_until_somebody_makes_it_dead(self) -> None:
        self.good(self.entry("went_live"))
        (live,) = self.good(self.get("live"))
        self.assertEqual((live["job"], live["machine"]), (self.number, "Deck oven"))
        self.assertEqual(self.good(self.get("live", self.as_lead())), [])
        self.good(self.entry("switched_off", self.as_lead()))
        self.assertEqual(self.good(self.get("live")), [])

    def test_make_it_dead_is_always_accepted(self) -> None:
        self.good(self.entry("went_live"))
        self.assertEqual(
            self.good(self.entry("switched_off"))["machine_now"]["lapsed"],
            "Ilse Fennick switched it off, and nobody has proved it dead since. Prove it dead again.",
        )

    def test_a_leaking_part_keeps_it_from_going_live(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        self.assertIn("leaks to its case", self.refused(self.entry("went_live"))["dead_or_live"])

    def test_a_leaking_part_that_is_to_be_replaced_still_leaks_until_it_is_out(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        self.good(self.decide(self.element, "replace", "0.06 MΩ at 500 V"))
        self.assertIn("leaks to its case", self.refused(self.entry("went_live"))["dead_or_live"])

    def test_an_insulation_test_that_passed_settles_it(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        due = self.item(self.whole(), f"{self.element}:insulation_test")
        self.assertEqual(due["state"], "due")
        self.assertIn("an insulation test that passes at 500 V DC", due["why"])
        self.good(self.reading(self.element, "210 M", measurand="insulation_test"))
        self.good(self.entry("went_live"))

    def test_a_leak_is_not_decided_away(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        for said in ("sound", "watch", "not the part", "passed so far"):
            refused = self.refused(self.decide(self.element, said, "210 MΩ at 500 V by another firm"))
            self.assertIn("not decided away", refused["conclusion"])
        self.good(self.decide(self.element, "replace", "it was damp before"))
        self.assertIn("leaks to its case", self.refused(self.entry("went_live"))["dead_or_live"])

    def test_a_new_part_that_leaks_keeps_it_dead_too(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element))
        self.good(self.reading(self.element, "24.2", spare=True))
        self.good(self.entry("fitted", part=self.element))
        gate = {
            "protective_conductor": "0.12",
            "insulation": "210 M",
            "nothing_left_inside": True,
            "bypasses_removed": True,
            "covers_on": True,
        }
        self.good(self.entry("gate_passed", gate=gate))
        self.good(self.reading(self.element, "0.4 M", measurand="terminal_to_case"))
        self.assertIn("leaks to its case", self.refused(self.entry("went_live"))["dead_or_live"])


class Closing(VisitCase):
    """A danger is left open with a reason or a follow-up, and the record says what was left."""

    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "1.8 M", measurand="terminal_to_case"))
        self.good(self.decide(self.element, "do not energise"))
        self.good(self.entry("cause_named", part=self.element, cause="damp"))

    def closed(self) -> str:
        return next(one["text"] for one in self.whole()["entries"] if one["kind"] == "closed")

    def test_a_danger_asks_for_a_reason(self) -> None:
        open_ends = self.whole()["left_open"]
        self.assertEqual((open_ends[0]["kind"], open_ends[0]["part"]), ("danger", self.element))
        refused = self.refused(self.entry("closed"))
        self.assertIn("must not be energised", refused[f"reasons.{self.element}"])
        self.good(self.entry("closed", reasons={self.element: "locked off, tag on the isolator"}))
        self.assertIn("must not be energised", self.closed())
        self.assertIn("tag on the isolator", self.closed())

    def test_or_for_a_follow_up(self) -> None:
        body = {
            "id": str(uuid4()),
            "kind": "spare_on_order",
            "part": self.element,
            "due_on": "2030-01-10",
            "text": "new element",
        }
        self.good(self.send("post", f"jobs/{self.number}/follow-ups", body))
        self.good(self.entry("closed"))
        self.assertIn("Left open", self.closed())

    def test_closed_again_after_it_was_reopened(self) -> None:
        reasons = {self.element: "locked off"}
        self.good(self.entry("closed", reasons=reasons))
        self.good(self.entry("reopened", reason="the tag fell off"))
        self.good(self.entry("closed", reasons=reasons))


class ProvedAgain(VisitCase):
    def test_what_the_last_proof_said_is_offered_to_be_confirmed(self) -> None:
        self.assertIsNone(self.open_job()["last_isolation"])
        self.prove_dead()
        said = self.whole()["last_isolation"]
        self.assertEqual(said["switched_off"], ["isolator Q1"])
        self.assertEqual(set(said["readings"].values()), {"0.0"})
        self.assertNotIn("tester_before", said)


class NewParts(VisitCase):
    """A new part is measured before it goes in; one that did not pass is not the next one."""

    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element))

    def spare(self, display: str, **more: Any) -> dict[str, Any]:
        return self.good(self.reading(self.element, display, spare=True, **more))

    def test_after_one_that_did_not_pass_another_is_measured_first(self) -> None:
        job = self.spare("OL")
        self.assertEqual(self.item(job, f"spare:{self.element}")["state"], "due")
        fit = self.item(job, f"fit:{self.element}")
        self.assertEqual((fit["state"], fit["why"]), ("blocked", "The new part did not pass (OL)"))
        first = job["readings"][-1]["id"]
        job = self.spare("24.2", supersedes=first, relation="another_part", reason="another new part")
        self.assertEqual(self.item(job, f"fit:{self.element}")["state"], "due")
        self.assertIsNone(next(one for one in job["readings"] if one["id"] == first)["superseded_by"])
        self.good(self.entry("fitted", part=self.element))

    def test_what_was_read_of_the_other_new_part_does_not_stand_for_this_one(self) -> None:
        first = self.spare("OL")["readings"][-1]["id"]
        self.spare("1.8 M", measurand="terminal_to_case")
        job = self.spare("24.2", supersedes=first, relation="another_part")
        self.assertEqual(self.item(job, f"fit:{self.element}")["state"], "due")
        self.spare("OL", measurand="terminal_to_case")


class Proving(VisitCase):
    def test_what_proves_nothing_is_refused_at_its_field(self) -> None:
        self.open_job()
        readings = self.isolation()["readings"]
        for changes, field in (
            ({"tester_before": False}, "isolation.tester_before"),
            ({"tester_after": False}, "isolation.tester_after"),
            ({"locked": False}, "isolation.locked"),
            ({"switched_off": []}, "isolation.switched_off"),
            ({"readings": {**readings, "L1–L2": "231"}}, "isolation.readings.L1–L2"),
            ({"readings": {**readings, "L1–L2": "warm"}}, "isolation.readings.L1–L2"),
            ({"readings": {"L1–L2": "0.0"}}, "isolation.readings.L1–L3"),
            ({"readings": {**readings, "X–Y": "0.0"}}, "isolation.readings.X–Y"),
        ):
            with self.subTest(changes):
                said = self.refused(self.entry("proved_dead", isolation=self.isolation(**changes)))
                self.assertEqual(list(said), [field])
        # What was measured is kept with what was answered, and proves nothing.
        kinds = Counter(one.kind for one in Entry.objects.all())
        self.assertEqual(kinds, {"proof_refused": 1, "not_taken": 6})
        self.assertEqual(self.whole()["machine_now"]["state"], "not_proved")


class Superseding(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()
        self.first = self.good(self.reading(self.element, "26.9"))["readings"][0]["id"]

    def test_a_repeat_takes_a_reason_and_both_stay(self) -> None:
        said = self.refused(self.reading(self.element, "24.6", supersedes=self.first))
        self.assertIn("Ilse Fennick read 26.90 ± 0.59 Ω here", said["reason"])
        job = self.good(self.reading(self.element, "24.6", supersedes=self.first, reason="typed wrong"))
        first, second = job["readings"]
        self.assertEqual(first["superseded_by"], second["id"])
        self.assertEqual((second["reason"], second["superseded_by"]), ("typed wrong", None))
        self.assertEqual(
            self.item(job, f"{self.element}:between_terminals")["figure"], "24.60 ± 0.57 Ω"
        )

    def test_somebody_else_was_faster(self) -> None:
        """Ilse saw 26.9 stand; Maud corrected it meanwhile."""
        self.prove_dead(self.as_lead())
        self.good(
            self.reading(
                self.element, "24.4", self.as_lead(), supersedes=self.first, reason="taken again"
            )
        )
        self.prove_dead()
        answer = self.reading(self.element, "24.6", supersedes=self.first, reason="typed wrong")
        self.assertIn("Maud Fennick took this reading meanwhile", self.refused(answer, 409)["version"])
        versions = answer.json()["versions"]
        self.assertEqual(versions["yours"]["reading"], "24.6")
        self.assertIn("24.40", versions["theirs"]["reading"])

    def test_a_new_reading_does_not_pass_as_the_first(self) -> None:
        self.refused(self.reading(self.element, "24.6"), 409)

    def test_a_corrected_reading_must_still_stand(self) -> None:
        said = self.refused(
            self.reading(self.limit, "0.2", measurand="contact_closed", supersedes=str(uuid4()))
        )
        self.assertIn("does not stand any more", said["supersedes"])

    def test_nothing_measured_or_found_is_ever_edited(self) -> None:
        for model in (Reading, PartFinding, Entry):
            row = model.objects.first()
            assert row
            with self.subTest(model), self.assertRaises(AppendOnlyError):
                row.save()
            with self.subTest(model), self.assertRaises(AppendOnlyError):
                row.delete()


class SentTwice(VisitCase):
    def test_a_reading_an_entry_a_job_a_wait_is_stored_once(self) -> None:
        body = {
            "id": str(uuid4()),
            "machine": self.machine.pk,
            "complaint": "cold",
            "symptom": "no_heat",
        }
        numbers = {self.good(self.send("post", "jobs", body))["number"] for _ in range(2)}
        (self.number,) = numbers
        self.assertEqual(
            self.refused(self.send("post", "jobs", {**body, "complaint": "hot"}), 409)["id"][:14],
            "Something else",
        )
        entry = {"id": str(uuid4()), "kind": "proved_dead", "isolation": self.isolation()}
        reading = {
            "id": str(uuid4()),
            "part": self.element,
            "reading": {"measurand": "between_terminals", "display": "24.6", "connection": "isolated"},
        }
        wait = {
            "id": str(uuid4()),
            "kind": "other",
            "text": "tea",
            "until": {"how": "minutes", "minutes": 5},
        }
        for where, sent, other in (
            ("entries", entry, {"isolation": self.isolation(switched_off=["another"])}),
            ("readings", reading, {"part": self.limit}),
            ("waits", wait, {"text": "coffee"}),
        ):
            path = f"jobs/{self.number}/{where}"
            for _ in range(2):
                self.good(self.send("post", path, sent))
            self.refused(self.send("post", path, {**sent, **other}), 409)
        job = self.whole()
        self.assertEqual([len(job[name]) for name in ("entries", "readings", "waits")], [1, 1, 1])


class Periods(VisitCase):
    """Both readings stand unless one corrects the other; work on the part ends a period."""

    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.prove_dead()

    def again(
        self, display: str, relation: str, measurand: str = "between_terminals", **how: Any
    ) -> Any:
        standing = [
            one["id"]
            for one in self.whole()["readings"]
            if one["measurand"] == measurand and not one["superseded_by"]
        ]
        return self.good(
            self.reading(
                self.element,
                display,
                measurand=measurand,
                supersedes=standing[-1] if standing else None,
                relation=relation,
                reading={
                    "measurand": measurand,
                    "display": display,
                    "connection": "isolated",
                    **how,
                },
            )
        )

    def conclusion(self) -> str:
        return str(self.part(self.whole(), self.element)["finding"]["finding"]["conclusion"])

    def test_taken_again_both_stand_and_the_contradiction_is_asked(self) -> None:
        self.again("OL", "corrects")
        self.assertEqual(self.conclusion(), "replace")
        self.again("24.3", "again")
        self.assertEqual([one["superseded_by"] for one in self.whole()["readings"]], [None, None])
        self.assertEqual(self.conclusion(), "undecided")

    def test_tightened_what_was_read_before_says_nothing_now(self) -> None:
        self.again("OL", "corrects")
        self.again("24.3", "tightened")
        self.assertEqual(self.conclusion(), "sound")

    def test_a_leak_stays_until_an_insulation_test_passes(self) -> None:
        self.again("1.8 M", "corrects", "terminal_to_case")
        self.assertEqual(self.conclusion(), "do not energise")
        self.again("24.3", "dried")
        self.assertEqual(self.conclusion(), "do not energise")
        self.again("OL", "dried", "terminal_to_case")
        self.assertEqual(self.conclusion(), "do not energise")
        self.assertIn("leaks to its case", self.refused(self.entry("went_live"))["dead_or_live"])
        self.again("0.3 M", "corrects", "insulation_test")
        self.assertEqual(self.conclusion(), "do not energise")
        self.again("210 M", "dried", "insulation_test")
        self.assertEqual(self.conclusion(), "do not energise")
        self.again("OL", "again", "terminal_to_case", taken_while="moved")
        self.assertEqual(self.conclusion(), "do not energise")
        self.again("OL", "again", "terminal_to_case")
        self.assertEqual(self.conclusion(), "passed so far")
        self.good(self.entry("went_live"))

    def test_a_correction_says_why(self) -> None:
        self.again("OL", "corrects")
        first = self.whole()["readings"][0]["id"]
        answer = self.reading(self.element, "24.3", supersedes=first)
        self.assertIn("taken again", self.refused(answer)["reason"])


class Sequences(VisitCase):
    """A sequence that is run again after a repair does not contradict the one that failed."""

    def test_both_runs_stand_and_the_finding_is_of_the_last(self) -> None:
        stages = [{"name": name, "voltage": "24"} for name in ("call for heat", "igniter powered")]
        sequence = self.place("Sequence", {"kind": "ignition_sequence", "stages": stages})
        igniter = self.place("Igniter", {"kind": "igniter", "usual_lower": "45", "usual_upper": "85"})
        self.open_job("will_not_light")
        self.prove_dead()
        self.good(self.reading(igniter, "OL", measurand="igniter_resistance"))
        self.good(self.entry("went_live"))
        first = self.run_it(sequence, "no")
        self.assertEqual(self.part(first, sequence)["finding"]["finding"]["conclusion"], "undecided")
        self.good(self.entry("switched_off"))
        self.prove_dead()
        self.good(self.decide(igniter))
        spare = self.reading(igniter, "60.2", measurand="igniter_resistance", spare=True)
        self.good(spare)
        self.good(self.entry("fitted", part=igniter))
        gate = {
            "protective_conductor": "0.12",
            "insulation": "210 M",
            "nothing_left_inside": True,
            "bypasses_removed": True,
            "covers_on": True,
        }
        self.assertIn("gas line", self.refused(self.entry("gate_passed", gate=gate))["gate.gas"])
        self.good(self.entry("gate_passed", gate=gate | {"gas": "not_opened"}))
        self.good(self.entry("went_live"))
        runs = [one["id"] for one in first["readings"] if one["measurand"] == "sequence"]
        again = self.run_it(sequence, "yes", supersedes=runs[-1], relation="again")
        standing = [one for one in again["readings"] if one["measurand"] == "sequence"]
        self.assertEqual([one["superseded_by"] for one in standing], [None, None])
        found = self.part(again, sequence)["finding"]["finding"]
        self.assertNotIn("contradict", found["headline"])
        self.assertEqual(found["conclusion"], "sound")

    def run_it(self, key: str, acted: str, **more: Any) -> Any:
        stages = [{"voltage": "24.1", "acted": "yes"}, {"voltage": "24.2", "acted": acted}]
        body = {
            "id": str(uuid4()),
            "part": key,
            "reading": {"measurand": "sequence", "stages": stages},
            "conditions": {"meter": self.meter},
            **more,
        }
        return self.good(self.send("post", f"jobs/{self.number}/readings", body))
