"""Check sheets and CSVs: examples run, bad ones are answered in words."""

from __future__ import annotations

import io
import json
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from typing import Any

from hembit_core import Conditions, DecisionRule, InputError, Outcome
from hembit_core.records.documents import DocumentError
from hembit_core.sheets.command import main
from hembit_core.sheets.judge_sheet import judge_sheet, outcomes
from hembit_core.sheets.readings_csv import Row, judge_rows
from hembit_core.sheets.schema import schema_text
from hembit_core.sheets.sheet import read_sheet, write_sheet
from hembit_core.tests.parts import DECK_OVEN

ROOT = Path(__file__).resolve().parents[2]
EXAMPLES = sorted((ROOT / "examples").glob("*.json"))
STATES = {
    "cultivator-ignition": ["just within", "outside", "within", "open", "within", "within"],
    "cultivator-pick-up-coil": ["within", "open"],
    "curing-room-probe": ["just outside", "within"],
    "curing-room-which-sensor": ["outside", "within", "within", "outside"],
    "deck-oven-delta": ["open", "within", "within", "within"],
    "deck-oven-elements": ["within", "within", "within", "open"],
    "deck-oven-near-the-limit": ["just within"],
    "drum-roaster-spark": ["within", "outside", "open", "within", "just within"],
    "kiln-aged-wire": ["outside"],
    "kiln-bank-one-dead": ["outside", "within", "within"],
    "kiln-thermocouple": ["within", "not decidable", "within", "within"],
    "propagation-mat-tapped": ["open", "within", "within"],
    "rack-oven-ignition": ["open", "watch", "open"],
    "retort-drain-valve-cold": ["within", "within", "just outside"],
    "retort-leaking": ["within", "leaking", "leaking"],
    "retort-platinum-probe": ["just outside"],
    "retort-valves-and-wires": ["outside", "outside", "watch", "outside"],
    "roaster-damper-position": ["within", "open"],
    "propagation-mats-unknown": ["not comparable", "watch"],
    "spare-valve-coils": ["watch", "within", "within"],
}


def document(**changes: Any) -> str:
    sheet = json.loads((ROOT / "examples" / "cultivator-pick-up-coil.json").read_text("utf-8"))
    return json.dumps({**sheet, **changes})


class Sheets(unittest.TestCase):
    def test_every_example_says_what_it_is_there_to_show(self) -> None:
        self.assertEqual([path.stem for path in EXAMPLES], sorted(STATES))
        for path in EXAMPLES:
            judged = judge_sheet(read_sheet(path.read_text("utf-8")))
            states = [
                one.judgement.state.value
                for part in judged.parts
                for one in part.readings
                if one.judgement
            ]
            self.assertEqual(states, STATES[path.stem], path.stem)

    def test_written_and_read_again_it_is_the_same(self) -> None:
        for path in EXAMPLES:
            judged = judge_sheet(read_sheet(path.read_text("utf-8")))
            self.assertEqual(read_sheet(write_sheet(judged)), judged)
            self.assertEqual(judge_sheet(judged), judged)

    def test_trailing_zeros_live(self) -> None:
        path = ROOT / "examples" / "retort-platinum-probe.json"
        self.assertIn('"109.40"', write_sheet(read_sheet(path.read_text("utf-8"))))

    def test_the_published_schema_is_fresh(self) -> None:
        published = ROOT / "docs" / "formats" / "check-sheet-1.schema.json"
        self.assertEqual(published.read_text("utf-8"), schema_text())

    def test_bad_sheets(self) -> None:
        cases = [
            ("{", "not JSON"),
            ("[" * 100_000, "not JSON"),
            ("[]", "not a check sheet"),
            ("{}", "not a check sheet"),
            (document(version=2), "version 2; version 1 is read here"),
            (document(version=None), "version None"),
            (document(parts=[]), "cannot be used"),
            (document(colour="red"), "cannot be used"),
        ]
        for text, words in cases:
            with self.subTest(words), self.assertRaises(DocumentError) as caught:
                read_sheet(text)
            self.assertIn(words, caught.exception.message)

    def test_a_bad_reading_is_named_by_its_part(self) -> None:
        sheet = json.loads(document())
        sheet["parts"][0]["readings"][0]["reading"]["display"] = "warm"
        with self.assertRaises(DocumentError) as caught:
            judge_sheet(read_sheet(json.dumps(sheet)))
        place, sentence = caught.exception.problems[0]
        self.assertEqual(place, "Pick-up coil, reading 1, reading.display")
        self.assertIn("“warm” is not a figure", sentence)

    def test_a_reading_has_conditions_of_its_own(self) -> None:
        sheet = json.loads(document())
        sheet["parts"][0]["readings"][0]["conditions"] = {"part_temperature": "80"}
        judged = judge_sheet(read_sheet(json.dumps(sheet)))
        first = judged.parts[0].readings[0].judgement
        self.assertEqual(first.expectation.text if first else "", "228.0–278.7 Ω")
        self.assertEqual(outcomes(judged), (Outcome.REJECT, Outcome.REJECT))


class CommandLine(unittest.TestCase):
    def test_a_file_is_judged_without_the_web(self) -> None:
        out = io.StringIO()
        with redirect_stdout(out):
            status = main([str(ROOT / "examples" / "kiln-aged-wire.json")])
        self.assertEqual(status, 1)
        self.assertIn("OUTSIDE, rejected", out.getvalue())
        self.assertTrue(out.getvalue().endswith("\n"))

    def test_a_file_that_is_not_there_is_an_input_error(self) -> None:
        err = io.StringIO()
        with redirect_stderr(err):
            self.assertEqual(main(["nowhere.json"]), 2)
        self.assertIn("nowhere.json cannot be read", err.getvalue())


class Csv(unittest.TestCase):
    def rows(self, text: str) -> list[Row]:
        return list(judge_rows(io.StringIO(text), DECK_OVEN, Conditions(), DecisionRule.SIMPLE))

    def test_row_by_row_with_line_numbers(self) -> None:
        text = (ROOT / "examples" / "bench-batch.csv").read_text("utf-8")
        rows = self.rows(text)
        self.assertEqual([row.line for row in rows], [2, 3, 4, 5, 6, 7])
        states = [row.verdict.state.value if row.verdict else "" for row in rows]
        self.assertEqual(states, ["within", "within", "open", "", "just within", ""])
        self.assertIn("“warm” is not a figure", rows[3].problem)
        self.assertIn("display", rows[5].problem)

    def test_conditions_and_other_measurands_in_columns(self) -> None:
        rows = self.rows("measurand,display,part_temperature\nterminal_to_case,OL,18\n,24.6,hot\n")
        self.assertEqual(rows[0].verdict.state.value if rows[0].verdict else "", "within")
        self.assertIn("not a figure", rows[1].problem)

    def test_odd_files(self) -> None:
        with self.assertRaises(InputError):
            self.rows("")
        self.assertIn("More cells", self.rows("display\n24.6,7\n")[0].problem)
        self.assertIn("colour", self.rows("display,colour\n24.6,red\n")[0].problem)
