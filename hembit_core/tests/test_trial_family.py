"""A family that nobody has seen: a folder of its own is all that it takes."""

from __future__ import annotations

import json
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
SPEC = '''"""A blower, by the least draught that it gives."""

from typing import Literal

from hembit_core.measuring.figures import Voltage
from hembit_core.model import Model


class Blower(Model):
    """By the volts that its sail switch gives at least [V]."""

    kind: Literal["blower"] = "blower"
    least: Voltage

    def describe(self) -> str:
        """In a few words."""
        return "Blower"
'''
FAMILY = '''"""Whether a blower's switch gives its volts."""

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule
from hembit_core.families.blower.spec import Blower
from hembit_core.families.declared import Family
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, verdict_of_rows
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Voltage
from hembit_core.model import Model


class Draught(Model):
    """The volts that its switch gives."""

    about: ClassVar = Measurand(
        "Draught", Step.MEASURE, "live", 3, Role.WORKING,
        Probes(drawing="resistive", first="one pin", second="the other", disconnect="nothing"),
    )
    measurand: Literal["draught"] = "draught"
    volts: Voltage


def _due(spec: Blower) -> RowDue:
    return RowDue("volts", "its switch", Band(lower=spec.least.value), "V", 1)


def expectations(spec: Blower, conditions: Conditions) -> tuple[Expectation, ...]:
    """At least its volts."""
    due = _due(spec).empty()
    return (expect(Draught, due.rail, text=due.due, detail="while it runs", overflow_means="no",
                   zero_means="no draught", digits=1),)


def judge(spec: Blower, reading: Draught, conditions: Conditions, rule: DecisionRule) -> Judgement:
    """By its volts."""
    row, placed = _due(spec).place(reading.volts.value, Budget.of(gauge=0.1))
    rows = (row,)
    verdict = verdict_of_rows(rows, lambda one: "Clean it.", "It blows.",
                              places={row.key: placed} if placed else {})
    return verdict.build(
        expectations(spec, conditions)[0], rule, rail=deciding_rail(rows),
        read_as=(reading.volts.text,), value=row.value, working=(), policy=(), rows=rows,
    )


DECLARED = (Family(Blower, (Draught,), expectations, judge),)
'''
ABOUT = """{
  "kinds": { "blower": { "group": "other", "place": 3, "label": "blower", "also": "fan, draught",
    "first": "Give its volts first.", "prior": 2, "complaints": { "will_not_light": 2 },
    "form": [{ "at": "least", "label": "At least", "unit": "V", "needed": true }] } },
  "tests": { "draught": { "boxes": [{ "at": "volts", "label": "Volts", "unit": "V" }] } }
}
"""
ASKED = """
import json
from pydantic import TypeAdapter
import hembit_core
from hembit_core import PartReading, PartSpec, expectations, judge
from hembit_core.about_kinds import kinds
from hembit_core.families.forms import form_of
from hembit_core.library.schema import schema_text
from hembit_core.visits.symptoms import Symptom, suspicion
spec = TypeAdapter(PartSpec).validate_python({"kind": "blower", "least": "20"})
reading = TypeAdapter(PartReading).validate_python({"measurand": "draught", "volts": "12"})
verdict = judge(spec, reading)
print(json.dumps({
    "exported": hembit_core.Blower.__name__,
    "headline": verdict.headline,
    "due": [one.measurand for one in expectations(spec)],
    "form": [one["at"] for one in form_of("blower")],
    "last": list(kinds())[-1],
    "suspected": suspicion(Symptom.WILL_NOT_LIGHT, "blower", "draught"),
    "in_files": "Blower" in json.loads(schema_text())["$defs"],
}))
"""


class TrialFamily(unittest.TestCase):
    def setUp(self) -> None:
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.tree = Path(held.name)
        unread = shutil.ignore_patterns("tests", "__pycache__")
        shutil.copytree(ROOT / "hembit_core", self.tree / "hembit_core", ignore=unread)
        folder = self.tree / "hembit_core" / "families" / "blower"
        folder.mkdir()
        for name, text in (
            ("__init__.py", '"""Blowers."""\n'),
            ("spec.py", SPEC),
            ("family.py", FAMILY),
            ("about.json", ABOUT),
        ):
            (folder / name).write_text(text, "utf-8")

    def run_in_it(self, *given: str) -> str:
        command = [sys.executable, *given]
        done = subprocess.run(command, cwd=self.tree, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout

    def test_four_files_in_a_folder_of_its_own_are_judged_typed_planned_and_kept(self) -> None:
        made = self.run_in_it("-m", "hembit_core.families.collect")
        (self.tree / "hembit_core" / "families" / "every.py").write_text(made, "utf-8")
        told = json.loads(self.run_in_it("-c", ASKED))
        self.assertIn("outside", told.pop("headline").lower())
        self.assertEqual(
            told,
            {
                "exported": "Blower",
                "due": ["draught"],
                "form": ["least"],
                "last": "blower",
                "suspected": 4.0,
                "in_files": True,
            },
        )
