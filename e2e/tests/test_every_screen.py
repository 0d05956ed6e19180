"""Every screen: accessible in light and dark, usable on a phone, honest when empty or lost."""

from __future__ import annotations

from uuid import uuid4

from playwright.sync_api import expect

from e2e.browser import PHONE
from e2e.tests.browser_case import BrowserCase


class Accessible(BrowserCase):
    def test_every_screen(self) -> None:
        page, technician = self.page, self.at_the_deck_oven()
        page.goto(f"{self.live_server_url}/check")
        technician.test("Between the terminals").isolated().read("26.9").see_verdict("Just within")
        self.assert_accessible(page, "just within")
        for text, words in (
            ("24.6", "Within"),
            ("28.9", "Outside, high"),
            ("OL", "Open"),
            ("0.3", "Short"),
        ):
            technician.read(text).see_verdict(words)
            self.assert_accessible(page, text)
        technician.read("2.44 k").see_verdict("Please confirm")
        self.assert_accessible(page, "please confirm")
        technician.read("warm").see("is not a figure")
        self.assert_accessible(page, "bad input")
        technician.read("24.6").see_verdict("Within").keep().see_verdict("Kept at")
        technician.test("Terminal to case").read("1.8 M").see_verdict("Leaking")
        self.assert_accessible(page, "leaking")
        page.keyboard.press("?")
        expect(page.get_by_role("dialog")).to_be_visible()
        self.assert_accessible(page, "keys", "[role=dialog]")
        page.keyboard.press("Escape")
        technician.test("Volts and amps").see("need it live")
        self.assert_accessible(page, "asked for live")
        technician.go_live().read_running("221.5", "9.2").see_verdict("Within")
        self.assert_accessible(page, "live")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Make it dead").click()
        technician.test("Between the terminals").see("is it dead?")
        self.assert_accessible(page, "asked for dead")
        technician.say_loose()
        technician.go_to("Kept checks")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        technician.see("Deck oven, front element")
        self.assert_accessible(page, "kept checks")
        page.get_by_role("link", name="Deck oven, front element").first.click()
        technician.see("As submitted")
        self.assert_accessible(page, "kept check")


class Empty(BrowserCase):
    def test_nothing_given_nothing_kept_nothing_there(self) -> None:
        self.technician.open_check().see("Give the plate first", "Nothing yet. Return keeps a reading.")
        self.assert_accessible(self.page, "empty check")
        self.page.goto(f"{self.live_server_url}/kept")
        self.technician.see("Nothing is kept yet")
        self.page.goto(f"{self.live_server_url}/kept/{uuid4()}")
        self.technician.see("There is no kept check here")
        self.page.goto(f"{self.live_server_url}/nowhere")
        self.technician.see("There is no page here")

    def test_a_silent_server_is_said_and_the_text_stays(self) -> None:
        self.at_the_deck_oven()
        self.page.route("**/api/v1/judgements", lambda route: route.abort())
        self.technician.read("24.6").see("No connection to the shop")
        expect(self.page.get_by_label("What the display shows")).to_have_value("24.6")
        self.page.unroute("**/api/v1/judgements")
        self.technician.read("24.7").see_verdict("Within")


class Phone(BrowserCase):
    def test_one_column_usable_with_a_thumb(self) -> None:
        self.technician = self.new_technician(viewport=PHONE, has_touch=True, is_mobile=True)
        page = self.technician.page
        self.technician.open_check().give_plate("2200", "230").say_loose().read("29.9")
        self.technician.see_verdict("Outside, high")
        overflow = page.evaluate("document.documentElement.scrollWidth - innerWidth")
        self.assertLessEqual(overflow, 0)
        page.get_by_role("button", name="Today").click()
        self.technician.zero_leads("0.2").see("29.7 ±")
        self.technician.isolated()
        keep = page.get_by_role("button", name="Keep")
        self.assertGreaterEqual(keep.bounding_box()["height"], 44)
        keep.click()
        self.technician.see_verdict("Kept at")
        self.assert_accessible(page, "phone")
