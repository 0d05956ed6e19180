"""What this version of the core says of every example, in digests: the version moves with any of them.

    python -m hembit_core.tests.judged_examples

writes them down for the version in ``hembit_core/version.py``. It never writes them anew for a version
that has them: what says something else is another version.
"""

from __future__ import annotations

import hashlib
import json
import sys
from pathlib import Path
from typing import Any

from hembit_core import judge
from hembit_core.sheets.judge_sheet import judge_sheet
from hembit_core.sheets.sheet import read_sheet
from hembit_core.tests.test_every_example import EXAMPLES, every_reading
from hembit_core.version import CORE_VERSION

FILE = Path(__file__).parent / "data" / "judged_examples.json"


def digests() -> dict[str, str]:
    """A digest of what is said of each reading and each part of each example, by its name."""
    found: dict[str, str] = {}
    for place, (name, spec, reading, conditions) in enumerate(every_reading()):
        said = judge(spec, reading, conditions).model_dump(mode="json", exclude={"core_version"})
        found[f"{name}, {place}"] = digest_of(said)
    for path in EXAMPLES:
        for part in judge_sheet(read_sheet(path.read_text("utf-8"))).parts:
            if part.finding:
                found[f"{path.stem}: {part.name}"] = digest_of(part.finding.model_dump(mode="json"))
    return found


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
