"""Faults of the database say what they are; answers are nobody's to keep."""

from __future__ import annotations

import errno
import sqlite3
from unittest.mock import patch

from django.db import OperationalError
from django.test import Client, TestCase

from hembit.api.faults import sentence_of
from hembit.apps.jobs.tests.visits import VisitCase

SAID_BY_SQLITE = {
    "database or disk is full": "The disk is full",
    "attempt to write a readonly database": "cannot be written to",
    "unable to open database file": "cannot be opened",
    "database is locked": "Try again in a moment",
    "no such table: jobs_job": "older than this Hembit",
    "no such column: jobs_job.sequence": "older than this Hembit",
    "database disk image is malformed": "damaged",
    "file is not a database": "back to a backup",
    "disk I/O error": "looks at it at once",
}


class Faults(VisitCase):
    def test_each_is_a_sentence_with_what_to_do(self) -> None:
        for words, said in SAID_BY_SQLITE.items():
            with (
                self.subTest(words),
                patch(
                    "hembit.apps.jobs.routes.services.list_jobs", side_effect=OperationalError(words)
                ),
                self.assertLogs("hembit.api", "ERROR"),
            ):
                answer = self.get("jobs")
                self.assertEqual(answer.status_code, 503)
                sentence = answer.json()["errors"][0]["message"]
                self.assertIn(said, sentence)
                self.assertIn("kept here", sentence)

    def test_a_disk_that_is_full_or_cannot_be_written_is_said_wherever_it_is_met(self) -> None:
        for number, said in (
            (errno.ENOSPC, "The disk is full"),
            (errno.EDQUOT, "The disk is full"),
            (errno.EROFS, "cannot be written to"),
            (errno.EIO, "looks at it at once"),
        ):
            with (
                self.subTest(said),
                patch("hembit.apps.jobs.routes.services.list_jobs", side_effect=OSError(number, "x")),
                self.assertLogs("hembit.api", "ERROR"),
            ):
                answer = self.get("jobs")
                self.assertEqual(answer.status_code, 503)
                self.assertIn(said, answer.json()["errors"][0]["message"])
        self.assertIsNone(sentence_of(FileNotFoundError(errno.ENOENT, "a mistake of ours")))

    def test_a_mistake_of_our_own_is_not_taken_for_one(self) -> None:
        self.assertIsNone(sentence_of(OperationalError('near "FORM": syntax error')))
        with patch("hembit.apps.jobs.routes.services.list_jobs", side_effect=OperationalError("near")):
            self.client.raise_request_exception = False
            with self.assertLogs("django.request", "ERROR"):
                answer = self.get("jobs")
        self.assertEqual(answer.status_code, 500)
        self.assertIn("Nothing of it was stored", answer.json()["errors"][0]["message"])

    def test_what_sqlite_says_of_an_empty_file_is_known(self) -> None:
        with self.assertRaises(sqlite3.OperationalError) as caught:
            sqlite3.connect(":memory:").execute("SELECT * FROM jobs_job")
        self.assertIn("older", sentence_of(OperationalError(str(caught.exception))) or "")


class Health(TestCase):
    def test_a_watchdog_is_told_whether_the_database_can_be_read(self) -> None:
        self.assertEqual(self.client.get("/health").json(), {"status": "ok"})
        self.assertEqual(self.client.post("/health").status_code, 405)
        with patch("hembit.site.health.connection.cursor", side_effect=OperationalError("no")):
            self.assertEqual(self.client.get("/health").status_code, 503)


class Kept(VisitCase):
    def test_answers_are_not_stored(self) -> None:
        for path in ("session", "jobs", "home", "nowhere"):
            self.assertEqual(self.get(path)["Cache-Control"], "no-store", path)

    def test_the_schema_is_for_whoever_is_signed_in(self) -> None:
        self.assertEqual(Client().get("/api/v1/openapi.json").status_code, 401)
        self.assertIn("paths", self.good(self.get("openapi.json")))

    def test_a_path_that_is_none_answers_in_json(self) -> None:
        answer = self.get("nowhere")
        self.assertEqual(answer.status_code, 404)
        self.assertEqual(answer.json()["errors"][0]["message"], "There is nothing at this address.")
        self.assertEqual(Client().get("/assets/nothing.js").status_code, 404)
