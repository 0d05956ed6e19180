"""The workshop's details: on the customer's page, on its clock, refused where they are none."""

from __future__ import annotations

from datetime import UTC, date, datetime
from typing import Any

from hembit.apps.base.audit import AuditEvent
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.workshop.clock import day_here

DETAILS = {
    "name": "Fennick & Daughter",
    "address": "3 Quay Row\nSkerrow",
    "time_zone": "Pacific/Auckland",
    "locale": "en-NZ",
    "supply_system": "three_phase_230_400",
    "altitude": "12",
}


class Details(VisitCase):
    def say(self, **more: Any) -> Any:
        return self.send("put", "workshop", {**DETAILS, **more}, self.as_lead())

    def test_they_stand_on_the_customers_page_and_its_clock(self) -> None:
        self.assertEqual(self.good(self.get("workshop"))["name"], "Workshop")
        self.good(self.say())
        self.open_job()
        report = self.good(self.get(f"jobs/{self.number}/report"))
        self.assertEqual(
            (report["shop"], report["shop_address"]), (DETAILS["name"], DETAILS["address"])
        )
        session = self.good(self.get("session"))
        self.assertEqual((session["locale"], session["time_zone"]), ("en-NZ", "Pacific/Auckland"))
        self.assertEqual(self.get(f"jobs/{self.number}/report.pdf").status_code, 200)

    def test_a_day_is_that_of_its_own_zone(self) -> None:
        late = datetime(2026, 11, 26, 22, 30, tzinfo=UTC)
        self.good(self.say())
        self.assertEqual(day_here(late), date(2026, 11, 27))
        self.good(self.say(time_zone="America/Lima"))
        self.assertEqual(day_here(late), date(2026, 11, 26))

    def test_what_is_none_is_refused_at_its_field(self) -> None:
        for field, value in (
            ("name", ""),
            ("time_zone", "Skerrow/Quay"),
            ("locale", "english"),
            ("locale", "en-GB; x"),
            ("supply_system", "steam"),
            ("altitude", "9000"),
            ("altitude", "high"),
            ("altitude", "12 ft"),
        ):
            with self.subTest(field):
                self.assertIn(field, self.refused(self.say(**{field: value})))

    def test_who_changed_them_stands_in_the_trail(self) -> None:
        self.good(self.say())
        self.good(self.say(name="Fennick"))
        event = AuditEvent.objects.filter(what="workshop_changed").first()
        assert event
        self.assertEqual((event.by, event.after), (self.lead, {"name": "Fennick"}))
