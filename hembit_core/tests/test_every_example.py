"""What holds for every reading of every example sheet, whatever its family."""

from __future__ import annotations

import json
import re
import unittest
from collections.abc import Iterator
from pathlib import Path

from hembit_core import DecisionRule, Expectation, InputError, Judgement, Outcome, expectations, judge
from hembit_core.families.registry import FAMILIES, about
from hembit_core.judge import AnyReading, AnySpec
from hembit_core.measuring.conditions import Conditions
from hembit_core.sheets.judge_sheet import judge_sheet
from hembit_core.sheets.sheet import read_sheet

SINE_ALONE = "does not read true RMS"
EXAMPLES = sorted((Path(__file__).resolve().parents[2] / "examples").glob("*.json"))
FALSE_DIGITS = re.compile(r"\d+\.0*[1-9]\d{5,}|\d{8,}|[^a-z]nan|[^a-z]inf[^a-z]|\be[+-]\d\d")


def every_reading() -> Iterator[tuple[str, AnySpec, AnyReading, Conditions]]:
    """Each reading of each sheet, with the conditions it was taken under."""
    for path in EXAMPLES:
        sheet = read_sheet(path.read_text("utf-8"))
        for part in sheet.parts:
            for one in part.readings:
                name = f"{path.stem}: {part.name}, {one.reading.measurand}"
                yield name, part.spec, one.reading, one.conditions or sheet.conditions


class EveryExample(unittest.TestCase):
    def each(self) -> Iterator[tuple[AnySpec, AnyReading, Conditions, Judgement]]:
        for name, spec, reading, conditions in every_reading():
            with self.subTest(name):
                yield spec, reading, conditions, judge(spec, reading, conditions)

    def test_of_a_meter_that_averages_it_is_said_where_it_reads_alternating_volts_or_amps(self) -> None:
        seen = set()
        for name, spec, reading, conditions in every_reading():
            about_it = about(reading.measurand)
            meter = conditions.meter.model_copy(update={"true_rms": False})
            said = judge(spec, reading, conditions.model_copy(update={"meter": meter})).policy
            wanted = about_it.by_meter and about_it.dead_or_live == "live"
            seen.add(wanted)
            self.assertEqual(any(SINE_ALONE in one for one in said), wanted, name)
        self.assertEqual(seen, {True, False})

    def test_every_family_and_nearly_every_test_is_among_them(self) -> None:
        readings = [(type(spec), type(reading)) for _, spec, reading, _ in every_reading()]
        self.assertEqual({spec for spec, _ in readings}, set(FAMILIES))
        every = {one for family in FAMILIES.values() for one in family.readings}
        missing = {one.__name__ for one in every - {reading for _, reading in readings}}
        self.assertLessEqual(missing, {"OpenContact", "ContactVolts", "Running"})

    def test_it_is_a_whole_sentence_with_a_next_step_and_a_policy(self) -> None:
        for _, _, _, verdict in self.each():
            self.assertTrue(verdict.headline[0].isupper() and not verdict.headline.endswith("."))
            self.assertRegex(verdict.next_step, r"[.:]$")
            for sentence in verdict.explanation:
                self.assertRegex(sentence, r"[.:]$")
            self.assertGreaterEqual(len(verdict.policy), 2)
            self.assertIn("rule", verdict.outcome_text)

    def test_no_figure_has_false_digits_and_none_lacks_its_unit(self) -> None:
        for _, _, _, verdict in self.each():
            texts = [verdict.headline, verdict.next_step, *verdict.explanation, *verdict.policy]
            texts += [verdict.expectation.text, verdict.expectation.detail]
            texts += [line.result for line in verdict.working]
            texts += [line.figures or "" for line in verdict.working]
            for text in texts:
                self.assertIsNone(FALSE_DIGITS.search(text), text)
            if verdict.value:
                self.assertTrue(verdict.value.text.endswith(verdict.value.unit))

    def test_the_uncertainty_has_two_digits_and_the_value_its_place(self) -> None:
        for _, _, _, verdict in self.each():
            for row in verdict.rows:
                if row.value is None:
                    continue
                value, expanded = re.findall(r"[\d.]+", row.value.text)[:2]
                self.assertLessEqual(len(expanded.replace(".", "").lstrip("0")), 3, row.value.text)
                self.assertEqual(
                    len(value.partition(".")[2]), len(expanded.partition(".")[2]), row.value.text
                )

    def test_it_survives_being_written_down(self) -> None:
        for _, _, _, verdict in self.each():
            written = json.loads(verdict.model_dump_json())
            self.assertEqual(Judgement.model_validate(written), verdict)

    def test_the_working_names_each_line_once_with_its_source_or_figures(self) -> None:
        for _, _, _, verdict in self.each():
            labels = [line.label for line in verdict.working]
            self.assertEqual(len(labels), len(set(labels)), labels)
            for line in verdict.working:
                self.assertTrue(line.result and (line.source or line.figures), line)

    def test_what_is_expected_was_told_before_by_the_same_words(self) -> None:
        for spec, reading, conditions, verdict in self.each():
            if reading.measurand in ("sensor_points", "running", "until_cut_out", "line_currents"):
                continue  # these are told at the temperature, or at the volts, that were read
            if reading.measurand == "winding_running":
                continue
            told = {one.measurand: one for one in expectations(spec, conditions)}
            self.assertEqual(told[reading.measurand].text, verdict.expectation.text)
            self.assertEqual(told[reading.measurand].rail.band, verdict.expectation.rail.band)

    def test_rows_and_rails_stand_where_the_figures_are(self) -> None:
        for _, _, _, verdict in self.each():
            for row in verdict.rows:
                if row.value is None:
                    continue
                assert row.rail.corrected is not None
                self.assertEqual(row.rail.corrected.value, row.value.value)
                self.assertEqual(row.rail.unit, row.value.unit)

    def test_the_room_is_the_one_that_is_admitted(self) -> None:
        for _, reading, _, verdict in self.each():
            self.assertEqual(verdict.expectation.dead_or_live, about(reading.measurand).dead_or_live)
            self.assertEqual(verdict.expectation.title, about(reading.measurand).title)
            self.assertTrue(verdict.cautions[-1].startswith("Hembit advises"))

    def test_the_guarded_rules_only_ever_hold_back(self) -> None:
        for spec, reading, conditions, simple in self.each():
            for rule in (DecisionRule.GUARDED_ACCEPTANCE, DecisionRule.GUARDED_REJECTION):
                guarded = judge(spec, reading, conditions, rule)
                self.assertEqual(guarded.state, simple.state)
                self.assertIn(guarded.outcome, (simple.outcome, Outcome.UNDECIDED))

    def test_the_unknown_meter_is_said_and_never_makes_a_pass_of_a_fault(self) -> None:
        for spec, reading, conditions, known in self.each():
            plain = conditions.model_copy(update={"meter": Conditions().meter})
            try:
                unknown = judge(spec, reading, plain)
            except InputError as error:
                self.assertIn("range", error.message)
                continue
            if known.state in ("open", "short", "leaking"):
                self.assertNotEqual(unknown.outcome, Outcome.ACCEPT)

    def test_every_part_has_a_finding_that_rests_on_its_readings(self) -> None:
        for path in EXAMPLES:
            for part in judge_sheet(read_sheet(path.read_text("utf-8"))).parts:
                with self.subTest(f"{path.stem}: {part.name}"):
                    assert part.finding is not None
                    self.assertTrue(part.finding.rests_on and part.finding.next_step)
                    tested = {one.reading.measurand for one in part.readings}
                    for told in expectations_or_none(part.spec, path):
                        if told.measurand in tested:
                            self.assertNotIn(told.title, part.finding.not_tested)


def expectations_or_none(spec: AnySpec, path: Path) -> tuple[Expectation, ...]:
    """What the part's tests are, under the sheet's conditions; none where those do not suffice."""
    conditions = read_sheet(path.read_text("utf-8")).conditions
    try:
        return expectations(spec, conditions)
    except InputError:
        return ()
