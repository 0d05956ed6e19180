"""What this version of the core says of every example, in digests: the version moves with any of them.

    python -m hembit_core.tests.judged_examples

writes them down for the version in ``hembit_core/version.py``. It never writes them anew for a version
that has them: what says something else is another version.
"""

from __future__ import annotations

import hashlib
import json
import re
import sys
from pathlib import Path
from random import Random
from typing import Any

from pydantic import ValidationError

from hembit_core import Conditions, InputError, find, judge
from hembit_core.sheets.judge_sheet import judge_sheet
from hembit_core.sheets.sheet import read_sheet
from hembit_core.tests.readers import READING, SPEC
from hembit_core.tests.test_every_example import EXAMPLES, every_reading
from hembit_core.tests.test_mutated_examples import POOL, TEXTS, at, changed, leaves
from hembit_core.version import CORE_VERSION

FILE = Path(__file__).parent / "data" / "judged_examples.json"
CHANGED = 2500
"""So many examples with something else typed are judged [1]."""
_NEAR = ("0.5", "0.9", "0.95", "0.98", "1.02", "1.05", "1.1", "1.5", "3")
"""Factors on a figure that stands there."""


def digests() -> dict[str, str]:
    """A digest of what is said of each reading and each part of each example, by its name."""
    found: dict[str, str] = {}
    for place, (name, spec, reading, conditions) in enumerate(every_reading()):
        said = judge(spec, reading, conditions).model_dump(mode="json", exclude={"core_version"})
        found[f"{name}, {place}"] = digest_of(said)
    for number in range(CHANGED):
        found[f"changed example {number}"] = digest_of(_said_of_a_changed_one(Random(number)))
    for path in EXAMPLES:
        for part in judge_sheet(read_sheet(path.read_text("utf-8"))).parts:
            if part.finding:
                found[f"{path.stem}: {part.name}"] = digest_of(part.finding.model_dump(mode="json"))
    return found


def _said_of_a_changed_one(chance: Random) -> Any:
    """What is said of an example's reading in which some of what was typed is something else."""
    parts = [*chance.choice(POOL)]
    for _ in range(chance.randint(1, 3)):
        which = chance.choice((0, 1, 1, 1, 2))
        places = [path for path in leaves(parts[which]) if path]
        if not places:
            continue
        place = chance.choice(places)
        was = at(parts[which], place)
        text = chance.choice((*TEXTS, *_NEAR)) if isinstance(was, str) else was
        if text in _NEAR and (shown := re.fullmatch(r"(-?\d+(?:\.\d+)?)(.*)", was)):
            text = f"{float(shown[1]) * float(text):.4g}{shown[2]}"
        parts[which] = changed(parts[which], place, text)
    spec, reading, conditions = parts
    try:
        part, taken = SPEC.validate_python(spec), READING.validate_python(reading)
        here = Conditions.model_validate(conditions)
        verdict = judge(part, taken, here)
    except ValidationError as error:
        return [one["msg"] for one in error.errors()]
    except InputError as error:
        return [error.field, error.message]
    said = find(part, [verdict], (), here).model_dump(mode="json")
    return [verdict.model_dump(mode="json", exclude={"core_version"}), said]


def digest_of(said: Any) -> str:
    """Of anything in JSON. Figures count to ten digits, since the last ones are the machine's, and a
    whole number is the same with a point or without.
    """
    text = json.dumps(_rounded(said), ensure_ascii=False, sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def _rounded(said: Any) -> Any:
    if isinstance(said, int | float) and not isinstance(said, bool):
        return f"{said:.10g}"
    if isinstance(said, dict):
        return {name: _rounded(one) for name, one in said.items()}
    if isinstance(said, list):
        return [_rounded(one) for one in said]
    return said


def written() -> dict[str, dict[str, str]]:
    """The digests that were written down, by version."""
    return dict(json.loads(FILE.read_text("utf-8"))) if FILE.exists() else {}


def main() -> None:
    """Write down this version's."""
    known = written()
    if CORE_VERSION in known:
        sys.exit(f"{CORE_VERSION} has its digests. Give the core the next version first.")
    known = {CORE_VERSION: digests()}
    FILE.write_text(json.dumps(known, ensure_ascii=False, indent=1) + "\n", "utf-8")


if __name__ == "__main__":
    main()
