"""At the door: a bench screen that locks and opens as it was left, and time codes of a lead."""

from __future__ import annotations

import re

import pyotp
from django.contrib.auth.hashers import make_password
from playwright.sync_api import Page, expect

from e2e.tests.browser_case import BrowserCase
from hembit.apps.people.models import Person
from hembit.apps.workshop.services import save_workshop

PASSWORD = "gull-rock-at-low-tide"
LEFT_ALONE = "localStorage.setItem('hembit.touched', String(Date.now() - 6 * 60000))"


class AtTheDoor(BrowserCase):
    def load(self) -> None:
        super().load()
        Person.objects.update(password=make_password(PASSWORD))

    def signs_in(self, who: str) -> Page:
        page = self.browser.new_context().new_page()
        self.addCleanup(page.context.close)
        page.goto(self.live_server_url)
        page.get_by_label("User name").fill(who)
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        return page

    def opens(self, page: Page, password: str = PASSWORD) -> None:
        page.get_by_label(re.compile("^Password of")).fill(password)
        page.get_by_role("button", name="Open", exact=True).click()

    def test_left_alone_it_locks_and_what_was_typed_is_there_again(self) -> None:
        save_workshop(lock_after=5)
        page = self.signs_in("maud")
        page.get_by_role("link", name="Machines").click()
        page.get_by_role("button", name="Add a customer").click()
        page.get_by_role("dialog").get_by_label("Name").fill("Lantern Café")
        page.evaluate(LEFT_ALONE)
        expect(page.get_by_text("Locked. Maud Fennick is signed in here.")).to_be_visible()
        expect(page.get_by_role("dialog")).to_have_count(0)
        self.assert_accessible(page, "the locked screen")
        self.opens(page, "not-this-one")
        expect(page.get_by_role("alert")).to_contain_text("not the password of Maud Fennick")
        page.reload()
        self.assertEqual(page.request.get(f"{self.live_server_url}/api/v1/jobs").status, 423)
        self.opens(page)
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()
        page.get_by_role("button", name="Add a customer").click()
        page.get_by_role("dialog").get_by_label("Name").fill("Lantern Café")
        page.evaluate(LEFT_ALONE)
        self.opens(page)
        expect(page.get_by_role("dialog").get_by_label("Name")).to_have_value("Lantern Café")

    def test_somebody_else_takes_a_locked_screen_over(self) -> None:
        page = self.signs_in("maud")
        page.get_by_role("link", name="Shop").click()
        page.get_by_role("radio", name="2 min").click()
        page.get_by_role("button", name="Lock it now").click()
        page.get_by_role("button", name="I am somebody else").click()
        expect(page.get_by_text("did not record is forgotten")).to_be_visible()
        page.get_by_role("button", name="Sign Maud Fennick out").click()
        page.get_by_label("User name").fill("ilse")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        page.get_by_role("link", name="Shop").click()
        expect(page.get_by_role("radio", name="2 min")).to_be_checked()

    def test_opened_in_one_tab_it_is_open_in_the_other(self) -> None:
        page = self.signs_in("maud")
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()
        other = page.context.new_page()
        other.goto(f"{self.live_server_url}/shop")
        other.get_by_role("button", name="Lock it now").click()
        for one in (page, other):
            expect(one.get_by_text("Locked. Maud Fennick is signed in here.")).to_be_visible()
        self.opens(page)
        for one in (page, other):
            expect(one.get_by_role("navigation", name="Places")).to_be_visible()
        # A tab that slept was not told: it looks as it wakes.
        page.evaluate(
            "localStorage.setItem('hembit.locked', 'yes'); dispatchEvent(new Event('pageshow'))"
        )
        expect(page.get_by_text("Locked. Maud Fennick is signed in here.")).to_be_visible()

    def test_locked_without_the_server_too(self) -> None:
        page = self.signs_in("maud")
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()
        page.wait_for_timeout(3500)  # what is fetched once nothing else is to do
        page.route("**/api/v1/**", lambda route: route.abort())
        page.locator("header").get_by_role("button").click()
        page.get_by_role("menuitem", name="Lock this screen").click()
        self.opens(page)
        expect(page.get_by_role("alert").filter(has_text="does not answer")).to_be_visible()
        page.unroute("**/api/v1/**")
        self.opens(page)
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()

    def test_a_lead_signs_in_with_a_code_of_the_telephone(self) -> None:
        page = self.signs_in("maud")
        page.locator("header").get_by_role("button").click()
        page.get_by_role("menuitem", name="Password, where signed in").click()
        codes = page.get_by_role("region", name="Time codes")
        codes.get_by_label("Password now").fill(PASSWORD)
        codes.get_by_role("button", name="Begin with a telephone").click()
        secret = codes.locator("p.font-mono").inner_text()
        self.assert_accessible(page, "a secret for a telephone")
        codes.get_by_label("The six digits").fill("12")
        codes.get_by_role("button", name="It fits").click()
        expect(codes.get_by_role("alert")).to_contain_text("does not fit")
        codes.get_by_label("The six digits").fill(pyotp.TOTP(secret).now())
        codes.get_by_role("button", name="It fits").click()
        word = codes.get_by_role("listitem").first.inner_text()
        codes.get_by_role("button", name="They are written down").click()
        expect(codes).to_contain_text("8 words for once left")
        other = self.signs_in("maud")
        other.get_by_label("Time code").fill("nothing of it")
        other.get_by_role("button", name="Sign in").click()
        expect(other.get_by_text("does not fit")).to_be_visible()
        other.get_by_label("Time code").fill(word)
        other.get_by_role("button", name="Sign in").click()
        expect(other.get_by_role("navigation", name="Places")).to_be_visible()
