"""Tests of several figures on a phone, by keyboard alone, and as they are kept."""

from __future__ import annotations

from playwright.sync_api import expect

from e2e.browser import PHONE
from e2e.tests.browser_case import BrowserCase
from hembit.apps.checks.models import Check


class OnAPhone(BrowserCase):
    def test_a_supply_with_a_thumb(self) -> None:
        technician = self.new_technician(viewport=PHONE).open_check()
        page = technician.page
        page.get_by_role("radio", name="Supply").click()
        technician.see("207–253 V").go_live()
        for pair, volts in (("L–N", "231"), ("L–PE", "0.4"), ("N–PE", "231")):
            page.get_by_role("textbox", name=pair, exact=True).fill(volts)
        technician.see_verdict("line and neutral exchanged", "Rejected")
        for tile in page.get_by_role("textbox").all():
            box = tile.bounding_box()
            if box and box["y"] > 0:
                self.assertLessEqual(box["x"] + box["width"], PHONE["width"])
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), PHONE["width"])
        self.assert_accessible(page, "supply on a phone")

    def test_every_place_fits_the_width(self) -> None:
        technician = self.new_technician(viewport=PHONE).open_check()
        page = technician.page
        for place, path in (
            ("Reckoner", "/reckoner"),
            ("Kept checks", "/kept"),
            ("Check", "/check"),
            ("Jobs", "/jobs"),
            ("Machines", "/machines"),
        ):
            technician.go_to(place)
            expect(page).to_have_url(f"{self.live_server_url}{path}")
            expect(page.get_by_role("heading", level=1)).to_be_attached()
            width = page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(width, PHONE["width"], place)

    def test_a_row_of_spares_in_the_dark(self) -> None:
        technician = self.new_technician(viewport=PHONE, color_scheme="dark").open_check()
        page = technician.page
        root = page.locator("html")
        expect(root).to_have_attribute("data-theme", "dark")  # as the system is
        technician.from_menu("Light")
        expect(root).to_have_attribute("data-theme", "light")
        page.reload()
        expect(root).to_have_attribute("data-theme", "light")  # as somebody chose
        technician.from_menu("Dark")
        technician.give_winding("118").say_loose().test("Siblings in a row")
        page.locator("#entry").fill("118.4 119.1 OL 118.8")
        technician.see_verdict("Open: number 3", "Rejected")
        self.assert_accessible(page, "siblings, dark, on a phone")


class ByKeyboard(BrowserCase):
    def test_a_delta_without_the_mouse(self) -> None:
        self.technician.open_check()
        keys = self.page.keyboard
        self.technician.find_kind("delta")
        expect(self.page.get_by_label("Connected in")).to_be_visible()
        keys.press("Alt+w")
        keys.type("1500")
        keys.press("Tab")
        keys.type("400")
        self.technician.see("67.72–79.01 Ω")
        keys.press("Alt+z")
        keys.type("0.2")
        keys.press("Alt+b")
        expect(self.page.locator("#entry")).to_be_focused()
        for text in ("71.3", "71.2", "71.4"):
            keys.type(text)
            keys.press("Enter")
        self.technician.see_verdict("Within", "Kept at")
        self.assertEqual(Check.objects.get().submission["reading"]["l3_l1"], "71.4")
        keys.press("Alt+2")
        self.technician.see("any figure below 20 MΩ is a leak")

    def test_the_buzzer_is_another_function_than_ohms(self) -> None:
        self.technician.open_check().give_winding("118").say_loose()
        self.page.keyboard.press("Escape")
        self.technician.test("Buzzer").see("silence proves nothing here: read ohms")
        self.technician.choose("It sounds", "no").see_verdict("Silence proves nothing", "Undecided")
        self.technician.choose("It sounds", "yes").see_verdict("Short", "Rejected")
        self.technician.choose("It sounds", "not tried")
        expect(self.page.get_by_role("region", name="Verdict")).to_have_count(0)


class AsKept(BrowserCase):
    def test_a_sweep_is_kept_with_its_plot_and_its_samples(self) -> None:
        technician = self.technician.open_check()
        self.page.get_by_role("radio", name="Position").click()
        self.page.get_by_label("Track", exact=True).fill("4k7")
        technician.test("Sweep").say_loose()
        self.page.locator("#entry").fill("0.05k 1.10k OL OL 2.75k 3.88k 4.62k")
        technician.see_verdict("a gap at samples 3 to 4").keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("As submitted", "4k7", "0.05k 1.10k OL OL 2.75k 3.88k 4.62k")
        expect(self.page.get_by_role("img", name="Plot: Sweep")).to_be_visible()
        self.assert_accessible(self.page, "kept sweep")

    def test_a_supply_is_kept_pair_by_pair(self) -> None:
        technician = self.technician.open_check()
        self.page.get_by_role("radio", name="Supply").click()
        technician.choose("System", "12 V DC").go_live()
        self.page.get_by_role("textbox", name="plus–minus").fill("-12.4")
        technician.see_verdict("polarity reversed").keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("As submitted", "plus–minus", "-12.4", "live since")

    def test_another_spec_is_another_part_and_starts_its_finding_anew(self) -> None:
        technician = self.technician.open_check().give_winding("118").say_loose().zero_leads("0.2")
        technician.read("118.4").see_verdict("Within").keep().see_verdict("Kept at")
        finding = self.page.get_by_role("region", name="Finding")
        expect(finding).to_contain_text("Good in its ohms")
        self.page.get_by_label("Ohms", exact=True).fill("90")
        expect(finding).to_have_count(0)
        technician.read("118.4").see_verdict("Outside").keep().see_verdict("Kept at")
        expect(finding).to_contain_text("replace")
