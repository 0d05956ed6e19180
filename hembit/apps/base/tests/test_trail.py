"""The trail: who did what, from the app and the administration; nobody edits or deletes it."""

from __future__ import annotations

from typing import Any
from unittest.mock import patch

from django.test import Client

from hembit.apps.base.audit import AuditEvent
from hembit.apps.base.records.append_only import AppendOnlyError
from hembit.apps.checks.tests.requests import PASSWORD
from hembit.apps.jobs.tests.visits import VisitCase


class Trail(VisitCase):
    def last(self, what: str) -> AuditEvent:
        return AuditEvent.objects.filter(what=what).first() or self.fail(f"no {what}")

    def said(self, what: str) -> tuple[Any, ...]:
        event = self.last(what)
        return event.by, event.by_way_of, event.before, event.after

    def test_a_changed_customer_has_before_and_after(self) -> None:
        body = {"name": "Harbour Bakery", "contact": "Bram Quennell"}
        self.good(self.send("put", f"customers/{self.customer.pk}", body))
        by, way, before, after = self.said("customer_changed")
        self.assertEqual((by, way), (self.person, "app"))
        self.assertEqual(before, {"contact": "Orla Quennell"})
        self.assertEqual(after, {"contact": "Bram Quennell"})

    def test_a_change_without_its_line_is_none(self) -> None:
        with patch("hembit.apps.base.audit.record", side_effect=OSError), self.assertRaises(OSError):
            self.send("put", f"customers/{self.customer.pk}", {"name": "Somebody else"})
        self.customer.refresh_from_db()
        self.assertEqual(self.customer.name, "Harbour Bakery")

    def test_from_the_administration_too_and_not_twice(self) -> None:
        body = {"name": "Harbour Bakery & Son", "contact": "Orla Quennell"}
        page = self.lead_client.post(
            f"/admin/machines/customer/{self.customer.pk}/change/",
            {**body, "csrfmiddlewaretoken": self.lead_token},
        )
        self.assertEqual(page.status_code, 302, page.content[:500])
        by, way, _, after = self.said("customer_changed")
        self.assertEqual((by, way, after["name"]), (self.lead, "administration", body["name"]))
        self.assertEqual(AuditEvent.objects.filter(what="customer_changed").count(), 1)

    def test_positions_parts_and_a_safety_device(self) -> None:
        path = f"positions/{self.limit}/safety"
        given = {"safety_device": False, "reason": "It switches a lamp."}
        self.good(self.send("put", path, given, self.as_lead()))
        event = self.last("safety_marked")
        self.assertEqual((event.by, event.reason), (self.lead, "It switches a lamp."))
        self.assertEqual(
            (event.before, event.after), ({"is_safety_device": True}, {"is_safety_device": False})
        )
        spec = {"kind": "contact", "device": "relay"}
        self.good(self.send("post", f"positions/{self.limit}/parts", {"spec": spec}))
        self.assertEqual(self.last("fittedpart_added").by, self.person)
        self.assertIn("removed_at", self.last("fittedpart_changed").after or {})

    def test_a_record_closed_and_opened_again(self) -> None:
        self.open_job()
        reasons = {"reasons": {}}
        self.good(self.entry("closed", **reasons))
        self.assertEqual(self.last("job_closed").number, str(self.number))
        self.good(self.entry("reopened", reason="It came back."))
        self.assertEqual(self.last("job_reopened").reason, "It came back.")

    def test_sign_ins_and_refusals(self) -> None:
        client = Client()
        for password, what in (("wrong", "sign_in_failed"), (PASSWORD, "signed_in")):
            client.post(
                "/api/v1/session",
                {"username": "ilse", "password": password},
                content_type="application/json",
            )
            self.assertEqual(self.last(what).number, str(self.person.pk))
        client.post(
            "/api/v1/session",
            {"username": "my password by mistake", "password": "x"},
            content_type="application/json",
        )
        self.assertEqual(self.last("sign_in_failed").number, "")
        self.assertEqual(self.get(f"customers/{self.customer.pk}/export").status_code, 403)
        self.assertIn("export", self.last("refused").reason)
        self.assertEqual(self.last("refused").by, self.person)

    def test_a_password_is_no_business_of_it(self) -> None:
        self.person.set_password("another-drum")
        self.person.save()
        event = self.last("person_changed")
        self.assertEqual((event.before, event.after), ({"password": "…"}, {"password": "…"}))

    def test_nobody_edits_or_deletes_it(self) -> None:
        event = self.last("customer_added")
        with self.assertRaises(AppendOnlyError):
            event.save()
        with self.assertRaises(AppendOnlyError):
            event.delete()
        page = f"/admin/base/auditevent/{event.pk}"
        self.assertEqual(self.lead_client.get("/admin/base/auditevent/").status_code, 200)
        token = {"csrfmiddlewaretoken": self.lead_token, "reason": "mine"}
        for url, body in ((f"{page}/change/", token), (f"{page}/delete/", {**token, "post": "yes"})):
            self.assertEqual(self.lead_client.post(url, body).status_code, 403, url)

    def test_a_new_session_on_every_sign_in(self) -> None:
        given = {"username": "ilse", "password": PASSWORD}
        before = self.client.cookies["sessionid"].value
        self.assertEqual(self.post("session", given).status_code, 200)
        self.assertNotEqual(self.client.cookies["sessionid"].value, before)


RELAY = {"kind": "contact", "device": "relay"}
LIMIT = {"kind": "contact", "device": "limit"}
MARKED = {"safety_device": True, "reason": "it feeds the burner"}


class SafetyDevice(VisitCase):
    """A position is a safety device by all it ever held."""

    def bypass(self) -> Any:
        body = {
            "id": "7b1e8d5e-4f6b-4b1a-9d57-3a1f4b6f0009",
            "kind": "bypass",
            "part": self.limit,
            "text": "bridged",
            "due_on": self.tomorrow(),
        }
        return self.send("post", f"jobs/{self.number}/follow-ups", body)

    def fit(self, spec: dict[str, Any], who: Any = None) -> Any:
        return self.send("post", f"positions/{self.limit}/parts", {"spec": spec}, who)

    def test_only_a_lead_puts_another_kind_in_its_place_and_it_stays_one(self) -> None:
        said = self.refused(self.fit(RELAY))["spec"]
        self.assertIn("Only a lead", said)
        self.assertIn("Only a lead", self.refused(self.mend(RELAY))["spec"])
        self.good(self.fit(LIMIT))
        self.good(self.fit(RELAY, self.as_lead()))
        self.open_job()
        self.prove_dead()
        self.assertIn("never bypassed", self.refused(self.bypass())["part"])

    def mend(self, spec: dict[str, Any]) -> Any:
        return self.send("put", f"positions/{self.limit}/spec", {"spec": spec, "why": "typed wrong"})

    def test_one_that_is_taken_away_and_added_anew_inherits_the_question(self) -> None:
        gone = self.send("delete", f"positions/{self.limit}", {})
        self.assertIn("Only a lead takes it away", self.refused(gone)[""])
        self.good(self.send("delete", f"positions/{self.limit}", {}, self.as_lead()))
        for name in ("limit", "LIMIT"):
            machine = self.good(
                self.send(
                    "post", f"machines/{self.machine.pk}/positions", {"name": name, "spec": RELAY}
                )
            )
            new = next(one for one in machine["positions"] if one["name"] == name)
            self.assertTrue(new["safety_device"])
            self.good(self.send("delete", f"positions/{new['id']}", {}, self.as_lead()))
        self.limit = self.place("Limit", RELAY)
        self.open_job()
        self.prove_dead()
        self.assertIn("never bypassed", self.refused(self.bypass())["part"])

    def test_a_part_goes_in_by_the_job_that_is_open(self) -> None:
        """Whoever fits it there needs a proof of dead for it."""
        self.open_job()
        self.assertIn("A job is open", self.refused(self.fit(LIMIT))[""])

    def test_a_bypass_from_before_it_was_one_keeps_it_dead_and_the_job_open(self) -> None:
        self.limit = self.place("Relay", RELAY)
        self.open_job()
        self.prove_dead()
        self.good(self.bypass())
        self.good(self.send("put", f"positions/{self.limit}/safety", MARKED, self.as_lead()))
        said = self.refused(self.entry("went_live"))
        self.assertIn("a bypass of it is still open", said["dead_or_live"])
        self.assertIn("its bypass is still open", self.refused(self.entry("closed"))["kind"])
        first = self.number
        self.open_job()
        self.assertIn("a bypass of it is still open", self.refused(self.entry("closed"))["kind"])
        self.number = first
        follow_up = self.whole()["follow_ups"][0]["id"]
        self.good(self.send("post", f"follow-ups/{follow_up}/done", {}))
        self.good(self.entry("closed"))

    def test_a_safety_device_fitted_anew_ends_a_leads_word(self) -> None:
        path = f"positions/{self.limit}/safety"
        self.good(self.send("put", path, {"safety_device": False, "reason": "a lamp"}, self.as_lead()))
        self.good(self.fit(LIMIT))
        self.open_job()
        self.prove_dead()
        self.assertIn("never bypassed", self.refused(self.bypass())["part"])
