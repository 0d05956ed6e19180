"""The shop's own supplies, symptoms, things to look for and reasons, and what rests on them."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from hembit.apps.base.audit import AuditEvent
from hembit.apps.jobs.tests.visits import VisitCase

SITE = {
    "list": "supplies",
    "label": "site transformer, 110 V",
    "coupling": "AC",
    "pairs": "L1-L2 110",
    "earth": "L1-PE 55\nL2–PE: 55 V",
    "below": 10,
    "above": 5,
    "category": "II",
}


LIVE = {"state": "live", "since": "2026-11-23T09:00:00Z"}


class OwnLists(VisitCase):
    def add(self, **given: Any) -> dict[str, Any]:
        return dict(self.good(self.send("post", "lists", given, self.as_lead())))

    def not_added(self, **given: Any) -> dict[str, str]:
        return self.refused(self.send("post", "lists", given, self.as_lead()))

    def options(self) -> dict[str, Any]:
        return dict(self.good(self.get("options")))

    def judged(self, spec: dict[str, Any], volts: dict[str, str]) -> dict[str, Any]:
        body = {
            "spec": spec,
            "reading": {"measurand": "supply_volts", "volts": volts},
            "dead_or_live": LIVE,
        }
        return dict(self.good(self.post("judgements", body)))

    def test_a_supply_of_its_own_is_judged_proved_and_kept(self) -> None:
        made = self.add(**SITE)
        self.assertIn("L1–L2 110 V", made["told"])
        self.assertIn("−10/+5 %", made["told"])
        code = f"own_{made['id']}"
        self.assertIn(code, [one["value"] for one in self.options()["supply_systems"]])
        spec = {"kind": "supply", "system": code}
        self.assertEqual(self.judged(spec, {"L1–L2": "111.0"})["state"], "within")
        high, low = (self.judged(spec, {"L1–L2": volts}) for volts in ("121.0", "92.0"))
        self.assertEqual((high["outcome"], low["outcome"]), ("reject", "reject"))
        told = self.judged(spec, {"L1–L2": "111.0"})
        self.assertIn("site transformer, 110 V", str(told["policy"]))
        # It is kept whole: retired, it still opens, and judges the same.
        check = {
            **{"id": str(uuid4()), "label": "site supply", "spec": spec},
            "reading": {"measurand": "supply_volts", "volts": {"L1–L2": "111.0"}},
            "dead_or_live": LIVE,
        }
        kept = self.good(self.post("checks", check))
        self.assertEqual(kept["submission"]["spec"]["own"]["pairs"], {"L1–L2": 110.0})
        self.good(self.send("put", f"lists/{made['id']}", {"retired": True}, self.as_lead()))
        self.assertNotIn(code, [one["value"] for one in self.options()["supply_systems"]])
        again = self.good(self.get(f"checks/{check['id']}"))
        self.assertEqual(again["judgement"], kept["judgement"])

    def test_a_machine_on_it_is_proved_dead_at_its_own_pairs(self) -> None:
        code = f"own_{self.add(**SITE)['id']}"
        machine = self.good(
            self.post(
                "machines", {"customer": self.customer.pk, "name": "Site heater", "supply_system": code}
            )
        )
        self.assertEqual(machine["supply"], "site transformer, 110 V")
        job = self.good(
            self.post(
                "jobs",
                {
                    "id": str(uuid4()),
                    "machine": machine["id"],
                    "complaint": "Cold.",
                    "symptom": "no_heat",
                },
            )
        )
        self.assertEqual(job["pairs_to_prove"], ["L1–L2", "L1–PE", "L2–PE"])
        self.assertIn("symptom", self.refused(self.patch_job(job, symptom="own_999")))
        told = self.refused(
            self.post(
                "machines", {"customer": self.customer.pk, "name": "B", "supply_system": "own_999"}
            )
        )
        self.assertIn("supply_system", told)

    def patch_job(self, job: dict[str, Any], **change: Any) -> Any:
        return self.send(
            "patch", f"jobs/{job['number']}", {"version": job["version"], **change}, self.as_lead()
        )

    def test_what_cannot_be_a_supply_is_told_at_its_field(self) -> None:
        for field, given in (
            ("pairs", {"pairs": "L1-L2"}),
            ("pairs", {"pairs": ""}),
            ("pairs", {"pairs": "L1-L2 110\nL2-L1 110"}),
            ("earth", {"earth": "nonsense"}),
            ("pairs", {"pairs": "L1-L2 0", "earth": ""}),
            ("category", {"category": None}),
            ("below", {"below": 0}),
            ("label", {"label": "single phase, 230 V"}),
        ):
            self.assertIn(field, self.not_added(**{**SITE, **given}), given)
        self.add(**{**SITE, "label": "48 V DC", "coupling": "DC", "pairs": "plus-minus 48",
                    "earth": "", "category": None})  # fmt: skip

    def test_a_symptom_in_the_shops_words_lays_the_route_of_what_it_means(self) -> None:
        made = self.add(list="symptoms", label="bakes pale", means="some_heat")
        job = self.open_job(symptom=f"own_{made['id']}")
        self.assertEqual(job["symptom_label"], "bakes pale")
        plain = self.open_job(symptom="some_heat")
        self.assertEqual(
            [one["kind"] for one in job["route"]["steps"]],
            [one["kind"] for one in plain["route"]["steps"]],
        )
        changed = self.good(self.patch_job(job, complaint="Pale at the back."))
        self.assertEqual(changed["symptom"], f"own_{made['id']}")
        changed = self.good(self.patch_job(changed, symptom="no_heat"))
        self.assertEqual((changed["symptom"], changed["symptom_label"]), ("no_heat", "no heat"))
        told = self.patch_job(job, symptom=f"own_{made['id']}").json()
        self.assertEqual(told["versions"]["yours"]["symptom"], "bakes pale")
        self.assertEqual(told["versions"]["theirs"]["symptom"], "no heat")

    def test_what_is_looked_for_besides_counts_as_the_shop_said(self) -> None:
        made = self.add(
            list="inspections",
            label="blue bloom on the sheath",
            kinds=["heating_element"],
            observation="cracked",
        )
        code = f"own_{made['id']}"
        self.assertIn(code, [one["value"] for one in self.options()["inspections"]])
        job = self.open_job()
        element = next(one for one in job["parts"] if one["spec"]["kind"] == "heating_element")
        entry = {"id": str(uuid4()), "kind": "looked", "part": element["key"], "seen": [code]}
        job = self.good(self.post(f"jobs/{job['number']}/entries", entry))
        self.assertIn("blue bloom on the sheath", job["entries"][-1]["text"])
        part = next(one for one in job["parts"] if one["key"] == element["key"])
        self.assertIn("Cracked", str(part["finding"]))
        self.good(self.send("put", f"lists/{made['id']}", {"retired": True}, self.as_lead()))
        again = self.good(self.get(f"jobs/{job['number']}"))
        self.assertIn("blue bloom on the sheath", again["entries"][-1]["text"])
        told = self.refused(self.post(f"jobs/{job['number']}/entries", {**entry, "id": str(uuid4())}))
        self.assertIn("seen", told)

    def test_a_reason_is_there_for_one_press_and_each_only_once(self) -> None:
        made = self.add(list="correction_reasons", label="leads swapped")
        self.assertIn("leads swapped", self.options()["correction_reasons"])
        self.assertIn("label", self.not_added(list="correction_reasons", label="Leads Swapped"))
        self.assertIn("label", self.not_added(list="correction_reasons", label="typed wrong"))
        self.good(self.send("put", f"lists/{made['id']}", {"retired": True}, self.as_lead()))
        self.add(list="correction_reasons", label="leads swapped")
        told = self.send("put", f"lists/{made['id']}", {"retired": False}, self.as_lead())
        self.assertEqual(told.status_code, 422)

    def test_leads_add_and_the_trail_says_so(self) -> None:
        given = {"list": "correction_reasons", "label": "leads swapped"}
        self.assertEqual(self.post("lists", given).status_code, 403)
        made = self.add(**given)
        self.assertEqual(self.send("put", f"lists/{made['id']}", {"retired": True}).status_code, 403)
        self.assertTrue(AuditEvent.objects.filter(what="ownentry_added").exists())
        missing = self.send("put", "lists/9999", {"retired": True}, self.as_lead())
        self.assertEqual(missing.status_code, 404)
