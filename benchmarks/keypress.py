"""Key press to painted verdict in Chromium: python -m benchmarks.keypress ADDRESS.

Counts from just before the key event until the frame after the verdict changed.
"""

from __future__ import annotations

import sys

from playwright.sync_api import Browser

from benchmarks.timing import report, times
from e2e.browser import DESKTOP, chromium
from e2e.technician import Technician

_FIRST = 20
"""So many warm it up."""
# Resolves with the milliseconds from the key event to the frame after the value on the rail changed.
WATCH = """() => {
  window.painted = new Promise((done) => {
    let start;
    addEventListener("keydown", () => { start = performance.now(); }, {capture: true, once: true});
    const seen = new MutationObserver(() => {
      seen.disconnect();
      requestAnimationFrame(() => setTimeout(() => done(performance.now() - start)));
    });
    const rail = document.querySelector("main svg[aria-label^=Rail]");
    seen.observe(rail, {attributes: true, attributeFilter: ["aria-label"]});
  });
}"""


class Typing:
    """A page of a demo where an element is read, and its display typed over and over."""

    def __init__(self, browser: Browser, address: str) -> None:
        self.page = browser.new_page(viewport=DESKTOP)
        technician = Technician(self.page, address)
        technician.sign_in_to_the_demo().open_check()
        technician.give_plate("2200", "230").zero_leads("0.2").say_loose()
        technician.read("24").see_verdict("")
        self.pressed = 0

    def durations(self, rounds: int) -> list[float]:
        """From a key's press to its verdict's paint, of each of so many keys [ms]."""
        return [self._press() for _ in range(rounds)]

    def _press(self) -> float:
        self.page.evaluate(WATCH)
        key = "Backspace" if self.pressed % 2 else str(self.pressed % 9 + 1)
        self.pressed += 1
        self.page.locator("#entry").press(key)
        return float(self.page.evaluate("() => window.painted"))


def main(address: str) -> None:
    with chromium() as browser:
        typing = Typing(browser, address)
        typing.durations(_FIRST)
        report("key press to painted verdict", typing.durations(times(180)), "p95 ≤ 120 ms")


if __name__ == "__main__":
    main(sys.argv[1])
