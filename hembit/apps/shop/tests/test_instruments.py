"""The shop's instruments: typed, revised, calibrated, checked, and doubted on verdicts."""

from __future__ import annotations

import tempfile
from datetime import date, timedelta
from pathlib import Path
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError
from django.test import override_settings

from hembit.apps.base.audit import AuditEvent
from hembit.apps.jobs.tests.visits import VisitCase
from hembit.apps.shop.models import Calibration, Instrument, InstrumentRevision
from hembit.apps.workshop.clock import day_here
from hembit_core.measuring.meters import MeterKind
from hembit_core.measuring.thermometers import ThermometerKind

TABLE = "Ω  600.0 Ω  0.1 Ω  ±(0.8 % + 3)\nΩ  6.000 kΩ\nV  600.0 V  0.1 V  ±(0.8 % + 3)"
METER: dict[str, Any] = {"name": "Bench meter 3", "kind": "multimeter", "table": TABLE}
PROBE: dict[str, Any] = {
    "name": "Probe 1",
    "kind": "contact",
    "table": "-20 to 200 °C  ±(0.1 % + 0.5 °C)",
}
RESISTOR = {"name": "Check resistor", "ohms": "100.0", "percent": "0.1"}


MORE = {ThermometerKind.INFRARED: {"emissivity": 0.95}}
"""What a kind must say besides."""


class Case(VisitCase):
    def add(self, what: str = "meters", **more: Any) -> dict[str, Any]:
        given = (METER if what == "meters" else PROBE) | more
        return dict(self.good(self.send("post", f"instruments/{what}", given, self.as_lead())))

    def change(self, number: int, **more: Any) -> Any:
        return self.send("put", f"instruments/meters/{number}", METER | more, self.as_lead())

    def calibrate(self, number: int, on: date, due: date | None = None, **more: Any) -> Any:
        client, token = self.as_lead()
        given = {"on": on.isoformat(), **({"due": due.isoformat()} if due else {}), **more}
        return client.post(
            f"/api/v1/instruments/{number}/calibrations", given, headers={"X-CSRFToken": token}
        )

    def standing(self, number: int, lead: bool = True, **given: Any) -> Any:
        who = self.as_lead() if lead else None
        return self.send("put", f"instruments/{number}/standing", given, who)

    def whole(self, number: int) -> dict[str, Any]:
        return dict(self.client.get(f"/api/v1/instruments/{number}").json())

    def warnings(self, **conditions: Any) -> list[str]:
        body = self.body(conditions=conditions)
        judged = self.good(self.post("judgements", {k: body[k] for k in JUDGED}))
        return [one["text"] for one in judged["warnings"]]


JUDGED = ("spec", "reading", "dead_or_live", "conditions")


class Typed(Case):
    def test_a_meter_is_typed_as_its_manual_has_it(self) -> None:
        kept = self.add(serial="A-17", buzzer_below=30, rated=[{"category": "III", "volts": 600}])
        self.assertEqual((kept["revision"], kept["meter"]["table"]), (1, TABLE))
        chosen = self.client.get("/api/v1/meters").json()
        mine = next(one for one in chosen if one["id"] == kept["id"])
        self.assertEqual([one["function"] for one in mine["functions"]], ["resistance", "voltage"])
        self.assertEqual(
            [one["label"] for one in mine["functions"][0]["ranges"]], ["600.0 Ω", "6.000 kΩ"]
        )

    def test_one_of_each_kind_is_kept_and_called_by_its_name(self) -> None:
        called = set()
        kinds = [("meters", one) for one in MeterKind]
        for what, kind in (*kinds, *(("thermometers", one) for one in ThermometerKind)):
            made = self.add(what, kind=kind, name=f"One {kind}", **MORE.get(kind, {}))
            kept = self.whole(made["id"])
            self.assertEqual((kept["meter"] or kept["thermometer"])["kind"], kind)
            called.add(kept["kind"])
        self.assertEqual(len(called), len(MeterKind) + len(ThermometerKind))

    def test_a_table_is_read_before_it_is_kept(self) -> None:
        body = {"what": "meter", "table": f"{TABLE}\n400 Ω  ±(1 % + 2)"}
        read = self.good(self.post("instruments/table", body))
        self.assertEqual([bool(one["problem"]) for one in read["meter"]], [False] * 3 + [True])
        self.assertIn("Line 4", read["problem"])
        refused = self.send(
            "post", "instruments/meters", METER | {"table": body["table"]}, self.as_lead()
        )
        self.assertIn("Line 4", self.refused(refused)["table"])

    def test_no_two_have_one_name(self) -> None:
        self.add()
        twice = self.send(
            "post", "instruments/meters", METER | {"name": "bench METER 3"}, self.as_lead()
        )
        self.assertIn("name", self.refused(twice))

    def test_only_leads_change_them(self) -> None:
        number = self.add()["id"]
        for method, path, body in (
            ("post", "instruments/meters", METER | {"name": "Mine"}),
            ("put", f"instruments/meters/{number}", METER),
            ("post", "instruments/thermometers", PROBE),
            ("post", "resistors", RESISTOR),
            ("post", "leads", {"name": "Red"}),
        ):
            with self.subTest(path):
                self.assertEqual(self.send(method, path, body).status_code, 403)

    def test_each_change_is_in_the_trail(self) -> None:
        number = self.add()["id"]
        self.change(number, table=TABLE.replace("0.8", "0.9"), why="another manual")
        told = AuditEvent.objects.filter(subject="instrument", number=str(number))
        self.assertEqual(
            [(one.what, one.by_id) for one in told],
            [("instrument_changed", self.lead.pk), ("instrument_added", self.lead.pk)],
        )


class Revised(Case):
    def test_other_figures_make_a_revision_which_says_why(self) -> None:
        number = self.add()["id"]
        wider = TABLE.replace("0.8 %", "1.2 %")
        self.assertIn("why", self.refused(self.change(number, table=wider)))
        kept = self.good(self.change(number, table=wider, why="this is the older model"))
        self.assertEqual(kept["revision"], 2)
        self.assertEqual([one["number"] for one in kept["revisions"]], [2, 1])
        self.assertEqual(kept["revisions"][1]["limits"], TABLE)

    def test_a_name_alone_is_no_revision(self) -> None:
        number = self.add()["id"]
        self.assertEqual(self.good(self.change(number, name="Bench, left"))["revision"], 1)

    def test_what_was_kept_stays_and_a_retry_of_it_is_the_same(self) -> None:
        number = self.add()["id"]
        body = self.body(conditions__meter=number)
        kept = self.good(self.post("checks", body))
        self.good(self.change(number, table=TABLE.replace("0.8 %", "9 %"), why="typed wrong"))
        again = self.post("checks", body)
        self.assertEqual(again.status_code, 200, again.content)
        self.assertEqual(again.json(), kept)
        self.assertEqual(kept["submission"]["conditions"]["meter"]["revision"], 1)
        other = self.body(id=body["id"], conditions__meter=number, reading__display="24.7")
        self.assertEqual(self.post("checks", other).status_code, 409)

    def test_a_revision_is_never_edited(self) -> None:
        self.add()
        one = InstrumentRevision.objects.get()
        with self.assertRaisesMessage(Exception, "never edited"):
            one.save()


class Doubted(Case):
    def test_an_overdue_one_is_said_on_every_verdict_and_on_the_report(self) -> None:
        number, today = self.add()["id"], day_here()
        self.assertEqual(self.warnings(meter=number), [])
        due = today - timedelta(days=1)
        self.assertEqual(self.calibrate(number, today - timedelta(days=400), due).status_code, 201)
        self.assertIn("overdue", "".join(self.warnings(meter=number)))
        self.calibrate(number, today, today + timedelta(days=365))
        self.assertEqual(self.warnings(meter=number), [])

    def test_it_stands_on_the_report(self) -> None:
        number = self.add(serial="A-17")["id"]
        self.calibrate(number, day_here() - timedelta(days=400), day_here() - timedelta(days=30))
        job = self.open_job()
        self.prove_dead()
        self.good(self.reading(self.element, "24.6", conditions={"meter": number}))
        report = self.client.get(f"/api/v1/jobs/{job['number']}/report").json()
        self.assertEqual(report["measured_with"][0], "Bench meter 3, serial A-17")
        self.assertIn("overdue", report["measured"][0]["doubts"][0])
        pdf = self.client.get(f"/api/v1/jobs/{job['number']}/report.pdf")
        self.assertEqual(pdf.status_code, 200)

    def test_anybody_warns_of_one_and_only_a_lead_trusts_it_again(self) -> None:
        number = self.add()["id"]
        self.assertIn("because", self.refused(self.standing(number, lead=False, trusted=False)))
        self.good(self.standing(number, lead=False, trusted=False, because="it fell"))
        self.assertIn("not to be trusted", "".join(self.warnings(meter=number)))
        again = {"trusted": True, "because": "compared with the other"}
        self.refused(self.standing(number, lead=False, **again))
        self.good(self.standing(number, **again))
        self.assertEqual(self.warnings(meter=number), [])

    def test_one_that_is_out_of_use_is_not_offered_and_a_late_reading_with_it_says_so(self) -> None:
        number = self.add()["id"]
        self.refused(self.standing(number, lead=False, in_use=False, because="cracked"))
        self.good(self.standing(number, in_use=False, because="cracked"))
        self.assertNotIn(number, [one["id"] for one in self.client.get("/api/v1/meters").json()])
        self.assertIn("out of use", "".join(self.warnings(meter=number)))

    def test_a_calibration_makes_it_trusted_again(self) -> None:
        number = self.add()["id"]
        self.standing(number, trusted=False, because="it fell")
        self.calibrate(number, day_here() - timedelta(days=10))
        self.assertIn("distrusted", self.whole(number)["doubts"])
        # One of the day it was found off may have been made before that: a lead says which.
        self.calibrate(number, day_here())
        self.assertIn("distrusted", self.whole(number)["doubts"])
        Instrument.objects.update(distrusted_on=day_here() - timedelta(days=1))
        self.calibrate(number, day_here())
        self.assertEqual(self.whole(number)["doubts"], [])

    def test_its_days_must_fit(self) -> None:
        number, today = self.add()["id"], day_here()
        self.assertIn("on", self.refused(self.calibrate(number, today + timedelta(days=1))))
        self.assertIn("due", self.refused(self.calibrate(number, today, today)))

    def test_its_certificate_is_kept_as_it_came_and_only_handed_out_to_be_saved(self) -> None:
        number = self.add()["id"]
        with tempfile.TemporaryDirectory() as folder, override_settings(MEDIA_ROOT=Path(folder)):
            paper = SimpleUploadedFile("c.pdf", b"%PDF-1.7 what it says", "application/pdf")
            kept = self.good(self.calibrate(number, day_here(), file=paper))
            handed = self.client.get(f"/api/v1/certificates/{kept['file']}")
            self.assertEqual(b"".join(handed), b"%PDF-1.7 what it says")
            self.assertIn("attachment", handed["Content-Disposition"])
            html = SimpleUploadedFile("c.pdf", b"<script>alert(1)</script>", "application/pdf")
            self.assertIn("file", self.refused(self.calibrate(number, day_here(), file=html)))
            paper.seek(0)
            with patch.object(Calibration, "save", side_effect=OperationalError("database is locked")):
                self.assertEqual(self.calibrate(number, day_here(), file=paper).status_code, 503)
            self.assertEqual(len(list(Path(folder).rglob("*.pdf"))), 1)
            self.client.logout()
            self.assertEqual(self.client.get(f"/api/v1/certificates/{kept['file']}").status_code, 401)


class CheckedOnAResistor(Case):
    def setUp(self) -> None:
        super().setUp()
        self.number = self.add()["id"]
        self.resistor = self.good(self.send("post", "resistors", RESISTOR, self.as_lead()))["id"]

    def check(self, display: str, **more: Any) -> Any:
        given = {"id": str(uuid4()), "resistor": self.resistor, "display": display, **more}
        return self.send("post", f"meters/{self.number}/checks", given)

    def test_off_by_more_than_u_it_is_not_trusted_from_then_on(self) -> None:
        self.assertFalse(self.good(self.check("100.4"))["off"])
        self.assertEqual(self.whole(self.number)["doubts"], [])
        told = self.good(self.check("102.9"))
        self.assertTrue(told["off"])
        whole = self.whole(self.number)
        self.assertEqual((whole["doubts"], len(whole["checks"])), (["distrusted"], 2))
        self.assertIn("more than U", whole["distrusted_because"])

    def test_twice_is_once(self) -> None:
        given = {"id": str(uuid4())}
        self.assertEqual(self.check("100.4", **given).status_code, 201)
        self.assertEqual(self.check("100.4", **given).status_code, 200)
        self.assertEqual(len(self.whole(self.number)["checks"]), 1)

    def test_what_cannot_be_read_is_told_at_its_field(self) -> None:
        self.assertIn("display", self.refused(self.check("OL")))
        self.assertIn("display", self.refused(self.check("9.6 kV")))


class Thermometers(Case):
    def test_its_own_limit_stands_in_the_working(self) -> None:
        number = self.add("thermometers")["id"]
        winding = {"kind": "winding", "resistance": "118"}
        reading = {"measurand": "winding_resistance", "display": "112.4", "leads_nulled": True}
        body = self.body(
            spec=winding,
            reading=reading,
            conditions={"part_temperature": "6.0", "thermometer": number},
        )
        judged = self.good(self.post("judgements", {name: body[name] for name in JUDGED}))
        told = " ".join(
            f"{one['result']} {one['figures']} {one['source']}" for one in judged["working"]
        )
        self.assertIn("0.506 K / √3) · 0.464 Ω/K; Probe 1", told)

    def test_a_temperature_it_cannot_read_is_asked(self) -> None:
        number = self.add("thermometers")["id"]
        body = self.body(conditions={"part_temperature": "350", "thermometer": number})
        answer = self.post("judgements", {name: body[name] for name in JUDGED})
        self.assertIn("Probe 1 reads", self.refused(answer)["conditions.part_temperature"])


class Deciding(Case):
    def test_the_shops_own_are_ranked_with_the_range_to_take(self) -> None:
        number = self.add()["id"]
        body = {"spec": self.body()["spec"], "measurand": "between_terminals"}
        found = self.good(self.post("deciding", body))
        self.assertEqual({one["id"] for one in found["meters"]}, {number, self.meter})
        ratios = [one["ratio"] for one in found["meters"]]
        self.assertEqual(ratios, sorted(ratios, reverse=True))
        self.assertIn("measurand", self.refused(self.post("deciding", {**body, "measurand": "tight"})))

    def test_for_all_parts_of_a_job_at_once(self) -> None:
        self.add(rated=[{"category": "II", "volts": 600}])
        job = self.open_job()
        found = self.good(self.get(f"jobs/{job['number']}/meters"))
        own = next(one for one in found if one["name"] == "Bench meter 3")
        self.assertFalse(own["rated"])
        self.assertGreater(own["good"] + own["with_care"] + len(own["not_decided"]), 4)


class OfTooLowACategory(Case):
    def test_it_stops_before_live(self) -> None:
        number = self.add(rated=[{"category": "II", "volts": 600}])["id"]
        self.open_job()
        check = {"shorted": "0.2", "steady": True, "open_reads_ol": True, "battery_good": True}
        self.good(self.entry("meter_checked", meter=number, check=check))
        told = self.refused(self.entry("went_live"))
        self.assertIn("CAT III", told["dead_or_live"])
        self.good(self.entry("meter_checked", meter=self.meter, check=check))
        self.good(self.entry("went_live"))

    def test_and_no_live_reading_is_taken_with_it(self) -> None:
        number = self.add(rated=[{"category": "II", "volts": 600}])["id"]
        job = self.open_job()
        self.good(self.entry("went_live"))
        body = {
            "id": str(uuid4()),
            "part": "supply",
            "reading": {
                "measurand": "supply_volts",
                "volts": dict.fromkeys(("L1–L2", "L2–L3", "L3–L1"), "400"),
            },
            "conditions": {"meter": number},
        }
        told = self.refused(self.send("post", f"jobs/{job['number']}/readings", body))
        self.assertIn("CAT III", told["conditions.meter"])


class Leads(Case):
    def test_what_a_set_read_shorted_is_kept_by_meter(self) -> None:
        leads = self.good(self.send("post", "leads", {"name": "Red"}, self.as_lead()))["id"]
        self.open_job()
        check = {"shorted": "0.21", "steady": True, "open_reads_ol": True, "battery_good": True}
        self.good(self.entry("meter_checked", meter=self.meter, leads=leads, check=check))
        (listed,) = self.client.get("/api/v1/leads").json()
        self.assertEqual((listed["last_zero"], listed["last_meter"]), ("0.21", "Bench meter"))
        self.assertEqual(self.whole(self.meter)["zeros"][0]["leads"], "Red")
