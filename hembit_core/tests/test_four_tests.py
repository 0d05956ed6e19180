"""A wire's two ends, a control's output, a valve's leak-down, and a setting against ability."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import InputError, Judgement, Outcome, State, find
from hembit_core.conformity.missing import Lacking
from hembit_core.findings.finding import Conclusion, FindingCode
from hembit_core.judging.codes import Code
from hembit_core.tests.readers import part, read


class Wires(unittest.TestCase):
    spec = part("wires", voltage="12.6")

    def ends(self, *pairs: tuple[str, str], **how: Any) -> Judgement:
        told = [{"at_source": source, "at_part": at} for source, at in pairs]
        return read(self.spec, "wire_ends", ends=told, **{"loaded": "yes", **how})

    def test_the_wire_that_loses_is_named(self) -> None:
        verdict = self.ends(("12.58", "12.51"), ("0.01", "0.62"), ("5.02", "5.01"))
        self.assertEqual((verdict.code, verdict.outcome), (Code.WIRE_DROPS, Outcome.REJECT))
        self.assertIn("ground", verdict.headline)
        self.assertIn("before any part is replaced", verdict.next_step)
        self.assertEqual([row.state for row in verdict.rows][::2], [State.WITHIN, State.WITHIN])

    def test_on_one_range_the_gain_is_common_by_hand(self) -> None:
        """0.8 % + 3 counts: the gain counts for 0.07 V alone, the counts for each end."""
        row = self.ends(("12.58", "12.51")).rows[0]
        assert row.value
        by_hand = 2 * ((0.03**2 + 0.03**2 + (0.008 * 0.07) ** 2) / 3) ** 0.5
        self.assertAlmostEqual(row.value.expanded, by_hand, places=6)
        apart = self.ends(("12.6", "0.51")).rows[0]
        assert apart.value
        self.assertGreater(apart.value.expanded, 0.1)

    def test_without_its_current_agreeing_ends_prove_nothing(self) -> None:
        for loaded in (None, "no"):
            verdict = self.ends(("12.58", "12.57"), loaded=loaded)
            self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
            self.assertEqual(verdict.undecided_by, (Lacking.LOAD,))
        coarse = self.ends(("12.61", "11.9"), loaded=None)
        self.assertIn("0.71", coarse.explanation[0])
        self.assertNotIn("The ends agree", " ".join(coarse.explanation))
        self.assertEqual(self.ends(("12.58", "11.57"), loaded=None).outcome, Outcome.REJECT)

    def test_a_wire_that_was_not_read_is_asked_for(self) -> None:
        for pairs in ((("12.58", "12.57"),), (("12.58", "12.40"),)):
            verdict = self.ends(*pairs)
            self.assertEqual((verdict.code, verdict.outcome), (Code.NOT_ALL_READ, Outcome.UNDECIDED))
            self.assertIn("ground and signal", verdict.next_step)
        later = read(self.spec, "wire_ends", ends=[{}, {"along": "0.9"}], loaded="yes")
        self.assertEqual(later.outcome, Outcome.REJECT)

    def test_more_wires_than_the_spec_names_are_refused(self) -> None:
        with self.assertRaises(InputError) as caught:
            self.ends(*[("5.01", "5.00")] * 4)
        self.assertEqual(caught.exception.field, "reading.ends")

    def test_volts_along_the_wire_decide(self) -> None:
        both = {"at_source": "12.58", "at_part": "12.57", "along": "0.41"}
        verdict = read(self.spec, "wire_ends", ends=[both], loaded="yes")
        self.assertEqual(verdict.outcome, Outcome.REJECT)

    def test_one_end_alone_is_asked_for_the_other(self) -> None:
        with self.assertRaises(InputError) as caught:
            read(self.spec, "wire_ends", ends=[{"at_source": "12.58"}], loaded="yes")
        self.assertEqual(caught.exception.field, "reading.ends.0.at_part")
        with self.assertRaises(InputError):
            read(self.spec, "wire_ends", ends=[{}], loaded="yes")

    @given(st.floats(0, 2), st.floats(0, 2))
    def test_losing_more_is_never_kinder(self, first: float, more: float) -> None:
        rank = [Outcome.ACCEPT, Outcome.UNDECIDED, Outcome.REJECT].index
        small = self.ends(("12.58", f"{12.58 - first:.2f}"))
        large = self.ends(("12.58", f"{12.58 - first - more:.2f}"))
        self.assertLessEqual(rank(small.outcome), rank(large.outcome))


class Controls(unittest.TestCase):
    spec = part("control", feed="230")

    def output(self, called: str, output: str, feed: str = "231.0", **how: Any) -> Judgement:
        return read(self.spec, "control_output", called=called, output=output, feed=feed, **how)

    def test_feed_and_no_output_when_called_is_the_control(self) -> None:
        verdict = self.output("yes", "0.4", acted="no")
        self.assertEqual((verdict.code, verdict.outcome), (Code.OUTPUT_DEAD, Outcome.REJECT))
        finding = find(self.spec, [verdict])
        self.assertEqual(
            (finding.code, finding.conclusion), (FindingCode.BOARD_OUTPUT, Conclusion.REPAIR)
        )

    def test_output_and_no_action_is_the_load(self) -> None:
        verdict = self.output("yes", "229.0", acted="no")
        self.assertEqual((verdict.code, verdict.state), (Code.OUTPUT_WITHOUT_ACTION, State.WITHIN))
        self.assertIn("load", verdict.next_step)

    def test_output_when_not_called_is_stuck(self) -> None:
        verdict = self.output("no", "229.0")
        self.assertEqual((verdict.code, verdict.outcome), (Code.OUTPUT_LIVE_UNCALLED, Outcome.REJECT))
        self.assertEqual(self.output("no", "0.3").code, Code.OUTPUT_OFF)

    def test_more_volts_than_its_feed_has_are_no_output_of_it(self) -> None:
        verdict = self.output("yes", "400", feed="231")
        self.assertEqual((verdict.code, verdict.outcome), (Code.OUTPUT_ABOVE_ITS_FEED, Outcome.REJECT))
        fed = self.output("yes", "231", feed="400")
        self.assertEqual((fed.code, fed.outcome), (Code.WRONG_SUPPLY, Outcome.UNDECIDED))
        self.assertEqual(self.output("yes", "252", feed="252").outcome, Outcome.ACCEPT)
        self.assertEqual(self.output("no", "400", feed="231").outcome, Outcome.REJECT)

    def test_it_is_sound_once_it_came_and_went(self) -> None:
        on, off = self.output("yes", "229.0", acted="yes"), self.output("no", "0.3")
        self.assertEqual(find(self.spec, [on]).conclusion, Conclusion.PASSED_SO_FAR)
        self.assertEqual(find(self.spec, [off]).conclusion, Conclusion.PASSED_SO_FAR)
        for order in ((on, off), (off, on)):
            self.assertEqual(find(self.spec, order).conclusion, Conclusion.SOUND)

    def test_without_its_feed_it_is_not_proven_bad(self) -> None:
        verdict = self.output("yes", "0.4", feed="2.0")
        self.assertEqual((verdict.code, verdict.outcome), (Code.NO_SUPPLY, Outcome.UNDECIDED))

    def test_volts_that_may_float_decide_nothing(self) -> None:
        for called in ("yes", "no"):
            verdict = self.output(called, "60.0")
            self.assertEqual((verdict.code, verdict.outcome), (Code.GHOST, Outcome.UNDECIDED))
            self.assertIn("take it as live", verdict.next_step)
        leaks = self.output("no", "120.0")
        self.assertEqual((leaks.code, leaks.outcome), (Code.OUTPUT_LIVE_UNCALLED, Outcome.REJECT))
        low = part("control", feed="24")
        some = read(low, "control_output", called="no", output="9.0", feed="24.1")
        self.assertEqual(some.outcome, Outcome.REJECT)

    def test_half_an_output_is_no_output_and_no_dead_one(self) -> None:
        verdict = self.output("yes", "120.0")
        self.assertEqual((verdict.code, verdict.outcome), (Code.PLACED, Outcome.REJECT))
        near = self.output("yes", "185.0")
        self.assertIn(near.state, (State.JUST_WITHIN, State.JUST_OUTSIDE))


class Valves(unittest.TestCase):
    timed = part("solenoid_valve", drain_least="4", drain_most="9")
    row = part("solenoid_valve")

    def one(self, **port: Any) -> Judgement:
        return read(self.timed, "leak_down", valves=[{"shut": "holds", **port}])

    def in_a_row(self, seconds: str) -> Judgement:
        valves = [{"shut": "holds", "seconds": one} for one in seconds.split()]
        return read(self.row, "leak_down", valves=valves)

    def test_one_by_its_limits(self) -> None:
        self.assertEqual(self.one(seconds="6.2").code, Code.VALVE_WORKS)
        self.assertEqual(self.one(seconds="8.9").state, State.JUST_WITHIN)
        self.assertEqual(self.one(seconds="12").outcome, Outcome.REJECT)
        value = self.one(seconds="6.2").value
        assert value
        self.assertAlmostEqual(value.expanded, 2 * ((0.5**2 + 0.05**2) / 3) ** 0.5, places=6)

    def test_leaking_stuck_and_untried(self) -> None:
        self.assertEqual(self.one(shut="drains", seconds="6.2").code, Code.DRAINS_WHILE_SHUT)
        self.assertEqual(self.one(driven="stays").code, Code.STAYS_WHILE_DRIVEN)
        untried = self.one(shut="not_tried", seconds="6.2")
        self.assertEqual((untried.outcome, untried.undecided_by), (Outcome.UNDECIDED, (Lacking.SHUT,)))
        with self.assertRaises(InputError):
            self.one()
        with self.assertRaisesRegex(InputError, "in no time"):
            self.one(seconds="0")

    def test_a_time_that_stays_is_no_time(self) -> None:
        self.assertEqual(self.one(seconds="stays").code, Code.STAYS_WHILE_DRIVEN)

    def test_a_row_without_limits_is_compared_and_never_accepted(self) -> None:
        odd = self.in_a_row("6.2 6.0 6.5 14.8 6.1")
        self.assertEqual((odd.state, odd.pattern), (State.WATCH, "off:4"))
        alike = self.in_a_row("6.2 6.0 6.5 6.8 6.1")
        for verdict in (odd, alike, self.in_a_row("6.2")):
            self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
            self.assertEqual(verdict.undecided_by, (Lacking.LIMITS,))

    @given(st.lists(st.sampled_from(["3.1", "6.2", "8.9", "9.2", "14"]), min_size=1, max_size=5))
    def test_a_row_is_no_kinder_than_its_members(self, seconds: list[str]) -> None:
        rank = [Outcome.ACCEPT, Outcome.UNDECIDED, Outcome.REJECT].index
        valves = [{"shut": "holds", "seconds": one} for one in seconds]
        whole = read(self.timed, "leak_down", valves=valves)
        alone = [read(self.timed, "leak_down", valves=[one]) for one in valves]
        self.assertGreaterEqual(rank(whole.outcome), max(rank(one.outcome) for one in alone))


class Settings(unittest.TestCase):
    spec = part("heater_setting", power="3000", voltage="230", litres="50", ability="75")

    def reach(self, target: str, **how: Any) -> Judgement:
        return read(self.spec, "setting_reach", target=target, start="12", **how)

    def test_beyond_its_ability_it_is_the_setting(self) -> None:
        verdict = self.reach("82")
        self.assertEqual(verdict.code, Code.SETTING_BEYOND_REACH)
        self.assertEqual(find(self.spec, [verdict]).conclusion, Conclusion.NOT_THE_PART)

    def test_the_time_by_hand(self) -> None:
        """50 kg · 4186 J/(kg K) · 58 K / 3000 W = 4046 s; at 207 V 81 % of the watts."""
        minutes = 50 * 4186 * 58 / 3000 / 60
        line = self.reach("70").working[0]
        assert line.value is not None
        self.assertAlmostEqual(line.value, minutes, delta=0.2)
        low = self.reach("70", supply="207").working[0]
        assert low.value is not None
        self.assertAlmostEqual(low.value, minutes / 0.81, delta=0.3)

    def test_a_time_that_is_too_short(self) -> None:
        self.assertEqual(self.reach("70", within="45").code, Code.TIME_TOO_SHORT)
        self.assertEqual(self.reach("70", within="90").code, Code.SETTING_WITHIN_REACH)

    def test_on_its_ability_is_inside_and_below_the_start_is_nothing(self) -> None:
        self.assertEqual(self.reach("75").outcome, Outcome.ACCEPT)
        with self.assertRaises(InputError) as caught:
            self.reach("11")
        self.assertEqual(caught.exception.field, "reading.target")
