"""What can be pressed stays where it is once it is there: nothing comes in above it later and moves it
under the finger, to where something else was.
"""

from __future__ import annotations

from typing import Any

from e2e.browser import DESKTOP, PHONE
from e2e.tests.test_job_journeys import DECK_OVEN, DemoVisits
from hembit.apps.jobs.models import Job

# A server that takes its time with whatever a page asks for beside what it is about.
_SLOW = r"""const now = window.fetch;
window.fetch = async (what, how) => {
  const url = typeof what === "string" ? what : what.url;
  const isHeart = /\/api\/v1\/(session|jobs\/\d+$)/.test(url);
  if (url.includes("/api/") && !isHeart) await new Promise((done) => setTimeout(done, 400));
  return now(what, how);
};"""
# Scripts that are fetched when they are wanted come late, too: each line of them by this much [ms].
_LATENCY = 120
# By how much each moved since it was first in sight [px].
_MOVED = """() => new Promise((done) => {
  const first = new Map(), moved = {};
  const begun = performance.now();
  let last = null;
  const look = () => {
    for (const one of document.querySelectorAll(
      "main button, main input, main textarea, main summary, main [role=radio]",
    )) {
      const box = one.getBoundingClientRect();
      if (!box.width) continue;
      last ??= performance.now() + 1000;
      const here = box.y + scrollY, isInSight = box.y < innerHeight && box.y + box.height > 0;
      if (!first.has(one) && isInSight) first.set(one, here);
      if (!first.has(one)) continue;
      const by = Math.abs(here - first.get(one));
      const name = one.getAttribute("aria-label") || one.textContent || one.id || one.type;
      if (by > LIMIT) moved[name.slice(0, 40)] = Math.round(by);
    }
    const now = performance.now();
    if (last ? now > last : now > begun + 30000) done(last ? moved : "nothing came");
    else requestAnimationFrame(look);
  };
  look();
})"""
LIMIT = 22
"""Half of what a thumb takes [px]."""


class StandsStill(DemoVisits):
    def test_in_every_step_of_a_visit(self) -> None:
        self.stands_still(DESKTOP)

    def test_on_a_telephone(self) -> None:
        # With a sketch, with several figures, and the one with most above its fields.
        self.stands_still(PHONE, ("between_terminals", "contact_open", "sensor_response"))

    def stands_still(self, viewport: dict[str, int], measurands: tuple[str, ...] = ()) -> None:
        """In every step of a visit, and in the tests that are named; in all where none is."""
        page = self.new_technician(viewport=viewport).page
        page.add_init_script(_SLOW)
        line = page.context.new_cdp_session(page)
        line.send("Network.setCacheDisabled", {"cacheDisabled": True})
        at_any_speed = {"downloadThroughput": -1, "uploadThroughput": -1}
        slow = {"offline": False, "latency": _LATENCY, **at_any_speed}
        line.send("Network.emulateNetworkConditions", slow)
        number = Job.objects.filter(machine__name=DECK_OVEN).latest("number").number
        job: dict[str, Any] = page.request.get(f"{self.live_server_url}/api/v1/jobs/{number}").json()
        items = [item for step in job["route"]["steps"] for item in step["items"]]
        kinds = {item["measurand"] or item["key"].partition(":")[0]: item["key"] for item in items}
        self.assertGreater(len(kinds), 12)
        named = {one["key"] for one in items if not one["measurand"] or one["measurand"] in measurands}
        for kind, key in kinds.items():
            if measurands and key not in named:
                continue
            page.goto("about:blank")
            page.goto(f"{self.live_server_url}/jobs/{number}?item={key}", wait_until="commit")
            with self.subTest(kind):
                self.assertEqual(page.evaluate(_MOVED.replace("LIMIT", str(LIMIT))), {})
