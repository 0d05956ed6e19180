"""The scripts a browser fetches for a page, gzipped: python -m benchmarks.first_load ADDRESS."""

from __future__ import annotations

import gzip
import sys

from playwright.sync_api import Browser, Response

from benchmarks.timing import times
from e2e.browser import DESKTOP, chromium
from e2e.technician import Technician

PLACES = ("the door and home", "check", "jobs/9")


def kilobytes(browser: Browser, address: str, place: str) -> tuple[float, int]:
    """What a browser that was never here fetches for a place [kB, gzip], and in how many files."""
    page = browser.new_context(viewport=DESKTOP).new_page()
    who = Technician(page, address)
    sizes: dict[str, int] = {}

    def note(answer: Response) -> None:
        if answer.url.endswith(".js"):
            sizes[answer.url] = len(gzip.compress(answer.body(), 9))

    page.on("response", note)
    who.sign_in_to_the_demo()
    if place != PLACES[0]:
        sizes.clear()
        page.goto(f"{address}/{place}")
    page.wait_for_timeout(2000)  # before what is fetched once nothing else is to do
    return sum(sizes.values()) / 1000, len(sizes)


def main(address: str) -> None:
    with chromium() as browser:
        for place in PLACES[: times(len(PLACES))]:
            total, files = kilobytes(browser, address, place)
            print(f"scripts of {place}: {total:.1f} kB gzip in {files} files (budget: 180 kB)")


if __name__ == "__main__":
    main(sys.argv[1])
