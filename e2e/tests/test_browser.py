"""The browser of the tests, as it was started."""

from __future__ import annotations

import unittest
from pathlib import Path

from e2e.browser import WITHOUT, chromium

OURS = f"--disable-features={','.join(WITHOUT)}"


def command_lines() -> list[list[str]]:
    """Of the processes that run here."""
    found = []
    for one in Path("/proc").glob("[0-9]*/cmdline"):
        try:
            found.append(one.read_text("utf-8", errors="replace").replace("\0", " ").split(" "))
        except OSError:
            continue  # it ended meanwhile
    return found


class Started(unittest.TestCase):
    def test_what_playwright_turns_off_stays_off(self) -> None:
        """A browser goes by the last of these lists alone."""
        with chromium():
            ours = [words for words in command_lines() if OURS in words and "--headless" in words]
        self.assertTrue(ours)
        for words in ours:
            lists = [word for word in words if word.startswith("--disable-features=")]
            self.assertEqual(lists[-1], OURS)
            for other in lists[:-1]:
                self.assertLessEqual(set(other.partition("=")[2].split(",")), set(WITHOUT))
            self.assertGreater(len(lists), 1)
