"""Keeping: once, whole, unchanged; and finding again."""

from __future__ import annotations

import copy
from datetime import timedelta
from threading import Barrier, Thread
from typing import Any
from uuid import uuid4

from django.db import connection
from django.test import TransactionTestCase
from django.utils import timezone

from hembit.apps.base.records.append_only import AppendOnlyError
from hembit.apps.checks.models import Check, CheckBody
from hembit.apps.checks.schemas import CheckIn
from hembit.apps.checks.services import keep
from hembit.apps.checks.tests.requests import ELEMENT, ApiTestCase
from hembit.apps.shop.models import Instrument
from hembit_core import CORE_VERSION


class Keeping(ApiTestCase):
    def test_inputs_verdict_and_core_version_are_stored(self) -> None:
        body = self.body()
        response = self.post("checks", body)
        self.assertEqual(response.status_code, 201)
        kept = self.client.get(f"/api/v1/checks/{body['id']}").json()
        self.assertEqual(kept, response.json())
        self.assertEqual(kept["core_version"], CORE_VERSION)
        self.assertEqual(kept["submission"]["reading"]["display"], "24.6")
        self.assertEqual(kept["submission"]["spec"]["rating"]["pairs"][0]["power"], "2200")
        self.assertEqual(kept["submission"]["conditions"]["meter"]["name"], "Bench meter")
        self.assertEqual(kept["judgement"]["value"]["text"], "24.40 ± 0.67 Ω")

    def test_whether_todays_core_says_the_same_is_told_and_what_it_says_otherwise(self) -> None:
        body = self.body()
        self.post("checks", body)
        again = self.client.get(f"/api/v1/checks/{body['id']}/again").json()
        self.assertEqual(again, {"core_version": CORE_VERSION, "differences": [], "cannot": ""})
        stored = CheckBody.objects.get()
        content = copy.deepcopy(stored.content)
        content["judgement"] |= {"headline": "Within, as they said then", "core_version": "0.0.9"}
        CheckBody.objects.update(content=content)
        kept = self.client.get(f"/api/v1/checks/{body['id']}").json()
        self.assertEqual(kept["judgement"]["headline"], "Within, as they said then")
        again = self.client.get(f"/api/v1/checks/{body['id']}/again").json()
        self.assertEqual([one["what"] for one in again["differences"]], ["Headline"])

    def test_the_same_submission_twice_is_stored_once(self) -> None:
        body = self.body()
        first, second = self.post("checks", body), self.post("checks", body)
        self.assertEqual((first.status_code, second.status_code), (201, 200))
        self.assertEqual(first.json(), second.json())
        self.assertEqual(Check.objects.count(), 1)

    def test_a_retry_after_the_proof_lapsed_finds_what_was_kept(self) -> None:
        body = self.body(dead_or_live={"state": "proved_dead", "by": "Ilse Fennick", "at": self.now()})
        later = timezone.now() + timedelta(hours=2)
        self.post("checks", body)
        new = keep(CheckIn.model_validate(body), now=later).new
        self.assertFalse(new)

    def test_another_submission_under_a_taken_id_is_refused(self) -> None:
        body = self.body()
        self.post("checks", body)
        other = self.post("checks", body | {"label": "Something else"})
        self.assertEqual(other.status_code, 409)
        self.assertEqual(Check.objects.get().label, "Deck oven, front element")

    def keep_of_the_part(self, before: list[str], **changes: Any) -> tuple[int, dict[str, Any]]:
        body = self.body(**changes) | {"part_checks": before}
        answer = self.post("checks", body)
        return answer.status_code, answer.json()

    def test_a_part_that_leaks_is_not_read_live_without_a_reason(self) -> None:
        leak = self.body(reading={"measurand": "terminal_to_case", "display": "1.8 M"})
        self.assertEqual(self.post("checks", leak).status_code, 201)
        running = {"measurand": "running", "voltage": "230", "current": "9.5"}
        live = {"state": "live", "since": self.now()}
        status, answer = self.keep_of_the_part([leak["id"]], reading=running, dead_or_live=live)
        self.assertEqual(status, 422)
        self.assertEqual(answer["errors"][0]["field"], "dead_or_live")
        self.assertIn("insulation test", answer["errors"][0]["message"])
        despite = live | {"despite": "the owner's electrician measured 210 MΩ"}
        status, answer = self.keep_of_the_part([leak["id"]], reading=running, dead_or_live=despite)
        self.assertEqual(status, 201)
        self.assertIn("210 MΩ", answer["submission"]["dead_or_live"]["despite"])
        tested = self.body(reading={"measurand": "insulation_test", "display": "210 M"})
        self.assertEqual(self.post("checks", tested).status_code, 201)
        before = [leak["id"], tested["id"]]
        self.assertEqual(self.keep_of_the_part(before, reading=running, dead_or_live=live)[0], 201)

    def test_open_questions_keep_nothing(self) -> None:
        response = self.post("checks", self.body(reading__display="2.44 k"))
        self.assertEqual(response.status_code, 422)
        self.assertEqual(response.json()["errors"][0]["code"], "power_of_ten")
        self.assertFalse(Check.objects.exists())

    def test_a_forbidden_reading_is_not_kept(self) -> None:
        body = self.body(dead_or_live={"state": "live", "since": self.now()})
        self.assertEqual(self.post("checks", body).status_code, 422)
        self.assertFalse(Check.objects.exists())

    def test_a_check_without_a_label_is_called_by_its_plate(self) -> None:
        kept = self.post("checks", self.body(label="  ")).json()
        self.assertEqual(kept["label"], "Heating element, 2200 W 230 V")

    def test_html_in_a_label_stays_text(self) -> None:
        label = "<script>alert(1)</script>"
        self.assertEqual(self.post("checks", self.body(label=label)).json()["label"], label)

    def test_a_meter_changed_later_leaves_the_kept_check_alone(self) -> None:
        body = self.body()
        before = self.post("checks", body).json()
        Instrument.objects.all().delete()
        self.assertEqual(self.client.get(f"/api/v1/checks/{body['id']}").json(), before)

    def test_a_kept_check_cannot_be_changed_or_removed(self) -> None:
        self.post("checks", self.body())
        check = Check.objects.get()
        check.label = "better"
        with self.assertRaises(AppendOnlyError):
            check.save()
        with self.assertRaises(AppendOnlyError):
            check.delete()

    def test_keeping_takes_few_queries(self) -> None:
        body = self.body()
        self.client.get("/api/v1/home")  # a session's first request keeps when its person was last here
        # Session, person, meter, rules, earlier check, savepoint, its place, check, body, release.
        with self.assertNumQueries(10):
            self.post("checks", body)


class Finding(ApiTestCase):
    def test_newest_first_paged_and_by_text(self) -> None:
        for number in range(53):
            self.post("checks", self.body(id=str(uuid4()), label=f"Mat {number:02}"))
        with self.assertNumQueries(3):  # session, person, page
            page = self.client.get("/api/v1/checks").json()
        self.assertEqual(len(page["items"]), 50)
        self.assertEqual(page["items"][0]["label"], "Mat 52")
        self.post("checks", self.body(id=str(uuid4()), label="Mat 53"))  # kept meanwhile
        rest = self.client.get("/api/v1/checks", {"after": page["next"]}).json()
        self.assertEqual([one["label"] for one in rest["items"]], ["Mat 02", "Mat 01", "Mat 00"])
        self.assertIsNone(rest["next"])
        found = self.client.get("/api/v1/checks", {"text": "mat 07"}).json()
        self.assertEqual([one["label"] for one in found["items"]], ["Mat 07"])
        first = found["items"][0]
        self.assertEqual((first["title"], first["figure"]), ("Between the terminals", "24.40 ± 0.67 Ω"))

    def test_what_is_not_there(self) -> None:
        self.assertEqual(self.client.get(f"/api/v1/checks/{uuid4()}").status_code, 404)
        self.assertEqual(self.client.get("/api/v1/checks/nonsense").status_code, 404)
        for after in ("0", "nonsense", "bnVsbA", "W251bGxd", "WzFlNDAwXQ", "\0", "é", "W10"):
            with self.subTest(after):
                answer = self.client.get("/api/v1/checks", {"after": after})
                self.assertEqual(answer.status_code, 422)
                self.assertEqual(answer.json()["errors"][0]["field"], "after")


class Storage(TransactionTestCase):
    def test_the_database_keeps_what_it_acknowledged(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA synchronous")
            self.assertEqual(cursor.fetchone()[0], 2)
            cursor.execute("PRAGMA foreign_keys")
            self.assertEqual(cursor.fetchone()[0], 1)

    def test_the_same_submission_from_two_sides_at_once_is_stored_once(self) -> None:
        check = CheckIn.model_validate(
            {
                "id": str(uuid4()),
                "spec": ELEMENT,
                "reading": {
                    "measurand": "between_terminals",
                    "display": "24.6",
                    "connection": "isolated",
                },
                "dead_or_live": {"state": "loose_part"},
            }
        )
        barrier, results = Barrier(2), []

        def submit() -> None:
            barrier.wait()
            try:
                results.append(keep(check).new)
            finally:
                connection.close()

        sides = [Thread(target=submit) for _ in range(2)]
        for side in sides:
            side.start()
        for side in sides:
            side.join()
        self.assertEqual(sorted(results), [False, True])
        self.assertEqual(Check.objects.count(), 1)
