"""A technician at the Check screen: from the plate to the kept verdict."""

from __future__ import annotations

import re
import time

from playwright.sync_api import Route, expect

from e2e.tests.browser_case import BrowserCase
from hembit.apps.checks.models import Check


class Journeys(BrowserCase):
    def test_too_close_to_call_the_shops_own_meters_are_ranked_and_one_is_taken(self) -> None:
        technician, page = self.technician, self.page
        technician.open_check().give_plate("2200", "230")
        technician.choose("Meter", "Old meter, drawer").zero_leads("0.2").say_loose()
        technician.read("26.8").see_verdict("Just within", "overdue for calibration")
        ranked = page.get_by_role("region", name="Which of ours can decide this")
        best = ranked.get_by_role("listitem").first
        expect(best).to_contain_text("Milliohm meter: yes")
        best.get_by_role("button", name="Take it").click()
        expect(page.get_by_label("Meter", exact=True)).to_contain_text("Milliohm meter")
        expect(page.get_by_role("combobox", name="Range")).to_contain_text("200")

    def test_judge_and_keep_a_good_element_and_find_it_again(self) -> None:
        self.technician.open_check().give_plate("2200", "230", "Deck oven, front element")
        self.technician.see("22.90–26.72 Ω", "both wires lifted off the terminals")
        expect(self.page.get_by_role("status", name="Dead or live")).to_contain_text("Not stated")
        expect(self.page.get_by_label("What the display shows")).to_have_count(0)
        self.technician.choose("Meter", "Bench meter 2").zero_leads("0.2").say_loose()
        self.technician.read("24.6").see_verdict("Within", "Accepted", "simple rule")
        self.technician.see("24.40 ± 0.67 Ω", "R = U² / P")
        self.technician.keep().see_verdict("Kept at")
        expect(self.page.get_by_label("What the display shows")).to_have_value("")
        self.page.get_by_role("link", name="Kept checks").click()
        self.page.get_by_label("Find").fill("front")
        self.page.get_by_role("link", name="Deck oven, front element").click()
        self.technician.see_verdict("Within", "Accepted").see("24.40 ± 0.67 Ω", "Bench meter 2")
        self.technician.see("loose part on the bench")
        self.assertEqual(Check.objects.get().submission["reading"]["display"], "24.6")

    def test_an_open_element_by_the_ol_button(self) -> None:
        self.at_the_deck_oven()
        self.page.get_by_role("button", name="OL", exact=True).click()
        self.technician.see_verdict("Open: no path from end to end", "Rejected").keep()
        self.technician.see_verdict("Kept at")
        self.assertEqual(Check.objects.get().state, "open")

    def test_a_leaking_element(self) -> None:
        self.at_the_deck_oven().test("Terminal to case").read("1.8 M")
        self.technician.see_verdict("Leaking: do not energise until an insulation test decides")
        self.technician.see_verdict("fingers off both probes").keep().see_verdict("Kept at")
        self.technician.test("Volts and amps").see("It leaks: do not energise it")

    def test_a_reading_near_the_limit_by_two_rules(self) -> None:
        self.at_the_deck_oven().choose("Alloy", "own Ct")
        self.page.get_by_label("Ct", exact=True).fill("1.0")
        self.technician.read("26.9")
        self.technician.see_verdict("Just within", "too close to call", "Accepted")
        self.technician.choose("Decide by", "guarded acceptance")
        self.technician.see_verdict("Just within", "Undecided", "guarded acceptance")

    def test_a_low_reading_asks_for_the_alloy(self) -> None:
        self.at_the_deck_oven().read("22.5").see_verdict("give the alloy", "Undecided")
        self.technician.choose("Alloy", "NiCr 80/20").see("21.81–25.44 Ω").see_verdict("Just within")

    def test_a_missed_prefix_is_asked_after_a_pause_and_judged_once_confirmed(self) -> None:
        self.at_the_deck_oven().read("2.44 k")
        self.technician.see_verdict("Please confirm", "factor of 100")
        self.technician.keep().see_verdict("Please confirm")
        self.assertFalse(Check.objects.exists())
        self.page.get_by_role("button", name="Yes, it is 2.44 kΩ").click()
        self.technician.see_verdict("Outside, high").keep().see_verdict("Kept at")

    def test_an_ambiguous_separator_offers_both_meanings(self) -> None:
        self.at_the_deck_oven().read("24,600").see("can be read two ways")
        self.page.get_by_role("button", name="24.600 (decimal comma)").click()
        self.technician.see_verdict("Within").see("24.4")

    def test_in_circuit_proves_little(self) -> None:
        self.at_the_deck_oven().read("24.4")
        self.page.get_by_role("radio", name="In circuit", exact=True).click()
        self.technician.see_verdict("Not comparable", "Lift one end")
        self.technician.read("OL").see_verdict("Open")

    def test_the_live_pair(self) -> None:
        self.at_the_deck_oven().test("Volts and amps")
        self.technician.see("Volts and amps need it live").go_live()
        band = self.page.get_by_role("status", name="Dead or live")
        expect(band).to_contain_text("LIVE since")
        self.technician.read_running("221.5", "9.2").see_verdict("Within", "2040 W is due")
        self.technician.see("8.29–9.67 A", "9.20 ± 0.43 A").keep().see_verdict("Kept at")
        self.technician.read_running("221.5", "0.0").see_verdict("volts, but no current")
        self.page.get_by_role("group", name=re.compile("clamp")).get_by_text("Yes").click()
        self.page.get_by_role("group", name=re.compile("thermostat")).get_by_text("Yes").click()
        self.technician.see_verdict("Open under load, or a joint is open")
        self.technician.test("Between the terminals").see("Switch off, lock off")
        self.page.keyboard.press("d")
        expect(band).to_contain_text("Not stated")
        self.technician.see("Before ohms are taken: is it dead?")

    def test_proved_dead_has_a_name_and_a_time(self) -> None:
        self.technician.open_check().give_plate("2200", "230")
        self.page.get_by_role("button", name="Proved dead by Ilse Fennick").click()
        band = self.page.get_by_role("status", name="Dead or live")
        expect(band).to_contain_text(re.compile(r"Proved dead by Ilse Fennick at \d\d:\d\d"))

    def test_two_plate_pairs(self) -> None:
        self.technician.open_check().give_plate("2200", "230")
        self.page.get_by_label("dual plate").check()
        self.page.locator("#spec-rating-pairs-1-power").fill("1800")
        self.page.locator("#spec-rating-pairs-1-voltage").fill("208")
        self.technician.see("By plate pair 2, hot")
        expect(self.page.get_by_text("disagree by more")).to_have_count(0)
        self.page.locator("#spec-rating-pairs-1-power").fill("1000")
        self.technician.see("disagree by more than rounding allows")

    def test_keyboard_only(self) -> None:
        self.technician.open_check()
        keys = self.page.keyboard
        keys.press("w")
        keys.type("2200")
        keys.press("Tab")
        keys.type("230")
        keys.press("Alt+z")
        keys.type("0.2")
        keys.press("Alt+b")
        expect(self.page.locator("#entry")).to_be_focused()
        keys.type("24,6")
        self.technician.see_verdict("Within")
        keys.press("Enter")
        self.technician.see_verdict("Kept at")
        keys.press("o")
        expect(self.page.locator("#entry")).to_have_value("OL")
        keys.type("L")
        expect(self.page.locator("#entry")).to_have_value("OL")
        self.technician.see_verdict("Open")
        keys.press("Escape")
        expect(self.page.locator("#entry")).to_have_value("")
        keys.press("ArrowDown")
        self.technician.see("any figure below 20 MΩ is a leak")
        keys.press("?")
        expect(self.page.get_by_role("dialog", name="Keys")).to_be_visible()
        keys.press("Escape")
        keys.press("Escape")
        keys.press("k")
        self.technician.see("Heating element, 2200 W 230 V")


class Coils(BrowserCase):
    def test_a_valve_coil_in_the_cold_and_by_the_other_school(self) -> None:
        technician = self.technician.open_check().give_winding("118", "20", "Drain valve")
        self.page.get_by_label("±", exact=True).fill("8")
        technician.choose("Meter", "Bench meter 2").see("108.6–127.4 Ω")
        self.page.get_by_label("Part is at").fill("6.0")
        technician.choose("read by", "contact probe").see("102.6–120.4 Ω")
        self.page.get_by_label("REL took the leads off").check()
        technician.say_loose().read("112.4").see_verdict("Within")
        technician.see("118.9 ± 1.5 Ω", "The same at 20 °C")
        technician.choose("Band by", "never gains ohms").see("nothing to compare with")
        self.page.get_by_label("nominal is the most").check()
        technician.see_verdict("Just outside, high", "settled reading at room temperature")
        technician.keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("As submitted", "118 Ω", "a winding never gains ohms")
        self.assertEqual(Check.objects.get().submission["spec"]["kind"], "winding")

    def test_warm_inside_is_not_ready_and_the_frame_must_be_open(self) -> None:
        self.technician.open_check().give_winding("118").zero_leads("0.2").say_loose()
        self.technician.read("131.0").see_verdict("Just outside")
        self.page.get_by_label("settled").uncheck()
        self.technician.see_verdict("Not ready", "Let it settle")
        self.technician.test("Terminal to case").read("OL").see_verdict("Within")
        self.assert_accessible(self.page, "coil")

    def test_a_kind_is_found_by_what_people_call_it(self) -> None:
        self.technician.open_check().find_kind("solenoid")
        self.technician.see("Winding, end to end", "Give the winding's ohms first.")
        expect(self.page.get_by_label("Ohms", exact=True)).to_be_focused()
        self.page.keyboard.press("Alt+f")
        self.page.keyboard.type("zzz")
        self.technician.see("Nothing here is called “zzz”")
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_label("Ohms", exact=True)).to_be_focused()
        self.page.keyboard.press("Alt+f")
        self.assert_accessible(self.page, "finder")

    def test_arrow_keys_go_through_a_group_of_tiles(self) -> None:
        self.technician.open_check()
        self.page.get_by_role("radio", name="Element").focus()
        self.page.keyboard.press("ArrowRight")
        expect(self.page.get_by_role("radio", name="Coil")).to_be_checked()
        self.technician.see("Winding, end to end")


class Sensors(BrowserCase):
    def test_a_curing_room_probe_in_kelvin_and_by_the_share_of_r(self) -> None:
        technician = self.technician.open_check().give_ntc("5 k", "3470", "")
        technician.see("give the temperature it has now")
        self.page.get_by_label("Part is at").fill("31.2")
        technician.choose("read by", "ice bath").choose("Meter", "Bench meter 2")
        technician.see("3.945 kΩ at 31.2 °C, ±1.06 K").say_loose()
        self.page.get_by_label("REL took the leads off").check()
        technician.read("3.71k").see_verdict("Just outside, high", "Reads 1.65 K warm")
        technician.see("32.85 ±")
        self.assert_accessible(self.page, "sensor")
        technician.choose("School", "± share of R").see_verdict("Within")
        technician.keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("As submitted", "5 kΩ", "3470 K")

    def test_a_platinum_probe_with_three_wires(self) -> None:
        technician = self.technician.open_check().find_kind("pt100")
        technician.choose("Type", "platinum").choose("Wires", "3 wires")
        self.page.get_by_label("Part is at").fill("22.0")
        technician.choose("Meter", "Bench meter 2").see("±0.41 K").say_loose()
        self.page.get_by_label("Like pair").fill("0.6")
        technician.read("109.4").see_verdict("Not decidable", "0.59 K warm")
        technician.read("OL").see_verdict("Open")


class OtherParts(BrowserCase):
    def test_an_igniter_by_three_schools(self) -> None:
        technician = self.technician.open_check().find_kind("hot surface")
        for label, text in (("Usual from", "45"), ("to", "85"), ("Lenient to", "190")):
            self.page.get_by_label(label, exact=True).fill(text)
        technician.choose("Meter", "Bench meter 2").zero_leads("0.2").say_loose()
        technician.read("128.2").see_verdict("Outside, high", "Rejected")
        technician.choose("School", "lenient").see_verdict("Watch, high", "order a spare")
        technician.choose("School", "function first").see_verdict("Not decided by ohms")
        self.assert_accessible(self.page, "igniter")
        technician.read("6.1 k").see_verdict("Please confirm")
        technician.read("OL").see_verdict("Open").keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("silicon carbide", "45 Ω", "85 Ω")

    def test_a_thermostat_that_sticks(self) -> None:
        technician = self.technician.open_check()
        self.page.get_by_role("radio", name="Contact").click()
        technician.see("up to 0.50 Ω").say_loose().zero_leads("0.20")
        technician.read("0.22").see_verdict("Within", "stuck closed passes this test")
        technician.test("Should be open").read("0.24").see_verdict("Stuck closed", "Rejected")
        self.assert_accessible(self.page, "contact")
        technician.keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("Of a", "thermostat")

    def test_a_high_tension_lead_and_anything_else(self) -> None:
        technician = self.technician.open_check()
        self.page.get_by_role("radio", name="HT lead").click()
        for label, text in (("Length", "0.42"), ("Per metre", "7.1 k"), ("Cap", "5 k")):
            self.page.get_by_label(label, exact=True).fill(text)
        technician.see("7.98 kΩ nominal").say_loose().zero_leads("0.2")
        technician.read("8.10 k").see_verdict("Within").keep().see_verdict("Kept at")
        self.page.get_by_role("radio", name="Other").click()
        self.page.get_by_label("Ohms", exact=True).fill("4k7")
        technician.see("is it dead?").say_loose().read("4.71k").see_verdict("Within")


class NothingIsLost(BrowserCase):
    def test_bad_input_is_answered_beside_its_field(self) -> None:
        self.technician.open_check()
        self.page.get_by_label("Rated power").fill("2200")
        self.page.get_by_label("at", exact=True).first.focus()
        self.page.get_by_label("Lead zero").focus()
        self.technician.see("Give the voltage in V.")
        for field, text, answer in (
            ("Rated power", "-5", "“-5” was read as −5 W"),
            ("Rated power", "1e300", "1e+300 W"),
            ("Rated power", "warm", "“warm” is not a figure"),
            ("Rated power", "230 V", "is in V"),
        ):
            self.page.get_by_label(field).fill(text)
            self.technician.see(answer)
            expect(self.page.get_by_label(field)).to_have_value(text)
        self.technician.give_plate("2200", "230").zero_leads("1.4").say_loose()
        for text, answer in (
            ("-3", "ohms are not"),
            ("1e300", "than any meter shows"),
            ("warm", "is not a figure"),
            ("230 V", "ohms are asked for"),
        ):
            self.technician.read(text).see(answer)
            expect(self.page.get_by_label("What the display shows")).to_have_value(text)
        self.technician.read("24.6").see("leads or plugs are bad")

    def test_a_reload_keeps_what_was_typed(self) -> None:
        self.at_the_deck_oven().read("26.9").see_verdict("Just within")
        self.page.reload()
        self.technician.see_verdict("Just within")
        expect(self.page.get_by_label("Rated power")).to_have_value("2200")
        expect(self.page.get_by_label("What the display shows")).to_have_value("26.9")

    def test_a_lost_answer_is_sent_again_and_stored_once(self) -> None:
        self.at_the_deck_oven().read("24.6").see_verdict("Within")
        # The check arrives, its answer is lost on the way back.
        self.page.route("**/api/v1/checks", lambda route: (route.fetch(), route.abort()), times=1)
        self.technician.keep().see("Kept here, not judged")
        expect(self.page.get_by_label("What the display shows")).to_have_value("")
        self.technician.see_arrived("Sent and judged: Within")
        self.assertEqual(Check.objects.count(), 1)

    def test_return_pressed_twice_keeps_once(self) -> None:
        self.at_the_deck_oven().read("24.6").see_verdict("Within")
        self.page.locator("#entry").press("Enter")
        self.page.locator("#entry").press("Enter")
        self.technician.see_verdict("Kept at")
        self.assertEqual(Check.objects.count(), 1)

    def test_in_the_machine_it_is_asked_how_it_was_connected(self) -> None:
        self.technician.open_check().give_plate("2200", "230").see("22.9")
        self.page.keyboard.press("Alt+x")
        self.technician.read("24.6").see_verdict("How it was connected was not said")
        self.page.locator("#entry").press("Enter")
        self.technician.see("Say how it was connected")
        self.assertEqual(Check.objects.count(), 0)
        self.page.keyboard.press("Alt+i")
        self.page.locator("#entry").press("Enter")
        self.technician.see_verdict("Kept at")
        self.technician.read("OL").see_verdict("Open")
        self.page.locator("#entry").press("Enter")
        self.technician.see_verdict("Kept at")

    def test_return_before_the_verdict_waits_for_it(self) -> None:
        self.technician.open_check().give_plate("2200", "230").see("22.9")
        self.page.keyboard.press("Alt+x")

        def late(route: Route) -> None:
            time.sleep(1)
            route.continue_()

        self.page.route("**/api/v1/judgements", late)
        self.technician.read("OL")
        self.page.locator("#entry").press("Enter")
        self.technician.see_verdict("Kept at")
        self.technician.read("24.6")
        self.page.locator("#entry").press("Enter")
        self.technician.see("Say how it was connected")
        self.assertEqual(Check.objects.count(), 1)

    def test_a_lapsed_proof_is_asked_for_again(self) -> None:
        self.technician.open_check().give_plate("2200", "230")
        self.page.evaluate(
            """() => localStorage.setItem("hembit.dead_or_live", JSON.stringify({stated:
            {state: "proved_dead", by: "Ilse Fennick",
            at: new Date(Date.now() - 4.2e6).toISOString()}}))"""
        )
        self.page.reload()
        self.technician.read("24.6").see("The proof of dead by Ilse Fennick is 70 minutes old")
        self.technician.say_loose().see_verdict("Within")
        expect(self.page.get_by_text("70 minutes old")).to_have_count(0)

    def test_a_new_part_asks_again_and_keeps_the_bench(self) -> None:
        self.at_the_deck_oven().read("24.6").see_verdict("Within")
        self.page.get_by_role("button", name="New part").click()
        expect(self.page.get_by_label("Rated power")).to_have_value("")
        expect(self.page.get_by_label("Lead zero")).to_have_value("0.2")
        self.technician.give_plate("1000", "230").see("is it dead?")
