"""manage.py make_packing_dictionary FILE SHEET …: what verdicts on these sheets have in common."""

from __future__ import annotations

import json
import re
from argparse import ArgumentParser
from collections import Counter
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand

from hembit_core import judge
from hembit_core.findings.find import find
from hembit_core.sheets.sheet import CheckSheet, read_sheet
from hembit_core.soundness.evidence import evidence_of

WINDOW = 32_768
"""As much of a dictionary as deflate looks back at [bytes]."""
_FRAGMENT = re.compile(r'"[^"]{3,}":?(?:\[|\{|null|false|true|"")?,?')
_WHOLE = 8_000  # bytes at the end, where what is met most often costs least, for whole records


class Command(BaseCommand):
    """Write the dictionary that the next number of ``packing`` takes."""

    help = "Make a preset dictionary for packed records from check sheets."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("sheets", type=Path, nargs="+")

    def handle(self, *args: Any, **options: Any) -> None:
        sheets = [read_sheet(one.read_text("utf-8")) for one in sorted(options["sheets"])]
        records = [text for sheet in sheets for text in _records(sheet)]
        met = Counter(part for one in records for part in set(_FRAGMENT.findall(one)))
        shared = sorted((times * len(part), part) for part, times in met.items() if times > 1)
        whole = "".join(records[:3])[:_WHOLE]
        made = ("".join(part for _, part in shared) + whole).encode()[-WINDOW:]
        options["file"].write_bytes(made.decode("utf-8", "ignore").encode())
        self.stdout.write(f"{len(records)} records, {len(made)} bytes.")


def _records(sheet: CheckSheet) -> Iterator[str]:
    """What would be kept of each reading of a sheet, and of each part's finding."""
    for part in sheet.parts:
        judged, weighed = [], []
        for one in part.readings:
            conditions = one.conditions or sheet.conditions
            judgement = judge(part.spec, one.reading, conditions, sheet.rule)
            judged.append(judgement)
            weighed.append(evidence_of(part.spec, one.reading, conditions, judgement))
            live = judgement.expectation.dead_or_live == "live"
            stated = {"state": "live", "since": ""} if live else {"state": "proved_dead", "by": ""}
            yield _text(
                {
                    "submission": {
                        "label": "",
                        "spec": part.spec.model_dump(mode="json"),
                        "reading": one.reading.model_dump(mode="json"),
                        "dead_or_live": stated,
                        "conditions": conditions.model_dump(mode="json"),
                        "rule": sheet.rule,
                    },
                    "judgement": judgement.model_dump(mode="json"),
                }
            )
        if judged:
            yield _text(find(part.spec, judged, part.observed, weighed=weighed).model_dump(mode="json"))


def _text(record: Any) -> str:
    return json.dumps(record, ensure_ascii=False, separators=(",", ":"))
