"""Whatever is typed into an example gets a verdict or a sentence, never a crash."""

from __future__ import annotations

import json
import re
import unittest
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core import Conditions, InputError, expectations, find, judge
from hembit_core.tests.readers import READING, SPEC

ROOT = Path(__file__).resolve().parents[2] / "examples"
TEXTS = (
    "", "0", "0.0", "OL", "1", "-1", "-5", "1e9", "1e-9", "0.001", "9999999", "4k7", "230 V",
    "24,600", "warm", "1e300", "0.2", "100", "20", "5%", "-273", "1800", "nan", "inf", "12 A",
    "3 mV", "2 kW", "٣", "½", "∞", " 7 ", "7 7", "yes", "open",
)  # fmt: skip
ODD = re.compile(r"(?<![\w–…-])-\d+(?:\.\d+)?|\d[\d.]*[eE][+-]?\d+")
"""A hyphen for a minus, a power of ten: in a text that was typed, not in one that is told."""
KEPT = {"kind", "measurand", "meter"}


def _pool() -> list[tuple[Any, Any, Any]]:
    """(spec, reading, conditions) of every example reading, as plain data."""
    found = []
    for path in sorted(ROOT.glob("*.json")):
        sheet = json.loads(path.read_text("utf-8"))
        for part in sheet["parts"]:
            for one in part["readings"]:
                conditions = one.get("conditions") or sheet["conditions"]
                found.append((part["spec"], one["reading"], conditions))
    return found


POOL = _pool()


def leaves(value: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """The place of every text and figure in nested data."""
    if isinstance(value, dict):
        for key, part in value.items():
            if path or key not in KEPT:
                yield from leaves(part, (*path, key))
    elif isinstance(value, list):
        for place, part in enumerate(value):
            yield from leaves(part, (*path, place))
    else:
        yield path


def at(value: Any, path: tuple[Any, ...]) -> Any:
    """What stands at a place of nested data."""
    for key in path:
        value = value[key]
    return value


def changed(value: Any, path: tuple[Any, ...], text: Any) -> Any:
    """A copy of nested data with one place replaced."""
    copy = json.loads(json.dumps(value))
    place = copy
    for key in path[:-1]:
        place = place[key]
    place[path[-1]] = text
    return copy


def told_oddly(answers: list[Any], typed: list[Any]) -> set[str]:
    """Figures in what is told that are not written as people write them, but for what was typed."""

    def odd(value: list[Any]) -> set[str]:
        return {one for path in leaves(value) for one in ODD.findall(str(at(value, path)))}

    told = [text for path in leaves(answers) if isinstance(text := at(answers, path), str)]
    return odd(told) - odd(typed)


class Mutated(unittest.TestCase):
    @settings(max_examples=400)
    @given(st.data())
    def test_a_verdict_or_a_sentence(self, data: st.DataObject) -> None:
        whole = [data.draw(st.sampled_from(POOL))[part] for part in range(3)]
        spec, reading, conditions = data.draw(st.sampled_from(POOL))
        parts = [spec, reading, conditions]
        if data.draw(st.integers(0, 6)) == 0:
            parts[1] = whole[1]
        for _ in range(data.draw(st.integers(1, 3))):
            which = data.draw(st.sampled_from((0, 1, 1, 2)))
            places = [path for path in leaves(parts[which]) if path]
            if places:
                text = data.draw(st.sampled_from(TEXTS))
                parts[which] = changed(parts[which], data.draw(st.sampled_from(places)), text)
        if data.draw(st.booleans()):
            answers = {"power_of_ten": "as_typed"}
            parts[1] = {**parts[1], "answers": answers} if "answers" in parts[1] else parts[1]
        try:
            part = SPEC.validate_python(parts[0])
            taken = READING.validate_python(parts[1])
            here = Conditions.model_validate(parts[2])
        except ValidationError as error:
            for one in error.errors():
                self.assertTrue(one["msg"])
            return
        try:
            expectations(part, here)
        except InputError as error:
            self.assertTrue(error.field and error.message.endswith((".", ":", "?")), error.message)
        try:
            verdict = judge(part, taken, here)
        except InputError as error:
            self.assertTrue(error.field, error.message)
            return
        finding = find(part, [verdict], (), here)
        self.assertTrue(verdict.headline and verdict.next_step and finding.next_step)
        told = [json.loads(one.model_dump_json()) for one in (verdict, finding)]
        self.assertEqual(told_oddly([part.describe(), *told], parts), set())
