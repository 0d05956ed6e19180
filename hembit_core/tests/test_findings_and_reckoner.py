"""What evidence says together; the sums; many readings at once against one by one."""

from __future__ import annotations

import unittest
from typing import Any, cast

from pydantic import TypeAdapter

from hembit_core import InputError
from hembit_core.data_files import table
from hembit_core.families.registry import FAMILIES
from hembit_core.findings.find import find
from hembit_core.findings.finding import Conclusion, Finding, Observation
from hembit_core.judge import AnySpec, judge
from hembit_core.model import Model
from hembit_core.reckoner.sums import Sum
from hembit_core.soundness.evidence import evidence_of
from hembit_core.tests.parts import DECK_OVEN
from hembit_core.tests.readers import here, part, plate, reading_of

SUM: TypeAdapter[Any] = TypeAdapter(Sum)
NTC = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "5k", "beta": "3470"})


class Findings(unittest.TestCase):
    def say(self, spec: AnySpec, *readings: dict[str, Any], seen: tuple[str, ...] = ()) -> Finding:
        judgements, weighed = [], []
        for one in readings:
            fields = dict(one)
            conditions = here(**fields.pop("at", {}))
            reading = reading_of(**fields)
            judgements.append(judge(spec, reading, conditions))
            weighed.append(evidence_of(spec, reading, conditions, judgements[-1]))
        return find(spec, judgements, [Observation(one) for one in seen], weighed=weighed)

    def test_the_table_of_the_trade(self) -> None:
        sound = {"measurand": "between_terminals", "display": "24.4"}
        case = {"measurand": "terminal_to_case", "display": "OL"}
        fuse = part("contact", device="fuse")
        coil = part("winding", resistance="118", drive="dc", rated_voltage="24")
        warm = {"part_temperature": "31.2", "thermometer_limit": "0.3"}
        answers = {"one_conductor": "yes", "calling": "yes"}
        cases: list[tuple[Any, list[dict[str, Any]], tuple[str, ...], Conclusion, str]] = [
            (DECK_OVEN, [{**sound, "display": "OL"}], (), Conclusion.REPLACE, "Broken"),
            (
                DECK_OVEN,
                [sound, case, {"measurand": "running", "voltage": "230", "current": "0.0",
                               "answers": answers}],
                (), Conclusion.REPLACE, "Opens under load",
            ),
            (
                DECK_OVEN,
                [sound, {"measurand": "running", "voltage": "0.0", "current": "0.0"}],
                (), Conclusion.NOT_THE_PART, "no supply",
            ),
            (
                DECK_OVEN,
                [{"measurand": "running", "voltage": "230", "current": "9.5"}],
                ("medium_cold_or_slow",), Conclusion.NOT_THE_PART, "look at what it heats",
            ),
            (
                DECK_OVEN,
                [{"measurand": "running", "voltage": "196", "current": "8.1"}],
                (), Conclusion.NOT_THE_PART, "The supply",
            ),
            (
                DECK_OVEN,
                [sound, {"measurand": "wriggled", "at_rest": "24.4", "least": "24.3", "most": "OL"}],
                (), Conclusion.REPAIR, "Intermittent",
            ),
            (DECK_OVEN, [sound], ("drops_out_hot",), Conclusion.REPAIR, "Intermittent"),
            (
                DECK_OVEN,
                [sound, {"measurand": "terminal_to_case", "display": "1.8M"}],
                ("wet", "heat_never_stops"), Conclusion.DO_NOT_ENERGISE, "insulation test decides",
            ),
            (fuse, [{"measurand": "contact_closed", "display": "OL"}], (), Conclusion.REPLACE,
             "for a reason"),
            (
                part("contact"),
                [{"measurand": "contact_open", "display": "0.1"}],
                ("heat_never_stops",), Conclusion.REPLACE, "Stuck closed",
            ),
            (
                NTC,
                [{"measurand": "sensor_resistance", "display": "4.55k", "at": warm}],
                (), Conclusion.REPLACE, "Drifted",
            ),
            (
                NTC,
                [
                    {"measurand": "sensor_resistance", "display": "3.95k", "at": warm},
                    {"measurand": "controller_shows", "shown": "36", "at": warm},
                ],
                (), Conclusion.NOT_THE_PART, "placement, wiring or board",
            ),
            (
                coil,
                [{"measurand": "winding_running", "voltage": "24.1", "current": "0.200",
                  "acted": "no"}],
                (), Conclusion.REPAIR, "Stuck or starved",
            ),
            (part("contact"), [], ("feed_present_while_commanded",), Conclusion.REPAIR, "board"),
            (DECK_OVEN, [sound], ("burnt_terminal",), Conclusion.REPAIR, "burnt terminal"),
            (
                coil,
                [{"measurand": "siblings", "displays": ["118.2", "118.9", "118.4", "109.9"]}],
                (), Conclusion.WATCH, "Order a spare",
            ),
            (DECK_OVEN, [{**sound, "connection": "in_circuit"}], (), Conclusion.UNDECIDED, "Undecided"),
            (DECK_OVEN, [sound, case], (), Conclusion.SOUND, "Good in its ohms"),
            (
                part("igniter", usual_lower="45", usual_upper="85", rated_voltage="120"),
                [{"measurand": "igniter_called", "voltage": "118", "glows": "no"}],
                (), Conclusion.REPLACE, "does not glow",
            ),
            (
                part("ignition_sequence", stages=[{"name": "call for heat", "voltage": "24"}]),
                [{"measurand": "sequence", "stages": [{"voltage": "24", "acted": "no"}]}],
                (), Conclusion.UNDECIDED, "volts and no action",
            ),
            (
                part("supply"),
                [{"measurand": "supply_volts", "volts": {"L–N": "190"}}],
                (), Conclusion.REPAIR, "low supply",
            ),
        ]  # fmt: skip
        for spec, readings, seen, conclusion, words in cases:
            with self.subTest(words):
                finding = self.say(spec, *readings, seen=seen)
                self.assertEqual(finding.conclusion, conclusion, finding.headline)
                self.assertIn(words, finding.headline)
                self.assertTrue(finding.rests_on and finding.next_step)

    def test_another_curve_is_a_wrong_part_once_two_points_say_so(self) -> None:
        points = [{"celsius": "0.0", "display": "32.7k"}, {"celsius": "25.0", "display": "10.0k"}]
        room = {"part_temperature": "20", "thermometer_limit": "0.3"}
        finding = self.say(NTC, {"measurand": "sensor_points", "points": points, "at": room})
        self.assertEqual(finding.conclusion, Conclusion.WRONG_PART)
        self.assertIn("NTC 10 kΩ", finding.headline)

    def test_what_was_not_tested_and_what_asks_for_its_cause(self) -> None:
        finding = self.say(DECK_OVEN, {"measurand": "between_terminals", "display": "24.4"})
        self.assertEqual(finding.not_tested, ("Terminal to case", "Volts and amps"))
        blown = self.say(
            part("contact", device="fuse"), {"measurand": "contact_closed", "display": "OL"}
        )
        self.assertTrue(blown.asks_cause)

    def test_readings_of_one_test_that_contradict_are_evidence_of_their_own(self) -> None:
        first = {"measurand": "between_terminals", "display": "OL"}
        again = {"measurand": "between_terminals", "display": "24.4"}
        for order in ((first, again), (again, first)):
            finding = self.say(DECK_OVEN, *order)
            self.assertEqual(finding.conclusion, Conclusion.UNDECIDED)
            self.assertIn("contradict", finding.headline)

    def test_a_reading_that_others_show_to_be_wrong_is_set_aside_and_told(self) -> None:
        missed = {"measurand": "between_terminals", "display": "24.4k"}
        again = {"measurand": "between_terminals", "display": "24.4"}
        finding = self.say(DECK_OVEN, {**missed, "answers": {"power_of_ten": "as_typed"}}, again, again)
        self.assertEqual(finding.conclusion, Conclusion.SOUND)
        self.assertIn("taken as misread", " ".join(finding.rests_on))

    def test_it_is_called_by_the_fault_and_not_by_the_reading_that_is_misread(self) -> None:
        gone = {"measurand": "between_terminals", "display": "OL"}
        high = {"measurand": "between_terminals", "display": "38.2"}
        finding = self.say(DECK_OVEN, gone, high, high, high)
        self.assertNotIn("Broken", finding.headline)

    def test_insulation_above_its_own_limit_is_no_leak(self) -> None:
        for shown in ("1.6 M", "5 M", "30 M"):
            with self.subTest(shown):
                read = {"measurand": "insulation_test", "display": shown, "connection": "isolated"}
                finding = self.say(
                    DECK_OVEN, {"measurand": "between_terminals", "display": "24.4"}, read
                )
                self.assertIn(finding.conclusion, (Conclusion.SOUND, Conclusion.PASSED_SO_FAR))
                self.assertIn("a leak to the case", finding.rules_out)

    def test_a_sensor_that_does_not_follow_is_not_good_by_its_curve(self) -> None:
        warm = {"part_temperature": "31.2", "thermometer_limit": "0.3"}
        right = {"measurand": "sensor_resistance", "display": "3.95k", "at": warm}
        still = {"measurand": "sensor_response", "displays": ["3.95k"] * 3, "change": "warmed"}
        finding = self.say(NTC, right, {**still, "at": warm})
        self.assertNotIn(
            finding.conclusion, (Conclusion.SOUND, Conclusion.PASSED_SO_FAR, Conclusion.WATCH)
        )

    def test_what_one_test_says_is_gone_is_never_left_unsaid(self) -> None:
        reading = reading_of("between_terminals", display="OL", connection="isolated")
        verdict = judge(DECK_OVEN, reading, here())
        weighed = [evidence_of(DECK_OVEN, reading, here(), verdict)]
        for before in (0.3, 0.9, 0.99, 0.9999):
            with self.subTest(before):
                finding = find(DECK_OVEN, [verdict], weighed=weighed, sound_before=before)
                self.assertIn(finding.conclusion, (Conclusion.REPLACE, Conclusion.UNDECIDED))
                self.assertRegex(f"{finding.headline} {finding.next_step}".lower(), "open|break")

    def test_a_set_with_a_branch_open_still_heats_and_is_told_so(self) -> None:
        branch = {"kind": "heating_element", **plate("1500", "400")}
        delta = part("three_phase_set", connection="delta", branch=branch)
        one_open = {"l1_l2": "213", "l2_l3": "106", "l3_l1": "106"}
        found = self.say(delta, {"measurand": "line_to_line", "connection": "isolated", **one_open})
        self.assertEqual(found.conclusion, Conclusion.REPLACE)
        self.assertIn("branch across L1–L2", found.headline)
        self.assertEqual(found.for_customer, "heats in part: two of its three branches still heat")

    def test_nothing_is_no_finding_and_every_observation_has_its_words(self) -> None:
        with self.assertRaises(InputError):
            find(DECK_OVEN, [])
        self.assertEqual(set(table("observations")["observations"]), set(Observation))

    def test_what_is_seen_and_what_parts_die_of_names_kinds_that_are_there(self) -> None:
        kinds = {cast(type[Model], spec).model_fields["kind"].default for spec in FAMILIES}
        for name in ("observations", "causes"):
            for key, one in table(name)[name].items():
                self.assertLessEqual(set(one["families"]), kinds, key)


class Reckoner(unittest.TestCase):
    def work(self, sum_: str, **fields: Any) -> str:
        headline: str = SUM.validate_python({"sum": sum_, **fields}).reckon().headline
        return headline

    def test_published_examples(self) -> None:
        clamp = {"name": "clamp", "accuracy": {"current": {"percent": 2, "counts": 5}}}
        both = {"together": "12.86", "other": "4.31", "meter": clamp}
        self.assertIn("8.55 ± 0.39 A", self.work("clamp_difference", **both, power_factor="1"))
        self.assertIn("9.15 ±", self.work("clamp_difference", **both, power_factor="0.8"))
        self.assertIn("9.80 ±", self.work("clamp_difference", **both, power_factor="0.6"))
        self.assertIn("8.55 A to", self.work("clamp_difference", **both))
        water = {"litres": "60", "start": "12", "end": "78", "power": "4.5 kW"}
        self.assertTrue(self.work("heat_up", **water).startswith("61 min, without losses"))
        cooling = {"now": "74", "room": "19", "time_constant": "14"}
        self.assertIn("Wait 46 min", self.work("cooling_by_temperature", **cooling))
        self.assertIn("98.3 °C", self.work("boiling_point", altitude="500"))
        self.assertIn("95.0 °C", self.work("boiling_point", altitude="1500 m"))

    def test_the_longest_and_the_shortest_are_told_as_people_write_numbers(self) -> None:
        for litres, power, told in (
            ("1000000", "1e-3", "d,"),
            ("300", "300", "58 h 8 min,"),
            ("30", "9", "8 d 2 h,"),
            ("1000000", "1e7", "5 h 49 min,"),
            ("0.001", "1e7", "0 min,"),
        ):
            sum_ = {"sum": "heat_up", "litres": litres, "start": "10", "end": "60", "power": power}
            found = SUM.validate_python(sum_).reckon()
            said = found.headline + "".join(one.figures + one.result for one in found.working)
            self.assertNotRegex(said, r"\de[+-]\d", sum_)
            self.assertIn(told, found.headline)

    def test_a_winding_is_its_own_thermometer(self) -> None:
        coil = {"cold_resistance": "100", "cold": "20", "room": "20", "apart": "8"}
        self.assertIn("Wait 57 min", self.work("cooling_by_winding", **coil, before="128", now="118"))

    def test_a_wait_that_the_last_digits_move_is_told_with_its_limits(self) -> None:
        fine = {"room": "19", "before": "74.0", "now": "46.0", "apart": "10"}
        self.assertIn("Wait 37 min, until", self.work("cooling_by_temperature", **fine))
        # 2 min / ln(55 / 51) · ln(51 / 2), and with 55.5 / 50.5 and 54.5 / 51.5, worked by hand.
        coarse = fine | {"before": "74", "now": "70", "apart": "2"}
        self.assertIn("Wait 86 min (68 min to 115 min)", self.work("cooling_by_temperature", **coarse))
        near = fine | {"before": "22", "now": "21"}
        self.assertIn("No wait", self.work("cooling_by_temperature", **near))

    def test_which_sensor(self) -> None:
        points = [{"celsius": "0", "ohms": "16950"}, {"celsius": "50", "ohms": "1.79k"}]
        self.assertIn("NTC 5 kΩ, B 3977", self.work("which_sensor", points=points))
        self.assertIn("fit", self.work("which_sensor", points=points[:1]))

    def test_bad_figures_are_placed_at_their_field(self) -> None:
        for sum_, fields, field in (
            ("clamp_difference", {"together": "4", "other": "9"}, "reading.together"),
            ("cooling_by_temperature", {"now": "60", "room": "20"}, "sum.before"),
            (
                "cooling_by_temperature",
                {"now": "60", "room": "20", "before": "50", "apart": "5"},
                "sum.before",
            ),
            (
                "cooling_by_temperature",
                {"now": "73", "room": "20", "before": "74", "apart": "5"},
                "sum.now",
            ),
            (
                "cooling_by_winding",
                {"cold_resistance": "118", "cold": "20", "before": "131.0", "now": "130.9"}
                | {"apart": "600", "room": "20"},
                "sum.now",
            ),
            ("heat_up", {"litres": "60", "start": "78", "end": "12", "power": "4500"}, "sum.end"),
        ):
            with self.subTest(sum_), self.assertRaises(InputError) as caught:
                self.work(sum_, **fields)
            self.assertEqual(caught.exception.field, field)
