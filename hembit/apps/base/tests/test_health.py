"""Whether the data are whole, and what is said where they are not."""

from __future__ import annotations

import os
import sqlite3
import subprocess
import sys
import tempfile
import time
import unittest
from datetime import UTC, datetime, timedelta
from pathlib import Path
from unittest.mock import patch

from django.test import override_settings

from hembit.apps.base import health, kept_files
from hembit.apps.jobs.tests.visits import VisitCase

ROOT = Path(__file__).resolve().parents[4]


class Looked(VisitCase):
    def test_what_is_whole_is_said_to_nobody(self) -> None:
        self.assertEqual(health.look_through(), [])
        self.assertEqual(self.good(self.get("home", self.as_lead()))["faults"], [])

    def test_what_is_damaged_is_told_to_leads_alone(self) -> None:
        with patch.object(health, "broken_parts", return_value=["page 7 is wrong"]):
            health.look_through()
        faults = self.good(self.get("home", self.as_lead()))["faults"]
        self.assertIn("page 7 is wrong", faults[0])
        self.assertEqual(self.good(self.get("home"))["faults"], [])

    def test_an_authority_that_ends_is_told_half_a_year_before(self) -> None:
        ends = datetime(2036, 11, 1, tzinfo=UTC)
        with override_settings(AUTHORITY_ENDS=ends.isoformat()):
            self.assertEqual(health.told_to_leads(ends - timedelta(days=181)), ())
            told = health.told_to_leads(ends - timedelta(days=179))
        self.assertIn("2036-11-01", told[0])

    def test_leftovers_of_uploads_go_and_those_that_run_stay(self) -> None:
        with tempfile.TemporaryDirectory() as folder, override_settings(MEDIA_ROOT=Path(folder)):
            old, new, photo = (Path(folder) / one for one in ("a.part", "b.part", "c.jpg"))
            for one in (old, new, photo):
                one.write_bytes(b"x")
            os.utime(old, (time.time() - 7200,) * 2)
            self.assertEqual(kept_files.clear_leftovers(), 1)
            self.assertEqual([one.exists() for one in (old, new, photo)], [False, True, True])


class Starting(unittest.TestCase):
    """The server, started on data that are not right."""

    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        self.database = self.folder / "hembit.sqlite3"

    def run_python(self, *arguments: str) -> subprocess.CompletedProcess[str]:
        env = {**os.environ, "HEMBIT_DATA": str(self.folder)}
        env.pop("HEMBIT_DEMO", None)
        return subprocess.run(
            [sys.executable, *arguments], cwd=ROOT, env=env, capture_output=True, text=True, timeout=60
        )

    def refused(self) -> str:
        ended = self.run_python("-c", "import hembit.server.app")
        self.assertEqual(ended.returncode, 1, ended.stderr)
        self.assertIn("Hembit does not start", ended.stderr)
        self.assertNotIn("Traceback", ended.stderr)
        return ended.stderr

    def test_without_a_database_with_an_empty_one_and_with_none_at_all(self) -> None:
        self.assertIn("There is no database", self.refused())
        self.database.touch()
        self.assertIn("There is no database", self.refused())
        self.database.write_bytes(os.urandom(20_000))
        self.assertIn("cannot be read", self.refused())

    def test_older_newer_and_damaged(self) -> None:
        self.run_python("manage.py", "migrate", "--verbosity", "0", "--skip-checks")
        good = self.database.read_bytes()
        with sqlite3.connect(self.database) as database:
            database.execute("DELETE FROM django_migrations WHERE app='photos' AND name LIKE '0002%'")
        self.assertIn("older than this Hembit", self.refused())
        self.database.write_bytes(good)
        with sqlite3.connect(self.database) as database:
            database.execute(
                "INSERT INTO django_migrations (app, name, applied) VALUES ('jobs', '0999_far', 'now')"
            )
        self.assertIn("newer Hembit (0999_far)", self.refused())
        middle = len(good) // 2 // 4096 * 4096
        self.database.write_bytes(good[:middle] + os.urandom(8192) + good[middle + 8192 :])
        self.assertRegex(self.refused(), "damaged|cannot be read")
