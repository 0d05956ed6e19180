"""What a technician does on the Check screen, in trade words, by the labels that are on it."""

from __future__ import annotations

from playwright.sync_api import Page, TimeoutError, expect


class Technician:
    """A person in front of the Check screen."""

    def __init__(self, page: Page, address: str) -> None:
        self.page = page
        self.address = address

    def open_check(self) -> Technician:
        """Open Check."""
        self.page.goto(f"{self.address}/check")
        expect(self.page.get_by_role("radiogroup", name="What is it")).to_be_visible()
        return self

    def sign_in_to_the_demo(self, name: str = "Ilse") -> Technician:
        """Take one of the people whom the demo names at its door."""
        self.page.goto(self.address)
        self.page.get_by_role("button", name=name).click()
        expect(self.page.get_by_role("heading", name="Open jobs")).to_be_visible()
        return self

    def see_arrived(self, *words: str) -> Technician:
        """What waited here is with the server now, and marked with what it said; seen, it goes."""
        kept = self.page.get_by_role("region", name="Kept here")
        for one in ("Sent", *words):
            expect(kept).to_contain_text(one, timeout=15_000)
        kept.get_by_role("button", name="Seen").click()
        expect(kept).to_have_count(0)
        return self

    def go_to(self, place: str) -> Technician:
        """Go to a place by its link, or on a phone by the menu."""
        link = self.page.get_by_role("navigation", name="Places").get_by_role("link", name=place)
        if link.is_visible():
            link.click()
        else:
            self.from_menu(place)
        return self

    def from_menu(self, item: str) -> Technician:
        """Choose something from the person's menu: a place, light or dark, sign out."""
        self.page.locator("header").get_by_role("button").click()
        self.page.get_by_role("menuitem", name=item).click()
        return self

    def give_plate(self, watts: str, volts: str, label: str = "") -> Technician:
        """Type the plate."""
        if label:
            self.page.get_by_label("Which one").fill(label)
        self.page.get_by_label("Rated power").fill(watts)
        self.page.get_by_label("at", exact=True).first.fill(volts)
        return self.part_is_at("20.0")

    def give_winding(self, ohms: str, celsius: str = "20", label: str = "") -> Technician:
        """Say that it is a coil, and type its ohms at the reference temperature."""
        self.page.get_by_role("radio", name="Coil").click()
        if label:
            self.page.get_by_label("Which one").fill(label)
        self.page.get_by_label("Ohms", exact=True).fill(ohms)
        self.page.get_by_label("at", exact=True).first.fill(celsius)
        return self.part_is_at("20.0")

    def part_is_at(self, celsius: str) -> Technician:
        """Type the temperature the part has now, off a contact probe."""
        self.page.get_by_label("Part is at").fill(celsius)
        return self.choose("read by", "contact probe")

    def isolated(self) -> Technician:
        """Say that the part's ends were free, where the verdict asks for it."""
        verdict = self.page.get_by_role("region", name="Verdict")
        if verdict.get_by_text("How it was connected was not said").count():
            self.page.get_by_role("radio", name="Isolated").click()
        return self

    def give_ntc(self, ohms: str, beta: str, celsius: str) -> Technician:
        """Say that it is an NTC sensor, type its curve and the temperature it has now."""
        self.page.get_by_role("radio", name="Sensor").click()
        self.page.get_by_label("At 25 °C").fill(ohms)
        self.page.get_by_label("B", exact=True).fill(beta)
        self.page.get_by_label("Part is at").fill(celsius)
        return self

    def find_kind(self, words: str) -> Technician:
        """Say what kind of part it is by what people call it: the finder's key, its name, a press."""
        self.page.keyboard.press("Alt+f")
        self.page.get_by_role("combobox", name="Part number").fill(words)
        kinds = self.page.get_by_role("group", name="Kinds of part")
        kinds.get_by_role("option").first.click()
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        return self

    def find_part(self, words: str) -> Technician:
        """Take a spec by a few letters: the finder's key, the letters, Return."""
        self.page.keyboard.press("Alt+f")
        self.page.get_by_role("combobox", name="Part number").fill(words)
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        return self

    def choose(self, field: str, choice: str) -> Technician:
        """Choose ``choice`` in the list called ``field``, or among the answers side by side."""
        side_by_side = self.page.get_by_role("radiogroup", name=field, exact=True)
        if side_by_side.count():
            side_by_side.get_by_role("radio", name=choice, exact=True).click()
            return self
        self.page.get_by_label(field, exact=True).click()
        options = self.page.get_by_role("option")
        try:
            options.first.wait_for(timeout=5_000)
        except TimeoutError:
            # The page moved under the press, and it hit nothing: as anybody would, press once more.
            self.page.get_by_label(field, exact=True).click()
            options.first.wait_for()
        whole = self.page.get_by_role("option", name=choice, exact=True)
        (whole if whole.count() else self.page.get_by_role("option", name=choice)).click()
        return self

    def say_loose(self) -> Technician:
        """Say that the part lies loose on the bench."""
        self.page.get_by_role("button", name="Loose part on the bench").click()
        return self

    def zero_leads(self, text: str) -> Technician:
        """Type what the shorted leads show."""
        self.page.get_by_label("Lead zero").fill(text)
        return self

    def test(self, title: str) -> Technician:
        """Take up another test of the part."""
        self.page.get_by_role("radio", name=title).click()
        return self

    def read(self, text: str) -> Technician:
        """Type what the display shows."""
        self.page.get_by_label("What the display shows").fill(text)
        return self

    def go_live(self) -> Technician:
        """State that the machine is live."""
        self.page.get_by_role("button", name="It is live now").click()
        return self

    def read_running(self, volts: str, amps: str) -> Technician:
        """Type volts and amps."""
        self.page.get_by_label("Volts on the display").fill(volts)
        self.page.get_by_label("Amps on the display").fill(amps)
        return self

    def keep(self) -> Technician:
        """Press Return in the entry."""
        self.isolated()
        self.page.locator("#entry").press("Enter")
        return self

    def see_verdict(self, *texts: str) -> Technician:
        """Wait until the verdict says all of these."""
        verdict = self.page.get_by_role("region", name="Verdict")
        for text in texts:
            expect(verdict).to_contain_text(text)
        return self

    def see(self, *texts: str) -> Technician:
        """Wait until the page shows all of these."""
        for text in texts:
            expect(self.page.get_by_text(text).first).to_be_visible()
        return self
