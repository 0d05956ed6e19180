"""The inference against sums by hand, and what must hold of it whatever is read."""

from __future__ import annotations

import unittest
from dataclasses import replace
from math import isclose
from random import Random

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core.families.declared import Members
from hembit_core.judge import AnySpec
from hembit_core.rules.values import default_rules
from hembit_core.soundness.cells import cells_of
from hembit_core.soundness.evidence import Evidence
from hembit_core.soundness.hypotheses import SOUND, hypotheses_of
from hembit_core.soundness.likelihood import log_likelihood
from hembit_core.soundness.modes import Law
from hembit_core.soundness.part import Weights, weigh
from hembit_core.tests.readers import part
from hembit_core.tests.soundness.calls import ELEMENT, ohms, weighs

RULES = default_rules()
RESISTOR = part("resistive_part", resistance="100")


def weights(spec: AnySpec, *read: Evidence, before: float = 0.7) -> Weights:
    """What the readings make of a part."""
    return weigh(spec, read, before, RULES)


class ByHand(unittest.TestCase):
    def test_one_overflow(self) -> None:
        """Open 1.0 of 2.3: 0.3 · 1.0 / 2.3; OL: open 0.98 + 0.02 · 0.2, a misread sound one 0.02 · 0.2,
        one that comes and goes 0.98 / 2 + 0.004.
        """
        found = weights(RESISTOR, weighs(RESISTOR, ohms("OL", "part_resistance")))
        whole = sum(one for one in (1.0, 0.3, 0.2, 0.3, 0.05, 0.1))
        open_ = 0.3 / whole * 0.984
        goes = 0.3 * 0.1 / whole * 0.494
        rest = (0.7 + 0.3 * (0.3 + 0.2 + 0.3 + 0.05) / whole) * 0.004
        self.assertTrue(isclose(found.modes["open"], open_ / (open_ + goes + rest), rel_tol=1e-6))
        self.assertTrue(
            isclose(found.modes["comes_and_goes"], goes / (open_ + goes + rest), rel_tol=1e-6)
        )

    def test_one_figure_is_a_normal_law_round_each_state(self) -> None:
        """ln N(R; due · ratio + leads, σ²): gain and offset of the meter, leads, rounding, the cell."""
        figure = weighs(RESISTOR, ohms("103.0", "part_resistance")).figures[0]
        figure = replace(figure, misread=0.0)
        limits = figure.limits
        states = hypotheses_of(RESISTOR.kind, (limits.lower, limits.upper, limits.nominal), Members())
        place = int(np.argmax(np.abs(states.ratios[:, 0] - 1.02) < 0.01))
        ratio, width = states.ratios[place, 0], states.widths[place, 0]
        mean = 100 * ratio + 0.25
        variance = (
            (0.015 / 3**0.5 * mean) ** 2
            + (5 * 0.1 / 3**0.5) ** 2
            + (0.5 / 12**0.5) ** 2
            + (0.1 / 12**0.5) ** 2
            + (100 * width) ** 2
        )
        by_hand = -0.5 * ((103.0 - mean) ** 2 / variance + np.log(2 * np.pi * variance))
        self.assertAlmostEqual(log_likelihood([figure], states).total[place], by_hand, places=9)

    def test_laws_put_their_whole_weight_on_the_cells(self) -> None:
        cells = cells_of(0.9, 1.1, 1.0)
        self.assertAlmostEqual(cells.of_sound().sum(), 1.0, places=6)
        self.assertAlmostEqual(
            cells.of_sound()[cells.inside].sum(), 0.98 * 0.9973 + 0.02 * 0.4515, places=4
        )
        for law in (Law(law="factor", low=0.3, high=0.9), Law(law="off", low=1, high=4)):
            self.assertAlmostEqual(cells.of_law(law).sum(), 1.0, places=9)


class Shared(unittest.TestCase):
    def test_reading_it_again_averages_the_last_digit_not_the_meter(self) -> None:
        once = weights(RESISTOR, weighs(RESISTOR, ohms("107.0", "part_resistance")))
        often = weights(RESISTOR, *[weighs(RESISTOR, ohms("107.0", "part_resistance"))] * 8)
        self.assertLess(abs(once.modes["off"] - often.modes["off"]), 0.1)

    def test_leads_noted_take_the_offset_of_their_range_with_them(self) -> None:
        noted = weighs(ELEMENT, ohms("24.6", lead_zero="0.2")).figures[0]
        unsaid = weighs(ELEMENT, ohms("24.6")).figures[0]
        self.assertNotIn("offset 0.1", noted.fixed)
        self.assertIn("offset 0.1", unsaid.fixed)
        self.assertIn("leads", unsaid.fixed)


class Whatever(unittest.TestCase):
    displays = st.sampled_from(["OL", "24.6", "23.9", "12.3", "26.9", "0.3", "31.0", "24.6k"])

    @settings(max_examples=40, deadline=None)
    @given(st.lists(displays, min_size=2, max_size=4), st.randoms(use_true_random=False))
    def test_the_order_does_not_matter(self, shown: list[str], random: Random) -> None:
        read = [weighs(ELEMENT, ohms(one)) for one in shown]
        there = weights(ELEMENT, *read)
        mixed = list(read)
        random.shuffle(mixed)
        again = weights(ELEMENT, *mixed)
        self.assertAlmostEqual(sum(there.modes.values()), 1.0, places=9)
        for name, one in there.modes.items():
            self.assertAlmostEqual(one, again.modes[name], places=9)
        self.assertTrue(all(0 <= one <= 1 for one in there.misread))

    def test_nothing_read_is_what_was_held_before(self) -> None:
        found = weights(ELEMENT, before=0.8)
        self.assertAlmostEqual(found.modes[SOUND] * found.apart[SOUND], 0.8 * 0.985, delta=0.02)


if __name__ == "__main__":
    unittest.main()
