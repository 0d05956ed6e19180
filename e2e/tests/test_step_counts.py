"""How many steps a journey takes: a click, a key that is not text, a field filled, one each."""

from __future__ import annotations

from playwright.sync_api import expect

from e2e.steps import counted
from e2e.tests.browser_case import BrowserCase

MINUTE = 60_000


class OnTheBench(BrowserCase):
    def test_an_element_on_the_bench(self) -> None:
        page, ilse = self.page, self.technician
        page.goto(self.live_server_url)
        expect(page.get_by_role("heading", name="Open jobs")).to_be_visible()
        with counted() as steps:
            page.keyboard.press("c")
            page.get_by_label("Rated power").fill("2200")
            page.get_by_label("at", exact=True).first.fill("230")
            ilse.choose("Meter", "Bench meter 2")
            ilse.zero_leads("0.2")
            page.get_by_label("The room is at").fill("20")
            page.keyboard.press("Alt+.")
            page.keyboard.press("Alt+b")
            page.locator("#entry").fill("24.3")
            ilse.see_verdict("Within")
            page.keyboard.press("Enter")
            ilse.see_verdict("Kept at")
            page.keyboard.press("Alt+2")
            page.locator("#entry").fill("OL")
            ilse.see_verdict("Within")
            page.keyboard.press("Enter")
            ilse.see_verdict("Kept at")
        expect(page.get_by_role("region", name="Finding")).to_contain_text(
            "Sound, as far as it was tested"
        )
        self.assertLessEqual(len(steps), 15, steps)

    def test_a_coil_that_has_just_run_with_its_wait(self) -> None:
        page, ilse = self.page, self.technician
        page.clock.install()
        page.goto(self.live_server_url)
        expect(page.get_by_role("heading", name="Open jobs")).to_be_visible()
        with counted() as steps:
            page.keyboard.press("c")
            page.get_by_role("radio", name="Coil").click()
            page.get_by_label("Ohms", exact=True).fill("118")
            page.get_by_label("settled").uncheck()
            page.get_by_label("The room is at").fill("20")
            page.keyboard.press("Alt+b")
            page.locator("#entry").fill("131.0")
            ilse.see_verdict("Not ready")
            page.keyboard.press("Alt+h")
            expect(page.get_by_label("Now it reads")).to_be_focused()
            self.assert_accessible(page, "until it is ready")
            page.clock.run_for(6 * MINUTE)
            page.get_by_label("Now it reads").fill("127.0")
            ilse.see("Wait ", "until it is within 2 K of the room")
            page.keyboard.press("Enter")
            expect(page.get_by_role("region", name="Waiting")).to_contain_text("has cooled")
            page.clock.run_for(60 * MINUTE)
            expect(page.get_by_role("alert")).to_contain_text("take the reading")
            expect(page.get_by_label("Part is at")).to_have_value("20")
            page.locator("#entry").fill("118.6")
            ilse.see_verdict("Within")
            page.keyboard.press("Enter")
            ilse.see_verdict("Kept at")
        expect(page.get_by_role("region", name="Waiting")).to_have_count(0)
        self.assertLessEqual(len(steps), 12, steps)
