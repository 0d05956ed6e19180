"""Supplies and their fault patterns; contacts under voltage, and by temperature; sequences."""

from __future__ import annotations

import unittest
from typing import Any

from hembit_core import InputError, Judgement, Outcome, State, expectations
from hembit_core.judging.codes import Code
from hembit_core.tests.readers import here, part, read


def volts(system: str, **pairs: str) -> Judgement:
    named = {name.replace("_", "–"): text for name, text in pairs.items()}
    return read(part("supply", system=system), "supply_volts", volts=named)


class Supplies(unittest.TestCase):
    def test_patterns_are_named(self) -> None:
        three = {"L1_N": "231", "L2_N": "230"}
        cases: list[tuple[str, dict[str, str], str]] = [
            (
                "split_phase_120_240",
                {"L1_N": "86.0", "L2_N": "154.2", "L1_L2": "240.2"},
                "neutral lost",
            ),
            ("split_phase_120_240", {"L1_N": "121", "L2_N": "0.4", "L1_L2": "120"}, "leg L2 missing"),
            (
                "three_phase_230_400",
                {**three, "L1_L2": "401", "L2_L3": "233", "L3_L1": "228", "L3_N": "12"},
                "leg L3 missing",
            ),
            (
                "split_phase_120_240",
                {"L1_N": "120", "L2_N": "119.7", "L1_L2": "207.8"},
                "two legs of a 120/208 V supply",
            ),
            (
                "three_phase_400",
                {"L1_L2": "231", "L2_L3": "230", "L3_L1": "232"},
                "another supply, or a wrong tap",
            ),
            ("single_phase_230", {"L_N": "0.0", "L_PE": "0.2"}, "no supply"),
            (
                "single_phase_230",
                {"L_N": "231", "L_PE": "0.3", "N_PE": "231"},
                "line and neutral exchanged",
            ),
            (
                "single_phase_230",
                {"L_N": "231", "L_PE": "40", "N_PE": "90"},
                "protective earth missing",
            ),
            ("single_phase_230", {"L_N": "190", "L_PE": "190", "N_PE": "0.2"}, "low supply"),
            ("single_phase_230", {"L_N": "262", "L_PE": "262", "N_PE": "0.2"}, "high supply"),
            (
                "split_phase_120_240",
                {"L1_N": "120", "L2_N": "240", "L1_L2": "120", "L1_PE": "0.2", "N_PE": "120"},
                "L1 and neutral exchanged",
            ),
            (
                "three_phase_230_400",
                {
                    "L1_N": "231",
                    "L2_N": "230",
                    "L3_N": "229",
                    "L1_PE": "88",
                    "L2_PE": "70",
                    "L3_PE": "91",
                    "L1_L2": "400",
                    "L2_L3": "399",
                    "L3_L1": "401",
                },
                "protective earth missing",
            ),
            ("dc_12", {"plus_minus": "-12.4"}, "polarity reversed"),
            ("dc_12", {"plus_minus": "10.9"}, "low supply"),
            ("dc_24", {"plus_minus": "31.0"}, "high supply"),
        ]
        for system, pairs, name in cases:
            with self.subTest(name, system=system):
                verdict = volts(system, **pairs)
                self.assertIn(name, verdict.headline)
                self.assertEqual(verdict.outcome, Outcome.REJECT)

    def test_ghost_volts_are_not_a_verdict(self) -> None:
        verdict = volts("single_phase_230", L_N="48.2")
        self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
        self.assertIn("low impedance", verdict.next_step)

    def test_it_passes_only_once_every_pair_was_read(self) -> None:
        self.assertEqual(volts("single_phase_230", L_N="231").outcome, Outcome.UNDECIDED)
        whole = volts("single_phase_230", L_N="231", L_PE="231", N_PE="0.4")
        self.assertEqual((whole.state, whole.outcome), (State.WITHIN, Outcome.ACCEPT))
        self.assertIn("has passed", whole.next_step)

    def test_legs_to_earth_may_be_left_out_and_that_is_said(self) -> None:
        legs = {"L1_N": "121", "L2_N": "119", "L1_L2": "240"}
        silent = volts("split_phase_120_240", **legs)
        self.assertEqual(silent.outcome, Outcome.ACCEPT)
        self.assertIn("Not read: L1–PE, L2–PE, N–PE", " ".join(silent.explanation))
        whole = volts("split_phase_120_240", **legs, L1_PE="121", L2_PE="119", N_PE="0.3")
        self.assertEqual((whole.outcome, len(whole.rows)), (Outcome.ACCEPT, 6))
        self.assertNotIn("Not read", " ".join(whole.explanation))

    def test_which_leg_is_exchanged_is_not_guessed(self) -> None:
        unread = volts("split_phase_120_240", L1_N="120", L2_N="120", L1_L2="240", N_PE="120")
        self.assertEqual(unread.outcome, Outcome.REJECT)
        self.assertNotIn("exchanged", unread.headline)

    def test_sound_systems(self) -> None:
        for system, pairs in (
            ("control_24_ac", {"24 V_common": "27.1"}),
            ("dc_12", {"plus_minus": "12.6"}),
            ("high_leg_delta_120_240", {
                "L1_L2": "240", "L2_L3": "239", "L3_L1": "241",
                "L1_N": "120", "L2_N": "208", "L3_N": "120",
            }),
            ("three_phase_120_208", {
                "L1_L2": "208", "L2_L3": "207", "L3_L1": "209",
                "L1_N": "120", "L2_N": "120", "L3_N": "121",
            }),
        ):  # fmt: skip
            with self.subTest(system):
                self.assertEqual(volts(system, **pairs).outcome, Outcome.ACCEPT)

    def test_limits_of_the_standard(self) -> None:
        rows = {row.label: row.due for row in expectations(part("supply"), here())[0].rows}
        self.assertEqual(rows["L–N"], "207–253 V")
        dc = expectations(part("supply", system="dc_12"), here())[0].rows[0]
        self.assertEqual(dc.due, "11.5–15.0 V")

    def test_ac_set_on_dc_and_a_pair_that_is_not_there(self) -> None:
        verdict = volts("dc_12", plus_minus="12.6 AC")
        self.assertEqual(verdict.state, State.NOT_COMPARABLE)
        with self.assertRaises(InputError) as caught:
            volts("dc_12", L1_N="12")
        self.assertIn("It has plus–minus", caught.exception.message)


class ContactsLive(unittest.TestCase):
    def across(self, across: str, **more: Any) -> Judgement:
        return read(part("contact"), "contact_volts", here(supply="230"), across=across, **more)

    def test_zero_volts_mean_closed_only_with_a_live_load(self) -> None:
        self.assertEqual(self.across("0.0").state, State.NOT_COMPARABLE)
        self.assertEqual(self.across("0.0", load="0.3").state, State.NOT_COMPARABLE)
        self.assertEqual(self.across("0.1", load="229.8").state, State.WITHIN)
        self.assertEqual(self.across("0.1", load="229.8", load_is="far_side").outcome, Outcome.ACCEPT)

    def test_full_volts_mean_open(self) -> None:
        self.assertEqual(self.across("229", load="0.2").state, State.OPEN)
        self.assertEqual(self.across("229", should_be="open").state, State.WITHIN)
        self.assertEqual(self.across("229", load="228").state, State.NOT_COMPARABLE)
        self.assertEqual(
            self.across("0.0", load="230", should_be="open").headline.split(":")[0], "Stuck closed"
        )

    def test_between_is_a_ghost_or_a_burnt_contact(self) -> None:
        self.assertEqual(self.across("45").outcome, Outcome.UNDECIDED)
        self.assertEqual(self.across("130").state, State.OUTSIDE)

    def test_volts_under_load_give_its_ohms(self) -> None:
        fine = self.across("0.35", load="228", current="9.1")
        self.assertEqual(fine.state, State.WITHIN)
        self.assertAlmostEqual(fine.working[-1].value or 0, 0.35 / 9.1)
        self.assertEqual(self.across("8.9", load="221", current="9.1").state, State.OUTSIDE)

    def test_the_supply_is_needed(self) -> None:
        with self.assertRaises(InputError) as caught:
            read(part("contact"), "contact_volts", across="0")
        self.assertEqual(caught.exception.field, "conditions.supply")


class ContactsByTemperature(unittest.TestCase):
    spec = part("contact", opens_at="95", closes_at="80", switching_tolerance="4")

    def warmed(self, **seen: Any) -> Judgement:
        return read(self.spec, "contact_switching", here(thermometer_limit="1"), **seen)

    def test_where_it_switches(self) -> None:
        self.assertEqual(self.warmed(opened_at="94", closed_at="79").state, State.WITHIN)
        self.assertEqual(self.warmed(opened_at="98.5").state, State.JUST_WITHIN)
        self.assertEqual(self.warmed(opened_at="108").state, State.OUTSIDE)

    def test_one_that_never_opens_or_never_closes(self) -> None:
        self.assertEqual(self.warmed(stayed="closed").state, State.SHORT)
        self.assertEqual(self.warmed(stayed="open").state, State.OPEN)

    def test_nothing_read_and_no_setting(self) -> None:
        with self.assertRaises(InputError):
            self.warmed()
        with self.assertRaises(InputError) as caught:
            read(part("contact"), "contact_switching", opened_at="90")
        self.assertEqual(caught.exception.field, "spec.opens_at")

    def test_an_open_contact_on_a_low_range_is_asked_for_the_top_one(self) -> None:
        verdict = read(part("contact"), "contact_open", display="OL", range_top=600)
        self.assertEqual(verdict.state, State.NOT_DECIDABLE)


class Sequences(unittest.TestCase):
    spec = part(
        "ignition_sequence",
        stages=[
            {"name": "call for heat", "voltage": "24"},
            {"name": "igniter powered", "voltage": "120", "within": "5"},
            {"name": "gas valve powered", "voltage": "24"},
        ],
    )

    def seen(self, *stages: dict[str, str]) -> Judgement:
        return read(self.spec, "sequence", stages=list(stages))

    def test_the_first_stage_that_fails_names_the_suspects(self) -> None:
        called = {"voltage": "24.2", "acted": "yes"}
        no_volts = self.seen(called, {"voltage": "0.3"})
        self.assertIn("igniter powered, no volts", no_volts.headline)
        self.assertEqual(no_volts.outcome, Outcome.UNDECIDED)
        self.assertIn("control's igniter output", no_volts.next_step)
        no_action = self.seen(called, {"voltage": "119", "acted": "no"})
        self.assertEqual(no_action.state, State.OPEN)
        self.assertIn("the igniter", no_action.next_step)

    def test_late_wrong_volts_and_the_whole(self) -> None:
        called = {"voltage": "24.2", "acted": "yes"}
        late = self.seen(called, {"voltage": "119", "acted": "yes", "after": "9"})
        self.assertIn("after 9 s", late.headline)
        self.assertEqual(self.seen({"voltage": "16.0"}).state, State.OUTSIDE)
        glowing = {"voltage": "119", "acted": "yes"}
        self.assertEqual(self.seen(called, glowing, called).outcome, Outcome.ACCEPT)
        self.assertEqual(self.seen(called, glowing).outcome, Outcome.UNDECIDED)

    def test_nothing_seen_and_too_many_stages(self) -> None:
        with self.assertRaises(InputError):
            self.seen({"voltage": ""})
        with self.assertRaises(InputError) as caught:
            self.seen(*[{"voltage": "24"}] * 4)
        self.assertEqual(caught.exception.field, "reading.stages")

    def test_an_igniter_when_it_is_called(self) -> None:
        spec = part("igniter", usual_lower="45", usual_upper="85", rated_voltage="120")

        def called(voltage: str, **more: Any) -> Judgement:
            return read(spec, "igniter_called", voltage=voltage, **more)

        self.assertEqual(called("118", glows="no").state, State.OPEN)
        self.assertEqual(called("118", glows="yes").outcome, Outcome.ACCEPT)
        draws = called("118", glows="no", current="3.6")
        self.assertEqual((draws.code, draws.outcome), (Code.CONTRADICTION, Outcome.UNDECIDED))
        self.assertEqual(called("118", glows="no", current="0.00").state, State.OPEN)
        self.assertEqual(called("118").outcome, Outcome.UNDECIDED)
        self.assertEqual(called("0.4").state, State.NOT_COMPARABLE)
        self.assertIn("reset it first", called("0.4").next_step)
