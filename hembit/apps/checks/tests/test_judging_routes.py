"""POST /api/v1/expectations and /api/v1/judgements: contract and bad input."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit.apps.checks.models import Check
from hembit.apps.checks.tests.requests import ELEMENT, ApiPropertyCase, ApiTestCase


class Expectations(ApiTestCase):
    def test_told_before_the_reading(self) -> None:
        response = self.post("expectations", {"spec": ELEMENT})
        self.assertEqual(response.status_code, 200)
        self.assertEqual(
            [one["text"] for one in response.json()[:3]], ["22.90–26.72 Ω", "OL", "8.6–10.0 A"]
        )

    def test_a_plate_without_volts_is_named_by_its_field(self) -> None:
        spec = {"kind": "heating_element", "rating": {"by": "plate", "pairs": [{"power": "2200"}]}}
        self.assertEqual(
            self.refusals("expectations", {"spec": spec}),
            {"spec.rating.pairs.0.voltage": "This is needed."},
        )


class Judgements(ApiTestCase):
    def test_a_verdict_with_its_working_and_nothing_stored(self) -> None:
        response = self.post("judgements", self.judgement_body())
        self.assertEqual(response.status_code, 200)
        verdict = response.json()
        self.assertEqual((verdict["state"], verdict["outcome"]), ("within", "accept"))
        self.assertEqual(verdict["value"]["text"], "24.40 ± 0.67 Ω")
        self.assertTrue(verdict["core_version"])
        self.assertFalse(Check.objects.exists())

    def test_the_unknown_meter_is_used_when_none_is_named(self) -> None:
        verdict = self.post("judgements", self.judgement_body(conditions={})).json()
        self.assertIn("meter not known: cautious default accuracy used", verdict["policy"])

    def test_an_ambiguous_display_comes_with_its_choices(self) -> None:
        response = self.post("judgements", self.judgement_body(reading__display="10,400"))
        self.assertEqual(response.status_code, 422)
        error = response.json()["errors"][0]
        self.assertEqual((error["field"], error["code"]), ("reading.display", "display.separator"))
        self.assertEqual([one["value"] for one in error["choices"]], ["decimal", "thousands"])
        answered = self.judgement_body(
            reading__display="10,400", reading__answers={"display.separator": "thousands"}
        )
        self.assertEqual(self.post("judgements", answered).json()["state"], "outside")

    def test_ohms_are_refused_on_a_live_part(self) -> None:
        live = self.judgement_body(dead_or_live={"state": "live", "since": self.now()})
        self.assertIn("never taken on a live part", self.refusals("judgements", live)["dead_or_live"])

    def test_a_lapsed_proof_of_dead_is_refused(self) -> None:
        at = (timezone.now() - timedelta(minutes=75)).isoformat()
        old = self.judgement_body(dead_or_live={"state": "proved_dead", "by": "Ilse Fennick", "at": at})
        self.assertIn(
            "by Ilse Fennick is 75 minutes old", self.refusals("judgements", old)["dead_or_live"]
        )

    def test_nobody_proves_in_anothers_name(self) -> None:
        proof = {"state": "proved_dead", "by": "Maud Fennick", "at": self.now()}
        for path, body in (
            ("judgements", self.judgement_body(dead_or_live=proof)),
            ("checks", self.body(dead_or_live=proof)),
        ):
            with self.subTest(path):
                self.assertIn("Ilse Fennick is signed in", self.refusals(path, body)["dead_or_live"])

    def test_running_needs_the_word_that_it_is_live(self) -> None:
        reading = {"measurand": "running", "voltage": "221.5", "current": "9.2"}
        dead = self.judgement_body(reading=reading)
        self.assertIn("State that it is live", self.refusals("judgements", dead)["dead_or_live"])
        live = self.judgement_body(reading=reading, dead_or_live={"state": "live", "since": self.now()})
        self.assertEqual(self.post("judgements", live).json()["state"], "within")

    def test_the_state_of_the_machine_must_be_stated(self) -> None:
        body = self.judgement_body()
        del body["dead_or_live"]
        self.assertEqual(self.refusals("judgements", body), {"dead_or_live": "This is needed."})


class BadInput(ApiTestCase):
    def test_each_gets_its_field_and_a_sentence(self) -> None:
        power, volts = "spec.rating.pairs.0.power", "spec.rating.pairs.0.voltage"

        def plate(power: object, voltage: object) -> list[dict[str, object]]:
            return [{"power": power, "voltage": voltage}]

        cases = [
            ({"spec__rating__pairs": plate("-5", "230")}, power, "above 0"),
            ({"spec__rating__pairs": plate("0", "230")}, power, "above 0"),
            ({"spec__rating__pairs": plate("2200", "")}, volts, "Give the voltage"),
            ({"spec__rating__pairs": plate("2200", "1e300")}, volts, "1e+300"),
            ({"spec__rating__pairs": plate("2200", "230 W")}, volts, "is in W"),
            ({"spec__rating__pairs": plate("many", "230")}, power, "not a figure"),
            ({"spec__rating__pairs": plate(None, "230")}, power, "figure"),
            ({"spec__rating__pairs": plate({"a": 1}, "230")}, power, "figure"),
            ({"spec__rating__pairs": []}, "spec.rating.pairs", "Nothing is given"),
            (
                {
                    "spec__rating": {"by": "ohms", "resistance": "24"},
                    "spec__tolerance": {"school": "appliance_input"},
                },
                "spec",
                "watts",
            ),
            ({"spec__rating": {"by": "guess"}}, "spec.rating", "Choose one of"),
            ({"spec__tolerance": {"school": "own_limits"}}, "spec.tolerance", "Give a lower"),
            ({"spec__alloy": "tin"}, "spec.alloy", "Choose one of"),
            ({"spec__colour": "red"}, "spec.colour", "not known"),
            ({"reading__display": ""}, "reading.display", "typed"),
            ({"reading__display": "-3"}, "reading.display", "below zero"),
            ({"reading__display": "1e300"}, "reading.display", "than any meter"),
            ({"reading__display": "warm"}, "reading.display", "not a figure"),
            ({"reading__display": "230 V"}, "reading.display", "ohms are asked"),
            ({"reading__display": "9" * 201}, "reading.display", "too long"),
            ({"reading__lead_zero": "2.2"}, "reading.lead_zero", "bad"),
            ({"reading__range_top": 7}, "reading.range_top", "no 7.000 Ω range"),
            ({"reading__range_top": 6}, "reading.range_top", "more than the"),
            ({"reading__range_top": 1e999}, "reading.range_top", "finite"),
            ({"reading__range_top": "x"}, "reading.range_top", "number"),
            ({"reading__connection": "loose"}, "reading.connection", "Choose one of"),
            ({"conditions__meter": 999}, "conditions.meter", "not in the shop"),
            ({"conditions__part_temperature": "-400"}, "conditions.part_temperature", "-400"),
            ({"conditions__supply": "zero"}, "conditions.supply", "not a figure"),
            ({"dead_or_live": {"state": "asleep"}}, "dead_or_live", "Choose one of"),
            ({"dead_or_live": {"state": "proved_dead", "at": "now"}}, "dead_or_live.by", "needed"),
            ({"rule": "luck"}, "rule", "Choose one of"),
        ]
        for changes, field, words in cases:
            with self.subTest(str(changes)):
                found = self.refusals("judgements", self.judgement_body(**changes))
                self.assertIn(field, found)
                self.assertIn(words, found[field])

    def test_what_is_not_json_is_refused_not_a_crash(self) -> None:
        for text in ("", "{", "[]", "null", "7", '"x"'):
            with self.subTest(text):
                self.assertIn(self.post("judgements", text).status_code, (400, 422))

    def test_text_that_cannot_be_stored_is_refused(self) -> None:
        body = self.body(label="\ud800")
        self.assertEqual(self.post("checks", body).status_code, 422)
        self.assertEqual(self.post("checks", self.body(label="x" * 121)).status_code, 422)
        self.assertEqual(
            self.post("judgements", self.judgement_body(reading__display="\ud800")).status_code, 422
        )


class AnyInput(ApiPropertyCase):
    """Whatever stands in any field: a verdict, or a sentence beside that field. Never a crash."""

    odd = st.one_of(
        st.none(),
        st.booleans(),
        st.integers(),
        st.floats(allow_nan=False, allow_infinity=False),
        st.text(max_size=50),
        st.from_regex(
            r"[-+]?[0-9]{0,9}[.,]?[0-9]{0,9}(e-?[0-9]{1,3})? ?[kMmGu]?(Ω|V|A|W)?", fullmatch=True
        ),
        st.lists(st.integers(), max_size=2),
        st.dictionaries(st.text(max_size=5), st.integers(), max_size=2),
    )
    places = st.sampled_from(
        [
            "spec__rating__pairs",
            "spec__rating",
            "spec__tolerance",
            "spec__alloy",
            "spec__hot_cold_ratio",
            "spec",
            "reading__display",
            "reading__lead_zero",
            "reading__range_top",
            "reading__answers",
            "reading",
            "conditions__part_temperature",
            "conditions__thermometer_limit",
            "conditions__meter",
            "machine",
            "rule",
        ]
    )
    plates = st.lists(st.fixed_dictionaries({"power": odd, "voltage": odd}), max_size=3)

    @settings(max_examples=150, deadline=None)
    @given(places, odd)
    def test_in_any_place(self, place: str, value: object) -> None:
        response = self.post("judgements", self.judgement_body(**{place: value}))
        self.assertIn(response.status_code, (200, 422))

    @settings(max_examples=100, deadline=None)
    @given(plates)
    def test_on_the_plate(self, pairs: list[dict[str, object]]) -> None:
        response = self.post("judgements", self.judgement_body(spec__rating__pairs=pairs))
        self.assertIn(response.status_code, (200, 422))


class Access(ApiTestCase):
    def test_a_write_from_another_page_is_refused(self) -> None:
        response = self.client.post(
            "/api/v1/judgements", self.judgement_body(), content_type="application/json"
        )
        self.assertEqual(response.status_code, 403)

    def test_headers_of_every_page(self) -> None:
        response = self.client.get("/")
        policy = response.headers["Content-Security-Policy"]
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("unsafe-inline", policy.partition("script-src")[2].partition(";")[0])
        self.assertIn("frame-ancestors 'none'", policy)
        self.assertEqual(response.headers["X-Content-Type-Options"], "nosniff")
        self.assertEqual(response.headers["X-Frame-Options"], "DENY")

    def test_options_name_every_choice(self) -> None:
        options = self.client.get("/api/v1/options").json()
        self.assertEqual(len(options["rules"]), 3)
        self.assertEqual(len(options["tolerance_schools"]), 3)
        self.assertEqual(len(options["temperature_sources"]), 8)
        self.assertEqual(options["proof_of_dead_minutes"], 60)

    def test_meters_end_with_the_unknown_one(self) -> None:
        meters = self.client.get("/api/v1/meters").json()
        self.assertEqual([one["id"] for one in meters], [self.meter, None])
        self.assertEqual(meters[0]["functions"][0]["accuracy"], "±(0.8 % + 3 counts)")


class TooFew(ApiTestCase):
    def test_a_list_that_is_too_short_says_how_many_it_has_and_needs(self) -> None:
        probe = {
            "kind": "temperature_sensor",
            "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"},
        }
        for reading, field, message in (
            (
                {"measurand": "sensor_points", "points": [{"celsius": "0", "display": "16k"}]},
                "reading.points",
                "1 is given here, 2 are needed at least.",
            ),
            (
                {"measurand": "sensor_response", "displays": ["6.1k", "5.9k"]},
                "reading.displays",
                "2 are given here, 3 are needed at least.",
            ),
        ):
            answer = self.post("judgements", self.body(spec=probe, reading=reading))
            self.assertEqual(answer.status_code, 422)
            errors = {one["field"]: one["message"] for one in answer.json()["errors"]}
            self.assertEqual(errors[field], message, errors)
