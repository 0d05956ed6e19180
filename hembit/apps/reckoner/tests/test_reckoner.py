"""The reckoner's route: results, the shop's meter, errors at their field."""

from __future__ import annotations

from hembit.apps.checks.tests.requests import ApiTestCase


class Reckoner(ApiTestCase):
    def test_a_sum_with_the_shops_meter(self) -> None:
        clamp = {"sum": "clamp_difference", "together": "12.86", "other": "4.31"}
        with_meter = self.post(
            "reckoner", {"sum": {**clamp, "power_factor": "1"}, "meter": self.meter}
        ).json()
        without = self.post("reckoner", {"sum": {**clamp, "power_factor": "1"}}).json()
        self.assertNotEqual(with_meter["headline"], without["headline"])
        self.assertIn("8.55 ±", with_meter["headline"])
        self.assertEqual(with_meter["working"][-1]["source"], "phasors; JCGM 100, 5.1.2")

    def test_a_wait_in_minutes(self) -> None:
        sum_ = {"sum": "cooling_by_temperature", "now": "74", "room": "19", "time_constant": "14"}
        answer = self.post("reckoner", {"sum": sum_}).json()
        self.assertAlmostEqual(answer["minutes"], 46.4, places=1)

    def test_errors_stand_at_their_field(self) -> None:
        for sum_, field in (
            ({"sum": "clamp_difference", "together": "4", "other": "9"}, "sum.together"),
            ({"sum": "clamp_difference", "together": "warm", "other": "9"}, "sum.together"),
            ({"sum": "boiling_point", "altitude": "x"}, "sum.altitude"),
            ({"sum": "boiling_point"}, "sum.altitude"),
            ({"sum": "which_sensor", "points": []}, "sum.points"),
            ({"sum": "which_sensor", "points": [{"celsius": "1", "ohms": "-1"}]}, "sum.points.0.ohms"),
            ({"sum": "magic"}, "sum"),
        ):
            with self.subTest(sum_):
                self.assertEqual(list(self.refusals("reckoner", {"sum": sum_})), [field])
