"""Curves of the library, and which of them an unknown sensor reads like."""

from __future__ import annotations

from typing import Any

from hembit.apps.library.tests.specs import SpecCase

NTC = {"type": "ntc_beta", "r25": "10k", "beta": "3977"}


def sensor(name: str, **curve: Any) -> dict[str, Any]:
    spec = {"kind": "temperature_sensor", "sensor": {**NTC, **curve}}
    return {"name": name, "maker": "", "part_number": "", "spec": spec}


def pairs(*rows: tuple[str, str], **more: Any) -> dict[str, Any]:
    taken = [{"celsius": t, "source": "contact_probe", "display": shown} for t, shown in rows]
    return {"taken": {"pairs": taken, **more}}


class CurvesTest(SpecCase):
    def test_an_unknown_sensor_is_ranked_against_the_library_and_its_spec_is_there_to_use(self) -> None:
        one = self.add(**sensor("Probe A"))
        self.add(**sensor("Probe B", beta="3435"))
        self.retire(self.add(**sensor("Probe C", beta="3970")))
        body = pairs(("25", "10.0 kΩ"), ("80", "1255 Ω"))
        found = self.good(self.send("post", "curves/matched", body))
        self.assertTrue(found["matched"]["told_apart"])
        self.assertIn("Probe A", found["matched"]["headline"])
        self.assertEqual(found["specs"][0]["of"], one["id"])
        self.assertEqual(found["specs"][0]["revision"], one["current"]["id"])
        self.assertNotIn("Probe C", [each["title"] for each in found["specs"]])

    def test_a_display_of_two_meanings_is_asked_and_the_answer_taken(self) -> None:
        self.add(**sensor("Probe A"))
        refused = self.send("post", "curves/matched", pairs(("25", "10,040")))
        self.assertEqual(refused.status_code, 422)
        (error,) = refused.json()["errors"]
        self.assertEqual(error["field"], "reading.pairs.0.display")
        group = next(each["value"] for each in error["choices"] if "10040" in each["label"])
        answers = {f"pairs.0.{error['code']}": group}
        found = self.good(self.send("post", "curves/matched", pairs(("25", "10,040"), answers=answers)))
        self.assertTrue(found["matched"]["matches"][0]["fits"])

    def test_curves_beside_each_other(self) -> None:
        specs = [sensor("Probe A"), sensor("Probe B", beta="3435")]
        curves = [{"name": each["name"], "spec": each["spec"]} for each in specs]
        shown = self.good(self.send("post", "curves", {"curves": curves, "at_celsius": "149 °F"}))
        self.assertEqual(shown["points"][0]["point"]["celsius_text"], "65.0 °C")
        self.assertTrue(shown["apart"][0]["tells"])
        many = self.send("post", "curves", {"curves": curves * 3})
        self.assertEqual(many.status_code, 422)
