"""Headless Chromium from the distribution's package, driven by Playwright."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Browser, sync_playwright

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
]
DESKTOP = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


@contextmanager
def chromium(*more: str, home: Path | None = None) -> Iterator[Browser]:
    """A headless Chromium, closed at the end; with ``more`` flags, and a ``home`` of its own."""
    env = {**os.environ, "HOME": str(home)} if home else None
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, *more], env=env)
        try:
            yield browser
        finally:
            browser.close()
