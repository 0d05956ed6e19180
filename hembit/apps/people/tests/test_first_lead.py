"""The first lead of a new shop begins once, by the word of the last start."""

from __future__ import annotations

import json
import tempfile
from io import StringIO
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.test import TestCase, override_settings

from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.people.models import Person

PASSWORD = "gull-rock-at-low-tide"


class FirstLead(TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        change = override_settings(DATA=self.folder)
        change.enable()
        self.addCleanup(change.disable)
        self.client = ContractClient(enforce_csrf_checks=True)
        self.client.get("/sign-in")

    def invite(self) -> str:
        out = StringIO()
        call_command("invite_first_lead", stdout=out)
        return out.getvalue().strip()

    def begin(self, word: str, **more: str) -> Any:
        given = {"word": word, "username": "maud", "name": "Maud Fennick", "password": PASSWORD, **more}
        return self.client.post(
            "/api/v1/first-lead",
            json.dumps(given),
            content_type="application/json",
            headers={"X-CSRFToken": self.client.cookies["csrftoken"].value},
        )

    def test_begins_signed_in_as_a_lead_and_once(self) -> None:
        word = self.invite()
        self.assertGreaterEqual(len(word), 24)  # 144 bits: nobody comes upon it
        self.assertTrue(self.client.get("/api/v1/session").json()["nobody_yet"])
        answer = self.begin(word)
        self.assertEqual(answer.status_code, 201, answer.content)
        session = answer.json()
        self.assertEqual((session["person"]["role"], session["first_day"]), ("lead", True))
        self.assertTrue(Person.objects.get(username="maud").check_password(PASSWORD))
        self.assertFalse(self.client.get("/api/v1/session").json()["nobody_yet"])
        again = self.begin(word, username="other", name="Other")
        self.assertIn("works here already", again.json()["errors"][0]["message"])
        self.assertEqual(self.invite(), "")
        self.assertEqual(list(self.folder.iterdir()), [])

    def test_by_no_word_where_none_was_given(self) -> None:
        for word in ("any", "gull"):
            self.assertEqual(self.begin(word).status_code, 422)
        self.assertFalse(Person.objects.exists())

    def test_only_by_the_word_of_the_last_start(self) -> None:
        first = self.invite()
        second = self.invite()
        for word in (first, "", "x", second[:-1], f"{second}a"):
            with self.subTest(word):
                self.assertEqual(self.begin(word).status_code, 422)
        self.assertFalse(Person.objects.exists())
        self.assertEqual(self.begin(second).status_code, 201)

    def test_the_word_is_not_kept_as_it_is_and_is_its_owners_alone(self) -> None:
        word = self.invite()
        (file,) = self.folder.iterdir()
        self.assertNotIn(word, file.read_text())
        self.assertEqual(file.stat().st_mode & 0o777, 0o600)

    def test_a_password_that_is_short_common_or_a_name_is_refused(self) -> None:
        word = self.invite()
        for password in (
            "short-one",
            "password123",
            "1234567890",
            "maudfennick",
            "Maud Fennick 1",
            "workshop12",
        ):
            with self.subTest(password):
                answer = self.begin(word, password=password)
                self.assertEqual(answer.status_code, 422)
                self.assertEqual(answer.json()["errors"][0]["field"], "password")
        self.assertFalse(Person.objects.exists())
