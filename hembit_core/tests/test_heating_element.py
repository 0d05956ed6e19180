"""Heating elements: worked by hand, one class per measurand."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core import (
    Conditions,
    DecisionRule,
    HeatingElement,
    InputError,
    Outcome,
    State,
    expectations,
)
from hembit_core.families.heating_element.alloys import temperature_factor
from hembit_core.families.heating_element.input_tolerance import input_tolerance
from hembit_core.families.heating_element.spec import HeatingAlloy
from hembit_core.tests.parts import (
    BENCH,
    BENCH_METER,
    DECK_OVEN,
    WITH_RATIO,
    element,
    ohms,
    running,
    to_case,
)


def nicr() -> HeatingElement:
    return element(alloy="nicr_80_20")


class Expectations(unittest.TestCase):
    def test_told_before_the_reading(self) -> None:
        cold, case, live = expectations(DECK_OVEN, BENCH)[:3]
        self.assertEqual(cold.text, "22.90–26.72 Ω")
        self.assertIn("24.05 Ω", cold.detail)
        self.assertIn("Ct = 1", cold.detail)
        self.assertEqual(case.text, "OL")
        self.assertIn("9.57 A and 2200 W at 230 V", live.detail)

    def test_at_another_supply(self) -> None:
        live = expectations(DECK_OVEN, Conditions(supply="208 V"))[2]
        self.assertIn("8.65 A and 1799 W at 208 V", live.detail)

    def test_cold_ohms_alone_say_nothing_of_amps(self) -> None:
        spec = HeatingElement.model_validate(
            {
                "rating": {"by": "ohms", "resistance": "24"},
                "tolerance": {"school": "percent_of_resistance"},
            }
        )
        told = {one.measurand: one.text for one in expectations(spec)}
        self.assertEqual(told["between_terminals"], "21.60–26.40 Ω")
        self.assertNotIn("running", told)

    def test_input_tolerance_by_power(self) -> None:
        self.assertEqual(input_tolerance(25), (None, 30))
        self.assertEqual(input_tolerance(100), (90, 110))
        self.assertEqual(input_tolerance(300), (270, 320))
        self.assertEqual(input_tolerance(2200), (1980, 2310))
        with self.assertRaises(ValueError):
            input_tolerance(0)

    def test_up_to_25_watts_the_lower_limit_of_power_is_the_shops(self) -> None:
        small = HeatingElement.by_plate(20, 230)
        self.assertEqual(expectations(small)[0].text, "2.204–5.290 kΩ")
        self.assertEqual(ohms("9.9 k", small).state, State.OUTSIDE)
        self.assertEqual(ohms("2.70 k", small).state, State.WITHIN)

    def test_two_plate_pairs_that_agree(self) -> None:
        self.assertEqual(expectations(self.dual("2200", "230", "1800", "208"))[0].warnings, ())

    def test_two_plate_pairs_that_disagree_warn_and_name_the_pair(self) -> None:
        spec = self.dual("3000", "230", "1000", "230")
        warning = expectations(spec)[0].warnings[0].text
        self.assertIn("17.63 Ω against 52.90 Ω", warning)
        self.assertIn("first pair", warning)
        second = self.dual("3000", "230", "1000", "230", judged_by="second")
        self.assertIn("52.90 Ω cold", expectations(second)[0].detail)

    def dual(self, watts: str, volts: str, watts2: str, volts2: str, **more: Any) -> HeatingElement:
        pairs = [{"power": watts, "voltage": volts}, {"power": watts2, "voltage": volts2}]
        return element(rating={"by": "plate", "pairs": pairs, **more})

    def test_the_alloy_moves_the_cold_band_only(self) -> None:
        cold, _, live = expectations(nicr())[:3]
        self.assertEqual(cold.text, "21.81–25.44 Ω")
        self.assertIn("9.57 A", live.detail)

    def test_a_given_ratio_stands_above_the_alloy(self) -> None:
        spec = element(alloy="nicr_80_20", hot_cold_ratio="1.0")
        self.assertEqual(expectations(spec)[0].text, "22.90–26.72 Ω")

    def test_temperature_factor_of_the_alloy(self) -> None:
        self.assertAlmostEqual(temperature_factor(HeatingAlloy.NICR_80_20, 60), 1.003)
        self.assertAlmostEqual(temperature_factor(HeatingAlloy.NICR_80_20, 20), 1.0)
        self.assertAlmostEqual(temperature_factor(HeatingAlloy.NICR_80_20, 5000), 1.08)
        self.assertLess(temperature_factor(HeatingAlloy.NICR_80_20, -10), 1.0)


class BetweenTerminals(unittest.TestCase):
    def test_within(self) -> None:
        verdict = ohms("24.6")
        self.assertEqual((verdict.state, verdict.outcome), (State.WITHIN, Outcome.ACCEPT))
        self.assertEqual(verdict.value.text if verdict.value else "", "24.40 ± 0.67 Ω")

    def test_just_within_by_each_rule(self) -> None:
        self.assertEqual(ohms("26.9", WITH_RATIO).state, State.JUST_WITHIN)
        self.assertEqual(ohms("26.9", WITH_RATIO).outcome, Outcome.ACCEPT)
        guarded = ohms("26.9", WITH_RATIO, rule=DecisionRule.GUARDED_ACCEPTANCE)
        self.assertEqual(guarded.outcome, Outcome.UNDECIDED)
        self.assertIn("guarded acceptance", guarded.outcome_text)
        kinder = ohms("26.9", WITH_RATIO, rule=DecisionRule.GUARDED_REJECTION)
        self.assertEqual(kinder.outcome, Outcome.ACCEPT)

    def test_low_without_the_alloy_asks_for_it(self) -> None:
        verdict = ohms("22.5")
        self.assertEqual((verdict.state, verdict.outcome), (State.JUST_OUTSIDE, Outcome.UNDECIDED))
        self.assertIn("alloy", verdict.headline)
        self.assertEqual(ohms("21.6").state, State.JUST_OUTSIDE)
        self.assertEqual(ohms("20.2").state, State.OUTSIDE)

    def test_low_with_the_alloy_is_judged(self) -> None:
        self.assertEqual(ohms("22.5", nicr()).state, State.JUST_WITHIN)
        self.assertEqual(ohms("20.6", nicr()).state, State.OUTSIDE)

    def test_outside_high_in_watts(self) -> None:
        verdict = ohms("27.9")
        self.assertEqual((verdict.state, verdict.outcome), (State.OUTSIDE, Outcome.REJECT))
        self.assertIn("−13 % of rated power", verdict.explanation[0])

    def test_open_isolated_hot_or_in_circuit(self) -> None:
        self.assertEqual(ohms("OL").state, State.OPEN)
        self.assertEqual(ohms("OL", connection="in_circuit").state, State.OPEN)
        hot = Conditions(meter=BENCH_METER, part_temperature="400")
        self.assertEqual(ohms("OL", conditions=hot).state, State.OPEN)

    def test_overflow_of_a_low_range_is_not_a_break(self) -> None:
        self.assertEqual(ohms("OL", range_top=6).state, State.NOT_DECIDABLE)
        self.assertEqual(ohms("OL", range_top=600).state, State.OPEN)

    def test_short(self) -> None:
        self.assertEqual(ohms("0.3").state, State.SHORT)
        self.assertEqual(ohms("0.0").state, State.SHORT)
        self.assertEqual(ohms("0.3", connection="in_circuit").state, State.NOT_COMPARABLE)

    def test_so_few_ohms_that_a_short_looks_the_same(self) -> None:
        heavy = HeatingElement.by_plate("12 kW", 80)
        self.assertEqual(ohms("0.6", heavy).state, State.NOT_DECIDABLE)
        self.assertIn("four-wire", ohms("0.6", heavy).next_step)

    def test_in_circuit_only_too_high_counts(self) -> None:
        self.assertEqual(ohms("24.4", connection="in_circuit").state, State.NOT_COMPARABLE)
        self.assertIn("Lift one end", ohms("24.4", connection="in_circuit").next_step)
        self.assertEqual(ohms("12.0", connection="in_circuit").state, State.NOT_COMPARABLE)
        self.assertEqual(ohms("27.9", connection="in_circuit").state, State.OUTSIDE)

    def test_a_missed_prefix_is_questioned_then_judged_as_typed(self) -> None:
        asked = ohms("2.44 k")
        self.assertEqual((asked.state, asked.outcome), (State.PLEASE_CONFIRM, Outcome.UNDECIDED))
        self.assertIn("factor of 100", asked.questions[0].sentence)
        confirmed = ohms("2.44 k", answers={"power_of_ten": "as_typed"})
        self.assertEqual((confirmed.state, confirmed.side), (State.OUTSIDE, "high"))

    def test_a_hot_part_is_not_ready_where_heat_could_matter(self) -> None:
        hot = Conditions(meter=BENCH_METER, part_temperature="300")
        self.assertEqual(ohms("27.2", conditions=hot).state, State.NOT_READY)
        self.assertEqual(ohms("25.9", WITH_RATIO, conditions=hot).state, State.WITHIN)

    def test_the_leads_must_be_known_where_they_matter(self) -> None:
        self.assertEqual(ohms("24.6", lead_zero=None).state, State.WITHIN)
        near = ohms("26.9", lead_zero=None)
        self.assertEqual(near.state, State.NOT_COMPARABLE)
        self.assertIn("Short the leads", near.next_step)
        self.assertEqual(ohms("26.7", lead_zero=None, leads_nulled=True).state, State.JUST_WITHIN)

    def test_rel_and_leads_give_the_same_value_but_not_the_same_u(self) -> None:
        by_leads, by_rel = ohms("24.6").value, ohms("24.4", lead_zero=None, leads_nulled=True).value
        assert by_leads and by_rel
        self.assertAlmostEqual(by_leads.value, by_rel.value)
        self.assertGreater(by_leads.expanded, by_rel.expanded)

    def test_bad_leads_stop_the_judgement(self) -> None:
        for text, word in (("1.4", "bad"), ("OL", "broken"), ("5.0 V", "ohms"), ("0.9", "")):
            with self.subTest(text):
                if not word:
                    self.assertEqual(ohms("25.5", lead_zero=text).state, State.WITHIN)
                    continue
                with self.assertRaises(InputError) as caught:
                    ohms("24.6", lead_zero=text)
                self.assertEqual(caught.exception.field, "reading.lead_zero")
                self.assertIn(word, caught.exception.message)
        with self.assertRaises(InputError):
            ohms("24.6", lead_zero="0.2", leads_nulled=True)
        with self.assertRaises(InputError):
            ohms("0.00", lead_zero="0.90")

    def test_a_coarse_display_cannot_decide(self) -> None:
        self.assertEqual(ohms("25").state, State.NOT_DECIDABLE)

    def test_what_would_settle_it_fits_the_part(self) -> None:
        self.assertIn("four-wire", ohms("26.9", WITH_RATIO).next_step)
        small = ohms("2.7 k", HeatingElement.by_plate(20, 230), Conditions())
        self.assertEqual(small.state, State.JUST_WITHIN)
        self.assertIn("which meter", small.next_step)
        self.assertNotIn("four-wire", small.next_step)
        self.assertIn("the rated 20 W within", small.explanation[0])

    def test_rated_power_is_not_claimed_for_a_coarse_reading_far_off(self) -> None:
        verdict = ohms("12", conditions=Conditions())
        self.assertEqual(verdict.state, State.OUTSIDE)
        self.assertNotIn("within the uncertainty", verdict.explanation[0])
        self.assertIn("above 2200 W", verdict.explanation[0])

    def test_an_unknown_meter_is_named(self) -> None:
        self.assertIn("meter not known", " ".join(ohms("24.6", conditions=Conditions()).policy))

    def test_own_limits_with_a_watch_band(self) -> None:
        limits = {"school": "own_limits", "lower": "20", "upper": "30", "watch_upper": "25"}
        spec = element(tolerance=limits)
        self.assertEqual(ohms("26.7", spec).state, State.WATCH)
        self.assertEqual(ohms("24.5", spec).state, State.WITHIN)

    def test_the_working_can_be_redone(self) -> None:
        lines = {line.label: line for line in ohms("24.6").working}
        self.assertAlmostEqual(lines["By the plate, hot"].value or 0, 230**2 / 2200)
        self.assertEqual(lines["Leads taken off"].figures, "24.6 Ω − 0.2 Ω")
        self.assertEqual(lines["Together, U = 2u"].result, "± 0.67 Ω")
        self.assertIn("18 %", lines["The leads' share"].result)

    def test_the_order_from_short_to_open(self) -> None:
        texts = ("0.1", "20.0", "24.6", "28.4", "OL")
        states = [ohms(text).state for text in texts]
        self.assertEqual(states, [State.SHORT, State.OUTSIDE, State.WITHIN, State.OUTSIDE, State.OPEN])

    @given(st.decimals(1, 599, places=1), st.sampled_from(["isolated", "in_circuit"]))
    def test_any_reading_gets_a_whole_verdict(self, value: object, connection: str) -> None:
        verdict = ohms(str(value), connection=connection)
        self.assertTrue(verdict.headline and verdict.next_step and verdict.working)
        if connection == "in_circuit" and verdict.outcome is Outcome.ACCEPT:
            self.fail("an in-circuit reading is never a pass")


class TerminalToCase(unittest.TestCase):
    def test_overflow_is_due(self) -> None:
        self.assertEqual(to_case("OL").state, State.WITHIN)

    def test_any_figure_is_a_leak(self) -> None:
        verdict = to_case("1.8 M")
        self.assertEqual((verdict.state, verdict.outcome), (State.LEAKING, Outcome.REJECT))
        self.assertIn("do not energise", verdict.headline)
        self.assertIn("fingers", verdict.next_step)
        self.assertNotIn("fingers", to_case("0.3").next_step)
        self.assertEqual(to_case("0.3").state, State.LEAKING)
        self.assertEqual(to_case("25.00 M").state, State.WITHIN)

    def test_in_circuit_proves_nothing_but_stays_careful(self) -> None:
        verdict = to_case("1.8 M", connection="in_circuit")
        self.assertEqual(verdict.state, State.NOT_COMPARABLE)
        self.assertIn("do not energise", verdict.next_step)

    def test_overflow_below_the_top_range_says_little(self) -> None:
        self.assertEqual(to_case("OL", range_top=600).state, State.NOT_DECIDABLE)


class Running(unittest.TestCase):
    def test_within_at_the_measured_volts(self) -> None:
        verdict = running("221.5", "9.2")
        self.assertEqual(verdict.state, State.WITHIN)
        self.assertEqual(verdict.expectation.text, "8.29–9.67 A")
        self.assertIn("9.21 A and 2040 W", verdict.expectation.detail)
        self.assertEqual(verdict.value.text if verdict.value else "", "9.20 ± 0.43 A")

    def test_the_voltmeter_counts_in_the_comparison(self) -> None:
        lines = {line.label: line.value for line in running("221.5", "9.2").working}
        self.assertAlmostEqual(lines["The current's own U = 2u"] or 0, 0.4314, places=4)
        self.assertAlmostEqual(lines["For the comparison, U = 2u"] or 0, 0.4427, places=4)

    def test_volts_without_amps_ask_first(self) -> None:
        asked = running("221.5", "0.0")
        self.assertEqual(asked.state, State.PLEASE_CONFIRM)
        self.assertEqual([one.code for one in asked.questions], ["one_conductor", "calling"])
        settled = running("221.5", "0.0", one_conductor="yes", calling="yes")
        self.assertEqual((settled.state, settled.outcome), (State.OPEN, Outcome.REJECT))
        self.assertIn("joint", settled.headline)
        wrong = running("221.5", "0.0", one_conductor="no", calling="yes")
        self.assertEqual(wrong.state, State.NOT_COMPARABLE)
        self.assertIn("clamp", wrong.next_step)
        idle = running("221.5", "0.0", one_conductor="yes", calling="no")
        self.assertIn("thermostat", idle.next_step)

    def test_no_volts_say_nothing_of_the_part(self) -> None:
        verdict = running("0.3", "0.0")
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertIn("not proven bad", verdict.next_step)

    def test_low_amps_at_low_volts_are_the_supply(self) -> None:
        verdict = running("180.0", "7.50")
        self.assertEqual(verdict.state, State.WITHIN)
        self.assertIn("supply first", verdict.warnings[-1].text)
        self.assertEqual(running("221.5", "9.2").warnings, ())

    def test_outside_both_ways_and_near_a_limit(self) -> None:
        self.assertEqual(running("230.0", "7.00").state, State.OUTSIDE)
        self.assertEqual(running("230.0", "12.0").side, "high")
        self.assertEqual(running("230.0", "8.61").state, State.JUST_WITHIN)
        self.assertEqual(running("230.0", "8.50").state, State.JUST_OUTSIDE)
        self.assertEqual(running("230", "9").state, State.NOT_DECIDABLE)

    def test_a_missed_prefix_is_questioned(self) -> None:
        self.assertEqual(running("230.0", "920 mA").state, State.PLEASE_CONFIRM)
        confirmed = running("230.0", "920 mA", power_of_ten="as_typed")
        self.assertEqual(confirmed.state, State.OUTSIDE)

    def test_overflow_and_negative_are_refused_where_they_stand(self) -> None:
        for volts, amps, field in (
            ("OL", "9.2", "reading.voltage"),
            ("230", "OL", "reading.current"),
            ("-12 V DC", "9.2", "reading.voltage"),
            ("230", "9.2 V", "reading.current"),
        ):
            with self.subTest(volts + amps), self.assertRaises(InputError) as caught:
                running(volts, amps)
            self.assertEqual(caught.exception.field, field)

    def test_ohms_only_needs_volts_across_it(self) -> None:
        spec = HeatingElement.model_validate(
            {
                "rating": {"by": "ohms", "resistance": "24"},
                "tolerance": {"school": "percent_of_resistance"},
            }
        )
        self.assertEqual(running("230.0", "9.6", spec).state, State.WITHIN)
        with self.assertRaises(InputError):
            running("0.0", "0.0", spec)


class BadSpecs(unittest.TestCase):
    def refuse(self, **changes: Any) -> str:
        with self.assertRaises(ValidationError) as caught:
            element(**changes)
        return str(caught.exception.errors()[0]["msg"])

    def plate(self, power: object, voltage: object) -> str:
        return self.refuse(rating={"by": "plate", "pairs": [{"power": power, "voltage": voltage}]})

    def test_plate_figures(self) -> None:
        self.assertIn("“-5”", self.plate("-5", "230"))
        self.assertIn("“0”", self.plate("2200", "0"))
        self.assertIn("Give the voltage in V", self.plate("2200", ""))
        self.assertIn("not a figure", self.plate("hot", "230"))
        self.assertIn("1e+300", self.plate("1e300", "230"))
        self.assertIn("too small to be the voltage", self.plate("2200", "1e-300"))
        self.assertIn("too small to be the rated power", self.plate(1e-320, "230"))
        self.assertIn("“230 V” is in V", self.plate("230 V", "230"))
        self.assertIn("two ways", self.plate("2,200", "230"))
        self.assertIn("figure", self.plate(True, "230"))
        self.assertIn("not a figure", self.plate(float("nan"), "230"))

    def test_contradictions(self) -> None:
        self.assertIn(
            "watts",
            self.refuse(
                rating={"by": "ohms", "resistance": "24"}, tolerance={"school": "appliance_input"}
            ),
        )
        self.assertIn("Give a lower", self.refuse(tolerance={"school": "own_limits"}))
        crossed = {"school": "own_limits", "lower": "30", "upper": "20"}
        self.assertIn("wrong order", self.refuse(tolerance=crossed))
        equal = {"school": "own_limits", "lower": "20", "upper": "20.0"}
        self.assertIn("no room", self.refuse(tolerance=equal))
        lonely = {"by": "plate", "judged_by": "second", "pairs": [{"power": "1", "voltage": "2"}]}
        self.assertIn("no second", self.refuse(rating=lonely))
        self.assertIn("Ct", self.refuse(hot_cold_ratio="0"))

    def test_units_and_prefixes_on_the_plate(self) -> None:
        spec = HeatingElement.by_plate("2,2 kW", "230 V")
        self.assertEqual(expectations(spec)[0].text, "22.90–26.72 Ω")
        self.assertEqual(spec.describe(), "Heating element, 2200 W 230 V")

    def test_fahrenheit_and_kelvin(self) -> None:
        conditions = Conditions(part_temperature="68 °F", thermometer_limit="1 K")
        assert conditions.part_temperature
        self.assertAlmostEqual(conditions.part_temperature.value, 20)
        self.assertEqual(conditions.temperature_limit, 1)
