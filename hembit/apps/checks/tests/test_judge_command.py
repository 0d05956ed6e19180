"""manage.py judge: what it prints, and how it exits."""

from __future__ import annotations

import json
import tempfile
from io import StringIO
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.test import SimpleTestCase

from hembit.apps.checks.tests.requests import ELEMENT
from hembit_core import CORE_VERSION

EXAMPLES = settings.ROOT / "examples"


class JudgeCommand(SimpleTestCase):
    def run_it(self, *words: object) -> tuple[int, str, str]:
        out, err = StringIO(), StringIO()
        with self.assertRaises(SystemExit) as stopped:
            call_command("judge", *map(str, words), stdout=out, stderr=err)
        return int(stopped.exception.code or 0), out.getvalue(), err.getvalue()

    def write(self, text: str, name: str = "sheet.json") -> Path:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        path = Path(folder.name) / name
        path.write_text(text, "utf-8")
        return path

    def test_rejected_undecided_and_accepted(self) -> None:
        status, out, _ = self.run_it(EXAMPLES / "deck-oven-elements.json")
        self.assertEqual(status, 1)
        self.assertIn("Between the terminals: WITHIN, accepted", out)
        self.assertIn("24.40 ± 0.67 Ω, expected 22.90–26.72 Ω", out)
        self.assertEqual(self.run_it(EXAMPLES / "deck-oven-near-the-limit.json")[0], 3)
        good = json.loads((EXAMPLES / "deck-oven-elements.json").read_text("utf-8"))
        good["parts"] = good["parts"][:1]
        self.assertEqual(self.run_it(self.write(json.dumps(good)))[0], 0)

    def test_the_judged_sheet_as_json(self) -> None:
        _, out, _ = self.run_it(EXAMPLES / "kiln-aged-wire.json", "--json")
        judgement = json.loads(out)["parts"][0]["readings"][0]["judgement"]
        self.assertEqual(judgement["state"], "outside")
        self.assertEqual(judgement["core_version"], CORE_VERSION)

    def test_a_csv_goes_on_after_bad_rows_and_says_which(self) -> None:
        status, out, err = self.run_it(EXAMPLES / "bench-batch.csv", "--spec", json.dumps(ELEMENT))
        self.assertEqual(status, 2)
        self.assertIn("line 4: spare 3: OPEN, rejected", out)
        self.assertIn("4 judged, 2 not usable.", out)
        self.assertIn("line 5: spare 4: display: “warm” is not a figure", err)

    def test_a_good_csv_exits_by_its_outcomes(self) -> None:
        path = self.write("display\n24.6\n24.4\n", "good.csv")
        self.assertEqual(self.run_it(path, "--spec", json.dumps(ELEMENT))[0], 0)
        path = self.write("display\n24.6\nOL\n", "bad.csv")
        self.assertEqual(self.run_it(path, "--spec", self.write(json.dumps(ELEMENT)))[0], 1)

    def test_input_errors(self) -> None:
        cases = [
            ((EXAMPLES / "no-such.json",), "cannot be read"),
            ((self.write("{"),), "not JSON"),
            ((self.write('{"format": "hembit-check-sheet", "version": 9}'),), "version 9"),
            ((EXAMPLES / "bench-batch.csv", "--spec", "{"), "--spec is not JSON"),
            ((EXAMPLES / "bench-batch.csv", "--spec", '{"kind": "x"}'), "--spec cannot be used"),
            ((EXAMPLES / "no.csv", "--spec", json.dumps(ELEMENT)), "cannot be read"),
        ]
        for words, expected in cases:
            with self.subTest(expected):
                status, _, err = self.run_it(*words)
                self.assertEqual(status, 2)
                self.assertIn(expected, err)
