"""Every kind of part through the API: expected, judged, kept, read back."""

from __future__ import annotations

from typing import Any

from hembit.apps.checks.models import Check
from hembit.apps.checks.tests.requests import ApiTestCase

KINDS: list[tuple[dict[str, Any], dict[str, Any], str]] = [
    (
        {"kind": "winding", "resistance": "118"},
        {"measurand": "winding_resistance", "display": "118.0"},
        "Winding, 118 Ω at 20 °C",
    ),
    (
        {"kind": "temperature_sensor", "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"}},
        {"measurand": "sensor_resistance", "display": "6.10k"},
        "NTC, 5000 Ω at 25 °C, B 3470 K",
    ),
    (
        {"kind": "temperature_sensor", "sensor": {"type": "platinum", "tolerance_class": "C"}},
        {"measurand": "sensor_resistance", "display": "107.79"},
        "Pt100, class C",
    ),
    (
        {"kind": "igniter", "usual_lower": "45", "usual_upper": "85"},
        {"measurand": "igniter_resistance", "display": "60.0"},
        "Igniter, silicon carbide, 45 to 85 Ω",
    ),
    (
        {"kind": "contact", "device": "relay"},
        {"measurand": "contact_closed", "display": "0.08"},
        "Contact, relay",
    ),
    (
        {"kind": "high_tension_lead", "length": "0.42", "per_metre": "7.1k"},
        {"measurand": "part_resistance", "display": "2.98k"},
        "High-tension lead, 0.42 m",
    ),
    (
        {"kind": "resistive_part", "resistance": "4k7"},
        {"measurand": "part_resistance", "display": "4.70k"},
        "Resistive part, 4700 Ω",
    ),
]


class EveryKind(ApiTestCase):
    def conditions(self) -> dict[str, Any]:
        return {"meter": self.meter, "part_temperature": "20", "temperature_source": "ice_bath"}

    def test_expected_judged_kept_and_read_back(self) -> None:
        for spec, reading, label in KINDS:
            with self.subTest(label):
                told = self.post("expectations", {"spec": spec, "conditions": self.conditions()})
                self.assertEqual(told.status_code, 200, told.content[:300])
                body = self.body(
                    label="",
                    spec=spec,
                    reading={**reading, "leads_nulled": True},
                    conditions=self.conditions(),
                )
                kept = self.post("checks", body)
                self.assertEqual(kept.status_code, 201, kept.content[:300])
                self.assertEqual(kept.json()["label"], label)
                self.assertIn(kept.json()["state"], ("within", "just within", "not decidable"))
                found = self.client.get(f"/api/checks/{body['id']}")
                self.assertEqual(found.json(), kept.json())
        self.assertEqual(Check.objects.count(), len(KINDS))

    def test_errors_carry_plain_field_names(self) -> None:
        cases: list[tuple[dict[str, Any], str]] = [
            ({"kind": "winding", "resistance": "-1"}, "spec.resistance"),
            ({"kind": "winding", "resistance": "1", "metal": "tin"}, "spec.metal"),
            (
                {"kind": "temperature_sensor", "sensor": {"type": "ntc_beta", "r25": "5k", "beta": ""}},
                "spec.sensor.beta",
            ),
            ({"kind": "temperature_sensor", "sensor": {"type": "magic"}}, "spec.sensor"),
            ({"kind": "igniter", "usual_lower": "90", "usual_upper": "85"}, "spec"),
            ({"kind": "high_tension_lead", "length": "x", "per_metre": "1"}, "spec.length"),
            (
                {"kind": "high_tension_lead", "length": "1", "per_metre": "1", "caps": ["x"]},
                "spec.caps.0",
            ),
            ({"kind": "spoon"}, "spec"),
        ]
        for spec, field in cases:
            with self.subTest(field):
                found = self.refusals("expectations", {"spec": spec})
                self.assertEqual(list(found), [field])

    def test_another_kinds_test_is_refused(self) -> None:
        body = self.judgement_body(spec={"kind": "winding", "resistance": "118"})
        self.assertIn("cannot be measured", self.refusals("judgements", body)["reading.measurand"])

    def test_a_sensor_needs_a_temperature(self) -> None:
        found = self.refusals("expectations", {"spec": KINDS[1][0]})
        self.assertIn("known temperature", found["conditions.part_temperature"])
        cold = {"spec": KINDS[2][0], "conditions": {"part_temperature": "-89"}}
        self.assertEqual(self.post("expectations", cold).status_code, 200)
        far = {"spec": KINDS[2][0], "conditions": {"part_temperature": "1200"}}
        self.assertIn(
            "beyond the ends", self.refusals("expectations", far)["conditions.part_temperature"]
        )
