"""The small computations: by hand and by property."""

from __future__ import annotations

import unittest
from collections.abc import Callable
from math import exp, inf

from hypothesis import example, given
from hypothesis import strategies as st

from hembit_core import InputError
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.judging.ohms.siblings import compare_siblings, pair_differs
from hembit_core.physics.boiling import boiling_point, standard_pressure
from hembit_core.physics.clamp import resistive_share, resistive_share_range
from hembit_core.physics.leads import high_tension_lead
from hembit_core.physics.parallel import bank_ladder, bank_resistance, path_beside
from hembit_core.physics.three_phase import (
    delta_line_currents,
    delta_line_to_line,
    star_line_to_line,
    unbalance,
)
from hembit_core.physics.waiting import (
    cooling_time_constant,
    cooling_wait,
    cooling_wait_limits,
    heat_up_time,
)

ohms = st.floats(0.1, 1e6)


class Refusals(unittest.TestCase):
    def test_what_cannot_be_is_refused_in_words(self) -> None:
        cases: list[Callable[[], object]] = [
            lambda: path_beside(100, 100),
            lambda: path_beside(100, 120),
            lambda: path_beside(-1, 5),
            lambda: bank_resistance(50, 6, 6),
            lambda: bank_resistance(50, 0),
            lambda: delta_line_to_line((1.0, 0.0, 1.0)),
            lambda: unbalance((0.0, 0.0, 0.0)),
            lambda: resistive_share(4.0, 5.0),
            lambda: resistive_share(5.0, 4.0, 1.2),
            lambda: cooling_wait(70, 20, 0),
            lambda: cooling_time_constant(70, 75, 20, 10),
            lambda: cooling_time_constant(70, 10, 20, 10),
            lambda: cooling_time_constant(70, 60, 20, 0),
            lambda: heat_up_time(60, 78, 12, 4500),
            lambda: heat_up_time(60, 12, 78, 0),
            lambda: standard_pressure(20_000),
            lambda: high_tension_lead(0, 7100),
            lambda: compare_siblings((1.0, 2.0), 0.1, 0.1),
        ]
        for number, case in enumerate(cases):
            with self.subTest(number), self.assertRaises(InputError) as caught:
                case()
            self.assertGreater(len(caught.exception.message), 15)


class Parallel(unittest.TestCase):
    def test_path_beside_by_hand(self) -> None:
        path = path_beside(4010, 3120, rectangular(35), rectangular(28))
        self.assertAlmostEqual(path.resistance, 14_058, delta=1)
        # (14058/4010)² · 35/√3 = 248.3; (14058/3120)² · 28/√3 = 328.2; U = 2 · 411.6
        self.assertAlmostEqual(path.expanded, 823, delta=1)

    @given(ohms, ohms)
    def test_path_beside_undoes_parallel(self, one: float, other: float) -> None:
        together = 1 / (1 / one + 1 / other)
        if together < one * (1 - 1e-6):
            self.assertAlmostEqual(path_beside(one, together).resistance / other, 1, places=4)

    def test_the_ladder_of_a_bank(self) -> None:
        self.assertEqual([fit.dead for fit in bank_ladder(10.6, 0.3, 52.9, 6, 0.05) if fit.fits], [1])
        self.assertEqual([fit.dead for fit in bank_ladder(8.82, 0.3, 52.9, 6, 0.05) if fit.fits], [0])
        both = [fit.dead for fit in bank_ladder(9.7, 0.3, 52.9, 6, 0.10) if fit.fits]
        self.assertEqual(both, [0, 1])
        self.assertEqual([fit.dead for fit in bank_ladder(40.0, 0.3, 52.9, 6, 0.05) if fit.fits], [])


class ThreePhase(unittest.TestCase):
    def test_delta_sound_and_with_an_open_branch(self) -> None:
        branch = 400**2 / 1500
        self.assertEqual([round(r, 1) for r in delta_line_to_line((branch,) * 3)], [71.1] * 3)
        broken = delta_line_to_line((inf, branch, branch))
        self.assertEqual([round(r, 1) for r in broken], [213.3, 106.7, 106.7])

    def test_star(self) -> None:
        self.assertEqual(star_line_to_line((35.0, inf, 35.0)), (inf, inf, 70.0))

    def test_line_currents(self) -> None:
        balanced = delta_line_currents(400, (106.7,) * 3)
        self.assertAlmostEqual(balanced[0], 400 / 106.7 * 3**0.5, places=6)
        self.assertAlmostEqual(unbalance(balanced), 0, places=12)
        broken = delta_line_currents(400, (inf, 106.7, 106.7))
        self.assertEqual([round(i, 2) for i in broken], [3.75, 3.75, 6.49])
        self.assertAlmostEqual(unbalance(broken), 0.392, places=2)


class Clamp(unittest.TestCase):
    def test_by_hand(self) -> None:
        together, alone = rectangular(0.02 * 12.86 + 0.05), rectangular(0.02 * 4.31 + 0.05)
        share = resistive_share(12.86, 4.31, 1.0, together, alone)
        self.assertAlmostEqual(share.current, 8.55)
        self.assertAlmostEqual(share.expanded, 0.39, places=2)
        self.assertAlmostEqual(resistive_share(12.86, 4.31, 0.8).current, 9.15, places=2)
        self.assertAlmostEqual(resistive_share(12.86, 4.31, 0.6).current, 9.80, places=2)
        low, high = resistive_share_range(12.86, 4.31, 0.6)
        self.assertEqual((round(low, 2), round(high, 2)), (8.55, 9.80))

    @given(st.floats(1, 50), st.floats(0.1, 20), st.floats(0.1, 1))
    def test_the_phasors_add_up_again(self, heater: float, fan: float, factor: float) -> None:
        sine = (1 - factor**2) ** 0.5
        together = ((heater + fan * factor) ** 2 + (fan * sine) ** 2) ** 0.5
        self.assertAlmostEqual(resistive_share(together, fan, factor).current, heater, places=5)


class Waiting(unittest.TestCase):
    def test_by_hand(self) -> None:
        self.assertAlmostEqual(cooling_wait(74, 19, 14), 46.4, places=1)
        self.assertEqual(cooling_wait(20, 19, 14), 0)
        self.assertAlmostEqual(heat_up_time(60, 12, 78, 4500) / 60, 61.4, places=1)

    @given(st.floats(25, 200), st.floats(1, 60))
    def test_two_temperatures_give_the_constant_back(self, start: float, constant: float) -> None:
        second = 19 + (start - 19) * 2.718281828459045 ** (-5 / constant)
        self.assertAlmostEqual(cooling_time_constant(start, second, 19, 5) / constant, 1, places=6)

    @example(0.0, 38.0, 1.0, 1.0)  # it warms, and both displays show the same
    @given(st.floats(-60, 200), st.floats(1, 90), st.floats(0.5, 40), st.sampled_from([0.01, 0.1, 1.0]))
    def test_the_true_wait_lies_within_what_the_displays_leave(
        self, start: float, constant: float, apart: float, digit: float
    ) -> None:
        second = 19 + (start - 19) * exp(-apart / constant)
        shown = [round(one / digit) * digit for one in (start, second)]
        try:
            low, high = cooling_wait_limits((shown[0], digit / 2), (shown[1], digit / 2), 19, apart)
        except InputError:  # only where the digits hide whether it cools at all
            fallen, away = abs(shown[0] - shown[1]), abs(shown[1] - 19)
            self.assertLessEqual(min(fallen, away), 1.001 * digit)
            return
        true = cooling_wait(second, 19, constant)
        self.assertLessEqual(low * (1 - 1e-9), true)
        self.assertGreaterEqual(high * (1 + 1e-9), true)


class Others(unittest.TestCase):
    def test_boiling_by_altitude(self) -> None:
        self.assertAlmostEqual(boiling_point(0), 100.0, delta=0.05)
        self.assertAlmostEqual(boiling_point(500), 98.3, delta=0.05)
        self.assertAlmostEqual(boiling_point(1500), 95.0, delta=0.05)
        self.assertAlmostEqual(standard_pressure(1500), 84_556, delta=15)

    def test_a_lead(self) -> None:
        self.assertAlmostEqual(high_tension_lead(0.42, 7100, (5000,)), 7982)

    def test_siblings(self) -> None:
        self.assertEqual(compare_siblings((118.2, 118.9, 118.4, 96.1, 118.6), 0.45, 1.2).off, (3,))
        self.assertEqual(compare_siblings((118.2, 118.9, 118.4), 0.45, 1.2).off, ())
        self.assertTrue(pair_differs(118.0, 96.0, 0.9, 5.0))
        self.assertFalse(pair_differs(118.0, 117.2, 0.9, 5.0))
