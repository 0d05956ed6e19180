"""Who takes a page that another test had finds nothing of it: neither what was kept, nor its clock."""

from __future__ import annotations

from e2e.tests.browser_case import BrowserCase
from e2e.tests.warm_pages import WarmPages

KEPT = """() => new Promise(told => {
    const asked = indexedDB.databases();
    asked.then(bases => told([bases.length, localStorage.length, /left/.test(document.cookie)]));
})"""


class WarmPagesTest(BrowserCase):
    def test_nothing_of_before_is_there(self) -> None:
        pages = WarmPages(self.browser)
        page = pages.take()
        page.goto(self.live_server_url)
        page.evaluate("localStorage.setItem('hembit.locked', 'yes'); indexedDB.open('left', 1)")
        page.context.add_cookies([{"name": "left", "value": "1", "url": self.live_server_url}])
        page.route("**/api/v1/**", lambda route: route.abort())
        pages.give_back(page, self.live_server_url)
        again = pages.take()
        self.assertIs(again, page)
        again.goto(f"{self.live_server_url}/assets/nothing")
        self.assertEqual(again.evaluate(KEPT), [0, 0, False])
        self.assertEqual(again.evaluate("fetch('/api/v1/session').then(one => one.status)"), 200)
        again.context.close()

    def test_one_with_a_clock_of_its_own_is_not_handed_on(self) -> None:
        pages = WarmPages(self.browser)
        page = pages.take()
        page.clock.install()
        pages.give_back(page, self.live_server_url)
        self.assertEqual(pages.idle, [])
