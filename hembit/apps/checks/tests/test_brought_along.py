"""Checks that were kept before they were packed are brought along, and killing that loses nothing."""

from __future__ import annotations

import json
import os
import signal
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from pathlib import Path
from typing import Any
from unittest import TestCase
from uuid import UUID, uuid4

from hembit.apps.checks.packing import unpack

ROOT = Path(__file__).resolve().parents[4]
KEPT = json.loads((Path(__file__).parent / "data" / "kept_before_codes.json").read_text("utf-8"))
MANY = 1500


class BroughtAlong(TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.environ = {**os.environ, "HEMBIT_DATA": folder.name}
        self.file = Path(folder.name) / "hembit.sqlite3"
        self.migrate("jobs", "0004_order_of_writing").wait()
        self.before: dict[str, dict[str, Any]] = {}
        with closing(sqlite3.connect(self.file)) as there, there:
            for place in range(MANY):
                one = KEPT["checks"][place % len(KEPT["checks"])]
                number = uuid4().hex
                self.before[number] = one
                columns = {
                    **{key: one[key] for key in ("label", "core_version", "state", "outcome", "title")},
                    "figure": one.get("figure", ""),
                    "id": number,
                    "sequence": place + 1,
                    "kept_at": "2026-03-04 09:00:00",
                    "submission": json.dumps(one["submission"]),
                    "judgement": json.dumps(one["judgement"]),
                }
                names, marks = ", ".join(columns), ", ".join("?" * len(columns))
                there.execute(
                    f"INSERT INTO checks_check ({names}) VALUES ({marks})", tuple(columns.values())
                )

    def migrate(self, *which: str) -> subprocess.Popen[bytes]:
        command = [sys.executable, str(ROOT / "manage.py"), "migrate", "--skip-checks", *which]
        return subprocess.Popen(command, env=self.environ, cwd=ROOT, stdout=subprocess.DEVNULL)

    def rows(self, question: str) -> list[Any]:
        with closing(sqlite3.connect(self.file, timeout=30)) as there:
            return there.execute(question).fetchall()

    def kill_while_packing(self) -> int:
        """How many were packed when it was killed."""
        running = self.migrate()
        packed, until = 0, time.monotonic() + 60
        while not packed and running.poll() is None and time.monotonic() < until:
            tables = self.rows("SELECT 1 FROM sqlite_master WHERE name = 'checks_checkbody'")
            packed = self.rows("SELECT count(*) FROM checks_checkbody")[0][0] if tables else 0
        running.send_signal(signal.SIGKILL)
        running.wait()
        return packed

    def test_word_for_word_and_killed_on_the_way(self) -> None:
        self.assertTrue(self.kill_while_packing())
        self.assertEqual(self.migrate().wait(), 0)
        bodies = self.rows("SELECT check_kept_id, despite, content FROM checks_checkbody")
        self.assertEqual(len(bodies), MANY)
        for number, despite, content in bodies:
            was, now = self.before[UUID(number).hex], unpack(content)
            submission = {**now["submission"], "label": was["submission"]["label"]}
            stated = {**submission.pop("dead_or_live")}
            if despite:
                stated["despite"] = despite
            self.assertEqual({**submission, "machine": stated}, was["submission"])
            self.assertEqual(now["judgement"], was["judgement"])
        found = self.rows("SELECT count(*) FROM checks_search WHERE checks_search MATCH 'upper'")
        expected = sum("upper" in one["label"].lower() for one in self.before.values())
        self.assertEqual(found, [(expected,)])
