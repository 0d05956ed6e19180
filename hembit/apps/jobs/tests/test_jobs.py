"""Jobs: find them, two people on one, waits, follow-ups, kept checks, history, few queries."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from hembit.apps.checks.models import body_of
from hembit.apps.jobs.models import Job, Reading
from hembit.apps.jobs.schemas import WaitIn
from hembit.apps.jobs.tests.visits import ELEMENT, VisitCase
from hembit.apps.jobs.waits import LONGEST, start_wait
from hembit_core.errors import InputError


class Finding(VisitCase):
    def numbers(self, query: str) -> list[int]:
        return [one["number"] for one in self.good(self.get(f"jobs?{query}"))["items"]]

    def test_by_text_state_customer_machine_and_technician_open_first(self) -> None:
        first = self.open_job()["number"]
        self.good(self.entry("closed"))
        second = self.open_job("trips", error_code="E 41")["number"]
        self.assertEqual(self.numbers(""), [second, first])
        self.assertEqual(self.numbers("state=closed"), [first])
        self.assertEqual(self.numbers("text=E+41"), [second])
        self.assertEqual(self.numbers(f"text={second}"), [second])
        self.assertEqual(self.numbers("text=harbour"), [second, first])
        self.assertEqual(
            self.numbers(f"customer={self.customer.pk}&machine={self.machine.pk}&state=open"), [second]
        )
        self.assertEqual(self.numbers(f"technician={self.lead.pk}"), [])

    def test_paged_and_few_queries(self) -> None:
        for _ in range(52):
            Job.objects.create(
                client_id=uuid4(),
                machine=self.machine,
                complaint="cold",
                symptom="no_heat",
                technician=self.person,
                opened_by=self.person,
                opened_at=timezone.now(),
            )
        self.good(self.get("home"))  # a session's first request keeps when its person was last here
        with self.assertNumQueries(3):  # session, person, page
            page = self.good(self.get("jobs"))
        self.assertEqual(len(page["items"]), 50)
        rest = self.good(self.get(f"jobs?after={page['next']}"))
        self.assertEqual((len(rest["items"]), rest["next"]), (2, None))
        with self.assertNumQueries(5):  # session, person, jobs, waits, follow-ups
            home = self.good(self.get("home"))
        self.assertEqual((len(home["open_jobs"]), home["more_open_jobs"]), (12, True))
        self.assertFalse(home["more_follow_ups"])

    def test_a_job_that_is_not_there(self) -> None:
        self.assertIn("There is no job 77", self.refused(self.get("jobs/77"), 404)[""])
        self.number = 77
        self.refused(self.entry("noted", text="x"), 404)
        self.refused(self.reading(self.element, "24"), 404)

    def test_bad_input_is_answered_at_its_field(self) -> None:
        good = {"id": str(uuid4()), "machine": self.machine.pk, "complaint": "cold", "symptom": "trips"}
        for changes, field in (
            ({"complaint": "  "}, "complaint"),
            ({"complaint": "x" * 2001}, "complaint"),
            ({"complaint": "a\x00b"}, "complaint"),
            ({"symptom": "haunted"}, "symptom"),
            ({"machine": 999}, "machine"),
            ({"machine": "oven"}, "machine"),
            ({"id": "7"}, "id"),
            ({"extra": 1}, "extra"),
        ):
            with self.subTest(changes):
                self.assertEqual(
                    list(self.refused(self.send("post", "jobs", {**good, **changes}))), [field]
                )


class ManyReadings(VisitCase):
    def test_two_hundred_readings_open_in_twelve_queries(self) -> None:
        self.open_job()
        self.prove_dead()
        last = None
        for place in range(200):
            more = {"supersedes": last, "reason": "again"} if last else {}
            body = {
                "id": str(uuid4()),
                "part": self.element,
                "reading": {
                    "measurand": "between_terminals",
                    "display": f"24.{place % 10}",
                    "connection": "isolated",
                },
                **more,
            }
            if place % 20 == 19:
                self.good(self.send("post", f"jobs/{self.number}/readings", body))
                last = body["id"]
            else:
                last = self.quickly(body, last)
        with self.assertNumQueries(12):
            job = self.whole()
        self.assertEqual(len(job["readings"]), 200)

    def quickly(self, body: dict[str, Any], last: str | None) -> str:
        """A copy of the reading's rows, without judging each anew."""
        first = Reading.objects.select_related("check_kept__body").first()
        if first is None:
            self.good(self.send("post", f"jobs/{self.number}/readings", body))
            return str(body["id"])
        check = first.check_kept
        submission, judgement = check.submission, check.judgement
        check.pk, check.sequence, check._state.adding = body["id"], None, True
        check.save()
        body_of(check, submission, judgement).save()
        Reading(
            check_kept=check,
            job=first.job,
            position=first.position,
            part=first.part,
            measurand=first.measurand,
            sequence=check.sequence,
            at=timezone.now(),
            by=first.by,
            supersedes_id=last,
            reason="again",
        ).save()
        return str(body["id"])


class TwoPeople(VisitCase):
    def test_simultaneous_edits_do_not_overwrite_each_other(self) -> None:
        self.open_job()
        path = f"jobs/{self.number}"
        version = self.job["version"]
        self.good(self.send("patch", path, {"version": version, "symptom": "trips"}, self.as_lead()))
        answer = self.send("patch", path, {"version": version, "symptom": "no_heat"})
        self.assertIn("Maud Fennick changed this job meanwhile", self.refused(answer, 409)["version"])
        self.assertEqual(
            answer.json()["versions"],
            {"yours": {"symptom": "no heat"}, "theirs": {"symptom": "trips"}},
        )
        self.assertEqual(self.whole()["symptom"], "trips")
        self.good(self.send("patch", path, {"version": version + 1, "symptom": "no_heat"}))

    def test_a_set_of_rules_that_is_none_is_refused_whatever_its_number(self) -> None:
        self.open_job()
        path = f"jobs/{self.number}"
        version = self.whole()["version"]
        for none in (0, 999):
            refused = self.refused(self.send("patch", path, {"version": version, "rule_set": none}))
            self.assertIn("rule_set", refused)
        self.good(self.send("patch", path, {"version": version, "rule_set": None}))

    def test_the_same_change_twice_is_no_conflict(self) -> None:
        self.open_job()
        body = {"version": self.job["version"], "error_code": "E 41"}
        for _ in range(2):
            self.good(self.send("patch", f"jobs/{self.number}", body))
        self.assertEqual(self.whole()["version"], self.job["version"] + 1)

    def test_hand_over_says_who_did_what(self) -> None:
        self.open_job()
        self.prove_dead()
        self.assertIn("note", self.refused(self.entry("handed_over", note="")))
        job = self.good(self.entry("handed_over", note="Rear panel is off, screws in the tin."))
        self.assertEqual(job["handing_over"]["by"], "Ilse Fennick")
        self.assertIn("screws in the tin", job["handing_over"]["note"])
        job = self.good(self.entry("took_over", self.as_lead()))
        self.assertEqual((job["technician"], job["handing_over"]), ("Maud Fennick", None))
        self.assertEqual([one["by"] for one in job["entries"]][1:], ["Ilse Fennick", "Maud Fennick"])
        self.assertIn("from Ilse Fennick", job["entries"][-1]["text"])
        self.assertIn("took the job over", self.whole()["machine_now"]["lapsed"])
        self.assertIn("yours already", self.refused(self.entry("took_over", self.as_lead()))["kind"])


class WaitsAndFollowUps(VisitCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.path = f"jobs/{self.number}"

    def wait(self, until: dict[str, Any], **more: Any) -> Any:
        body = {"id": str(uuid4()), "kind": "cool_down", "text": "it cools", "until": until, **more}
        return self.send("post", f"{self.path}/waits", body)

    def test_a_cool_down_has_its_computed_clock_time(self) -> None:
        sum_ = {"sum": "cooling_by_temperature", "now": "74", "room": "19", "time_constant": "14"}
        before = timezone.now()
        job = self.good(self.wait({"how": "reckoned", "sum": sum_}))
        (wait,) = self.good(self.get("waits"))
        minutes = (timezone.datetime.fromisoformat(wait["due_at"]) - before) / timedelta(minutes=1)
        self.assertAlmostEqual(minutes, 46.4, delta=0.2)
        self.assertIn("46 min", wait["reckoned"])
        self.assertEqual(job["waits"][0]["machine"], "Deck oven")

    def test_a_reading_ends_its_wait(self) -> None:
        item = f"{self.element}:between_terminals"
        self.good(self.wait({"how": "minutes", "minutes": 30}, item=item))
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))
        self.assertEqual(self.good(self.get("waits")), [])

    def test_ended_by_hand_and_twice_is_once(self) -> None:
        job = self.good(self.wait({"how": "minutes", "minutes": 30}))
        number = job["waits"][0]["id"]
        ended = {
            self.good(self.send("post", f"waits/{number}/end", {}))["waits"][0]["ended_at"]
            for _ in range(2)
        }
        self.assertEqual(len(ended), 1)
        self.refused(self.send("post", f"waits/{uuid4()}/end", {}), 404)

    def test_waits_that_make_no_sense(self) -> None:
        past = (timezone.now() - timedelta(minutes=1)).isoformat()
        far = (timezone.now() + timedelta(days=9)).isoformat()
        cold = {"sum": "cooling_by_temperature", "now": "19", "room": "19", "time_constant": "14"}
        for until, field in (
            ({"how": "minutes", "minutes": 0}, "until.minutes"),
            ({"how": "minutes", "minutes": "soon"}, "until.minutes"),
            ({"how": "clock", "at": past}, "until"),
            ({"how": "clock", "at": far}, "until"),
            ({"how": "clock", "at": "half past"}, "until.at"),
            ({"how": "reckoned", "sum": cold}, "until"),
            ({"how": "reckoned", "sum": {**cold, "now": "warm"}}, "until.sum.now"),
            ({"how": "hope"}, "until"),
        ):
            with self.subTest(until):
                self.assertEqual(list(self.refused(self.wait(until))), [field])

    def test_a_wait_is_a_week_at_most(self) -> None:
        now = timezone.now()
        job = Job.objects.get(number=self.number)
        for late, is_taken in ((timedelta(), True), (timedelta(seconds=1), False)):
            until = {"how": "clock", "at": (now + timedelta(days=7) + late).isoformat()}
            given = WaitIn(id=uuid4(), kind="cool_down", text="it cools", until=until)
            with self.subTest(late):
                if is_taken:
                    self.assertEqual(start_wait(job, given, self.lead, now).row.due_at, now + LONGEST)
                else:
                    with self.assertRaisesRegex(InputError, "at most a week"):
                        start_wait(job, given, self.lead, now)
        until = {"how": "clock", "at": now.isoformat()}
        at_once = WaitIn(id=uuid4(), kind="cool_down", text="it cools", until=until)
        with self.assertRaisesRegex(InputError, "passed already"):
            start_wait(job, at_once, self.lead, now)

    def follow(self, **changes: Any) -> Any:
        body = {
            "id": str(uuid4()),
            "kind": "watch",
            "text": "look again",
            "due_on": self.tomorrow(),
            **changes,
        }
        return self.send("post", f"{self.path}/follow-ups", body)

    def test_a_bypass_is_refused_on_a_safety_device_unless_a_lead_unmarked_it(self) -> None:
        bypass = {"kind": "bypass", "part": self.limit, "text": "bridged until the boat comes"}
        self.prove_dead()
        self.assertIn("never bypassed", self.refused(self.follow(**bypass))["part"])
        path = f"positions/{self.limit}/safety"
        self.assertEqual(self.send("put", path, {"safety_device": False}).status_code, 403)
        unmarked = {"safety_device": False}
        self.assertIn(
            "Say why", self.refused(self.send("put", path, unmarked, self.as_lead()))["reason"]
        )
        self.good(self.send("put", path, {**unmarked, "reason": "Only a lamp."}, self.as_lead()))
        self.good(self.follow(**bypass))

    def test_a_section_left_out_says_what_the_rest_then_take(self) -> None:
        bypass = {"kind": "bypass", "part": self.element, "sections": 4, "left_out": 1}
        self.prove_dead()
        job = self.good(self.follow(**bypass))
        self.assertIn("× 1.78", job["follow_ups"][0]["text"])
        for sections, left_out in ((2, 2), (4, None), (None, 1)):
            self.assertIn(
                "left_out",
                self.refused(self.follow(**{**bypass, "sections": sections, "left_out": left_out})),
            )

    def test_more_than_the_rest_may_take_is_refused(self) -> None:
        bypass = {"kind": "bypass", "part": self.element, "sections": 4, "left_out": 1, "watts": "30"}
        self.prove_dead()
        job = self.good(self.follow(**bypass))
        self.assertIn("53.3 W/m instead of 30 W/m", job["follow_ups"][0]["text"])
        job = self.good(self.follow(**bypass, most="54 W/m"))
        self.assertIn("54 W/m is allowed", job["follow_ups"][1]["text"])
        refused = self.refused(self.follow(**bypass, most="53"))
        self.assertIn("Leave it off", refused["most"])
        alone = {key: one for key, one in bypass.items() if key != "watts"}
        self.assertIn("what they take now", self.refused(self.follow(**alone, most="53"))["watts"])
        self.assertIn("left_out", self.refused(self.follow(**{**bypass, "sections": None})))
        self.assertEqual(len(self.whole()["follow_ups"]), 2)

    def test_listed_by_day_and_done(self) -> None:
        self.good(self.follow(text="later", due_on=str(timezone.localdate() + timedelta(days=9))))
        self.good(self.follow(text="sooner"))
        items = self.good(self.get("follow-ups"))["items"]
        self.assertEqual([one["text"] for one in items], ["sooner", "later"])
        self.good(self.send("post", f"follow-ups/{items[0]['id']}/done", {}))
        self.assertEqual(len(self.good(self.get("follow-ups"))["items"]), 1)
        self.assertEqual(len(self.good(self.get("follow-ups?done=true"))["items"]), 2)

    def test_days_that_make_no_sense(self) -> None:
        for due_on in ("2020-01-01", "2300-01-01", "soon", None):
            with self.subTest(due_on):
                self.assertEqual(list(self.refused(self.follow(due_on=due_on))), ["due_on"])
        self.assertIn("part", self.refused(self.follow(kind="spare_on_order")))


class KeptChecks(VisitCase):
    def test_a_quick_check_is_put_into_a_job(self) -> None:
        check = self.post("checks", self.body(spec=ELEMENT)).json()
        self.open_job()
        path = f"jobs/{self.number}/checks"
        job = self.good(self.send("post", path, {"check_id": check["id"], "part": self.element}))
        self.assertEqual(job["readings"][0]["by"], "Ilse Fennick")
        self.assertEqual(self.part(job, self.element)["finding"]["finding"]["conclusion"], "sound")
        self.assertEqual(
            len(
                self.good(self.send("post", path, {"check_id": check["id"], "part": self.element}))[
                    "readings"
                ]
            ),
            1,
        )
        self.open_job()
        again = self.send("post", f"jobs/{self.number}/checks", {"check_id": check["id"]})
        self.assertIn("already", self.refused(again)["check_id"])

    def test_into_a_position_of_its_own_but_not_into_another_kind(self) -> None:
        check = self.post("checks", self.body(spec=ELEMENT)).json()
        self.open_job()
        path = f"jobs/{self.number}/checks"
        answer = self.send("post", path, {"check_id": check["id"], "part": self.limit})
        self.assertIn("Limit is a contact", self.refused(answer)["part"])
        self.assertIn("check_id", self.refused(self.send("post", path, {"check_id": str(uuid4())})))
        job = self.good(self.send("post", path, {"check_id": check["id"], "new_position": "Grill"}))
        self.assertIn("Grill", [one["name"] for one in job["parts"]])


class History(VisitCase):
    def test_a_new_part_starts_its_baseline_anew_and_the_position_goes_on(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))
        last = self.whole()["readings"][0]["id"]
        self.good(self.reading(self.element, "OL", supersedes=last, reason="after it cooled"))
        self.good(self.reading(self.element, "23.9", spare=True))
        self.good(self.decide(self.element))
        self.good(self.entry("fitted", part=self.element, serial="B"))
        rows = {
            str(one["position"]): one
            for one in self.good(self.get(f"machines/{self.machine.pk}/verdicts"))
        }
        mine = rows[self.element]
        self.assertEqual(mine["latest"], [mine["baseline"]])
        self.assertIn("23.9", mine["baseline"]["figure"])
        history = self.good(self.get(f"positions/{self.element}/readings"))
        self.assertEqual(len(history["items"]), 3)
        machine = self.good(self.get(f"machines/{self.machine.pk}"))
        place = next(one for one in machine["positions"] if str(one["id"]) == self.element)
        self.assertEqual(place["part"]["job_number"], self.number)
        self.assertEqual(len(place["earlier"]), 1)

    def test_the_last_verdict_of_each_test_stands_whichever_job_it_is_of(self) -> None:
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "OL", measurand="terminal_to_case"))
        self.good(self.reading(self.element, "24.1"))
        self.good(self.entry("closed"))
        self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "24.6"))
        rows = self.good(self.get(f"machines/{self.machine.pk}/verdicts"))
        mine = next(one for one in rows if str(one["position"]) == self.element)
        stands = [(one["measurand"], one["figure"][:4]) for one in mine["latest"]]
        self.assertEqual(stands, [("between_terminals", "24.6"), ("terminal_to_case", "OL")])

    def test_few_queries(self) -> None:
        self.open_job()
        self.good(self.reading(self.element, "24.6", loose=True))
        with self.assertNumQueries(6):  # session, person, machine, parts, their latest, readings
            self.good(self.get(f"machines/{self.machine.pk}/verdicts"))
        # Session, person, machine, positions, parts, what was mended of them.
        with self.assertNumQueries(6):
            self.good(self.get(f"machines/{self.machine.pk}"))
