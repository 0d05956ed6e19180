"""What a test may claim, and no more: each a thing that was once claimed and should not have been."""

from __future__ import annotations

import unittest
from typing import Any

from pydantic import ValidationError

from hembit_core import Conditions, DecisionRule, InputError, Judgement, Meter, Outcome, State, find
from hembit_core.conformity.missing import Lacking
from hembit_core.findings.finding import Conclusion, Finding
from hembit_core.judge import AnySpec
from hembit_core.tests.parts import BENCH_METER, DECK_OVEN, WITH_RATIO
from hembit_core.tests.readers import READING, here, part, plate, read

GUARDED = DecisionRule.GUARDED_ACCEPTANCE


def by_rule(
    spec: AnySpec, measurand: str, rule: DecisionRule, conditions: Any = None, **how: Any
) -> Judgement:
    from hembit_core import judge

    reading = READING.validate_python({"measurand": measurand, **how})
    return judge(spec, reading, conditions or here(), rule)


def found(spec: AnySpec, *judgements: Judgement, seen: tuple[Any, ...] = ()) -> Finding:
    return find(spec, judgements, seen)


class Unsafe(unittest.TestCase):
    """What was wrong or unsafe."""

    def test_a_leak_is_the_finding_whatever_else_is_open(self) -> None:
        leak = read(DECK_OVEN, "terminal_to_case", display="0.50 M")
        asked = read(DECK_OVEN, "between_terminals", display="2.44 k")
        self.assertEqual(asked.state, State.PLEASE_CONFIRM)
        for order in ((leak, asked), (asked, leak)):
            self.assertEqual(found(DECK_OVEN, *order).conclusion, Conclusion.DO_NOT_ENERGISE)

    def test_full_volts_and_no_amps_do_not_work_unseen(self) -> None:
        igniter = part("igniter", usual_lower="45", usual_upper="85", rated_voltage="120")
        verdict = read(igniter, "igniter_called", voltage="120.0", current="0.00")
        self.assertNotEqual(verdict.outcome, Outcome.ACCEPT)

    def test_wriggling_makes_no_rest_reading_acceptable(self) -> None:
        moved = {"least": "29.9", "most": "30.2"}
        self.assertEqual(read(WITH_RATIO, "wriggled", at_rest="30.0", **moved).outcome, Outcome.REJECT)
        beside = read(
            WITH_RATIO, "wriggled", at_rest="24.4", least="24.3", most="24.5", connection="in_circuit"
        )
        self.assertEqual(beside.outcome, Outcome.UNDECIDED)

    def test_no_alloy_is_guarded_on_the_high_side_too(self) -> None:
        verdict = read(DECK_OVEN, "between_terminals", display="26.2")
        self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
        self.assertIn(Lacking.ALLOY, verdict.undecided_by)

    def test_groups_ask_for_the_alloy_too(self) -> None:
        bank = part("element_bank", member=plate("1500", "230"), members=3)
        tapped = part("tapped_element", first=plate("700", "230"), second=plate("1400", "230"))
        low = f"{52900 / 700 * 0.93 * 1:.1f}"
        cases = (
            (DECK_OVEN, "siblings", {"displays": ["22.5", "22.6", "22.4"]}),
            (bank, "bank_resistance", {"display": "10.85"}),
            (tapped, "tapped_resistance", {"a_b": low, "b_c": "37.8"}),
        )
        for spec, measurand, how in cases:
            with self.subTest(measurand):
                verdict = read(spec, measurand, **how)
                self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
                self.assertIn("alloy", f"{verdict.headline} {verdict.next_step}".lower())

    def test_an_element_by_its_ohms_counts_its_ratio_when_it_runs(self) -> None:
        spec = part(
            "heating_element",
            rating={"by": "ohms", "resistance": "24.0", "voltage": "230"},
            tolerance={"school": "percent_of_resistance", "percent": "5"},
            hot_cold_ratio="1.05",
        )
        verdict = read(spec, "running", voltage="230.0", current=f"{230 / 24 / 1.05:.2f}")
        self.assertEqual(verdict.state, State.WITHIN)
        due = verdict.rail.band.nominal
        assert due is not None
        self.assertAlmostEqual(due, 230 / 24 / 1.05, delta=0.02)

    def test_a_contact_near_its_limit_is_not_within_under_guarded_acceptance(self) -> None:
        contact = part("contact")
        verdict = by_rule(contact, "contact_closed", GUARDED, display="0.52", leads_nulled=True)
        self.assertNotEqual(verdict.outcome, Outcome.ACCEPT)

    def test_leads_that_were_not_zeroed_could_turn_it(self) -> None:
        spec = part(
            "resistive_part", resistance="23.0", tolerance={"school": "own_limits", "upper": "23.5"}
        )
        verdict = by_rule(
            spec, "part_resistance", DecisionRule.SIMPLE, display="23.85", connection="isolated"
        )
        self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
        self.assertIn(Lacking.LEADS, verdict.undecided_by)

    def test_overflow_above_the_meters_top_is_not_a_break(self) -> None:
        small = Meter.model_validate(
            {
                "name": "Pocket",
                "accuracy": {
                    "resistance": {
                        "percent": 1,
                        "counts": 3,
                        "ranges": [{"top": 20e3, "resolution": 10}, {"top": 2e6, "resolution": 1000}],
                    }
                },
            }
        )
        spec = part("resistive_part", resistance="4.7M")
        self.assertEqual(
            read(spec, "part_resistance", here(meter=small), display="OL").state, State.NOT_DECIDABLE
        )
        ptc = part(
            "temperature_sensor", sensor={"type": "switching_ptc", "switching_temperature": "120"}
        )
        hot = here(meter=small, part_temperature="150", thermometer_limit="1")
        verdict = read(ptc, "sensor_resistance", hot, display="OL", range_top=20e3)
        self.assertNotEqual(verdict.state, State.OPEN)

    def test_delta_branches_are_judged(self) -> None:
        delta = part("three_phase_set", branch={**plate("1500", "400"), "hot_cold_ratio": "1"})
        verdict = read(delta, "line_to_line", l1_l2="71.1", l2_l3="64.0", l3_l1="71.1")
        self.assertEqual(verdict.outcome, Outcome.REJECT)

    def test_a_shorted_sensor_and_a_gigaohm_are_judged(self) -> None:
        ntc = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "10k", "beta": "3977"})
        self.assertEqual(read(ntc, "sensor_resistance", display="0.0").state, State.SHORT)
        leads = read(ntc, "sensor_resistance", display="0.2", lead_zero="0.2")
        self.assertEqual(leads.state, State.SHORT)
        far = read(ntc, "sensor_resistance", display="950M")
        self.assertIn(far.state, (State.OUTSIDE, State.OPEN, State.PLEASE_CONFIRM))

    def test_a_lost_leg_under_load_is_no_flat_battery(self) -> None:
        split = part("supply", system="split_phase_120_240")
        volts = {"L1–N": "119.8", "L2–N": "118.9", "L1–L2": "0.2"}
        verdict = read(split, "supply_volts", volts=volts)
        self.assertNotIn("battery", f"{verdict.headline} {' '.join(verdict.explanation)}".lower())
        self.assertIn("leg", f"{verdict.headline} {' '.join(verdict.explanation)}".lower())

    def test_a_thermal_sender_is_interpolated_as_an_ntc_chart_is(self) -> None:
        points = [{"amount": "0", "ohms": "30k"}, {"amount": "100", "ohms": "550"}]
        sender = part("sender", unit="°C", points=points)
        verdict = read(sender, "sender_resistance", here(stands_at="40"), display="4.46k")
        self.assertNotEqual(verdict.outcome, Outcome.REJECT)
        self.assertTrue(any("guess" in one.text for one in verdict.warnings))

    def test_a_contact_that_closed_once_rules_no_break_out_and_must_open(self) -> None:
        limit = part("contact", device="limit")
        closed = read(limit, "contact_closed", display="0.2")
        finding = found(limit, closed)
        self.assertEqual(finding.conclusion, Conclusion.PASSED_SO_FAR)
        self.assertTrue(finding.untested)
        stuck = read(limit, "contact_open", display="0.2")
        self.assertIn(found(limit, closed, stuck).conclusion, (Conclusion.REPLACE, Conclusion.REPAIR))


class Ceilings(unittest.TestCase):
    """A winding never gains ohms: its ceiling is a reading too."""

    def coil(self, **ceiling: Any) -> AnySpec:
        return part(
            "winding",
            resistance="118",
            tolerance={"school": "percent_of_resistance", "percent": "8"},
            school="never_gains_ohms",
            **ceiling,
        )

    def test_above_by_less_than_the_u_of_the_difference_nothing_is_decided(self) -> None:
        above = read(self.coil(baseline="118.0"), "winding_resistance", display="118.5")
        self.assertEqual(above.state, State.JUST_OUTSIDE)
        for rule in DecisionRule:
            verdict = by_rule(
                self.coil(baseline="118.0"),
                "winding_resistance",
                rule,
                display="118.5",
                leads_nulled=True,
            )
            self.assertNotEqual(verdict.outcome, Outcome.REJECT)
        equal = read(self.coil(baseline="118.0"), "winding_resistance", display="118.0")
        self.assertEqual(equal.state, State.JUST_WITHIN)
        far = read(self.coil(baseline="118.0"), "winding_resistance", display="125.0")
        self.assertEqual(far.outcome, Outcome.REJECT)

    def test_a_ceiling_above_the_makers_limit_does_not_widen_it(self) -> None:
        verdict = read(self.coil(baseline="140.0"), "winding_resistance", display="133.0")
        self.assertEqual(verdict.outcome, Outcome.REJECT)

    def test_a_baseline_below_the_lower_limit_gives_no_empty_band(self) -> None:
        verdict = read(self.coil(baseline="100.0"), "winding_resistance", display="118.0")
        self.assertNotEqual(verdict.state, State.OUTSIDE)
        self.assertTrue(verdict.warnings)

    def test_no_ceiling_is_said(self) -> None:
        verdict = read(self.coil(), "winding_resistance", display="118.0")
        self.assertIn("nothing to compare with", " ".join(verdict.policy))


class RejectionsStand(unittest.TestCase):
    """A rejection is never talked away by a good reading beside it."""

    def test_ohms_outside_with_right_amps(self) -> None:
        ohms = read(WITH_RATIO, "between_terminals", display="34.0")
        amps = read(WITH_RATIO, "running", voltage="230.0", current="9.57")
        self.assertEqual((ohms.outcome, amps.outcome), (Outcome.REJECT, Outcome.ACCEPT))
        self.assertNotIn(
            found(WITH_RATIO, ohms, amps).conclusion,
            (Conclusion.NOT_THE_PART, Conclusion.SOUND, Conclusion.PASSED_SO_FAR),
        )

    def test_a_sensor_outside_hot_but_right_cold(self) -> None:
        ntc = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "10k", "beta": "3977"})
        cold = read(ntc, "sensor_resistance", here(part_temperature="20.0"), display="12.55k")
        hot = read(
            ntc,
            "sensor_resistance",
            here(part_temperature="90.0"),
            display="1.40k",
        )
        self.assertEqual((cold.outcome, hot.outcome), (Outcome.ACCEPT, Outcome.REJECT))
        finding = found(ntc, cold, hot)
        self.assertNotIn(finding.conclusion, (Conclusion.SOUND, Conclusion.NOT_THE_PART))
        self.assertNotIn("the sensor", " ".join(finding.rules_out))

    def test_open_then_whole_is_intermittent_or_a_wrong_reading(self) -> None:
        gone = read(WITH_RATIO, "between_terminals", display="OL")
        there = read(WITH_RATIO, "between_terminals", display="24.3")
        for order in ((gone, there), (there, gone)):
            finding = found(WITH_RATIO, *order)
            self.assertEqual(finding.conclusion, Conclusion.UNDECIDED)
            self.assertIn("intermittent", f"{finding.headline} {finding.next_step}".lower())

    def test_a_contact_asked_open_and_asked_closed_contradicts_nothing(self) -> None:
        limit = part("contact", device="limit")
        live = here(supply="230")
        shut = {"across": "0.1", "load": "229", "should_be": "closed"}
        apart = {"across": "229", "load": "0.2", "should_be": "open"}
        judged = [read(limit, "contact_volts", live, **one) for one in (shut, apart)]
        self.assertEqual(found(limit, *judged).conclusion, Conclusion.SOUND)

    def test_only_the_case_was_read(self) -> None:
        finding = found(DECK_OVEN, read(DECK_OVEN, "terminal_to_case", display="OL"))
        self.assertNotEqual(finding.conclusion, Conclusion.SOUND)
        self.assertIn("case", finding.headline)


class SaidRight(unittest.TestCase):
    """What dominates, what would settle it, and the right advice."""

    def test_the_thermometer_is_named_where_it_dominates(self) -> None:
        probe = part(
            "temperature_sensor",
            sensor={"type": "ntc_beta", "r25": "10k", "beta": "3977"},
            tolerance={"school": "own_kelvin", "limit": "3"},
        )
        air = here(part_temperature="22.0", thermometer_limit="2")
        verdict = read(probe, "sensor_resistance", air, display="10.18k")
        self.assertEqual(verdict.state, State.JUST_WITHIN)
        self.assertIn("thermometer", verdict.headline)
        self.assertNotIn("amps", verdict.next_step)

    def test_a_few_tenths_to_the_case_are_a_touch_not_damp(self) -> None:
        verdict = read(DECK_OVEN, "terminal_to_case", display="0.4")
        self.assertEqual(verdict.state, State.LEAKING)
        self.assertNotIn("dry", f"{verdict.next_step} {' '.join(verdict.explanation)}".lower())

    def test_a_relays_open_contact_gets_no_bimetal_advice(self) -> None:
        verdict = read(part("contact", device="relay"), "contact_closed", display="OL")
        self.assertNotIn("cool", verdict.next_step.lower())
        self.assertIn("coil", verdict.next_step)

    def test_a_nominal_outside_its_own_limits_is_refused(self) -> None:
        with self.assertRaises((ValidationError, InputError)):
            read(
                part(
                    "resistive_part",
                    resistance="100",
                    tolerance={"school": "own_limits", "lower": "110", "upper": "130"},
                ),
                "part_resistance",
                display="105",
            )

    def test_a_chart_that_ends_where_it_is_read_refuses_nothing_inside_its_band(self) -> None:
        points = [{"celsius": "0", "ohms": "10k"}, {"celsius": "25", "ohms": "4k"}]
        for tolerance in ({"school": "own_kelvin", "limit": "3"}, {"school": "by_class"}):
            chart = part(
                "temperature_sensor", sensor={"type": "chart", "points": points}, tolerance=tolerance
            )
            at_its_end = here(part_temperature="25.0")
            for display in ("4.05k", "4.00k", "3.98k"):
                verdict = read(chart, "sensor_resistance", at_its_end, display=display)
                self.assertEqual(verdict.outcome, Outcome.ACCEPT, display)
            far = read(chart, "sensor_resistance", at_its_end, display="3.0k")
            self.assertEqual(far.outcome, Outcome.REJECT)

    def test_a_meter_without_counts_reads_zero_and_keeps_its_digits(self) -> None:
        bare = Meter.model_validate(
            {"name": "Bare", "accuracy": {"resistance": {"percent": 1, "counts": 0}}}
        )
        spec = part("contact")
        verdict = read(spec, "contact_closed", here(meter=bare), display="0.0")
        self.assertIsNotNone(verdict.value)
        assert verdict.value
        self.assertGreater(verdict.value.expanded, 0.02)

    def test_a_guess_of_the_temperature_is_said(self) -> None:
        conditions = Conditions(meter=BENCH_METER, part_temperature="20")
        coil = part(
            "winding", resistance="118", tolerance={"school": "percent_of_resistance", "percent": "8"}
        )
        verdict = read(coil, "winding_resistance", conditions, display="118.0")
        self.assertIn("guess", " ".join(str(line.figures) for line in verdict.working).lower())
