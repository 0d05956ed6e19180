"""P7: a path to the case ends by readings after it, each of the kind that can show its end."""

from __future__ import annotations

import unittest
from itertools import permutations
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core import Judgement, find, judge
from hembit_core.conformity.states import State
from hembit_core.families.insulation import InsulationTest
from hembit_core.findings.case_danger import (
    CaseDanger,
    CaseDangerKind,
    Lacks,
    course_of,
    figure_of_case,
)
from hembit_core.findings.finding import Conclusion, Finding, FindingCode
from hembit_core.judging.case_figure import CaseFigure, TakenWhile
from hembit_core.tests.parts import BENCH, DECK_OVEN, ohms, to_case
from hembit_core.tests.readers import part

LIMIT = 20e6
TESTED_AT_LEAST = 1e6


def case(display: str, **how: Any) -> Judgement:
    """A multimeter's reading to the case, both ends lifted."""
    return to_case(display, **{"connection": "isolated", **how})


def tested(display: str, **how: Any) -> Judgement:
    """An insulation test, both ends lifted."""
    return judge(
        DECK_OVEN, InsulationTest(**{"display": display, "connection": "isolated", **how}), BENCH
    )


def found(*readings: Judgement) -> Finding:
    """What they say together, oldest first."""
    return find(DECK_OVEN, [ohms("24.4"), *readings])


CLEAR = case("OL")
MOVED = case("OL", taken_while="moved")


class Over(unittest.TestCase):
    TOUCH = CaseFigure(by="multimeter", ohms=0.3, clear=False, isolated=True)
    LEAK = CaseFigure(by="multimeter", ohms=1.8e6, clear=False, isolated=True)
    TESTED = CaseFigure(by="insulation_tester", clear=True, isolated=True, volts=500, due_volts=500)
    REST = CaseFigure(by="multimeter", clear=True, isolated=True)
    SHAKEN = CaseFigure(by="multimeter", clear=True, isolated=True, taken_while=TakenWhile.MOVED)

    def test_a_touch_that_ended_is_known_while_something_else_stands_and_after_it(self) -> None:
        readings = (self.TOUCH, self.REST, self.SHAKEN, self.TESTED)
        self.assertTrue(course_of(readings).touch_ended)
        standing = course_of((*readings, self.LEAK))
        self.assertEqual((standing.touch_ended, standing.standing), (True, (4,)))
        self.assertTrue(course_of((*readings, self.LEAK, self.TESTED)).touch_ended)
        self.assertFalse(course_of((self.LEAK, self.TESTED)).touch_ended)


class Before(unittest.TestCase):
    def test_one_of_before_these_were_data_is_clear_where_it_lay_within(self) -> None:
        for state in State:
            before = case("1.8M").model_copy(update={"case": None, "state": state})
            figure = figure_of_case(before)
            assert figure is not None
            self.assertEqual(figure.clear, state in (State.WITHIN, State.JUST_WITHIN), state)
            self.assertEqual((figure.by, figure.ohms), ("multimeter", 1.8e6))
        older = tested("0.2M").model_copy(update={"case": None, "value": None})
        self.assertEqual(figure_of_case(older), CaseFigure(by="insulation_tester", clear=False))
        self.assertIsNone(figure_of_case(ohms("24.4").model_copy(update={"case": None})))


class Named(unittest.TestCase):
    def stands(self, *readings: Judgement) -> Finding:
        """It stands, whatever else was read."""
        finding = found(*readings)
        self.assertEqual(finding.conclusion, Conclusion.DO_NOT_ENERGISE, finding.headline)
        assert finding.danger
        return finding

    def test_a_short_to_the_case_beside_a_test_that_passed_in_either_order(self) -> None:
        for display in ("0.3", "38", "9.2k"):
            touch, passed = case(display), tested("210 M")
            first = self.stands(passed, touch)
            self.assertIn("these cannot both be right", first.rests_on)
            self.assertIn("Insulation test: 210", " ".join(first.rests_on))
            self.assertEqual(first.headline, "A wire touches the case: replace the part")
            self.assertEqual(first.code, FindingCode.TOUCHES_CASE)
            self.assertNotIn("a leak to the case", first.rules_out)
            after = self.stands(touch, passed)
            assert after.danger
            self.assertEqual(after.danger.lacks, (Lacks.CLEAR_TWICE, Lacks.CLEAR_MOVED))

    def test_of_a_touch_no_insulation_test_is_asked(self) -> None:
        verdict = case("38")
        self.assertEqual(verdict.headline, "A wire touches the case: do not energise, replace the part")
        self.assertNotIn("nsulation test", verdict.next_step)
        finding = self.stands(verdict)
        assert finding.danger
        self.assertEqual(finding.danger.asks, frozenset())

    def test_damp_is_settled_by_a_test_after_it_and_by_none_before(self) -> None:
        self.assertEqual(found(case("1.8 M"), tested("210 M")).conclusion, Conclusion.SOUND)
        self.assertIn("a leak to the case", found(case("1.8 M"), tested("210 M")).rules_out)
        self.stands(tested("210 M"), case("1.8 M"))

    def test_the_test_is_made_isolated_and_at_the_parts_volts(self) -> None:
        for how in ({"connection": "in_circuit"}, {"connection": None}, {"volts": "250"}):
            self.stands(case("1.8 M"), tested("210 M", **how))
        self.assertEqual(
            found(case("1.8 M"), tested("210 M", volts="1000")).conclusion, Conclusion.SOUND
        )

    def test_what_only_shows_more_on_a_low_range_clears_nothing(self) -> None:
        low = case("OL", range_top=600)
        self.stands(case("38"), low, case("OL", range_top=600, taken_while="moved"), tested("210 M"))

    def test_a_test_that_failed_stays_failed(self) -> None:
        self.stands(tested("0.2 M"), tested("300 M"))
        self.stands(tested("0.2 M"), CLEAR, tested("300 M"))
        self.stands(tested("0.2 M"), CLEAR, CLEAR, tested("300 M"))
        self.assertNotEqual(
            found(tested("0.2 M"), CLEAR, MOVED, tested("300 M")).conclusion, Conclusion.DO_NOT_ENERGISE
        )

    def test_a_touch_that_was_cleared_is_come_back_to(self) -> None:
        finding = found(case("0.3"), CLEAR, MOVED, tested("210 M"))
        self.assertEqual(
            (finding.conclusion, finding.code), (Conclusion.WATCH, FindingCode.TOUCH_ENDED)
        )

    def test_a_figure_between_begins_it_anew(self) -> None:
        finding = self.stands(case("0.3"), CLEAR, MOVED, case("2.1 M"), tested("210 M"))
        assert finding.danger
        self.assertEqual(finding.danger.kind, CaseDangerKind.TOUCH)

    def test_what_showed_warm_is_read_warm(self) -> None:
        warm = case("0.3", taken_while="warm")
        finding = self.stands(warm, CLEAR, MOVED, tested("210 M"))
        assert finding.danger
        self.assertEqual(finding.danger.lacks, (Lacks.CLEAR_WARM,))
        again = case("OL", taken_while="warm")
        self.assertEqual(found(warm, CLEAR, MOVED, again, tested("210 M")).conclusion, Conclusion.WATCH)

    def test_a_figure_in_circuit_stands_until_it_is_read_isolated(self) -> None:
        inside = to_case("0.3", connection="in_circuit")
        finding = self.stands(inside)
        assert finding.danger
        self.assertEqual(finding.danger.kind, CaseDangerKind.IN_CIRCUIT)
        self.stands(inside, to_case("OL", connection="in_circuit"))
        self.assertEqual(found(inside, CLEAR).conclusion, Conclusion.SOUND)

    def test_a_new_part_passes_the_tests_that_the_one_before_failed(self) -> None:
        before = CaseDanger(
            kind=CaseDangerKind.INSULATION, lacks=(), by=("multimeter", "insulation_tester")
        )
        for readings, stands in (
            ((), True),
            ((CLEAR,), True),
            ((tested("210 M"),), True),
            ((CLEAR, tested("210 M")), False),
        ):
            finding = find(DECK_OVEN, [ohms("24.4"), *readings], before=before)
            self.assertEqual(finding.danger is not None, stands)
        unread = find(DECK_OVEN, [], before=before)
        self.assertEqual(unread.code, FindingCode.NEW_PART_UNREAD)

    def test_it_holds_for_a_coil_of_24_volts_at_250(self) -> None:
        coil = part("winding", resistance="86", drive="dc", rated_voltage="24")
        leak = part_reading(coil, "terminal_to_case", "1.8 M")
        low = part_reading(coil, "insulation_test", "40 M")
        self.assertNotEqual(find(coil, [leak, low]).conclusion, Conclusion.DO_NOT_ENERGISE)


def part_reading(spec: Any, measurand: str, display: str) -> Judgement:
    """An isolated reading of any part."""
    from hembit_core.families.registry import reading_class

    kind = reading_class(measurand)
    return judge(spec, kind.model_validate({"display": display, "connection": "isolated"}), BENCH)


def _multimeter(value: float | None, isolated: bool | None, how: TakenWhile) -> CaseFigure:
    clear = value is None or value >= LIMIT
    return CaseFigure(by="multimeter", ohms=value, clear=clear, isolated=isolated, taken_while=how)


def _tester(value: float | None, isolated: bool | None, volts: int) -> CaseFigure:
    clear = value is None or value >= TESTED_AT_LEAST
    return CaseFigure(
        by="insulation_tester", ohms=value, clear=clear, isolated=isolated, volts=volts, due_volts=500
    )


values = st.one_of(st.none(), st.sampled_from([0.0, 0.3, 38.0, 9.9e3, 1e4, 1.8e6, 19.9e6, 2e7, 2.1e8]))
lifted = st.sampled_from([True, True, True, False, None])
figures = st.one_of(
    st.builds(_multimeter, values, lifted, st.sampled_from(TakenWhile)),
    st.builds(_tester, values, lifted, st.sampled_from([250, 500, 1000])),
)


class Always(unittest.TestCase):
    @settings(max_examples=400)
    @given(st.lists(figures, max_size=7))
    def test_the_last_figure_stands_until_what_can_end_it_came_after(
        self, given: list[CaseFigure]
    ) -> None:
        """Said anew, from the end: what came after the last figure must hold the way out."""
        course = course_of(given)
        bad = [place for place, one in enumerate(given) if not one.clear]
        if not bad:
            self.assertIsNone(course.danger)
            return
        after = [one for one in given[bad[-1] + 1 :] if one.isolated]
        passes = any(one.by == "insulation_tester" and (one.volts or 0) >= 500 for one in after)
        last = given[bad[-1]]
        if last.isolated is not False and not passes:
            self.assertIsNotNone(course.danger)
        if last.isolated is not False and (last.by == "insulation_tester" or (last.ohms or 0) < 1e4):
            rest = [one.taken_while for one in after if one.by == "multimeter"]
            ends = passes and len(rest) >= 2 and TakenWhile.MOVED in rest
            if not ends:
                self.assertIsNotNone(course.danger)
        if not after:
            self.assertIsNotNone(course.danger)

    @settings(max_examples=200)
    @given(st.lists(figures, max_size=6), figures)
    def test_one_more_figure_never_ends_it_and_what_was_before_never_does(
        self, given: list[CaseFigure], more: CaseFigure
    ) -> None:
        if not more.clear:
            self.assertIsNotNone(course_of([*given, more]).danger)
        ended = course_of(given).danger is None
        if more.clear and not ended:
            self.assertIsNotNone(course_of([more, *given]).danger)

    @settings(max_examples=200)
    @given(st.lists(figures, max_size=6))
    def test_every_figure_is_over_or_stands(self, given: list[CaseFigure]) -> None:
        course = course_of(given)
        bad = {place for place, one in enumerate(given) if not one.clear}
        self.assertEqual(set(course.standing) | set(course.ended), bad)
        self.assertEqual(bool(course.standing), course.danger is not None)
        if course.danger:
            self.assertTrue(course.danger.lacks)

    def test_nothing_but_time_counts_among_what_was_read_to_the_case(self) -> None:
        readings = (case("0.3"), CLEAR, MOVED, tested("210 M"))
        for order in permutations(readings):
            finding = find(DECK_OVEN, order)
            first = order[0] is readings[0]
            self.assertEqual(finding.conclusion is not Conclusion.DO_NOT_ENERGISE, first)


if __name__ == "__main__":
    unittest.main()
