"""Pages that go from test to test: what a page has compiled of the app is half of what it costs."""

from __future__ import annotations

from functools import cache

from playwright.sync_api import Browser, Page

from e2e.browser import DESKTOP, chromium_of_process
from e2e.served import free_port

PLAIN = {"viewport": DESKTOP, "service_workers": "block"}
"""Each context would fetch all of the app again for its worker; what the worker does has tests of its
own."""


class WarmPages:
    """Pages of a browser, each in a context of its own; who takes one finds nothing of before."""

    def __init__(self, browser: Browser) -> None:
        self.browser = browser
        self.idle: list[Page] = []

    def take(self) -> Page:
        """One that was given back, or a new one."""
        return self.idle.pop() if self.idle else self.browser.new_context(**PLAIN).new_page()

    def give_back(self, page: Page, origin: str) -> None:
        """Leave the app, and take away all that was kept of it; one that cannot forget is closed."""
        context = page.context
        page.unroute_all(behavior="ignoreErrors")
        # Gone to by the page itself: from outside it takes a new process, with nothing compiled.
        page.evaluate("location.replace('about:blank')")
        page.wait_for_url("about:blank")
        for other in context.pages:
            if other is not page:
                other.close()
        context.clear_cookies()
        devtools = context.new_cdp_session(page)
        devtools.send("Storage.clearDataForOrigin", {"origin": origin, "storageTypes": "all"})
        devtools.detach()
        page.emulate_media(media="null", color_scheme="null")
        page.set_viewport_size(DESKTOP)
        # A clock that was put in stays in whatever is opened there later; its timers are no browser's.
        if page.evaluate("String(setTimeout).includes('[native code]')"):
            self.idle.append(page)
        else:
            context.close()


@cache
def warm_pages(*flags: str) -> WarmPages:
    """Those of this process, in a Chromium with these flags."""
    return WarmPages(chromium_of_process(*flags))


@cache
def port_of_process() -> int:
    """The app is served at one address throughout: from another it would be compiled anew."""
    return free_port()
