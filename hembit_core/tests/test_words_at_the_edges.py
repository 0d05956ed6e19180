"""Words that hang on an edge: a ratio of 100, a figure with three digits, a row without a figure."""

from __future__ import annotations

import unittest

from hembit_core.conformity.bands import Band
from hembit_core.conformity.states import State
from hembit_core.judging.closing_lines import decidability_line, meter_policy
from hembit_core.judging.judgement import Row
from hembit_core.judging.missed_prefix import missed_prefix
from hembit_core.judging.ohms.several_figures import said
from hembit_core.measuring.display import Function, parse_display
from hembit_core.measuring.meters import AccuracyHolds
from hembit_core.tests.parts import BENCH_METER, ohms
from hembit_core.tests.readers import part, read

BAND = Band(lower=20.0, upper=30.0, nominal=25.0)


class Edges(unittest.TestCase):
    def test_a_ratio_up_to_a_hundred_is_told_and_from_there_only_that_it_is_more(self) -> None:
        for ratio, told in ((99.4, "yes, good, 99 : 1"), (100.0, "yes, good, over 100 : 1")):
            self.assertEqual(decidability_line(BAND, ratio, "Ω").result, told)

    def test_a_factor_of_the_air_has_three_digits(self) -> None:
        holds = AccuracyHolds(low=18, high=28, share_per_kelvin=0.0567)
        meter = BENCH_METER.model_copy(update={"holds": holds, "air": None})
        self.assertRegex(meter_policy(meter)[0], r"times \d\.\d\d is taken")

    def test_a_row_without_a_figure_says_what_it_reads(self) -> None:
        rail = ohms("24.4").rail
        for state, words in ((State.SHORT, "reads near 0"), (State.OPEN, "reads OL")):
            row = Row(label="L1–L2", due="67–78 Ω", rail=rail, state=state, side=None, value=None)
            self.assertEqual(said(row), f"L1–L2 {words} where 67–78 Ω is due")

    def test_ol_where_a_sound_one_would_show_a_figure_is_not_said_to_be_maybe_sound(self) -> None:
        for kind, of, ohms_due in (
            ("winding", "winding_resistance", "118"),
            ("resistive_part", "part_resistance", "4k7"),
        ):
            fields = {"resistance": ohms_due}
            told = read(part(kind, **fields), of, display="OL", range_top="600")
            self.assertNotIn("a sound one may be", told.headline, kind)

    def test_a_prefix_is_missed_where_the_display_with_its_leads_would_lie_in_the_band(self) -> None:
        """20 Ω at least where 25 Ω are due, leads of 10 Ω: the display is due from 30 to 44 Ω."""
        band = Band(lower=20.0, nominal=25.0)
        for shown, asked in (("3.5", True), ("2.5", False), ("4.5", False), ("350", False)):
            display = parse_display(shown, Function.RESISTANCE)
            found = missed_prefix(display, "display", band, 10.0, {})
            self.assertEqual(found is not None, asked, shown)
