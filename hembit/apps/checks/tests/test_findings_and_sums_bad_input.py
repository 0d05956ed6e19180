"""Findings and the reckoner with input that nobody prepared."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit.apps.checks.models import Check
from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.checks.tests.requests import ApiPropertyCase, ApiTestCase

ROUTES = ("findings", "reckoner")
SUMS = (
    "clamp_difference",
    "heat_up",
    "cooling_by_temperature",
    "cooling_by_winding",
    "boiling_point",
    "which_sensor",
)
FIELDS = (
    "together", "other", "power_factor", "litres", "start", "end", "power", "efficiency", "now",
    "room", "before", "apart", "time_constant", "within", "cold_resistance", "cold", "metal",
    "altitude", "points",
)  # fmt: skip


class BadRequests(ApiTestCase):
    def test_no_other_page_may_ask(self) -> None:
        for route in ROUTES:
            with self.subTest(route):
                foreign = ContractClient(enforce_csrf_checks=True)
                answer = foreign.post(f"/api/v1/{route}", "{}", content_type="application/json")
                self.assertEqual(answer.status_code, 403)
                self.assertEqual(self.client.get(f"/api/v1/{route}").status_code, 405)

    def test_what_is_not_json_or_not_an_object_is_answered_in_words(self) -> None:
        for route in ROUTES:
            for text in ("", "[", "[]", "null", '"x"', "5", '{"checks": 5}', '{"sum": []}'):
                with self.subTest(route=route, text=text):
                    answer = self.post(route, text)
                    self.assertIn(answer.status_code, (400, 422))
                    self.assertNotIn(b"Traceback", answer.content)

    def test_unknown_fields_and_too_many_checks_are_refused(self) -> None:
        self.assertIn("colour", self.refusals("findings", {"checks": [], "colour": "red"}))
        many = {"checks": [str(uuid4()) for _ in range(51)]}
        self.assertIn("too many", self.refusals("findings", many)["checks"])
        self.assertIn("checks.0", self.refusals("findings", {"checks": ["x"]}))
        sum_ = {"sum": "boiling_point", "altitude": "5", "colour": "red"}
        self.assertIn("sum.colour", self.refusals("reckoner", {"sum": sum_}))

    def test_a_meter_that_is_not_there_is_said(self) -> None:
        sum_ = {"sum": "clamp_difference", "together": "9", "other": "4"}
        answer = self.post("reckoner", {"sum": sum_, "meter": 4711})
        self.assertEqual(answer.status_code, 422)

    def test_a_finding_stores_nothing_and_reads_the_checks_at_once(self) -> None:
        ids = []
        for text in ("24.6", "24.7", "24.5"):
            reading = {"measurand": "between_terminals", "display": text, "leads_nulled": True}
            ids.append(self.post("checks", self.body(reading=reading)).json()["id"])
        before = Check.objects.count()
        with self.assertNumQueries(3):  # session, person, checks
            answer = self.post("findings", {"checks": ids})
        self.assertEqual(answer.json()["conclusion"], "sound")
        self.assertEqual(Check.objects.count(), before)

    def test_markup_in_a_name_stays_text(self) -> None:
        windings = [
            {"name": "<script>x</script>", "resistance": "42"},
            {"name": "b", "resistance": "9"},
        ]
        spec = {"kind": "winding_set", "windings": windings}
        reading = {"measurand": "set_resistances", "displays": ["42", "OL"], "leads_nulled": True}
        kept = self.post("checks", self.body(label="", spec=spec, reading=reading))
        self.assertEqual(kept.headers["Content-Type"].split(";")[0], "application/json")
        self.assertEqual(kept.json()["judgement"]["rows"][0]["label"], "<script>x</script>")


class AnySum(ApiPropertyCase):
    @settings(max_examples=60)
    @given(
        st.sampled_from(SUMS),
        st.dictionaries(
            st.sampled_from(FIELDS),
            st.one_of(
                st.sampled_from(["1", "0", "-1", "20", "1e9", "warm", "", "OL", "24,600", "5 K"]),
                st.integers(-5, 5),
                st.none(),
                st.lists(st.fixed_dictionaries({"celsius": st.text(max_size=4)}), max_size=2),
            ),
            max_size=8,
        ),
    )
    def test_a_result_or_a_sentence_at_its_field(self, sum_: str, fields: dict[str, Any]) -> None:
        answer = self.post("reckoner", json.dumps({"sum": {"sum": sum_, **fields}}))
        self.assertIn(answer.status_code, (200, 422), answer.content[:300])
        if answer.status_code == 200:
            self.assertTrue(answer.json()["headline"])
        else:
            for one in answer.json()["errors"]:
                self.assertTrue(one["message"].strip() and one["field"].startswith("sum"))
