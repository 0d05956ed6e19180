"""What was kept in every form that there ever was opens for ever.

``data/forms`` holds a few records of each kind as a database of that form held them. One is added with
every form; none is ever changed.
"""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any
from unittest import TestCase

from hembit.apps.checks.schemas import Submission
from hembit.apps.jobs.entries.registry import told
from hembit_core import Judgement, judge
from hembit_core.data_files import table
from hembit_core.findings.finding import Finding
from hembit_core.library.entry import LibrarySpec
from hembit_core.records.forms import FORM, Kind, NewerForm, brought_along
from hembit_core.rules.settings import changed_rules
from hembit_core.rules.values import Rules
from hembit_core.sheets.circuit_row import CircuitRow
from hembit_core.sheets.sheet import CheckSheet, read_sheet, write_sheet
from hembit_core.visits.route import Choices

FOLDER = Path(__file__).parent / "data" / "forms"
FORMS: dict[int, dict[str, Any]] = {
    kept["form"]: kept
    for path in sorted(FOLDER.glob("form-*.json"))
    for kept in [json.loads(path.read_text("utf-8"))]
}


class EveryForm(TestCase):
    def test_there_are_records_of_every_form(self) -> None:
        self.assertEqual(set(FORMS), set(range(1, FORM + 1)))

    def records(self, name: str) -> Any:
        for form, kept in FORMS.items():
            for one in kept[name]:
                yield form, copy.deepcopy(one)

    def test_checks_open_and_judge_anew(self) -> None:
        for form, one in self.records("checks"):
            with self.subTest(form=form, label=one["label"]):
                given = Submission.model_validate(
                    brought_along(Kind.SUBMISSION, one["submission"], form)
                )
                kept = Judgement.model_validate(brought_along(Kind.JUDGEMENT, one["judgement"], form))
                for name in ("headline", "next_step", "state", "outcome", "outcome_text"):
                    self.assertEqual(getattr(kept, name), one["judgement"][name])
                again = judge(given.spec, given.reading, given.conditions, given.rule)
                self.assertEqual(again.measurand, kept.measurand)

    def test_findings_entries_choices_circuits_and_specs_open(self) -> None:
        for form, one in self.records("findings"):
            found = Finding.model_validate(brought_along(Kind.FINDING, one, form))
            self.assertEqual(found.headline, one["headline"])
        for form, one in self.records("entries"):
            with self.subTest(form=form, kind=one["kind"]):
                self.assertTrue(told(one["kind"], brought_along(Kind.ENTRY, one["data"], form)))
        for _, one in self.records("jobs"):
            Choices.model_validate(one["choices"])
        for _, one in self.records("circuits"):
            self.assertTrue([CircuitRow.model_validate(row) for row in one])
        for _, one in self.records("library"):
            LibrarySpec.model_validate(one)
        for _, one in self.records("rule_sets"):
            changed_rules(one["changes"], one["name"])

    def test_a_sheet_with_rules_and_judgements_of_any_form_is_read(self) -> None:
        for form, kept in FORMS.items():
            parts = []
            for one in kept["checks"]:
                submission = one["submission"]
                reading = {
                    "reading": submission["reading"],
                    "conditions": submission["conditions"],
                    "judgement": one["judgement"],
                }
                parts.append({"name": one["label"], "spec": submission["spec"], "readings": [reading]})
            text = json.dumps({"format": "hembit-check-sheet", "version": 1, "parts": parts})
            with self.subTest(form):
                sheet = read_sheet(text)
                self.assertEqual(read_sheet(write_sheet(sheet)), sheet)
                self.assertIsInstance(sheet, CheckSheet)

    def test_a_record_that_lacks_any_figure_of_the_rules_is_read(self) -> None:
        """Whatever figure is added next: records of before have it from the table of its form."""
        forms = table("rules_by_form")["forms"]
        known = {name for figures in forms.values() for name in figures}
        self.assertEqual(known, set(Rules.model_fields), "a figure of the rules needs a form")
        whole = FORMS[6]["checks"][0]["submission"]
        for name in Rules.model_fields:
            older = copy.deepcopy(whole)
            older["conditions"]["rules"].pop(name, None)
            given = Submission.model_validate(brought_along(Kind.SUBMISSION, older, 1))
            shipped = next(figures[name] for figures in forms.values() if name in figures)
            self.assertEqual(given.conditions.rules.model_dump(mode="json")[name], shipped, name)

    def test_the_first_records_were_judged_by_what_was_shipped_then(self) -> None:
        for one in FORMS[1]["checks"]:
            self.assertNotIn("rules", one["submission"]["conditions"])
            given = Submission.model_validate(brought_along(Kind.SUBMISSION, one["submission"], 1))
            self.assertEqual(given.conditions.rules.leaking_below_ohm, 20e6)

    def test_one_of_a_newer_hembit_says_so(self) -> None:
        with self.assertRaises(NewerForm) as caught:
            brought_along(Kind.FINDING, {"form": FORM + 1})
        self.assertIn("newer Hembit", str(caught.exception))
