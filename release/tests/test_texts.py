"""A release: the version in every file that carries it, the changelog dated, slower things said."""

from __future__ import annotations

import unittest
from datetime import date
from pathlib import Path

from release.texts import CARRIERS, NotReady, dated, measured, with_version

ROOT = Path(__file__).resolve().parents[2]
DAY = date(2026, 12, 9)
CHANGELOG = (
    "# Changelog\n\n## Unreleased\n\n- **Specs**: a library.\n\n## 0.1.0 — 2026-11-20\n\n- All.\n"
)


class Versions(unittest.TestCase):
    def test_stands_in_every_file_once_more_and_nothing_else_changes(self) -> None:
        for path, place in CARRIERS.items():
            with self.subTest(path):
                before = (ROOT / path).read_text("utf-8").splitlines()
                after = with_version("\n".join(before), place, "9.8.7").splitlines()
                changed = [new for old, new in zip(before, after, strict=True) if old != new]
                self.assertEqual(len(changed), 2 if path.name == "package-lock.json" else 1)
                for line in changed:
                    self.assertIn("9.8.7", line)

    def test_a_file_without_one_is_said(self) -> None:
        for place in CARRIERS.values():
            with self.assertRaises(NotReady):
                with_version("nothing", place, "9.8.7")

    def test_every_file_carries_the_same(self) -> None:
        found = {
            place.search((ROOT / path).read_text("utf-8")) is not None
            for path, place in CARRIERS.items()
        }
        self.assertEqual(found, {True})


class Changelog(unittest.TestCase):
    def test_what_was_unreleased_is_dated_and_a_new_list_begun(self) -> None:
        told = dated(CHANGELOG, "0.2.0", DAY, "Against v0.1.0: judging: 0.99.")
        self.assertEqual(
            told,
            "# Changelog\n\n## Unreleased\n\n## 0.2.0 — 2026-12-09\n\n- **Specs**: a library.\n\n"
            "Against v0.1.0: judging: 0.99.\n\n## 0.1.0 — 2026-11-20\n\n- All.\n",
        )
        with self.assertRaises(NotReady):  # nothing is unreleased now
            dated(told, "0.3.0", DAY, "")
        with self.assertRaises(NotReady):
            dated(CHANGELOG, "0.1.0", DAY, "")

    def test_the_first_one(self) -> None:
        told = dated("# Changelog\n\n## Unreleased\n\n- All.\n", "0.1.0", DAY, "")
        self.assertIn("## 0.1.0 — 2026-12-09\n\n- All.\n", told)


class Measured(unittest.TestCase):
    RATIOS = (
        "judging: 0.999 (0.743–1.541, 9 rounds)\n"
        "keeping: 1.092 (1.0–1.1, 9 rounds), above 1.05: say why\n"
    )

    def test_what_became_slower_is_said_why_or_not_released(self) -> None:
        with self.assertRaisesRegex(NotReady, "keeping"):
            measured(self.RATIOS, "v0.1.0", "")
        told = measured(self.RATIOS, "v0.1.0", "What is refused is kept, too")
        self.assertEqual(
            told,
            "Against v0.1.0, times as ratios (least–most): judging: 0.999 (0.743–1.541, 9 rounds); "
            "keeping: 1.092 (1.0–1.1, 9 rounds). What is refused is kept, too.",
        )

    def test_nothing_slower_asks_nothing(self) -> None:
        self.assertIn("judging", measured(self.RATIOS.splitlines()[0], "v0.1.0", ""))
