"""Signing in and out, throttled; what each role may; nothing for whoever is not signed in."""

from __future__ import annotations

import json
from io import StringIO
from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.contrib.auth.password_validation import password_validators_help_texts
from django.core.management import CommandError, call_command
from django.test import TestCase, override_settings
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent
from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.people.models import OpenSession, Role
from hembit.apps.people.services import add_person


class Door(TestCase):
    def setUp(self) -> None:
        self.person = add_person("ilse", "Ilse Fennick", Role.TECHNICIAN, PASSWORD)
        self.client = ContractClient(enforce_csrf_checks=True)
        self.client.get("/sign-in")

    def sign_in(self, password: str = PASSWORD, username: str = "ilse") -> Any:
        return self.client.post(
            "/api/v1/session",
            json.dumps({"username": username, "password": password}),
            content_type="application/json",
            headers={"X-CSRFToken": self.client.cookies["csrftoken"].value},
        )

    def test_in_and_out(self) -> None:
        self.assertIsNone(self.client.get("/api/v1/session").json()["person"])
        self.assertEqual(self.sign_in().json()["person"]["role"], "technician")
        self.assertEqual(self.client.get("/api/v1/session").json()["person"]["name"], "Ilse Fennick")
        token = self.client.cookies["csrftoken"].value
        self.client.delete("/api/v1/session", headers={"X-CSRFToken": token})
        self.assertIsNone(self.client.get("/api/v1/session").json()["person"])

    def test_signing_out_closes_the_place_and_stands_in_the_trail(self) -> None:
        self.sign_in()
        self.assertEqual(self.person.open_sessions.count(), 1)
        self.client.delete(
            "/api/v1/session", headers={"X-CSRFToken": self.client.cookies["csrftoken"].value}
        )
        self.assertEqual(self.person.open_sessions.count(), 0)
        self.assertEqual(AuditEvent.objects.filter(what="signed_out").count(), 1)

    def test_one_letter_is_wrong_and_none_is_none(self) -> None:
        self.assertEqual(self.sign_in("x", "y").status_code, 401)
        self.assertEqual(self.sign_in("", "y").status_code, 422)
        self.assertEqual(self.sign_in("x", "").status_code, 422)

    def test_wrong_words_say_neither_which(self) -> None:
        for answer in (self.sign_in("wrong"), self.sign_in(username="nobody")):
            self.assertEqual(answer.status_code, 401)
            self.assertIn("do not fit", answer.json()["errors"][0]["message"])

    def test_not_from_a_foreign_page(self) -> None:
        answer = self.client.post(
            "/api/v1/session",
            json.dumps({"username": "ilse", "password": PASSWORD}),
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 403)

    def test_somebody_who_left_does_not_get_in(self) -> None:
        self.person.is_active = False
        self.person.save()
        self.assertEqual(self.sign_in().status_code, 401)

    def test_the_door_names_nobody_but_in_the_demo(self) -> None:
        self.assertEqual(self.client.get("/api/v1/session").json()["demo"], [])
        people = [{"username": "ilse", "password": PASSWORD, "name": "Ilse", "role": "technician"}]
        with override_settings(DEMO_PEOPLE=people):
            self.assertEqual(self.client.get("/api/v1/session").json()["demo"], people)
            self.sign_in()
            self.assertEqual(self.client.get("/api/v1/session").json()["demo"], [])

    def test_cookies_are_for_this_site_alone(self) -> None:
        self.sign_in()
        cookie = self.client.cookies["sessionid"]
        self.assertEqual((cookie["samesite"], cookie["httponly"]), ("Strict", True))


class Roles(VisitCase):
    def test_a_leads_work_is_not_a_technicians(self) -> None:
        number = self.customer.pk
        words = self.good(self.get(f"customers/{number}/words", self.as_lead()))
        for method, path, body in (
            ("get", f"customers/{number}/export", None),
            ("post", f"customers/{number}/erase", {"seen": words["seen"]}),
            ("put", f"positions/{self.limit}/safety", {"safety_device": True}),
        ):
            with self.subTest(path):
                answer = self.get(path) if method == "get" else self.send(method, path, body)
                self.assertEqual(answer.status_code, 403)
                self.assertIn("Only a lead", answer.json()["errors"][0]["message"])
                answer = (
                    self.get(path, self.as_lead())
                    if method == "get"
                    else self.send(method, path, body, self.as_lead())
                )
                self.assertEqual(answer.status_code, 200, answer.content[:300])

    def test_the_administration_is_the_leads(self) -> None:
        self.assertEqual(self.client.get("/admin/").status_code, 302)
        self.assertEqual(self.lead_client.get("/admin/").status_code, 200)
        self.assertEqual(self.lead_client.get("/admin/people/person/").status_code, 200)
        self.assertRedirects(
            ContractClient().get("/admin/login/"),
            "/sign-in?next=/admin/",
            fetch_redirect_response=False,
        )

    def test_a_password_chosen_there_keeps_this_session_in_the_list_under_its_new_key(self) -> None:
        before = self.lead_client.session.session_key
        OpenSession.objects.create(person=self.lead, key=before, since=timezone.now())
        new = "limpet-under-the-quay"
        said = {"old_password": PASSWORD, "new_password1": new, "new_password2": new}
        with_token = {"X-CSRFToken": self.lead_token}
        answer = self.lead_client.post("/admin/password_change/", said, headers=with_token)
        self.assertEqual(answer.status_code, 302)
        after = self.lead_client.session.session_key
        self.assertNotEqual(after, before)
        self.assertEqual([one.key for one in self.lead.open_sessions.all()], [after])

    def test_a_lead_who_becomes_a_technician_loses_the_administration(self) -> None:
        self.lead.role = Role.TECHNICIAN
        self.lead.save()
        person = get_user_model().objects.get(pk=self.lead.pk)
        self.assertEqual((person.is_staff, person.is_superuser), (False, False))
        self.assertEqual(self.lead_client.get("/admin/").status_code, 302)

    def test_what_a_password_must_not_be_is_said_in_its_form(self) -> None:
        self.assertIn("It must not be your name or the shop's.", password_validators_help_texts())


class Command(TestCase):
    def add(self, password: str, *words: str) -> None:
        with patch("sys.stdin", StringIO(f"{password}\n")):
            call_command("add_person", "maud", "Maud Fennick", *words, stdout=StringIO())

    def test_adds_a_lead_and_changes_the_password_of_one_that_is_there(self) -> None:
        self.add("a-long-tide", "--lead")
        self.add("another-tide", "--lead")
        person = get_user_model().objects.get(username="maud")
        self.assertTrue(person.check_password("another-tide"))
        self.assertTrue(person.is_lead)

    def test_a_weak_password_is_refused(self) -> None:
        with self.assertRaisesRegex(CommandError, "too short"):
            self.add("tide")
        self.assertFalse(get_user_model().objects.exists())
