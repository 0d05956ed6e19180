"""Every kind of part through the API: expected, judged, kept, read back."""

from __future__ import annotations

from typing import Any

from hembit.apps.checks.models import Check
from hembit.apps.checks.tests.requests import ROOM, ApiTestCase

KINDS: list[tuple[dict[str, Any], dict[str, Any], str]] = [
    (
        {"kind": "winding", "resistance": "118"},
        {"measurand": "winding_resistance", "display": "118.0"},
        "Winding, 118 Ω at 20 °C",
    ),
    (
        {"kind": "temperature_sensor", "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"}},
        {"measurand": "sensor_resistance", "display": "6.10k"},
        "NTC, 5 kΩ at 25 °C, B 3470 K",
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
        "Resistive part, 4.7 kΩ",
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
                found = self.client.get(f"/api/v1/checks/{body['id']}")
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
        alone = self.post("expectations", {"spec": KINDS[1][0]}).json()[0]
        self.assertIn("give the temperature it has now", alone["detail"])
        cold = {"spec": KINDS[2][0], "conditions": {"part_temperature": "-89"}}
        self.assertEqual(self.post("expectations", cold).status_code, 200)
        far = {"spec": KINDS[2][0], "conditions": {"part_temperature": "1200"}}
        self.assertIn(
            "beyond the ends", self.refusals("expectations", far)["conditions.part_temperature"]
        )


PLATE = {"rating": {"by": "plate", "pairs": [{"power": "1000", "voltage": "230"}]}}
GROUPS: list[tuple[dict[str, Any], dict[str, Any], str]] = [
    (
        {"kind": "element_bank", "member": PLATE, "members": 6},
        {"measurand": "bank_resistance", "display": "10.6", "leads_nulled": True},
        "outside",
    ),
    (
        {"kind": "three_phase_set", "branch": PLATE},
        {
            "measurand": "line_to_line",
            "l1_l2": "105.8",
            "l2_l3": "52.9",
            "l3_l1": "52.9",
            "leads_nulled": True,
        },
        "open",
    ),
    (
        {"kind": "tapped_element", "first": PLATE, "second": PLATE},
        {"measurand": "tapped_resistance", "a_b": "53.0", "b_c": "OL", "leads_nulled": True},
        "open",
    ),
    (
        {
            "kind": "winding_set",
            "windings": [
                {"name": "primary", "resistance": "42"},
                {"name": "secondary", "resistance": "5.6k"},
            ],
        },
        {"measurand": "set_resistances", "displays": ["42.1", "5.58k"], "leads_nulled": True},
        "within",
    ),
    (
        {"kind": "spark_igniter", "primary": "42", "secondary": "5.6k", "gap_most": "4"},
        {"measurand": "spark_gap", "gap": "5.5"},
        "outside",
    ),
    (
        {
            "kind": "sender",
            "points": [{"amount": "0", "ohms": "10"}, {"amount": "100", "ohms": "180"}],
        },
        {"measurand": "sender_resistance", "display": "95.0", "leads_nulled": True},
        "within",
    ),
    (
        {"kind": "position_sensor", "track": "4k7"},
        {"measurand": "sweep", "displays": ["0.1k", "1.1k", "OL", "OL", "4.6k"]},
        "open",
    ),
    (
        {"kind": "winding", "resistance": "118"},
        {
            "measurand": "siblings",
            "displays": ["118.2", "118.9", "118.4", "109.9"],
            "leads_nulled": True,
        },
        "watch",
    ),
]
LIVE: list[tuple[dict[str, Any], dict[str, Any], str]] = [
    ({"kind": "supply"}, {"measurand": "supply_volts", "volts": {"L–N": "190"}}, "outside"),
    (
        {"kind": "contact"},
        {"measurand": "contact_volts", "across": "229", "load": "0.2"},
        "open",
    ),
    (
        {"kind": "ignition_sequence", "stages": [{"name": "call for heat", "voltage": "24"}]},
        {"measurand": "sequence", "stages": [{"voltage": "0.3"}]},
        "not comparable",
    ),
]


class EveryGroup(ApiTestCase):
    """Tests of several figures, and live ones, kept and read back whole."""

    def keep(self, spec: dict[str, Any], reading: dict[str, Any], stated: dict[str, Any]) -> Any:
        conditions = {"meter": self.meter, "supply": "230", "stands_at": "50", **ROOM}
        body = self.body(label="", spec=spec, reading=reading, conditions=conditions)
        return self.post("checks", {**body, "dead_or_live": stated})

    def test_dead_ones(self) -> None:
        for spec, reading, state in GROUPS:
            with self.subTest(spec["kind"]):
                kept = self.keep(spec, reading, {"state": "loose_part"})
                self.assertEqual(kept.status_code, 201, kept.content[:300])
                self.assertEqual(kept.json()["state"], state)
                found = self.client.get(f"/api/v1/checks/{kept.json()['id']}")
                self.assertEqual(found.json(), kept.json())

    def test_live_ones_need_the_word_that_it_is_live(self) -> None:
        live = {"state": "live", "since": "2026-11-23T09:00:00Z"}
        for spec, reading, state in LIVE:
            with self.subTest(reading["measurand"]):
                refused = self.keep(spec, reading, {"state": "loose_part"})
                self.assertEqual(refused.status_code, 422)
                self.assertEqual(refused.json()["errors"][0]["field"], "dead_or_live")
                kept = self.keep(spec, reading, live)
                self.assertEqual((kept.status_code, kept.json().get("state")), (201, state))

    def test_errors_stand_at_their_place(self) -> None:
        cases: list[tuple[dict[str, Any], dict[str, Any], str, str]] = [
            ({**GROUPS[0][0], "members": "x"}, GROUPS[0][1], "spec.members", "whole number"),
            ({**GROUPS[0][0], "members": 1}, GROUPS[0][1], "spec.members", "at least 2"),
            (
                GROUPS[1][0],
                {**GROUPS[1][1], "l2_l3": "warm"},
                "reading.l2_l3",
                "not a figure",
            ),
            (
                GROUPS[7][0],
                {"measurand": "siblings", "displays": ["118", "24,600"]},
                "reading.displays.1",
                "two ways",
            ),
            (
                {**GROUPS[2][0], "first": {"rating": {"by": "plate", "pairs": [{"power": "9"}]}}},
                GROUPS[2][1],
                "spec.first.rating.pairs.0.voltage",
                "needed",
            ),
        ]
        for spec, reading, field, words in cases:
            with self.subTest(field):
                body = self.judgement_body(spec=spec, reading=reading)
                self.assertIn(words, self.refusals("judgements", body)[field])

    def test_a_question_of_several_displays_is_answered_by_its_code(self) -> None:
        reading = {"measurand": "siblings", "displays": ["118", "24,600"], "leads_nulled": True}
        body = self.judgement_body(spec=GROUPS[7][0], reading=reading)
        asked = self.post("judgements", body).json()["errors"][0]
        self.assertEqual(asked["code"], "1.separator")
        body["reading"]["answers"] = {asked["code"]: "decimal"}
        answered = self.post("judgements", body)
        self.assertIn("24.60 ±", answered.json()["rows"][1]["value"]["text"])

    def test_a_finding_rests_on_kept_checks_of_one_part(self) -> None:
        ids = []
        for display, measurand in (("24.6", "between_terminals"), ("1.8M", "terminal_to_case")):
            reading = {"measurand": measurand, "display": display, "leads_nulled": True}
            ids.append(self.post("checks", self.body(reading=reading)).json()["id"])
        found = self.post("findings", {"checks": ids, "observed": ["wet"]})
        self.assertEqual(found.json()["conclusion"], "do not energise")
        self.assertIn("wet", found.json()["rests_on"])
        other = self.keep(*GROUPS[3][:2], {"state": "loose_part"}).json()["id"]
        self.assertIn("different parts", self.refusals("findings", {"checks": [*ids, other]})["checks"])
        missing = {"checks": ["3f0a2c1e-0000-4000-8000-000000000000"]}
        self.assertIn("not kept here", self.refusals("findings", missing)["checks"])
        self.assertIn("checks", self.refusals("findings", {"checks": []}))
        self.assertIn("observed.0", self.refusals("findings", {"checks": ids, "observed": ["magic"]}))

    def test_a_long_description_is_cut_not_refused(self) -> None:
        windings = [{"name": f"{n} {'w' * 30}", "resistance": "42"} for n in range(6)]
        reading = {"measurand": "set_resistances", "displays": ["42"] * 6, "leads_nulled": True}
        kept = self.keep(
            {"kind": "winding_set", "windings": windings}, reading, {"state": "loose_part"}
        )
        self.assertEqual(kept.status_code, 201)
        self.assertEqual(len(kept.json()["label"]), 120)
