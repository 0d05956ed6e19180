"""Headless Chromium from the distribution's package, driven by Playwright."""

from __future__ import annotations

import atexit
import os
from collections.abc import Iterator
from contextlib import contextmanager
from functools import cache
from pathlib import Path

from playwright.sync_api import Browser, Playwright, expect, sync_playwright

CHROMIUM = "/usr/bin/chromium"
WITHOUT = (
    # Two pages for its address line are made for each window, which nobody sees here: more work than a
    # short test.
    "WebUIOmniboxAimPopup",
    "WebUIOmniboxPopup",
    # What Playwright turns off: this list takes the place of Playwright's own (see test_browser).
    "AimEnabled",
    "AvoidCorsURLLoaderRestartOnRedirect",
    "AvoidUnnecessaryBeforeUnloadCheckSync",
    "DestroyProfileOnBrowserClose",
    "HttpsFirstBalancedModeAutoEnable",
    "HttpsUpgrades",
    "LensOverlay",
    "MediaRouter",
    "NetworkTimeServiceQuerying",
    "OptimizationHints",
    "PaintHolding",
    "PreconnectToSearch",
    "TcpPortRandomizationWin",
    "ThirdPartyStoragePartitioning",
    "msEdgeUpdateLaunchServicesPreferredVersion",
    "msForceBrowserSignIn",
)
FLAGS = [
    f"--disable-features={','.join(WITHOUT)}",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
]
# On a busy machine a page takes its time, and nothing is wrong with it.
expect.set_options(timeout=30_000)
DESKTOP = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


@cache
def _playwright() -> Playwright:
    """The one of this process. Its loop runs in this thread from now on: tests that run one of their
    own come before.
    """
    started = sync_playwright().start()
    atexit.register(started.stop)
    return started


def _launched(*more: str, home: Path | None = None) -> Browser:
    env = {**os.environ, "HOME": str(home)} if home else None
    return _playwright().chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, *more], env=env)


@contextmanager
def chromium(*more: str, home: Path | None = None) -> Iterator[Browser]:
    """A headless Chromium, closed at the end; with ``more`` flags, and a ``home`` of its own."""
    browser = _launched(*more, home=home)
    try:
        yield browser
    finally:
        browser.close()


@cache
def chromium_of_process(*flags: str) -> Browser:
    """One that stays until the process ends: starting it costs as much as a short test."""
    return _launched(*flags)
