"""People, as leads add and change them; passwords for once and of one's own; where one is signed in."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

from django.contrib.sessions.models import Session
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.people.models import Person
from hembit.apps.people.tests.browser import TELEPHONE, Browser

OWN = "kelp-in-the-north-wind"
ORLA = {"username": "orla", "name": "Orla Quennell", "role": "technician", "is_active": True}


class Staff(VisitCase):
    def add(self, **more: Any) -> dict[str, Any]:
        return dict(self.good(self.send("post", "staff", {**ORLA, **more}, self.as_lead())))

    def not_added(self, **more: Any) -> dict[str, str]:
        return self.refused(self.send("post", "staff", {**ORLA, **more}, self.as_lead()))

    def change(self, number: int, **more: Any) -> Any:
        return self.send("put", f"staff/{number}", {**ORLA, **more}, self.as_lead())

    def test_blanks_round_a_name_are_no_part_of_it(self) -> None:
        made = self.add(name="  Orla Thorn ", username=" orla\t")["person"]
        self.assertEqual((made["name"], made["username"]), ("Orla Thorn", "orla"))
        self.not_added(name="   ", username="thorn")

    def test_somebody_new_signs_in_once_and_can_only_choose_their_own_password(self) -> None:
        made = self.add()
        orla = Browser()
        session = orla.sign_in("orla", made["password"]).json()
        self.assertTrue(session["person"]["must_choose_password"])
        self.assertEqual(orla.client.get("/api/v1/jobs").status_code, 403)
        said = orla.send("put", "session/password", {"now": made["password"], "password": OWN})
        self.assertEqual(said.status_code, 200, said.content)
        self.assertEqual(orla.client.get("/api/v1/jobs").status_code, 200)
        self.assertEqual(Browser().sign_in("orla", made["password"]).status_code, 401)
        self.assertEqual(Browser().sign_in("orla", OWN).status_code, 200)

    def test_a_new_lead_has_the_administration_with_a_password_of_their_own(self) -> None:
        made = self.add(role="lead")
        orla = Browser()
        orla.sign_in("orla", made["password"])
        self.assertEqual(orla.client.get("/admin/").status_code, 302)
        orla.send("put", "session/password", {"now": made["password"], "password": OWN})
        self.assertEqual(orla.client.get("/admin/").status_code, 200)

    def test_a_password_for_once_lapses(self) -> None:
        made = self.add()
        # Its time is over; or the clock was set back behind the day it was given.
        for away in (timedelta(seconds=-1), timedelta(days=400)):
            Person.objects.filter(username="orla").update(one_time_until=timezone.now() + away)
            answer = Browser().sign_in("orla", made["password"])
            self.assertEqual(answer.status_code, 401)
            self.assertIn("lapsed", answer.json()["errors"][0]["message"])

    def test_no_two_have_one_name(self) -> None:
        self.add()
        self.assertIn(
            "username",
            self.refused(
                self.send("post", "staff", {**ORLA, "username": "ORLA", "name": "B"}, self.as_lead())
            ),
        )
        self.assertIn(
            "name", self.refused(self.send("post", "staff", {**ORLA, "username": "b"}, self.as_lead()))
        )
        for username in ("", "two words", "a/b", "x" * 151):
            with self.subTest(username):
                self.refused(
                    self.send(
                        "post", "staff", {**ORLA, "username": username, "name": "B"}, self.as_lead()
                    )
                )

    def test_the_last_lead_stays_one(self) -> None:
        maud = {"username": "maud", "name": "Maud Fennick", "role": "lead", "is_active": True}
        for change in ({"role": "technician"}, {"is_active": False}):
            said = self.refused(
                self.send("put", f"staff/{self.lead.pk}", {**maud, **change}, self.as_lead())
            )
            self.assertIn("last lead", "".join(said.values()))
        orla = self.add(role="lead")["person"]["id"]
        self.good(
            self.send("put", f"staff/{self.lead.pk}", {**maud, "role": "technician"}, self.as_lead())
        )
        # Whoever loses a role is signed out, and signs in anew as what they are.
        self.assertEqual(self.change(orla, role="lead").status_code, 401)
        self.assertTrue(Person.objects.get(pk=orla).is_lead)

    def test_the_administration_keeps_the_last_lead_too(self) -> None:
        page = f"/admin/people/person/{self.lead.pk}/change/"
        self.lead_client.get(page)
        token = self.lead_client.cookies["csrftoken"].value
        given = {"username": "maud", "name": "Maud", "role": "technician", "is_active": "on"}
        answer = self.lead_client.post(page, {**given, "csrfmiddlewaretoken": token})
        self.assertContains(answer, "last lead")
        self.assertTrue(Person.objects.get(pk=self.lead.pk).is_lead)

    def test_who_leaves_is_out_at_once_and_what_they_did_stays(self) -> None:
        made = self.add()
        orla = Browser()
        orla.sign_in("orla", made["password"])
        orla.send("put", "session/password", {"now": made["password"], "password": OWN})
        self.good(self.change(made["person"]["id"], is_active=False))
        self.assertEqual(orla.client.get("/api/v1/jobs").status_code, 401)
        self.assertEqual(Browser().sign_in("orla", OWN).status_code, 401)
        self.assertNotIn("Orla Quennell", str(self.good(self.get("people"))))
        self.assertIn("Orla Quennell", str(self.good(self.get("staff", self.as_lead()))))

    def test_a_lost_password_is_replaced_and_ends_what_was_open(self) -> None:
        made = self.add()
        number = made["person"]["id"]
        orla = Browser()
        orla.sign_in("orla", made["password"])
        again = self.good(self.send("post", f"staff/{number}/password", {}, self.as_lead()))
        self.assertNotEqual(again["password"], made["password"])
        self.assertEqual(orla.client.get("/api/v1/session").json()["person"], None)
        self.assertEqual(Browser().sign_in("orla", again["password"]).status_code, 200)
        trail = AuditEvent.objects.filter(what="one_time_password", number=str(number))
        self.assertEqual(trail.count(), 2)
        everything = json.dumps(
            [[one.before, one.after, one.reason] for one in AuditEvent.objects.all()]
        )
        for word in (made["password"], again["password"]):
            self.assertNotIn(word, everything)

    def test_where_somebody_is_signed_in_and_signed_out_there(self) -> None:
        made = self.add()
        number = made["person"]["id"]
        Person.objects.filter(pk=number).update(one_time_until=None)
        browsers = [Browser(), Browser()]
        for one in browsers:
            one.sign_in("orla", made["password"])
        places = self.good(self.get(f"staff/{number}/sessions", self.as_lead()))
        self.assertEqual([one["device"] for one in places], [TELEPHONE] * 2)
        self.assertEqual([one["address"] for one in places], ["127.0.0.1"] * 2)
        own = browsers[0].client.get("/api/v1/session/places").json()
        self.assertEqual([one["is_this_one"] for one in own].count(True), 1)
        (left,) = browsers[0].send("delete", "session/places").json()
        self.assertTrue(left["is_this_one"])
        self.assertIsNone(browsers[1].client.get("/api/v1/session").json()["person"])
        open_here = browsers[0].client.cookies["sessionid"].value
        self.assertTrue(Session.objects.filter(pk=open_here).exists())
        self.good(self.send("delete", f"staff/{number}/sessions", None, self.as_lead()))
        self.assertFalse(Session.objects.filter(pk=open_here).exists())
        self.assertIsNone(browsers[0].client.get("/api/v1/session").json()["person"])
        browsers[0].client.get("/sign-in")
        browsers[0].sign_in("orla", made["password"])
        browsers[0].send("delete", "session")
        self.assertEqual(self.good(self.get(f"staff/{number}/sessions", self.as_lead())), [])

    def test_ones_own_password(self) -> None:
        ilse = Browser()
        ilse.sign_in("ilse", PASSWORD)
        for given, field in (
            ({"now": "wrong", "password": OWN}, "now"),
            ({"now": PASSWORD, "password": PASSWORD}, "password"),
            ({"now": PASSWORD, "password": "ilse-fennick"}, "password"),
        ):
            with self.subTest(given):
                self.assertIn(field, self.refused(ilse.send("put", "session/password", given)))
        other = Browser()
        other.sign_in("ilse", PASSWORD)
        self.good(ilse.send("put", "session/password", {"now": PASSWORD, "password": OWN}))
        self.assertEqual(ilse.client.get("/api/v1/jobs").status_code, 200)
        self.assertEqual(other.client.get("/api/v1/jobs").status_code, 401)

    def test_nobody_but_a_lead_sees_or_changes_people(self) -> None:
        number = self.lead.pk
        for method, path, body in (
            ("get", "staff", None),
            ("post", "staff", ORLA),
            ("put", f"staff/{number}", ORLA),
            ("post", f"staff/{number}/password", {}),
            ("get", f"staff/{number}/sessions", None),
            ("delete", f"staff/{number}/sessions", None),
            ("put", "workshop", {"name": "X", "time_zone": "Etc/UTC", "supply_system": "dc_12"}),
            ("post", "workshop/begun", {}),
        ):
            with self.subTest(path):
                answer = self.get(path) if method == "get" else self.send(method, path, body)
                self.assertEqual(answer.status_code, 403)
        self.refused(self.get("staff/9999/sessions", self.as_lead()), 404)
