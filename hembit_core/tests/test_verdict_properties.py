"""What holds of every verdict: composites, ignorance, order, limits, and that no rule reads English."""

from __future__ import annotations

import unittest
from itertools import permutations
from pathlib import Path
from typing import Any
from unittest.mock import patch

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import Conditions, Judgement, Outcome, State, find
from hembit_core.conformity.missing import Lacking
from hembit_core.curves.thermistors import BetaCurve
from hembit_core.judge import AnySpec
from hembit_core.judging.judgement import Notice
from hembit_core.judging.verdict import Verdict
from hembit_core.sheets.judge_sheet import judge_sheet
from hembit_core.sheets.sheet import read_sheet
from hembit_core.tests.parts import BENCH_METER, DECK_OVEN, WITH_RATIO
from hembit_core.tests.readers import here, part, plate, read

EXAMPLES = sorted((Path(__file__).resolve().parents[2] / "examples").glob("*.json"))
RANK = {Outcome.ACCEPT: 0, Outcome.UNDECIDED: 1, Outcome.REJECT: 2}
PERCENT = {"school": "percent_of_resistance", "percent": "8"}
AS_TYPED = {"power_of_ten": "as_typed"}
COIL = part("winding", resistance="118", tolerance=PERCENT)
NTC = part(
    "temperature_sensor",
    sensor={"type": "ntc_beta", "r25": "10k", "beta": "3977"},
    tolerance={"school": "own_kelvin", "limit": "3"},
)
COILS = st.floats(100, 136).map(lambda ohms: f"{ohms:.1f}")


class CompositesAreNoKinder(unittest.TestCase):
    """P1: a set is never kinder than its members judged alone."""

    def no_kinder(self, whole: Judgement, members: list[Judgement]) -> None:
        if whole.state is State.PLEASE_CONFIRM:
            return
        worst = max(RANK[one.outcome] for one in members)
        told = [(one.state, one.outcome) for one in members]
        self.assertGreaterEqual(RANK[whole.outcome], worst, f"{whole.headline}: {told}")

    @given(st.lists(COILS, min_size=3, max_size=6))
    def test_siblings(self, displays: list[str]) -> None:
        whole = read(COIL, "siblings", displays=displays)
        self.no_kinder(whole, [read(COIL, "winding_resistance", display=one) for one in displays])

    @given(COILS, COILS)
    def test_sets_of_windings(self, first: str, second: str) -> None:
        pair = part(
            "winding_set",
            windings=[{"name": name, "resistance": "118", "tolerance": PERCENT} for name in "ab"],
        )
        whole = read(pair, "set_resistances", displays=[first, second])
        self.no_kinder(
            whole, [read(COIL, "winding_resistance", display=one) for one in (first, second)]
        )

    @given(COILS, st.floats(0, 3), st.floats(0, 3))
    def test_wriggled(self, rest: str, down: float, up: float) -> None:
        low, high = f"{float(rest) - down:.1f}", f"{float(rest) + up:.1f}"
        whole = read(COIL, "wriggled", at_rest=rest, least=low, most=high)
        self.no_kinder(whole, [read(COIL, "winding_resistance", display=rest)])

    @given(st.floats(66, 86), st.floats(33, 43))
    def test_halves(self, first: float, second: float) -> None:
        halves = [{**plate(watts, "230"), "hot_cold_ratio": "1"} for watts in ("700", "1400")]
        spec = part("tapped_element", first=halves[0], second=halves[1])
        shown = (f"{first:.1f}", f"{second:.1f}")
        whole = read(spec, "tapped_resistance", a_b=shown[0], b_c=shown[1])
        alone = [
            read(part("heating_element", **half), "between_terminals", display=one)
            for half, one in zip(halves, shown, strict=True)
        ]
        self.no_kinder(whole, alone)

    @given(st.lists(st.tuples(st.floats(5, 60), st.floats(-6, 6)), min_size=2, max_size=4))
    def test_points_of_a_sensor(self, drawn: list[tuple[float, float]]) -> None:
        curve = BetaCurve(10_000.0, 3977.0)
        points = [
            {"celsius": f"{t:.1f}", "display": f"{float(curve.resistance(t + off)):.0f}e0"}
            for t, off in drawn
        ]
        alone = [
            read(
                NTC, "sensor_resistance", here(part_temperature=one["celsius"]), display=one["display"]
            )
            for one in points
        ]
        try:
            whole = read(NTC, "sensor_points", points=points)
        except ValueError:
            return
        self.no_kinder(whole, alone)


class IgnoranceNeverHelps(unittest.TestCase):
    """P2: what was left out is judged at the corners of its range."""

    def compare(self, without: Judgement, corners: list[Judgement], lacking: Lacking) -> None:
        seen = {one.outcome for one in corners}
        if without.outcome is not Outcome.UNDECIDED:
            self.assertEqual(seen, {without.outcome}, without.headline)
        elif len(seen) > 1 and without.state is not State.PLEASE_CONFIRM:
            self.assertIn(lacking, without.undecided_by, without.headline)

    @given(st.floats(18, 32))
    def test_the_alloy(self, ohms: float) -> None:
        how = {"display": f"{ohms:.2f}", "answers": AS_TYPED}
        corners = [
            read(
                part("heating_element", **plate("2200", "230"), hot_cold_ratio=ratio),
                "between_terminals",
                **how,
            )
            for ratio in ("1.00", "1.04", "1.07")
        ]
        self.compare(read(DECK_OVEN, "between_terminals", **how), corners, Lacking.ALLOY)

    @given(st.floats(7, 12))
    def test_the_alloy_of_an_element_by_its_ohms_when_it_runs(self, amps: float) -> None:
        spec = {
            "rating": {"by": "ohms", "resistance": "24.0", "voltage": "230"},
            "tolerance": {"school": "percent_of_resistance", "percent": "5"},
        }
        how = {"voltage": "230.0", "current": f"{amps:.2f}"}
        corners = [
            read(part("heating_element", **spec, hot_cold_ratio=ratio), "running", **how)
            for ratio in ("1.00", "1.07")
        ]
        self.compare(read(part("heating_element", **spec), "running", **how), corners, Lacking.ALLOY)

    @given(st.floats(20, 30))
    def test_the_leads(self, ohms: float) -> None:
        shown = f"{ohms:.1f}"
        spec = part("resistive_part", resistance="24", tolerance=PERCENT)
        corners = [
            read(spec, "part_resistance", display=shown, leads_nulled=True),
            read(spec, "part_resistance", display=shown, lead_zero="0.5"),
        ]
        without = read(spec, "part_resistance", display=shown, leads_nulled=False)
        self.compare(without, corners, Lacking.LEADS)

    @given(st.floats(80, 180))
    def test_the_temperature_of_a_winding(self, ohms: float) -> None:
        shown = f"{ohms:.1f}"
        corners = [
            read(COIL, "winding_resistance", here(part_temperature=celsius), display=shown)
            for celsius in ("-10", "20", "90")
        ]
        nowhere = Conditions(meter=BENCH_METER)
        without = read(COIL, "winding_resistance", nowhere, display=shown)
        self.compare(without, corners, Lacking.PART_TEMPERATURE)


class NothingUnreadIsAccepted(unittest.TestCase):
    """A figure that is due and was not read leaves the whole undecided, whatever the rest says."""

    LIMIT = part("contact", device="limit", opens_at="90", closes_at="70")
    MAGNET = part("thermocouple_magnet", open_least="20", load_least="9", drop_out_most="4")
    SEQUENCE = part(
        "ignition_sequence",
        stages=[{"name": "call", "voltage": "24"}, {"name": "valve", "voltage": "24"}],
    )
    PARTLY: tuple[tuple[AnySpec, str, dict[str, Any]], ...] = (
        (LIMIT, "contact_switching", {"opened_at": "91"}),
        (LIMIT, "contact_switching", {"closed_at": "71"}),
        (MAGNET, "flame_pair", {"open": "27.1"}),
        (MAGNET, "flame_pair", {"open": "20.2"}),
        (MAGNET, "flame_pair", {"open": "27.1", "load": "12.0"}),
        (part("supply"), "supply_volts", {"volts": {"L–N": "230"}}),
        (part("supply"), "supply_volts", {"volts": {"L–N": "207.5"}}),
        (SEQUENCE, "sequence", {"stages": [{"voltage": "24.1", "acted": "yes"}]}),
        (part("wires", voltage="12.6"), "wire_ends", {"ends": [{"along": "0.02"}], "loaded": "yes"}),
        (part("wires", voltage="12.6"), "wire_ends", {"ends": [{"along": "0.24"}], "loaded": "yes"}),
    )

    def test_partly_read(self) -> None:
        for spec, measurand, fields in self.PARTLY:
            with self.subTest(f"{measurand}: {fields}"):
                verdict = read(spec, measurand, here(supply="230"), **fields)
                self.assertEqual(verdict.outcome, Outcome.UNDECIDED, verdict.headline)
                self.assertTrue(verdict.undecided_by)

    def test_every_accepted_example_was_read_whole(self) -> None:
        for path in EXAMPLES:
            for one in judge_sheet(read_sheet(path.read_text("utf-8"))).parts:
                for taken in one.readings:
                    verdict = taken.judgement
                    assert verdict is not None
                    if verdict.outcome is Outcome.ACCEPT:
                        unread = [row.key for row in verdict.rows if row.state is None]
                        self.assertEqual(unread, [], f"{path.stem}: {one.name}")

    def test_a_rejection_needs_no_more(self) -> None:
        lost = {"ends": [{"at_source": "12.6", "at_part": "11.0"}], "loaded": "yes"}
        self.assertEqual(
            read(part("wires", voltage="12.6"), "wire_ends", **lost).outcome, Outcome.REJECT
        )
        hot = read(self.LIMIT, "contact_switching", opened_at="120")
        self.assertEqual(hot.outcome, Outcome.REJECT)


class FurtherOutIsNeverKinder(unittest.TestCase):
    """P5, and P8: on the limit is inside."""

    CASES: tuple[tuple[AnySpec, str, str, Any], ...] = (
        (WITH_RATIO, "between_terminals", "{:.1f}", [24 + 0.5 * n for n in range(40)]),
        (WITH_RATIO, "between_terminals", "{:.1f}", [24 - 0.5 * n for n in range(40)]),
        (COIL, "winding_resistance", "{:.1f}", [118 + 2.0 * n for n in range(40)]),
        (COIL, "winding_resistance", "{:.1f}", [118 - 2.0 * n for n in range(40)]),
        (NTC, "sensor_resistance", "{:.2f}k", [12.5 + 0.4 * n for n in range(40)]),
        (NTC, "sensor_resistance", "{:.2f}k", [12.5 - 0.3 * n for n in range(40)]),
        (part("contact"), "contact_closed", "{:.2f}", [0.05 * n for n in range(40)]),
        (part("thermocouple"), "thermocouple_voltage", "{:.2f}", [0.0 + 0.2 * n for n in range(40)]),
    )

    def test_monotone(self) -> None:
        for spec, measurand, digits, values in self.CASES:
            conditions = here(cold_junction="20.0")
            with self.subTest(f"{measurand} to {values[-1]:g}"):
                ranks = [
                    RANK[
                        read(
                            spec,
                            measurand,
                            conditions,
                            display=digits.format(value),
                            answers=AS_TYPED,
                        ).outcome
                    ]
                    for value in values
                ]
                self.assertEqual(ranks, sorted(ranks))
                self.assertEqual(ranks[-1], 2)

    @given(st.integers(100, 9999), st.integers(1, 30))
    def test_on_the_limit_is_inside(self, tenths: int, percent: int) -> None:
        nominal = tenths / 10
        limit = tenths * (100 + percent) / 1000
        spec = part(
            "resistive_part",
            resistance=f"{nominal:.1f}",
            tolerance={"school": "percent_of_resistance", "percent": str(percent)},
        )
        verdict = read(spec, "part_resistance", display=f"{limit:.4f}")
        self.assertIn(verdict.state, (State.JUST_WITHIN, State.NOT_DECIDABLE))


class OrderDoesNotMatter(unittest.TestCase):
    """P6: a finding does not depend on the order its evidence came in."""

    def test_findings_of_every_example(self) -> None:
        for path in EXAMPLES:
            for one in judge_sheet(read_sheet(path.read_text("utf-8"))).parts:
                verdicts = [taken.judgement for taken in one.readings if taken.judgement]
                for order in permutations(verdicts[:4]):
                    found = find(one.spec, order, one.observed)
                    expected = find(one.spec, verdicts[:4], one.observed)
                    with self.subTest(f"{path.stem}: {one.name}"):
                        self.assertEqual(
                            (found.code, found.conclusion, found.headline),
                            (expected.code, expected.conclusion, expected.headline),
                        )


def _reworded(verdict: Judgement) -> Judgement:
    """The same judgement with every sentence replaced."""
    said = "Reworded: low, dead, open, within"
    return verdict.model_copy(
        update={
            "headline": said,
            "explanation": (said,),
            "next_step": said,
            "outcome_text": said,
            "policy": (said,),
            "warnings": tuple(Notice(code=one.code, text=said) for one in verdict.warnings),
            "rows": tuple(row.model_copy(update={"label": said}) for row in verdict.rows),
            "working": tuple(
                line.model_copy(update={"label": said, "figures": said}) for line in verdict.working
            ),
            "expectation": verdict.expectation.model_copy(
                update={"title": said, "text": said, "detail": said}
            ),
        }
    )


def _decisions() -> list[Any]:
    """What was decided on every example: of readings, rows and parts."""
    found: list[Any] = []
    for path in EXAMPLES:
        for one in judge_sheet(read_sheet(path.read_text("utf-8"))).parts:
            for taken in one.readings:
                verdict = taken.judgement
                assert verdict is not None
                rows = [(row.key, row.state, row.outcome) for row in verdict.rows]
                found.append((verdict.code, verdict.state, verdict.outcome, verdict.side, rows))
            if one.finding:
                finding = one.finding
                found.append((finding.code, finding.conclusion, finding.cites, finding.untested))
    return found


class NoRuleReadsEnglish(unittest.TestCase):
    def test_rewording_changes_no_decision(self) -> None:
        build = Verdict.build

        def reworded(self: Verdict, *args: Any, **kwargs: Any) -> Judgement:
            self.headline, self.next_step = "Reworded", "Reworded"
            self.explanation = ["Reworded"]
            return _reworded(build(self, *args, **kwargs))

        before = _decisions()
        with patch.object(Verdict, "build", reworded):
            self.assertEqual(_decisions(), before)
