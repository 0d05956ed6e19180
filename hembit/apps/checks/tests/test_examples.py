"""Every example sheet's readings through the API: the same verdict as the core gives alone."""

from __future__ import annotations

from pathlib import Path
from uuid import uuid4

from hembit.apps.checks.tests.requests import ApiTestCase
from hembit.apps.shop.tests.instruments import add_meter
from hembit_core import judge
from hembit_core.families.registry import about
from hembit_core.sheets.sheet import read_sheet
from hembit_core.soundness.alone import by_itself

EXAMPLES = sorted((Path(__file__).resolve().parents[4] / "examples").glob("*.json"))
LIVE = {"state": "live", "since": "2026-11-23T09:00:00Z"}
LOOSE = {"state": "loose_part"}


class Examples(ApiTestCase):
    def test_the_api_says_what_the_core_says(self) -> None:
        meters: dict[str, int] = {}
        count = 0
        for path in EXAMPLES:
            sheet = read_sheet(path.read_text("utf-8"))
            for part in sheet.parts:
                for one in part.readings:
                    conditions = one.conditions or sheet.conditions
                    meter = conditions.meter
                    if meter.model_dump_json() not in meters:
                        named = meter.model_copy(update={"name": f"{meter.name}, {len(meters)}"})
                        meters[meter.model_dump_json()] = add_meter(named).pk
                    needed = about(one.reading.measurand).dead_or_live
                    body = {
                        "spec": part.spec.model_dump(mode="json"),
                        "reading": one.reading.model_dump(mode="json"),
                        "dead_or_live": LIVE if needed == "live" else LOOSE,
                        "conditions": {
                            **conditions.model_dump(mode="json", exclude={"meter", "rules"}),
                            "meter": meters[meter.model_dump_json()],
                        },
                        "rule": sheet.rule,
                    }
                    with self.subTest(f"{path.stem}: {part.name}, {one.reading.measurand}"):
                        answer = self.post("judgements", body)
                        self.assertEqual(answer.status_code, 200, answer.content[:300])
                        alone = judge(part.spec, one.reading, conditions, sheet.rule)
                        told = by_itself(part.spec, one.reading, conditions, alone)
                        said = {**alone.model_dump(mode="json"), "by_itself": told}
                        self.assertEqual(answer.json(), said)
                        count += 1
        self.assertGreater(count, 40)

    def test_kept_checks_of_several_figures_are_listed_briefly(self) -> None:
        spec = {"kind": "winding", "resistance": "118"}
        displays = ["118.2", "118.9", "118.4", "109.9"]
        for reading, summary in (
            ({"measurand": "siblings", "displays": displays}, ("Siblings in a row", "4 figures")),
            ({"measurand": "winding_resistance", "display": "OL"}, ("Winding, end to end", "OL")),
            ({"measurand": "continuity", "sounds": "no"}, ("Buzzer", "silence")),
        ):
            with self.subTest(summary):
                taken = {} if reading["measurand"] == "continuity" else {"leads_nulled": True}
                body = self.body(id=str(uuid4()), spec=spec, reading={**reading, **taken})
                kept = self.post("checks", body)
                self.assertEqual(kept.status_code, 201, kept.content[:200])
                self.assertEqual((kept.json()["title"], kept.json()["figure"]), summary)
        listed = self.client.get("/api/v1/checks").json()
        self.assertEqual(len(listed["items"]), 3)
        self.assertNotIn("judgement", listed["items"][0])

    def test_what_can_be_observed_and_which_systems_there_are(self) -> None:
        options = self.client.get("/api/v1/options").json()
        observed = {one["value"]: one for one in options["observations"]}
        self.assertEqual(observed["cracked"]["kinds"], ["igniter", "spark_igniter"])
        self.assertEqual(observed["wet"]["kinds"], [])
        systems = {one["value"]: one["detail"] for one in options["supply_systems"]}
        self.assertEqual(systems["dc_12"], "plus–minus")
        self.assertIn("L3–N", systems["three_phase_230_400"])

    def test_a_meter_without_the_function_is_said_at_the_meter(self) -> None:
        spec = {"kind": "thermocouple_magnet", "open_least": "20", "load_least": "9"}
        body = self.judgement_body(spec=spec, reading={"measurand": "flame_pair", "open": "27.1"})
        found = self.refusals("judgements", body)
        self.assertIn("no accuracy for millivolts", found["conditions.meter"])
