"""The scripts a browser fetches for a page, gzipped: python -m benchmarks.first_load ADDRESS."""

from __future__ import annotations

import gzip
import sys

from benchmarks.timing import times
from e2e.browser import DESKTOP, chromium
from e2e.technician import Technician

PLACES = ("the door and home", "check", "jobs/9")


def main(address: str) -> None:
    with chromium() as browser:
        for place in PLACES[: times(len(PLACES))]:
            page = browser.new_context(viewport=DESKTOP).new_page()
            who = Technician(page, address)
            sizes: dict[str, int] = {}
            page.on(
                "response",
                lambda answer, sizes=sizes: (
                    sizes.update({answer.url: len(gzip.compress(answer.body(), 9))})
                    if answer.url.endswith(".js")
                    else None
                ),
            )
            who.sign_in_to_the_demo()
            if place != "the door and home":
                sizes.clear()
                page.goto(f"{address}/{place}")
            page.wait_for_timeout(2000)  # before what is fetched once nothing else is to do
            total = sum(sizes.values()) / 1000
            print(f"scripts of {place}: {total:.1f} kB gzip in {len(sizes)} files (budget: 180 kB)")


if __name__ == "__main__":
    main(sys.argv[1])
