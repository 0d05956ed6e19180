"""The trail as leads read it in the app."""

from __future__ import annotations

from hembit.apps.jobs.tests.visits import VisitCase


class TheTrail(VisitCase):
    def test_a_lead_reads_who_changed_what_with_before_and_after(self) -> None:
        details = {"name": "Quay Repairs", "time_zone": "Europe/Lisbon", "supply_system": "dc_24"}
        self.good(self.send("put", "workshop", details, self.as_lead()))
        found = self.good(self.get("trail", self.as_lead()))
        line = next(one for one in found["items"] if one["what"].startswith("workshop"))
        self.assertEqual((line["by"], line["about"]), ("Maud Fennick", "workshop 1"))
        self.assertIn("Quay Repairs", [one["after"] for one in line["changes"]])
        fields = [one["field"] for one in line["changes"]]
        self.assertEqual(fields, sorted(fields))
        self.assertTrue(all(one["before"] != one["after"] for one in line["changes"]))

    def test_it_is_a_leads_alone(self) -> None:
        self.assertEqual(self.get("trail").status_code, 403)

    def test_it_is_found_by_what_was_done_and_no_password_is_in_it(self) -> None:
        orla = {"username": "orla", "name": "Orla Quennell", "role": "technician", "is_active": True}
        self.good(self.send("post", "staff", orla, self.as_lead()))
        found = self.good(self.get("trail?text=person added", self.as_lead()))
        self.assertEqual({one["what"] for one in found["items"]}, {"person added"})
        kilns = {"name": "Kilns", "changes": {}}
        self.good(self.send("post", "rules/sets", kilns, self.as_lead()))
        sets = self.good(self.get("trail?text=Rule set", self.as_lead()))
        self.assertEqual([one["what"] for one in sets["items"]], ["rule set added"])
        shown = [one for line in found["items"] for one in line["changes"]]
        self.assertEqual({one["after"] for one in shown if one["field"] == "password"}, {"…"})
