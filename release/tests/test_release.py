"""A release whole, in a repository of its own; what takes its time is stood in for."""

from __future__ import annotations

import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path
from unittest.mock import patch

from release import __main__ as making
from release.texts import CARRIERS

RATIOS = "judging: 0.998 (0.9–1.1, 9 rounds)\n"


class Release(unittest.TestCase):
    def setUp(self) -> None:
        self.root = Path(tempfile.mkdtemp())
        self.addCleanup(shutil.rmtree, self.root)
        (self.root / "docs/screenshots").mkdir(parents=True)
        (self.root / "docs/screenshots/one.png").write_bytes(b"before")
        for path in CARRIERS:
            (self.root / path).parent.mkdir(exist_ok=True)
            shutil.copy(making.ROOT / path, self.root / path)
        (self.root / "CHANGELOG.md").write_text("# Changelog\n\n## Unreleased\n\n- A thing.\n")
        self.git("init", "--quiet", "--initial-branch", "main")
        self.git("config", "user.name", "Maud Fennick")
        self.git("config", "user.email", "maud@hembit.example")
        self.git("add", ".")
        self.git("commit", "--quiet", "--message", "All")
        self.git("tag", "v0.1.0")
        self.ran: list[tuple[str, ...]] = []

    def git(self, *given: str) -> str:
        command = ["git", *given]
        return subprocess.run(
            command, cwd=self.root, check=True, capture_output=True, text=True
        ).stdout.strip()

    def make(self, *given: str, ratios: str = RATIOS) -> int:
        def said(*command: str) -> str:
            self.ran.append(command)
            return ratios

        def run(*command: str) -> None:
            self.ran.append(command)
            if command == ("bin/shots",):
                (self.root / "docs/screenshots/one.png").write_bytes(b"now")

        with (
            patch.multiple(making, ROOT=self.root, CHANGELOG=self.root / "CHANGELOG.md"),
            patch.multiple(making, _run=run, _said=said),
            patch("sys.argv", ["bin/release", *given]),
        ):
            return making.main()

    def test_one_commit_with_its_tag_holds_it_all(self) -> None:
        self.assertEqual(self.make("9.8.7"), 0)
        self.assertEqual(self.git("status", "--porcelain"), "")
        self.assertEqual(self.git("tag", "--points-at", "HEAD"), "v9.8.7")
        changed = self.git("show", "--name-only", "--format=%s", "HEAD").splitlines()
        self.assertEqual(changed[0], "Release 9.8.7")
        expected = {"CHANGELOG.md", "docs/screenshots/one.png", *map(str, CARRIERS)}
        self.assertEqual(set(changed[2:]), expected)
        self.assertIn("Against v0.1.0", (self.root / "CHANGELOG.md").read_text())
        tried = [command[0] for command in self.ran]
        self.assertEqual(tried, ["bin/types", "bin/test", "bin/bench", "bin/shots"])

    def test_nothing_is_changed_where_it_is_not_ready(self) -> None:
        before = self.git("rev-parse", "HEAD")
        slower = "keeping: 1.2 (1.1–1.3, 9 rounds), above 1.05: say why\n"
        for given, ratios in ((("0.1.0",), RATIOS), (("9.8",), RATIOS), (("9.8.7",), slower)):
            with self.subTest(given):
                self.assertEqual(self.make(*given, ratios=ratios), 1)
        (self.root / "new.txt").write_text("not committed")
        self.assertEqual(self.make("9.8.7"), 1)
        (self.root / "new.txt").unlink()
        self.git("checkout", "--quiet", "-b", "other")
        self.assertEqual(self.make("9.8.7"), 1)
        self.assertEqual(
            (self.git("rev-parse", "HEAD"), self.git("status", "--porcelain")), (before, "")
        )
