"""Dead or live by the order of writing: whatever a clock says, and however late something comes."""

from __future__ import annotations

import time
from contextlib import ExitStack
from datetime import datetime, timedelta
from typing import Any
from unittest.mock import patch

from django.http import HttpResponse
from django.utils import timezone

from hembit.apps.base.clocks import ticks
from hembit.apps.base.records.sequence import Counter, begin_epoch, epoch_of, last_sequence
from hembit.apps.checks.models import Check
from hembit.apps.checks.schemas import CheckIn
from hembit.apps.checks.services import keep
from hembit.apps.jobs.models import Entry, Job, Reading
from hembit.apps.jobs.tests.visits import ELEMENT, VisitCase
from hembit.apps.jobs.visit import dead_or_live
from hembit.apps.jobs.visit.dead_or_live import is_live_now
from hembit.apps.machines.models import Machine
from hembit_core.visits.dead.clocks import Ticks
from hembit_core.visits.dead.machine_state import Event

NOW = timezone.now


class OrderOfWriting(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        # On a machine that runs for long: what lay in an outbox was made after its start.
        up = patch("hembit.apps.base.clocks._seconds", lambda: time.monotonic() + 1e6)
        up.start()
        self.addCleanup(up.stop)
        self.open_job()

    def clock(self, minutes: float) -> Any:
        """The server's clock, set forward or back [min]."""
        return patch("django.utils.timezone.now", lambda: NOW() + timedelta(minutes=minutes))

    def passed(self, minutes: float, boot: str = "") -> Any:
        """So much time has passed by both clocks; after a new start where one is named [min]."""
        here = ticks()
        later = Ticks(boot=boot or here.boot, seconds=here.seconds + 60 * minutes)
        both = ExitStack()
        both.enter_context(self.clock(minutes))
        both.enter_context(patch("hembit.apps.base.clocks.ticks", lambda: later))
        return both

    def state(self) -> str:
        return str(self.whole()["machine_now"]["state"])

    def sent(self, minutes_ago: float, seen: int | None = None, **more: str) -> dict[str, Any]:
        """A parcel that lay in an outbox."""
        at = NOW()
        return {
            "made_at": (at - timedelta(minutes=minutes_ago)).isoformat(),
            "sent_at": at.isoformat(),
            "seen": last_sequence() if seen is None else seen,
            **more,
        }

    def proof(self, sent: dict[str, Any] | None = None, who: Any = None) -> HttpResponse:
        return self.entry("proved_dead", who, isolation=self.isolation(), sent=sent)


class ClockSetBack(OrderOfWriting):
    def test_a_proof_does_not_come_back_when_the_clock_is_set_back(self) -> None:
        self.prove_dead()
        with self.clock(-30):
            self.good(self.entry("went_live"))
            self.assertEqual(self.state(), "live")
        self.assertEqual(self.state(), "live")
        self.refused(self.reading(self.element, "24.6"))

    def test_a_clock_behind_the_last_event_lapses_every_proof(self) -> None:
        self.prove_dead()
        with self.clock(-5):
            self.refused(self.reading(self.element, "24.6"))
            self.assertIn("clock was set back", self.whole()["machine_now"]["lapsed"])
        self.assertEqual(self.state(), "not_proved")
        self.assertEqual(self.whole()["entries"][-1]["kind"], "clock_set_back")
        self.refused(self.reading(self.element, "24.6"))
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))

    def test_a_correction_a_renewal_and_a_decision_keep_their_order(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element, "replace"))
        self.good(self.reading(self.element, "24.6", spare=True))
        with self.clock(-45):
            self.prove_dead()
            self.good(self.entry("fitted", part=self.element, serial="N-2"))
            self.good(self.reading(self.element, "24.5"))
            there = self.part(self.whole(), self.element)
            self.assertEqual(there["finding"]["finding"]["conclusion"], "sound")
            self.assertTrue(there["fitted_here"])
        order = list(Entry.objects.values_list("kind", flat=True))
        self.assertEqual(order, ["proved_dead", "decided", "clock_set_back", "proved_dead", "fitted"])

    def test_a_lapse_that_was_seen_does_not_go_with_the_clock(self) -> None:
        """Seen “older than 60 min”; the clock set back; ohms taken."""
        self.prove_dead()
        with self.passed(61):
            self.assertIn("older than 60 min", self.whole()["machine_now"]["lapsed"])
        self.assertIn("proof_lapsed", [one["kind"] for one in self.whole()["entries"]])
        for minutes in (30, 50, 59.9):
            with self.passed(minutes):
                self.refused(self.reading(self.element, "24.6"))

    def test_one_that_was_seen_by_a_refusal_alone_does_not_either(self) -> None:
        self.prove_dead()
        with self.passed(61):
            self.refused(self.reading(self.element, "24.6"))
        self.refused(self.reading(self.element, "24.6"))

    def test_no_clock_that_is_set_keeps_a_proof_alive(self) -> None:
        """The wall clock says little has passed; the other says how much, or that it was set."""
        for minutes in (0, 1, 59, -60 * 10):
            self.prove_dead()
            with self.passed(61), self.clock(minutes):
                self.refused(self.reading(self.element, "24.6"))
        with self.clock(60 * 10):
            self.prove_dead()
            self.assertEqual(self.state(), "proved_dead")
        self.assertIn("clock was set back", self.whole()["machine_now"]["lapsed"])
        self.refused(self.reading(self.element, "24.6"))

    def test_a_step_of_some_seconds_is_none(self) -> None:
        self.prove_dead()
        with self.passed(10), self.clock(10 - 4 / 60):
            self.good(self.reading(self.element, "24.6"))
        with self.passed(20), self.clock(20 - 6 / 60):
            self.assertEqual(self.state(), "not_proved")
        self.assertEqual(self.whole()["entries"][-1]["kind"], "clock_set_back")

    def test_a_new_start_lapses_every_proof(self) -> None:
        self.prove_dead()
        with self.passed(2, boot="another"):
            self.assertIn("started anew", self.whole()["machine_now"]["lapsed"])
        self.assertEqual(self.state(), "not_proved")

    def test_waits_are_asked_again(self) -> None:
        body = {"kind": "other", "text": "cool", "until": {"how": "minutes", "minutes": 30}}
        started = {"id": "7b1e8d5e-4f6b-4b1a-9d57-3a1f4b6f0002", **body}
        self.good(self.send("post", f"jobs/{self.number}/waits", started))
        with self.passed(5), self.clock(-20):
            wait = self.good(self.get("waits"))[0]
            self.assertIn("clock was set back", wait["reckoned"])
            self.assertLessEqual(datetime.fromisoformat(wait["due_at"]), timezone.now())
        wait = self.good(self.get("waits"))[0]
        self.assertIn("clock was set back", wait["reckoned"])


class MachineOverItsJobs(OrderOfWriting):
    def test_live_in_one_job_is_live_in_every_job_of_the_machine(self) -> None:
        first = self.number
        self.prove_dead()
        self.open_job()
        self.assertEqual(self.state(), "proved_dead")
        self.good(self.entry("went_live"))
        self.number = first
        self.assertEqual(self.state(), "live")
        self.assertTrue(is_live_now(Job.objects.get(number=first)))
        self.refused(self.reading(self.element, "24.6"))
        self.good(self.entry("noted", text="it hums"))
        self.assertTrue(is_live_now(Job.objects.get(number=first)))

    def test_another_machine_that_is_live_says_nothing_of_this_one(self) -> None:
        own = Job.objects.get(number=self.number)
        self.machine = Machine.objects.create(customer=self.customer, name="Rack oven")
        self.open_job()
        self.good(self.entry("went_live"))
        self.assertTrue(is_live_now(Job.objects.get(number=self.number)))
        self.assertFalse(is_live_now(own))

    def test_whatever_changes_a_machine_can_be_said_to_have_come_before(self) -> None:
        self.assertEqual({*dead_or_live._DONE}, {*Event})

    def test_a_shop_never_writes_so_much_that_it_comes_into_another_epoch(self) -> None:
        a_reading_a_second_for_years = 5 * 365 * 24 * 3600
        self.assertEqual(epoch_of(a_reading_a_second_for_years), 0)

    def test_the_last_number_of_records_without_any_is_nought(self) -> None:
        Counter.objects.all().delete()
        self.assertEqual(last_sequence(), 0)

    def test_a_job_that_was_closed_meanwhile_still_counts(self) -> None:
        first = self.number
        self.prove_dead()
        self.open_job()
        self.good(self.entry("went_live"))
        Entry.objects.filter(kind="went_live").get().job.__class__.objects.filter(
            pk=self.number
        ).update(state="closed")
        self.number = first
        self.assertEqual(self.state(), "live")

    def test_made_dead_in_another_job_nothing_is_live_any_more(self) -> None:
        self.good(self.entry("went_live"))
        self.assertEqual(len(self.good(self.get("live"))), 1)
        Job.objects.update(state="closed")
        self.assertEqual(self.good(self.get("live")), [])
        Job.objects.update(state="open")
        self.open_job()
        self.prove_dead()
        self.assertEqual(self.good(self.get("live")), [])


class ProofOfAnother(OrderOfWriting):
    def test_a_check_under_anothers_proof_is_not_put_into_a_job(self) -> None:
        """As such a check was kept before the prover was whoever is signed in."""
        proof = {"state": "proved_dead", "by": "Maud Fennick", "at": NOW().isoformat()}
        given = CheckIn.model_validate(self.body(spec=ELEMENT, dead_or_live=proof))
        check = keep(given).row
        for kept_by in (None, self.person.pk):
            Check.objects.filter(pk=check.pk).update(kept_by=kept_by)
            body = {"check_id": str(check.pk), "part": self.element}
            said = self.refused(self.send("post", f"jobs/{self.number}/checks", body))
            self.assertIn("A proof is one person's", said["check_id"])


class Parcels(OrderOfWriting):
    def test_a_proof_that_comes_after_a_change_of_state_proves_nothing(self) -> None:
        seen = last_sequence()
        self.good(self.entry("went_live", self.as_lead()))
        job = self.good(self.proof(self.sent(10, seen)))
        self.assertEqual(job["machine_now"]["state"], "live")
        entry = job["entries"][-1]
        self.assertEqual(entry["kind"], "proved_dead")
        self.assertIn("came after Maud Fennick stated it live", entry["void"])
        self.refused(self.reading(self.element, "24.6"))

    def test_a_proof_past_its_own_lapse_proves_nothing(self) -> None:
        job = self.good(self.proof(self.sent(61)))
        self.assertEqual(job["machine_now"]["state"], "not_proved")
        self.assertIn("older than 60 min", job["machine_now"]["lapsed"])

    def test_a_proof_from_a_clock_that_was_set_proves_nothing(self) -> None:
        for sent in (self.sent(-5), self.sent(60 * 24 * 90)):
            job = self.good(self.proof(sent))
            self.assertEqual(job["machine_now"]["state"], "not_proved")
            self.assertIn("clock was set", job["entries"][-1]["void"])

    def test_what_was_done_in_one_moment_follows_as_it_was_sent(self) -> None:
        seen, now = last_sequence(), NOW()
        with patch("django.utils.timezone.now", lambda: now):
            sent = self.sent(9, seen)
            self.good(self.entry("went_live", sent=sent))
            self.good(self.entry("switched_off", sent=sent))
            job = self.good(self.proof(sent))
        self.assertEqual([one["void"] for one in job["entries"]], ["", "", ""])

    def test_what_was_stated_before_a_job_was_opened_holds_in_it(self) -> None:
        self.good(self.entry("went_live"))
        self.open_job()
        self.assertEqual(self.state(), "live")
        self.refused(self.reading(self.element, "24.6"))

    def test_what_the_sender_did_before_the_sender_knew(self) -> None:
        seen = last_sequence()
        self.good(self.entry("went_live", sent=self.sent(9, seen)))
        self.good(self.entry("switched_off", sent=self.sent(8, seen)))
        job = self.good(self.proof(self.sent(7, seen)))
        self.assertEqual(job["machine_now"]["state"], "proved_dead")
        self.assertEqual([one["void"] for one in job["entries"]], ["", "", ""])

    def test_switched_off_late_does_not_hide_that_somebody_else_stated_it_live(self) -> None:
        self.good(self.entry("went_live"))
        seen = last_sequence()
        self.good(self.entry("went_live", self.as_lead()))
        job = self.good(self.entry("switched_off", sent=self.sent(3, seen)))
        self.assertEqual(job["machine_now"]["state"], "live")
        self.assertTrue(is_live_now(Job.objects.get(number=self.number)))

    def test_what_came_first_by_a_clock_but_was_not_seen_is_not_known(self) -> None:
        seen = last_sequence()
        with self.clock(-10):
            self.good(self.entry("went_live", self.as_lead()))
        job = self.good(self.proof(self.sent(3, seen)))
        self.assertEqual(job["machine_now"]["state"], "live")

    def test_nor_is_what_the_same_person_did_later_elsewhere(self) -> None:
        seen = last_sequence()
        self.good(self.entry("went_live"))
        job = self.good(self.proof(self.sent(3, seen)))
        self.assertEqual(job["machine_now"]["state"], "live")

    def test_what_the_same_person_did_before_is(self) -> None:
        seen = last_sequence()
        with self.clock(-10):
            self.good(self.entry("went_live"))
        job = self.good(self.proof(self.sent(3, seen)))
        self.assertEqual(job["machine_now"]["state"], "proved_dead")

    def test_switched_off_late_stands_where_nobody_stated_it_live_meanwhile(self) -> None:
        self.good(self.entry("went_live"))
        seen = last_sequence()
        self.good(self.entry("switched_off", self.as_lead()))
        self.prove_dead(self.as_lead())
        job = self.good(self.entry("switched_off", sent=self.sent(3, seen)))
        self.assertEqual([one["void"] for one in job["entries"]], [""] * 4)
        self.assertEqual(job["machine_now"]["state"], "not_proved")

    def test_a_gate_does_not_pass_what_was_fitted_after_it(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "OL"))
        self.good(self.decide(self.element, "replace"))
        self.good(self.reading(self.element, "24.6", spare=True))
        seen = last_sequence()
        self.prove_dead(self.as_lead())
        fitted = self.entry("fitted", self.as_lead(), part=self.element, serial="N-2")
        self.good(fitted)
        with self.clock(-10):
            self.prove_dead()
        gate = {
            "protective_conductor": "0.1",
            "insulation": "200M",
            "nothing_left_inside": True,
            "bypasses_removed": True,
            "covers_on": True,
        }
        self.good(self.entry("gate_passed", gate=gate, sent=self.sent(5, seen)))
        self.assertIn("gate", self.refused(self.entry("went_live"))["dead_or_live"])
        self.good(self.entry("gate_passed", gate=gate, sent=self.sent(0)))
        self.good(self.entry("went_live"))

    def test_a_reading_is_as_old_as_it_is(self) -> None:
        with self.clock(-80):
            self.prove_dead()
        self.refused(self.reading(self.element, "24.6"))
        self.good(self.reading(self.element, "24.6", sent=self.sent(50)))
        age = NOW() - Reading.objects.get().at
        self.assertAlmostEqual(age / timedelta(minutes=1), 50, delta=1)

    def test_a_reading_stands_where_its_check_was_written(self) -> None:
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))
        self.good(self.entry("went_live"))
        reading = Reading.objects.get()
        self.assertEqual(reading.sequence, reading.check_kept.sequence)

    def test_a_reading_from_before_the_proof_is_none_of_a_dead_machine(self) -> None:
        self.prove_dead()
        said = self.refused(self.reading(self.element, "24.6", sent=self.sent(30)))
        self.assertIn("before the machine was proved dead", said["dead_or_live"])

    def test_a_wait_runs_from_when_it_was_started(self) -> None:
        until = {"how": "minutes", "minutes": 30}
        body = {"id": "7b1e8d5e-4f6b-4b1a-9d57-3a1f4b6f0001", "kind": "other", "text": "cool"}
        job = self.good(
            self.send(
                "post",
                f"jobs/{self.number}/waits",
                {**body, "until": until, "sent": self.sent(40)},
            )
        )
        due = datetime.fromisoformat(job["waits"][0]["due_at"])
        self.assertAlmostEqual((due - NOW()) / timedelta(minutes=1), -10, delta=1)

    def test_one_that_has_seen_what_was_never_written_is_refused(self) -> None:
        """A forged number must not let an old proof stand above what came after it."""
        self.good(self.entry("went_live", self.as_lead()))
        forged = self.sent(3, last_sequence() + 1)
        for answer in (
            self.proof(forged),
            self.entry("noted", text="hello", sent=forged),
            self.reading(self.element, "24.6", sent=forged),
        ):
            self.assertIn("not written yet", self.refused(answer)["sent.seen"])
        self.assertEqual(self.state(), "live")

    def test_after_a_restore_nothing_of_the_time_that_was_lost_proves_anything(self) -> None:
        self.prove_dead()
        seen = last_sequence() + 40  # of the time that is lost
        begin_epoch(NOW())
        self.assertIn("started anew", self.whole()["machine_now"]["lapsed"])
        job = self.good(self.proof(self.sent(2, seen)))
        self.assertIn("brought back from a backup", job["entries"][-1]["void"])
        self.assertEqual(job["machine_now"]["state"], "not_proved")
        self.prove_dead()
        self.good(self.reading(self.element, "24.6", sent=self.sent(0)))

    def test_two_restores_are_two_epochs(self) -> None:
        first = last_sequence()
        begin_epoch(NOW())
        second = last_sequence()
        Counter.objects.update(last=first)
        begin_epoch(NOW() + timedelta(minutes=2))
        third = last_sequence()
        self.assertEqual(len({epoch_of(one) for one in (first, second, third)}), 3)
        begin_epoch(NOW() - timedelta(days=4000))
        self.assertEqual(epoch_of(last_sequence()), epoch_of(third) + 1)
        self.assertLess(last_sequence(), 2**53)
