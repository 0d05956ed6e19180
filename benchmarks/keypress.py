"""Key press to painted verdict in Chromium: python -m benchmarks.keypress ADDRESS.

Counts from just before the key event until the frame after the verdict changed.
"""

from __future__ import annotations

import sys

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


def main(address: str) -> None:
    with chromium() as browser:
        page = browser.new_page(viewport=DESKTOP)
        technician = Technician(page, address)
        technician.sign_in_to_the_demo().open_check()
        technician.give_plate("2200", "230").zero_leads("0.2").say_loose()
        technician.read("24").see_verdict("")
        durations = []
        for index in range(times(180) + _FIRST):
            page.evaluate(WATCH)
            page.locator("#entry").press(str(index % 9 + 1) if index % 2 == 0 else "Backspace")
            durations.append(page.evaluate("() => window.painted"))
    report("key press to painted verdict", durations[_FIRST:], "p95 ≤ 120 ms")


if __name__ == "__main__":
    main(sys.argv[1])
