"""Browser journeys: the built front end, served for real, driven in headless Chromium."""

from __future__ import annotations

import os
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.core.servers.basehttp import ThreadedWSGIServer
from django.test import Client, LiveServerTestCase
from django.test.testcases import LiveServerThread, QuietWSGIRequestHandler
from playwright.sync_api import Error, Page, expect

from e2e.browser import DESKTOP, PHONE
from e2e.technician import Technician
from e2e.tests.warm_pages import PLAIN, port_of_process, warm_pages
from hembit.apps.demo.instruments import load_instruments
from hembit.apps.demo.management.commands.load_demo import load_details
from hembit.apps.demo.workshop import load_people

# Playwright's synchronous interface runs a loop of its own in this thread.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
STANDARDS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
COLOURS = ["color-contrast", "link-in-text-block"]
AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"


_GO = """path => new Promise(there => {
    const heading = () => document.querySelector('h1');
    const before = heading(), text = before?.textContent, from = location.pathname;
    history.pushState(null, '', path);
    dispatchEvent(new PopStateEvent('popstate'));
    const last = performance.now() + 10000;
    const look = () => {
        const now = heading();
        const isNew = now && (now !== before || now.textContent !== text);
        if (isNew || location.pathname === from || performance.now() > last) there();
        else requestAnimationFrame(look);
    };
    look();
})"""


_FITS = """() => new Promise(told => {
    const last = performance.now() + 5000;
    const look = () => {
        const fits = document.documentElement.scrollWidth <= innerWidth;
        if (fits || performance.now() > last) told(fits);
        else requestAnimationFrame(look);
    };
    look();
})"""


class _AtTheSameAddress(LiveServerThread):
    """Where one class was served, the next is."""

    def _create_server(self, connections_override: Any = None) -> ThreadedWSGIServer:
        return ThreadedWSGIServer(
            (self.host, self.port),
            QuietWSGIRequestHandler,
            allow_reuse_address=True,
            connections_override=connections_override,
        )


class BrowserCase(LiveServerTestCase):
    """A page that knows nothing for each test; page errors fail it."""

    flags: tuple[str, ...] = ()
    server_thread_class = _AtTheSameAddress

    @classmethod
    def setUpClass(cls) -> None:
        cls.port = port_of_process()
        super().setUpClass()
        cls.pages = warm_pages(*cls.flags)
        cls.browser = cls.pages.browser

    def load(self) -> None:
        """What is there before the test."""
        self.people = load_people()
        load_details()
        load_instruments()

    def setUp(self) -> None:
        self.load()
        self.page_errors: list[str] = []
        self.technician = self.new_technician()
        self.page = self.technician.page

    def _callTestMethod(self, method: Callable[[], None]) -> None:  # noqa: N802, unittest's
        """A failure says what its page showed: it may not come back when somebody looks."""
        try:
            super()._callTestMethod(method)  # type: ignore[misc]  # where unittest runs a test
        except Exception as error:
            if not self.page.is_closed():
                shown = self.page.locator("body").inner_text(timeout=5000)
                error.add_note(f"{self.page.url} showed:\n{shown}")
            raise

    def tearDown(self) -> None:
        self.assertEqual(self.page_errors, [])

    def new_technician(self, name: str = "Ilse Fennick", **context: Any) -> Technician:
        """A person who is signed in at a browser of their own."""
        client = Client()
        client.force_login(self.people[name], "django.contrib.auth.backends.ModelBackend")
        if context:
            page = self.browser.new_context(**{**PLAIN, **context}).new_page()
            self.addCleanup(page.context.close)
        else:
            page = self.pages.take()
            self.addCleanup(self.pages.give_back, page, self.live_server_url)
        cookie = {"name": "sessionid", "value": client.cookies["sessionid"].value}
        page.context.add_cookies([{**cookie, "url": self.live_server_url}])
        page.on("pageerror", self._note_error)
        self.addCleanup(page.remove_listener, "pageerror", self._note_error)
        return Technician(page, self.live_server_url)

    def _note_error(self, error: Error) -> None:
        self.page_errors.append(str(error))

    def at_the_deck_oven(self) -> Technician:
        """Check is open, the deck oven's element given, the bench meter zeroed, the part loose."""
        return (
            self.technician.open_check()
            .give_plate("2200", "230", "Deck oven, front element")
            .choose("Meter", "Bench meter 2")
            .zero_leads("0.2")
            .say_loose()
        )

    def go(self, page: Page, path: str) -> None:
        """Go to a place as a link of the app does, without loading the app anew, and wait until its
        heading is there: the one before may stay while its page is fetched.
        """
        if not page.url.startswith(self.live_server_url):
            page.goto(f"{self.live_server_url}/{path}")
        else:
            page.evaluate(_GO, f"/{path}")

    def assert_accessible(self, page: Page, where: str, within: str = "") -> None:
        """No violation of WCAG 2 A and AA that axe can find, light and dark, on a desk and a phone;
        and on a phone nothing that is wider.

        A phone is as tall as its page here, so that what is only scrolled under the foot is not
        taken for covered. The dark theme differs from the light one in its colours alone, which are
        those of any width: of two it is looked at in one, here the desk's, there the phone's.
        ``within`` is a selector of what alone is looked at.
        """
        expect(page.locator("h1").first).to_be_attached()
        if not page.evaluate("'axe' in window"):
            page.evaluate(AXE.read_text("utf-8"))
        size = page.viewport_size or DESKTOP
        widths = (size, PHONE) if size == DESKTOP else (size,)
        dark_at = widths[len(where) % len(widths)]
        for across in widths:
            page.set_viewport_size(across)
            if within:  # what is open stays so when a tablet is turned
                expect(page.locator(within)).to_be_visible()
            if across != DESKTOP:
                self._assert_not_wider(page, where)
                tall = page.evaluate("document.documentElement.scrollHeight")
                page.set_viewport_size({"width": across["width"], "height": tall})
            told = f"{where}, {across['width']} px wide"
            self._assert_no_violation(page, within, STANDARDS, f"{told}, light")
            if across == dark_at:
                page.emulate_media(color_scheme="dark")
                self._assert_no_violation(page, within, COLOURS, f"{told}, dark")
                page.emulate_media(color_scheme="light")
        page.set_viewport_size(size)

    def _assert_not_wider(self, page: Page, where: str) -> None:
        # Some of the layout follows a new width only after a moment.
        self.assertTrue(page.evaluate(_FITS), f"{where}: wider than a phone")

    def _assert_no_violation(self, page: Page, within: str, rules: list[str], where: str) -> None:
        # Without preloading, the stylesheets are not fetched once more for each run.
        options = {"runOnly": rules, "preload": False, "resultTypes": ["violations"]}
        found = page.evaluate(
            "([within, options]) => axe.run(within || document, options)", [within, options]
        )
        problems = [
            f"{one['id']}: {node['html'][:160]} {node.get('failureSummary', '')[:200]}"
            for one in found["violations"]
            for node in one["nodes"]
        ]
        self.assertEqual(problems, [], where)
