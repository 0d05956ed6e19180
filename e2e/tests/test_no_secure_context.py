"""A page that is no secure context, as behind a proxy without TLS: all works but what needs one."""

from __future__ import annotations

from django.test import override_settings
from playwright.sync_api import expect

from e2e.browser import PHONE
from e2e.technician import Technician
from e2e.tests.browser_case import BrowserCase

NAME = "bench.skerrow.test"


@override_settings(ALLOWED_HOSTS=["*"])
class NoSecureContext(BrowserCase):
    flags = (f"--host-resolver-rules=MAP {NAME} 127.0.0.1",)

    def test_a_reading_is_judged_and_kept_at_a_name_without_tls(self) -> None:
        address = self.live_server_url.replace("localhost", NAME).replace("127.0.0.1", NAME)
        session = next(one for one in self.page.context.cookies() if one["name"] == "sessionid")
        page = self.new_technician(viewport=PHONE).page
        page.context.add_cookies([{"name": "sessionid", "value": session["value"], "url": address}])
        technician = Technician(page, address)
        technician.open_check()
        self.assertFalse(page.evaluate("isSecureContext"))
        self.assertFalse(page.evaluate("'serviceWorker' in navigator"))
        technician.give_plate("2200", "230", "Deck oven, front element").say_loose()
        technician.read("24.6").see_verdict("Within").isolated()
        page.locator("#entry").press("Enter")
        technician.see_verdict("Kept at")
        page.wait_for_timeout(4000)  # what is fetched once nothing else is to do
        page.reload()
        expect(page.get_by_label("Which one")).to_have_value("Deck oven, front element")
