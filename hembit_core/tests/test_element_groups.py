"""Banks, three-phase sets, tapped elements: which member is dead, which branch is open."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import InputError, Judgement, Outcome, State, expectations
from hembit_core.families.three_phase_set.patterns import branches_from
from hembit_core.families.three_phase_set.spec import SetConnection
from hembit_core.judge import AnySpec
from hembit_core.physics.three_phase import (
    delta_line_to_line,
    star_line_currents,
    star_line_to_line,
)
from hembit_core.tests.readers import here, part, plate, read

BANK = part("element_bank", member=plate("1000", "230"), members=6)


def bank(display: str, **how: Any) -> Judgement:
    return read(BANK, "bank_resistance", display=display, **how)


class Banks(unittest.TestCase):
    def test_the_ladder_is_told_before_the_reading(self) -> None:
        told = expectations(BANK, here())[0]
        self.assertEqual(told.text, "8.397–9.796 Ω")
        self.assertIn("10.58 Ω with one dead", told.detail)
        labels = [rung.label for rung in told.rail.rungs]
        self.assertEqual(labels[:3], ["all well", "1 dead", "2 dead"])
        self.assertAlmostEqual(told.rail.rungs[4].value, 26.45)

    def test_one_dead_member_is_named(self) -> None:
        verdict = bank("10.6")
        self.assertEqual((verdict.state, verdict.outcome), (State.OUTSIDE, Outcome.REJECT))
        self.assertIn("one dead member fits (10.58 Ω)", verdict.headline)
        self.assertIn("clamp each branch", verdict.next_step)
        self.assertEqual([rung.fits for rung in verdict.rail.rungs][:3], [False, True, False])

    def test_all_well_four_dead_all_dead(self) -> None:
        self.assertEqual(bank("8.82").state, State.WITHIN)
        self.assertIn("4 dead members fit", bank("26.5").headline)
        self.assertEqual(bank("OL").state, State.OPEN)

    def test_between_two_steps_it_says_that_it_cannot_tell(self) -> None:
        verdict = bank("9.9")
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_DECIDABLE, Outcome.UNDECIDED))
        self.assertIn("all well (8.817 Ω), 1 dead (10.58 Ω) all fit", verdict.explanation[0])

    def test_between_one_and_two_dead_something_is_dead_for_sure(self) -> None:
        verdict = bank("11.9")
        self.assertEqual(verdict.outcome, Outcome.REJECT)
        self.assertIn("from 1 to 2 dead", verdict.headline)

    def test_a_bridged_member_reads_low_and_in_circuit_nothing_passes(self) -> None:
        self.assertEqual((bank("5.0").state, bank("5.0").side), (State.OUTSIDE, "low"))
        self.assertEqual(bank("8.82", connection="in_circuit").state, State.NOT_COMPARABLE)

    def test_low_current_counts_the_dead(self) -> None:
        whole = read(BANK, "running", voltage="230.0", current="26.1")
        self.assertEqual(whole.state, State.WITHIN)
        less = read(BANK, "running", voltage="230.0", current="17.4")
        self.assertEqual(less.state, State.OUTSIDE)
        self.assertIn("2 dead members fit of 6", " ".join(less.explanation))

    @given(st.integers(0, 5))
    def test_exact_ohms_of_k_dead_always_fit_k(self, dead: int) -> None:
        verdict = bank(f"{52.9 / (6 - dead):.2f}")
        self.assertTrue(verdict.rail.rungs[dead].fits)


DELTA = part("three_phase_set", branch=plate("1500", "400"))
STAR = part("three_phase_set", connection="star", branch=plate("1500", "230"))
OPEN_DELTA = part("three_phase_set", connection="open_delta", branch=plate("1500", "400"))


def lines(spec: AnySpec, *displays: str, **how: Any) -> Judgement:
    names = ("l1_l2", "l2_l3", "l3_l1")
    return read(spec, "line_to_line", **dict(zip(names, displays, strict=True)), **how)


class ThreePhaseSets(unittest.TestCase):
    def test_delta(self) -> None:
        self.assertEqual(lines(DELTA, "71.1", "71.0", "71.2").state, State.WITHIN)
        verdict = lines(DELTA, "213.4", "106.6", "106.8")
        self.assertEqual((verdict.state, verdict.outcome), (State.OPEN, Outcome.REJECT))
        self.assertEqual(verdict.headline, "Open: the branch across L1–L2 is open")
        self.assertIn("213.3 Ω, 106.7 Ω, 106.7 Ω", verdict.expectation.detail)

    def test_each_open_branch_is_told_from_the_others(self) -> None:
        cases = [
            (DELTA, ("106.6", "213.4", "106.8"), "across L2–L3 is open"),
            (DELTA, ("OL", "OL", "106.7"), "across L1–L2 and the branch across L2–L3 are open"),
            (DELTA, ("OL", "OL", "OL"), "every branch is open"),
            (STAR, ("OL", "70.4", "OL"), "the leg of L1 is open"),
            (STAR, ("OL", "OL", "70.4"), "the leg of L2 is open"),
            (OPEN_DELTA, ("OL", "106.8", "OL"), "across L1–L2 is open"),
        ]
        for spec, displays, words in cases:
            with self.subTest(words):
                self.assertIn(words, lines(spec, *displays).headline)

    def test_sound_star_and_open_delta(self) -> None:
        self.assertEqual(lines(STAR, "70.5", "70.4", "70.8").state, State.WITHIN)
        self.assertEqual(lines(OPEN_DELTA, "106.7", "106.8", "213.4").state, State.WITHIN)

    def test_a_bridged_branch_is_short_and_a_drifted_one_worked_out(self) -> None:
        self.assertEqual(lines(DELTA, "0.1", "53.3", "53.2").state, State.SHORT)
        drifted = lines(DELTA, "60.1", "71.0", "71.2")
        self.assertEqual(drifted.state, State.OUTSIDE)
        worked = next(line for line in drifted.working if line.label.startswith("Each branch"))
        self.assertIn("branch across L1–L2 82.1 Ω", worked.result)

    def test_in_circuit_and_an_overflow_on_a_low_range_decide_nothing(self) -> None:
        verdict = lines(DELTA, "71.1", "71.0", "71.2", connection="in_circuit")
        self.assertEqual(verdict.state, State.NOT_COMPARABLE)
        low = lines(DELTA, "OL", "OL", "OL", range_top=6)
        self.assertEqual(low.state, State.NOT_DECIDABLE)

    def test_low_for_want_of_the_alloy_is_not_rejected(self) -> None:
        verdict = lines(DELTA, "65.9", "65.8", "66.0")
        self.assertEqual((verdict.state, verdict.outcome), (State.JUST_OUTSIDE, Outcome.UNDECIDED))
        self.assertIn("give the alloy", verdict.headline)

    def test_line_currents(self) -> None:
        def amps(*read_amps: str, volts: str = "400.0") -> Judgement:
            three: dict[str, Any] = dict(zip(("l1", "l2", "l3"), read_amps, strict=True))
            return read(DELTA, "line_currents", voltage=volts, **three)

        self.assertEqual(amps("6.49", "6.50", "6.48").state, State.WITHIN)
        self.assertIn("the branch across L1–L2", amps("3.75", "3.74", "6.48").headline)
        self.assertEqual(amps("6.49", "6.50", "6.48", volts="0.0").state, State.NOT_COMPARABLE)
        self.assertEqual(amps("0.0", "0.0", "0.0").outcome, Outcome.UNDECIDED)
        unbalance = amps("3.75", "3.74", "6.48").working[-1]
        self.assertEqual((unbalance.label, unbalance.result), ("Unbalance", "39.2 %"))

    def test_one_line_without_current_in_star(self) -> None:
        verdict = read(STAR, "line_currents", voltage="398", l1="0.00", l2="5.64", l3="5.65")
        self.assertEqual(verdict.headline, "Open: the leg of L1 is open")

    @given(st.tuples(*[st.floats(5, 500)] * 3))
    def test_branches_come_back_from_their_line_to_line_readings(
        self, branches: tuple[float, float, float]
    ) -> None:
        for connection, there in (
            (SetConnection.DELTA, delta_line_to_line),
            (SetConnection.STAR, star_line_to_line),
        ):
            back = branches_from(connection, there(branches))
            assert back is not None
            for one, other in zip(back, branches, strict=True):
                self.assertAlmostEqual(one, other, delta=1e-6 * max(branches))

    @given(st.tuples(*[st.floats(5, 500)] * 3))
    def test_a_stars_line_currents_obey_kirchhoff_and_ohm(
        self, branches: tuple[float, float, float]
    ) -> None:
        first, second, third = star_line_currents(400.0, branches)
        # No line carries more than the two others together: the phasors close.
        self.assertLessEqual(first, second + third + 1e-9)
        self.assertLessEqual(second, first + third + 1e-9)


class TappedElements(unittest.TestCase):
    spec = part("tapped_element", first=plate("700", "230"), second=plate("1400", "230"))

    def halves(self, *displays: str | None) -> Judgement:
        fields: dict[str, Any] = dict(zip(("a_b", "b_c", "a_c"), displays, strict=True))
        return read(self.spec, "tapped_resistance", **{k: v for k, v in fields.items() if v})

    def test_halves_add_up_to_the_whole(self) -> None:
        verdict = self.halves("75.6", "37.9", "113.4")
        self.assertEqual(verdict.state, State.WITHIN)
        self.assertEqual(verdict.working[-1].label, "Halves against the whole")
        self.assertAlmostEqual(verdict.working[-1].value or 0, -0.1, places=6)

    def test_a_broken_half_gives_low_heat(self) -> None:
        verdict = self.halves("OL", "37.9", "OL")
        self.assertEqual(verdict.headline, "Open: first half, a–b")
        self.assertIn("low heat", " ".join(verdict.explanation))

    def test_halves_that_do_not_add_up_are_read_again(self) -> None:
        verdict = self.halves("75.6", "37.9", "109.0")
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))

    def test_the_whole_may_be_left_out_and_a_prefix_is_asked_at_its_own_display(self) -> None:
        self.assertEqual(self.halves("75.6", "37.9", None).state, State.WITHIN)
        asked = self.halves("75.6", "37.9k", None)
        self.assertEqual(asked.questions[0].code, "b_c.power_of_ten")
        self.assertEqual(asked.questions[0].field, "reading.b_c")
        told = read(
            self.spec,
            "tapped_resistance",
            a_b="75.6",
            b_c="37.9k",
            answers={"b_c.power_of_ten": "as_typed"},
        )
        self.assertEqual(told.state, State.OUTSIDE)

    def test_an_error_stands_at_its_own_display(self) -> None:
        with self.assertRaises(InputError) as caught:
            self.halves("75.6", "warm", None)
        self.assertEqual(caught.exception.field, "reading.b_c")
