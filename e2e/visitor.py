"""What a technician does in a job, in trade words, by the labels that are on the screen."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, expect

from e2e.technician import Technician


class Visitor(Technician):
    """A person in front of an opened machine."""

    @property
    def route(self) -> Locator:
        """The route on the left."""
        return self.page.get_by_role("navigation", name="Route")

    @property
    def case(self) -> Locator:
        """The case on the right."""
        return self.page.get_by_role("complementary", name="The case")

    @property
    def band(self) -> Locator:
        """The frame's word on dead and live."""
        return self.page.get_by_role("status", name="Dead or live")

    def open_job(self, machine: str, symptom: str, complaint: str) -> Visitor:
        """Open a job from the first page."""
        page = self.page
        page.goto(self.address)
        page.get_by_role("link", name="Open a job").click()
        page.get_by_role("radio", name=machine).click()
        page.get_by_label("Complaint").fill(complaint)
        page.get_by_role("radio", name=symptom, exact=True).click()
        self.press("Open it and lay the route")
        expect(page.get_by_role("heading", level=1)).to_contain_text(f"Job {self.number()}")
        return self

    def number(self) -> int:
        """The job's number, from the address."""
        self.page.wait_for_url(re.compile(r"/jobs/\d+"))
        found = re.search(r"/jobs/(\d+)", self.page.url)
        assert found
        return int(found[1])

    def at(self, title: str) -> Visitor:
        """Wait until this step stands in the centre."""
        expect(self.page.get_by_role("heading", level=2, name=title, exact=True)).to_be_visible()
        return self

    def take_up(self, step: str, item: str = "") -> Visitor:
        """Go to an item of the route, opening its step where it is shut and has several."""
        line = self.route.get_by_role("button", name=re.compile(rf":\s*{re.escape(step)}"))
        items = line.locator("xpath=..").get_by_role("listitem")
        if not item or line.get_attribute("aria-expanded") != "true":
            line.click()
        mine = items.get_by_role("button", name=re.compile(re.escape(item)))
        if item and mine.first.get_attribute("aria-current") != "step":
            mine.first.click()
        return self

    def prove_dead(self, volts: str = "0.0") -> Visitor:
        """Fill in the isolation, and see it hold."""
        self.send_proof(volts)
        expect(self.band).to_contain_text(re.compile(r"proved dead by .* at \d\d:\d\d"))
        return self

    def send_proof(self, volts: str = "0.0") -> Visitor:
        """Fill in the isolation, every pair of conductors in one go, blanks between."""
        page = self.page
        page.get_by_label("Switched off").fill("isolator Q1, north wall")
        for tick in ("Locked off", "Capacitors discharged", "1 ·", "3 ·"):
            page.get_by_label(re.compile(f"^{tick}")).check()
        pairs = page.locator("[data-pair]")
        pairs.first.fill(" ".join([volts] * pairs.count()))
        self.press("Proved dead")
        return self

    def look(self, *seen: str, note: str = "") -> Visitor:
        """Say what was seen; nothing given is nothing to see."""
        for one in seen:
            self.page.get_by_role("button", name=one, exact=True).click()
        if note:
            self.page.get_by_label("Note", exact=True).fill(note)
        return self.press("Note what was seen" if seen else "Nothing to see")

    def check_meter(self, shorted: str = "0.2") -> Visitor:
        """Short the leads, open them, look at the battery."""
        page = self.page
        page.get_by_role("radio", name="Bench meter 2").click()
        page.get_by_label("Leads shorted read").fill(shorted)
        return self.press("All three are so: still, OL apart, battery good")

    def record(self, text: str, verdict: str) -> Visitor:
        """Type a display, see the verdict, press Return."""
        self.page.locator("#entry").fill(text)
        self.see_verdict(verdict).isolated()
        self.page.locator("#entry").press("Enter")
        return self

    def record_volts(self, volts: dict[str, str], verdict: str) -> Visitor:
        """Type volts into their boxes, see the verdict, record them."""
        for label, text in volts.items():
            self.page.get_by_role("textbox", name=label, exact=True).fill(text)
        self.see_verdict(verdict)
        self.press("Record it")
        return self

    def press(self, button: str) -> Visitor:
        """Press the button with exactly these words on it."""
        self.page.get_by_role("button", name=button, exact=True).click()
        return self

    def said(self, text: str) -> Visitor:
        """Wait until the job says that this was done."""
        expect(self.page.get_by_role("status").filter(has_text=text).first).to_be_visible()
        return self

    def tab(self, name: str) -> Visitor:
        """Open a tab of the case."""
        self.case.get_by_role("tab", name=re.compile(name)).click()
        return self


def visitor(technician: Technician) -> Visitor:
    """The same person, now in a job."""
    return Visitor(technician.page, technician.address)
