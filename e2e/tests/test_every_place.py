"""Every place around a job: accessible in light and dark, and what each role may there."""

from __future__ import annotations

import json
import re
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Literal

from playwright.sync_api import expect

from e2e.browser import PHONE
from e2e.tests.test_job_journeys import CURING_ROOM, DECK_OVEN, RACK_OVEN, RETORT, DemoVisits
from e2e.visitor import visitor
from hembit.apps.jobs.models import Job
from hembit.apps.library.models import Spec
from hembit.apps.machines.models import Customer, Machine, Position
from hembit.apps.shop.models import Instrument

MAIN = Path(__file__).resolve().parents[2] / "web" / "src" / "main.tsx"
LEADS = (
    ("first-day", "First day, 1 of 4"),
    ("shop/backups", "How they are made"),
    ("shop/rules", "Dead, insulation, earth"),
    ("shop/lists", "A finding takes it as"),
    ("specs/library", "A document or a table"),
    ("shop/trail", "Find"),
    ("me", "Time codes"),
    ("shop", "Ilse Fennick"),
)
"""What a lead alone sees, or sees more of."""


class Accessible(DemoVisits):
    def places(self) -> list[tuple[str, str]]:
        """Paths, with something that is there once the page is."""
        number = {one.machine.name: one.pk for one in Job.objects.select_related("machine")}
        bank = self.key(DECK_OVEN, "Upper deck, bank")
        bench = Instrument.objects.get(name="Bench meter 2").pk
        oven = Machine.objects.get(name=DECK_OVEN).pk
        deck, rack, retort = number[DECK_OVEN], number[RACK_OVEN], number[RETORT]
        return [
            ("", "Open jobs"),
            ("jobs", "Jobs"),
            ("jobs/new", "Which test first"),
            (f"jobs/{deck}", "31.99–37.32 Ω"),
            (f"jobs/{deck}?item=look:{bank}", "What is to be seen"),
            (f"jobs/{deck}?item=meter", "Leads shorted read"),
            (f"jobs/{deck}?item=decide:{bank}", "Rests on"),
            (f"jobs/{deck}?item=close", "To be done first:"),
            (f"jobs/{rack}?item=isolate", "Switched off"),
            (f"jobs/{retort}?item=gate", "Protective conductor"),
            (f"jobs/{retort}?item=fit:{self.key(RETORT, 'Upper element')}", "Serial of the new part"),
            (f"jobs/{number[CURING_ROOM]}", "Curing room"),
            ("follow-ups", "Follow-ups"),
            ("machines", "Customers"),
            (f"machines/{oven}", "Positions"),
            (f"jobs/{number[DECK_OVEN]}/circuit", "Part by part"),
            (f"jobs/{retort}/report", "What was found"),
            ("shop", "Telephones"),
            ("shop/instruments", "Thermometers"),
            (f"shop/instruments/{bench}", "Daily check"),
            ("shop/instruments/new/meter", "Add a meter"),
            ("shop/instruments/new/thermometer", "Add a thermometer"),
            ("shop/lists", "Own lists"),
            ("specs", "What parts should be"),
            ("specs/new", "The figures are from"),
            (f"machines/{Machine.objects.get(name=DECK_OVEN).pk}/circuit", "What should I read here?"),
            ("specs/which", "as soon as there is a pair"),
            (f"specs/curves?of={Spec.objects.get(name='Deck probe, Pt100').pk}", "(IEC 60751)"),
            ("specs/chart", "A sensor’s chart"),
            ("specs/library", "Take out"),
            (f"specs/{Spec.objects.get(name='Deck element, 1500 W').pk}", "Fitted now"),
            ("me", "Signed in"),
        ]

    def test_no_place_is_left_out(self) -> None:
        routes = re.findall(r'<Route path="([^"*]+)"', MAIN.read_text("utf-8"))
        self.assertGreater(len(routes), 15)
        seen = [path.partition("?")[0] for path, _ in (*self.places(), *LEADS)]
        for route in routes:
            if route.startswith(("check", "kept", "reckoner")):
                continue  # in test_every_screen
            like = re.sub(r":\w+", "[^/]+", route)
            self.assertTrue(any(re.fullmatch(like, path) for path in seen), route)

    def test_every_place(self) -> None:
        page = self.page
        for path, words in self.places():
            self.go(page, path)
            self.ilse.see(words)
            expect(page.get_by_role("heading", level=1).first).to_be_attached()
            self.assert_accessible(page, path)
        for tab in ("Log", "Photos", "Later"):
            self.at_job(RETORT).tab(tab)
            self.assert_accessible(page, tab)

    def test_every_sheet(self) -> None:
        page = self.page
        job = Job.objects.get(machine__name=DECK_OVEN)
        for path, *openers in (
            (f"jobs/{job.pk}", "Change"),
            (f"jobs/{job.pk}", "Hand over"),
            (f"jobs/{job.pk}", "Change the route", "Skip it …"),
            (f"jobs/{job.pk}", "Change the route", "Add a step of your own …"),
            (f"machines/{job.machine_id}", "Change"),
            (f"machines/{job.machine_id}", "Add a position"),
            (f"machines/{job.machine_id}", "Paste a table"),
            (f"machines/{job.machine_id}", "Upper deck, bank", "A new part was fitted"),
            ("machines", "Add a customer"),
            ("check", "Number, maker"),
            (f"machines/{job.machine_id}", "Contactor K1, coil", "Its spec is not right"),
            (f"machines/{job.machine_id}", "Contactor K1, coil", "Take it away"),
            (f"machines/{job.machine_id}", "Another of its kind"),
        ):
            page.goto(f"{self.live_server_url}/{path}")
            for opener in openers:
                role: Literal["button", "menuitem"] = "menuitem" if opener.endswith("…") else "button"
                page.get_by_role(role, name=opener, exact=role == "menuitem").first.click()
            expect(page.get_by_role("dialog")).to_be_visible()
            self.assert_accessible(page, f"{path}: {openers[-1]}", "[role=dialog]")

    def test_a_leads_own_places(self) -> None:
        maud = visitor(self.new_technician("Maud Fennick"))
        page = maud.page
        for path, words in LEADS:
            self.go(page, path)
            maud.see(words)
            self.assert_accessible(page, f"a lead's {path}")
        page.get_by_role("button", name="Ilse Fennick").click()
        maud.see("Lost password")
        self.assert_accessible(page, "a person, for a lead")
        maud.press("Lost password: give one for once")
        maud.see("and then chooses their own")
        self.assert_accessible(page, "a password for once")

    def test_once_a_wait_is_due(self) -> None:
        page = self.page
        page.clock.install(time=datetime.now(UTC) + timedelta(days=3))
        page.goto(f"{self.live_server_url}/check")
        alert = page.get_by_role("region", name="Waiting").get_by_role("alert")
        expect(alert.first).to_contain_text("Due now")
        self.assert_accessible(page, "a wait is due")

    def test_on_a_phone_nothing_is_wider_than_the_screen(self) -> None:
        ilse = visitor(self.new_technician(viewport=PHONE, has_touch=True, is_mobile=True))
        for path, words in self.places():
            self.go(ilse.page, path)
            expect(ilse.page.get_by_text(words).first).to_be_attached()
            width = ilse.page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(width, PHONE["width"], path)


class Thumbs(DemoVisits):
    """On a touch screen every target is 44 px at least, and no key is shown that is not there."""

    SMALL = """() => [...document.querySelectorAll(
        'button, select, textarea, summary, input:not([type=checkbox]):not([type=radio])'
    )].filter((one) => one.offsetParent !== null && !one.closest('.sr-only')).map((one) => {
        const box = one.getBoundingClientRect();
        return [box.height, one.getAttribute('aria-label') || one.textContent || one.id];
    }).filter(([height]) => height > 0 && height < 43.5)"""

    def test_targets_on_a_phone(self) -> None:
        ilse = visitor(self.new_technician(viewport=PHONE, has_touch=True, is_mobile=True))
        number = {one.machine.name: one.pk for one in Job.objects.select_related("machine")}
        for path, words in (
            ("check", "Part"),
            (f"jobs/{number[DECK_OVEN]}", "Deck oven"),
            (f"jobs/{number[RACK_OVEN]}?item=isolate", "Switched off"),
            (f"jobs/{number[RETORT]}?item=gate", "Protective conductor"),
            ("machines", "Customers"),
        ):
            self.go(ilse.page, path)
            expect(ilse.page.get_by_text(words).first).to_be_attached()
            self.assertEqual(ilse.page.evaluate(self.SMALL), [], path)
            hints = ilse.page.locator(".keycap, .keyhint")
            self.assertEqual([one for one in hints.all() if one.is_visible()], [], path)


class Door(DemoVisits):
    def test_sign_in_wrong_then_right_and_out(self) -> None:
        page = self.page
        page.context.clear_cookies()
        page.goto(f"{self.live_server_url}/jobs")
        page.get_by_label("User name").fill("ilse")
        page.get_by_label("Password").fill("wrong")
        self.ilse.press("Sign in")
        self.ilse.see("Name and password do not fit")
        self.assert_accessible(page, "the door")
        page.get_by_label("Password").fill("skerrow-tide")
        self.ilse.press("Sign in")
        expect(page.get_by_role("heading", name="Jobs", level=1)).to_be_visible()
        self.ilse.from_menu("Sign out")
        expect(page.get_by_label("User name")).to_be_visible()


class Machines(DemoVisits):
    def test_a_customer_a_machine_its_positions_and_a_job(self) -> None:
        page, ilse = self.page, self.ilse
        page.goto(f"{self.live_server_url}/machines")
        ilse.press("Add a customer")
        page.get_by_label("Name", exact=True).fill("Gull Rock Smokehouse")
        page.get_by_label("E-mail").fill("at the harbour")
        ilse.press("Save")
        ilse.see("is no e-mail address")
        page.get_by_label("E-mail").fill("smoke@gullrock.example")
        ilse.press("Save")
        expect(page.get_by_role("dialog")).to_have_count(0)
        ilse.press("Add a machine")
        page.get_by_label("Machine", exact=True).fill("Smoking cabinet")
        page.get_by_label("Altitude").fill("very high")
        ilse.press("Save")
        ilse.see("A whole number is needed here.")
        page.get_by_label("Altitude").fill("8")
        ilse.press("Save")
        ilse.see("No position yet").press("Add a position")
        page.get_by_role("textbox", name="Position").fill("Lower tray, element")
        page.get_by_label("Rated power").fill("1200")
        page.get_by_label("at", exact=True).first.fill("230")
        ilse.see("41.98–48.98 Ω")
        page.get_by_label("Serial").fill("SC-1")
        ilse.press("Save")
        expect(page.get_by_role("dialog")).to_have_count(0)
        ilse.see("Heating element, 1200 W 230 V", "not yet measured")
        self.assertEqual(Position.objects.get(name="Lower tray, element").parts.get().serial, "SC-1")
        page.get_by_role("link", name="Open a job").click()
        page.get_by_label("Complaint").fill("Stays cold")
        page.get_by_role("radio", name="no heat").click()
        ilse.press("Open it and lay the route")
        ilse.take_up("Measure dead", "Lower tray, element").see("41.98–48.98 Ω")

    def test_a_lead_exports_and_erases_a_technician_does_neither(self) -> None:
        self.page.goto(f"{self.live_server_url}/machines")
        self.page.get_by_role("button", name="Harbour Bakery").click()
        expect(self.page.get_by_role("button", name=re.compile("personal data"))).to_have_count(0)
        maud = visitor(self.new_technician("Maud Fennick"))
        page = maud.page
        page.goto(f"{self.live_server_url}/machines")
        page.get_by_role("button", name="Harbour Bakery").click()
        with page.expect_download() as download:
            maud.press("Export personal data")
        found = json.loads(Path(download.value.path()).read_text("utf-8"))
        self.assertEqual(found["customer"]["contact"], "Orla Quennell")
        maud.press("Erase personal data …")
        maud.see("This cannot be undone", "In texts")
        kept = page.get_by_role("checkbox", name=re.compile("^“Deck oven”"))
        kept.uncheck()
        self.assert_accessible(page, "what would be erased")
        maud.press("Erase it")
        maud.see("Personal data erased")
        self.assertFalse(Customer.objects.filter(name="Harbour Bakery").exists())
        self.assertTrue(Machine.objects.filter(name=DECK_OVEN).exists())

    def test_a_kept_check_goes_into_a_job(self) -> None:
        self.at_the_deck_oven().read("24.6").see_verdict("Within").keep().see_verdict("Kept at")
        page, ilse = self.page, self.ilse
        page.get_by_role("link", name="open it, or put it into a job").click()
        ilse.press("Put it into a job …")
        ilse.choose("Job", "Retort").choose("Part", "Lower element").press("Put it there")
        expect(page.get_by_role("heading", level=1)).to_contain_text("Retort")
        ilse.tab("Log")
        expect(ilse.case).to_contain_text("24.40 ± 0.67 Ω")

    def test_jobs_are_found_and_the_filter_is_in_the_address(self) -> None:
        page, ilse = self.page, self.ilse
        page.goto(f"{self.live_server_url}/jobs")
        page.get_by_label("Find").fill("retort")
        expect(page.get_by_role("listitem")).to_have_count(1)
        page.get_by_label("Find").fill("")
        ilse.choose("State", "closed")
        expect(page.get_by_role("listitem")).to_have_count(4)
        expect(page).to_have_url(re.compile("state=closed"))
        page.reload()
        ilse.see("Front-loading kiln")
        page.get_by_label("Find").fill("nothing like it")
        ilse.see("No job fits")
