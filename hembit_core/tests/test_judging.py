"""Bands, states, decision rules: by hand and by property."""

from __future__ import annotations

import unittest
from math import inf

from hypothesis import assume, given
from hypothesis import strategies as st

from hembit_core.conformity.bands import Band, beyond, decidability, place, power_of_ten
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Lacking, Missing, path_beside
from hembit_core.conformity.placing import place_value
from hembit_core.conformity.states import DecisionRule, Outcome, Side, State, outcome_of

BAND = Band(lower=22.9, upper=26.72, nominal=24.05)
values = st.floats(0.01, 1e4)
uncertainties = st.floats(0, 100)
SEVERITY = [State.WITHIN, State.WATCH, State.JUST_WITHIN, State.JUST_OUTSIDE, State.OUTSIDE]
RANK = {Outcome.ACCEPT: 0, Outcome.UNDECIDED: 1, Outcome.REJECT: 2}


class Places(unittest.TestCase):
    def test_by_hand(self) -> None:
        cases = [
            (24.4, 0.67, State.WITHIN, None),
            (26.7, 0.69, State.JUST_WITHIN, Side.HIGH),
            (26.9, 0.69, State.JUST_OUTSIDE, Side.HIGH),
            (27.7, 0.70, State.OUTSIDE, Side.HIGH),
            (22.3, 0.65, State.JUST_OUTSIDE, Side.LOW),
            (20.0, 0.65, State.OUTSIDE, Side.LOW),
        ]
        for value, expanded, state, side in cases:
            with self.subTest(value):
                placement = place(value, expanded, BAND)
                self.assertEqual((placement.state, placement.side), (state, side))

    def test_a_limit_belongs_to_the_band(self) -> None:
        self.assertEqual(place(26.72, 0.1, BAND).state, State.JUST_WITHIN)
        self.assertTrue(BAND.contains(26.72))

    def test_watch_lies_between_the_limits(self) -> None:
        band = Band(lower=10, watch_lower=12, watch_upper=18, upper=20)
        self.assertEqual(place(18.5, 0.5, band).state, State.WATCH)
        self.assertEqual(place(11.5, 0.5, band).side, Side.LOW)
        self.assertEqual(place(19.8, 0.5, band).state, State.JUST_WITHIN)
        self.assertEqual(place(15, 0.5, band).state, State.WITHIN)

    def test_a_limit_below_zero_belongs_to_the_band_too(self) -> None:
        """As typed −0.3; as reckoned, −0.1 three times, it lies a float below that."""
        self.assertEqual(place(3 * -0.1, 0, Band(lower=-0.3, upper=1)).state, State.JUST_WITHIN)
        self.assertEqual(place(-0.3, 0, Band(lower=-1, upper=3 * -0.1)).state, State.JUST_WITHIN)

    def test_a_one_sided_band(self) -> None:
        band = Band(lower=2e7)
        self.assertEqual(place(1.8e6, 1e5, band).state, State.OUTSIDE)
        self.assertEqual(place(9e9, 1e5, band).state, State.WITHIN)
        self.assertEqual(Band(upper=190, nominal=65).half_width, 125)

    def test_a_band_without_limits_or_with_crossed_ones_is_refused(self) -> None:
        for limits in ({}, {"nominal": 3}, {"lower": 5, "upper": 4}, {"upper": 5, "watch_upper": 6}):
            with self.subTest(limits), self.assertRaises(ValueError):
                Band(**limits)

    @given(values, values, uncertainties)
    def test_monotonic_in_the_reading(self, one: float, other: float, expanded: float) -> None:
        """Above the band's middle, a higher reading is never judged milder."""
        low, high = sorted((one, other))
        assume(low >= (22.9 + 26.72) / 2)
        self.assertLessEqual(
            SEVERITY.index(place(low, expanded, BAND).state),
            SEVERITY.index(place(high, expanded, BAND).state),
        )

    @given(values, uncertainties, st.floats(0, 20), st.sampled_from(DecisionRule))
    def test_a_wider_band_never_turns_accept_into_reject(
        self, value: float, expanded: float, wider: float, rule: DecisionRule
    ) -> None:
        wide = Band(lower=22.9 - wider, upper=26.72 + wider, nominal=24.05)
        before = outcome_of(place(value, expanded, BAND).state, rule)
        after = outcome_of(place(value, expanded, wide).state, rule)
        self.assertLessEqual(RANK[after], RANK[before])

    @given(values, uncertainties, st.sampled_from([1e-3, 1e3, 1e6]))
    def test_scaling_units_changes_nothing(self, value: float, expanded: float, factor: float) -> None:
        assume(all(abs(abs(value - limit) - expanded) > 1e-6 for limit in (22.9, 26.72)))
        assume(min(abs(value - 22.9), abs(value - 26.72)) > 1e-6)
        scaled = place(value * factor, expanded * factor, BAND.scaled(factor))
        self.assertEqual(scaled.state, place(value, expanded, BAND).state)


class Rules(unittest.TestCase):
    def test_the_three_rules(self) -> None:
        simple, acceptance, rejection = DecisionRule
        accept, reject, undecided = Outcome
        table = {
            State.WITHIN: (accept, accept, accept),
            State.WATCH: (accept, accept, accept),
            State.JUST_WITHIN: (accept, undecided, accept),
            State.JUST_OUTSIDE: (reject, reject, undecided),
            State.OUTSIDE: (reject, reject, reject),
            State.OPEN: (reject, reject, reject),
            State.SHORT: (reject, reject, reject),
            State.LEAKING: (reject, reject, reject),
            State.NOT_READY: (undecided, undecided, undecided),
            State.NOT_DECIDABLE: (undecided, undecided, undecided),
            State.NOT_COMPARABLE: (undecided, undecided, undecided),
            State.PLEASE_CONFIRM: (undecided, undecided, undecided),
        }
        self.assertEqual(set(table), set(State))
        for state, outcomes in table.items():
            found = tuple(outcome_of(state, rule) for rule in (simple, acceptance, rejection))
            self.assertEqual(found, outcomes, state)


def placed(value: float, expanded: float, *missing: Missing) -> State:
    """The state of ``value`` ± ``expanded``, all of it the meter's, with what is missing."""
    return place_value(value, Budget.of(meter=expanded / 2), BAND, missing).state


class Hides(unittest.TestCase):
    path = path_beside("lift one end")
    warm = Missing(Lacking.SETTLED, "let it cool", State.NOT_READY, low=-1.0)
    alloy = Missing(Lacking.ALLOY, "give the alloy", None, share_high=0.07)

    def test_a_parallel_path_hides_all_but_too_high(self) -> None:
        for value in (0.1, 15, 24.4):
            self.assertEqual(placed(value, 0.1, self.path), State.NOT_COMPARABLE)
        self.assertEqual(placed(27.7, 0.1, self.path), State.OUTSIDE)

    def test_heat_hides_what_it_could_have_raised(self) -> None:
        for value in (27.0, 23.5):
            self.assertEqual(placed(value, 0.1, self.warm), State.NOT_READY)
        self.assertEqual(placed(25.0, 0.1, self.warm), State.WITHIN)
        self.assertEqual(placed(20.0, 0.1, self.warm), State.OUTSIDE)

    def test_where_a_corner_is_too_close_to_call_all_are(self) -> None:
        self.assertEqual(placed(24.0, 0.3, self.warm), State.JUST_WITHIN)
        self.assertEqual(placed(28.0, 0.5, self.warm), State.JUST_OUTSIDE)

    def test_without_the_alloy_seven_per_cent_below_a_limit_are_open(self) -> None:
        for value, state in (
            (21.3, State.OUTSIDE), (21.5, State.JUST_OUTSIDE), (22.8, State.JUST_OUTSIDE),
            (24.0, State.WITHIN), (25.1, State.JUST_WITHIN), (26.7, State.JUST_WITHIN),
            (26.8, State.JUST_OUTSIDE), (27.0, State.OUTSIDE),
        ):  # fmt: skip
            with self.subTest(value):
                found = place_value(value, Budget.of(meter=0.05), BAND, (self.alloy,))
                self.assertEqual(found.state, state)
                undecided = 21.402 < value < 22.9 or 24.972 < value <= 26.72
                self.assertEqual(found.lacking, (Lacking.ALLOY,) if undecided else ())

    def test_the_first_state_by_precedence_is_named(self) -> None:
        found = place_value(24.0, Budget.of(meter=0.05), BAND, (self.path, self.warm))
        self.assertEqual(found.state, State.NOT_COMPARABLE)  # heat alone could not turn it
        both = place_value(23.5, Budget.of(meter=0.05), BAND, (self.path, self.warm))
        self.assertEqual(both.state, State.NOT_READY)
        self.assertEqual(both.remedies, ("lift one end", "let it cool"))

    def test_a_share_of_a_value_below_zero_is_as_wide_and_points_the_same_way(self) -> None:
        one = Missing(Lacking.ALLOY, "", share_low=-0.1, share_high=0.2, low=-1.0, high=2.0)
        self.assertEqual(one.ends(50.0), (-6.0, 12.0))
        self.assertEqual(one.ends(-50.0), (-6.0, 12.0))
        self.assertEqual((one.scaled(3.0).low, one.scaled(3.0).high), (-3.0, 6.0))

    def test_on_a_limit_below_zero_float_noise_is_none_either(self) -> None:
        self.assertFalse(beyond(-30.0 + 1e-9, -30.0))
        self.assertTrue(beyond(-30.0 + 1e-7, -30.0))

    def test_a_band_as_wide_as_the_doubt_is_decidable_still(self) -> None:
        band = BAND.model_copy(update={"lower": 20.0, "nominal": 24.0, "upper": 28.0})
        self.assertEqual(decidability(band, 4.0), 1.0)
        for u, state in ((4.0, State.JUST_WITHIN), (4.004, State.NOT_DECIDABLE)):
            found = place_value(27.0, Budget.of(meter=u / 2), band, (self.alloy,))
            self.assertEqual(found.state, state)

    def test_a_coarse_meter_decides_only_gross_faults(self) -> None:
        self.assertEqual(placed(24.4, 3.7), State.NOT_DECIDABLE)
        self.assertEqual(placed(40.0, 3.7), State.OUTSIDE)
        self.assertAlmostEqual(decidability(BAND, 0.67), 2.85, places=2)
        self.assertEqual(decidability(BAND, 0), inf)

    def test_a_thermometer_is_no_reason_to_call_the_meter_too_coarse(self) -> None:
        found = place_value(24.4, Budget.of(meter=0.2, thermometer=2.0), BAND)
        self.assertEqual((found.state, found.dominant), (State.JUST_WITHIN, "thermometer"))

    def test_a_limit_that_was_measured_carries_its_own_u(self) -> None:
        band = BAND.model_copy(update={"upper_standard": 0.3})
        near = place_value(26.9, Budget.of(meter=0.1), band)
        self.assertEqual((near.state, near.lacking), (State.JUST_OUTSIDE, (Lacking.CEILING,)))
        self.assertEqual(place_value(26.2, Budget.of(meter=0.1), band).state, State.JUST_WITHIN)
        self.assertEqual(place_value(27.5, Budget.of(meter=0.1), band).state, State.OUTSIDE)

    @given(values, st.floats(0, 5), st.floats(0, 5), st.floats(0, 5), st.sampled_from(DecisionRule))
    def test_ignorance_never_helps(
        self, value: float, expanded: float, down: float, up: float, rule: DecisionRule
    ) -> None:
        """Accepted without a condition: accepted at both its ends; rejected alike."""
        missing = Missing(Lacking.LEADS, "", State.NOT_COMPARABLE, low=-down, high=up)
        budget = Budget.of(meter=expanded / 2)
        found = place_value(value, budget, BAND, (missing,))
        without = Outcome.UNDECIDED if found.lacking else outcome_of(found.state, rule)
        for corner in (value - down, value + up):
            there = outcome_of(place_value(corner, budget, BAND).state, rule)
            if without is Outcome.ACCEPT:
                self.assertEqual(there, Outcome.ACCEPT)
            if without is Outcome.REJECT:
                self.assertNotEqual(there, Outcome.ACCEPT)


class PowersOfTen(unittest.TestCase):
    def test_clean_powers_are_found(self) -> None:
        cases = {2440.0: -2, 24400.0: -3, 0.0244: 3, 2.44: 1, 24.4e6: -6, 244.0: -1}
        for value, power in cases.items():
            self.assertEqual(power_of_ten(value, BAND), power)

    def test_a_one_sided_band_is_not_a_power_of_ten_from_everything(self) -> None:
        small = Band(lower=2204, nominal=2645)
        self.assertEqual(power_of_ten(265, small), 1)
        self.assertIsNone(power_of_ten(500, small))
        self.assertIsNone(power_of_ten(2.0, Band(upper=0.5)))

    def test_a_value_in_the_band_or_no_power_away_is_not_questioned(self) -> None:
        for value in (24.4, 27.7, 0.0, 35.0, 2900.0):
            self.assertIsNone(power_of_ten(value, BAND))
