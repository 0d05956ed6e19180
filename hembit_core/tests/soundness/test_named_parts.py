"""Parts as a bench has them, with nothing said but what people say: what they are called."""

from __future__ import annotations

import unittest
from typing import Any

from hembit_core.rules.values import default_rules
from hembit_core.soundness.call import Call, Word, call_of
from hembit_core.soundness.modes import Aspect
from hembit_core.tests.readers import part, plate
from hembit_core.tests.soundness.calls import ELEMENT, called, ohms, weighs

COVEN = part("heating_element", **plate("4400", "235"))
LINES = {"l1_l2": "65.1", "l2_l3": "65.6", "l3_l1": "65.3"}
AMPS = {"measurand": "running", "voltage": "230", "current": "9.5"}


class Sound(unittest.TestCase):
    def good(self, call: Call, *aspects: Aspect) -> None:
        self.assertIs(call.word, Word.GOOD, call)
        self.assertEqual(tuple(one.aspect for one in call.aspects), aspects or (Aspect.PATH,))

    def test_an_element_by_its_plate_with_or_without_its_leads(self) -> None:
        self.good(called(COVEN, ohms("12.8")))
        self.good(called(COVEN, ohms("12.8", lead_zero="0.2")))
        self.good(called(COVEN, ohms("13.16")))

    def test_a_loose_coil_whose_temperature_nobody_said(self) -> None:
        coil = part(
            "winding", resistance="147", tolerance={"school": "percent_of_resistance", "percent": "10"}
        )
        self.good(called(coil, ohms("135.5", "winding_resistance"), before=0.95))

    def test_a_delta_whose_alloy_nobody_said(self) -> None:
        delta = part(
            "three_phase_set",
            connection="delta",
            branch={"kind": "heating_element", **plate("1500", "400")},
        )
        self.good(called(delta, {"measurand": "line_to_line", "connection": "isolated", **LINES}))

    def test_what_was_not_measured_is_named_and_good_alone_takes_it_all(self) -> None:
        call = called(ELEMENT, ohms("24.6"), ohms("OL", "terminal_to_case"))
        self.good(call, Aspect.PATH, Aspect.TO_CASE)
        self.assertEqual(call.untested, (Aspect.UNDER_LOAD,))
        call = called(ELEMENT, ohms("24.6"), ohms("OL", "terminal_to_case"), AMPS)
        self.good(call, Aspect.PATH, Aspect.TO_CASE, Aspect.UNDER_LOAD)
        self.assertEqual(call.untested, ())


class NotToBeTold(unittest.TestCase):
    def test_a_thermistor_beside_a_guess_is_no_fault_and_not_good(self) -> None:
        sensor = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "10k", "beta": "3977"})
        guesses: tuple[dict[str, Any], ...] = (
            {"part_temperature": "25", "temperature_source": "guessed"},
            {},
        )
        for guess in guesses:
            with self.subTest(guess):
                call = called(sensor, ohms("12.10k", "sensor_resistance"), **guess)
                self.assertIn(call.word, (Word.CANNOT_TELL, Word.LIKELY_GOOD))
                self.assertIn("temperature", call.asks)
        known: dict[str, Any] = {"part_temperature": "20.9", "temperature_source": "contact_probe"}
        self.assertIs(called(sensor, ohms("12.10k", "sensor_resistance"), **known).word, Word.GOOD)

    def test_a_coil_of_which_nobody_said_how_warm_it_is_may_have_run(self) -> None:
        coil = part(
            "winding", resistance="147", tolerance={"school": "percent_of_resistance", "percent": "10"}
        )
        warm = called(coil, ohms("172", "winding_resistance"))  # 147 Ω at 63 °C
        self.assertFalse(warm.is_fault or warm.word is Word.LIKELY_FAULT, warm)
        self.assertIn("temperature", warm.asks)
        settled: dict[str, Any] = {"part_temperature": "20", "temperature_source": "air_settled"}
        self.assertTrue(called(coil, ohms("172", "winding_resistance"), **settled).is_fault)

    def test_open_and_full_current_cannot_both_be_right(self) -> None:
        call = called(ELEMENT, ohms("OL"), AMPS)
        self.assertEqual(call.at_odds, ("between_terminals", "running"))
        self.assertEqual(call.doubted, ("between_terminals",))
        self.assertLess(call.weights.get("open", 0.0), 0.05)

    def test_open_once_is_taken_again_before_a_part_of_many_is_called_open(self) -> None:
        once = called(ELEMENT, ohms("OL"), before=0.92)
        self.assertIs(once.word, Word.LIKELY_FAULT)
        self.assertEqual(once.doubted, ("between_terminals",))
        read = weighs(ELEMENT, ohms("OL"))
        for again, word in ((read, Word.LIKELY_FAULT), (read.taken_afresh(), Word.FAULT)):
            call = call_of(ELEMENT, [read, again], 0.92, default_rules())
            assert call is not None
            self.assertIs(call.word, word)


class Faulty(unittest.TestCase):
    def test_faults_are_called_by_their_names(self) -> None:
        bank = part(
            "element_bank", members="4", member={"kind": "heating_element", **plate("2200", "230")}
        )
        contact = part("contact")
        cases: tuple[tuple[Any, list[dict[str, Any]], str], ...] = (
            (ELEMENT, [ohms("OL")], "open"),
            (ELEMENT, [ohms("14.1", lead_zero="0.2")], "shorted_in_part"),
            (bank, [ohms("8.0", "bank_resistance", lead_zero="0.2")] * 2, "member_dead"),
            (contact, [ohms("0.1", "contact_open")], "stuck_closed"),
            (contact, [ohms("18.2", "contact_closed")], "burnt"),
            (ELEMENT, [ohms("24.6"), *[ohms("0.4M", "terminal_to_case")] * 2], "leaks"),
        )
        for spec, readings, fault in cases:
            with self.subTest(fault):
                call = called(spec, *readings)
                self.assertTrue(call.is_fault, call)
                self.assertEqual(call.faults[0], fault)

    def test_a_side_is_told_and_not_that_it_is_off_as_well(self) -> None:
        for display, told in (("31.0", "too high: a bad joint"), ("17.5", "too low: shorted in part")):
            call = called(ELEMENT, ohms(display))
            self.assertTrue(call.told(ELEMENT).startswith(told), call.told(ELEMENT))

    def test_a_reading_in_circuit_says_nothing_unless_it_is_open(self) -> None:
        beside = {"connection": "in_circuit"}
        self.assertIs(called(ELEMENT, ohms("OL", **beside)).word, Word.FAULT)
        with self.assertRaises(AssertionError):
            called(ELEMENT, ohms("24.6", **beside))


if __name__ == "__main__":
    unittest.main()
