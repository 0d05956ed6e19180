"""How many steps a journey takes: a click, a key that is not text, a field filled, one each."""

from __future__ import annotations

from uuid import uuid4

from playwright.sync_api import expect

from e2e.steps import counted
from e2e.tests.browser_case import BrowserCase
from e2e.visitor import Visitor, visitor
from hembit.apps.demo.workshop import load_machines
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.recording import record
from hembit.apps.jobs.schemas import JobIn, ReadingIn
from hembit.apps.jobs.services import open_job
from hembit.apps.shop.models import Instrument

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
            "Good in its ohms and to the case"
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
            # An hour in no time is more than any answer may take: what was under way is asked again.
            page.clock.resume()
            expect(page.get_by_text("No connection to the shop")).to_have_count(0, timeout=15_000)
            expect(page.get_by_role("alert")).to_contain_text("take the reading")
            expect(page.get_by_label("Part is at")).to_have_value("20")
            page.locator("#entry").fill("118.6")
            ilse.see_verdict("Within")
            page.keyboard.press("Enter")
            ilse.see_verdict("Kept at")
        expect(page.get_by_role("region", name="Waiting")).to_have_count(0)
        self.assertLessEqual(len(steps), 12, steps)


class AtTheMachine(BrowserCase):
    """From the machine's own page to the closed record."""

    def open_job(self, machine: str, complaint: str, symptom: str) -> Visitor:
        self.page.get_by_role("link", name="Open a job").click()
        self.page.get_by_label("Complaint").fill(complaint)
        self.page.get_by_role("radio", name=symptom, exact=True).click()
        return visitor(self.technician).press("Open it and lay the route")

    def at_the_page_of(self, machine: str) -> None:
        self.page.goto(f"{self.live_server_url}/machines/{load_machines()[machine].pk}")
        expect(self.page.get_by_role("link", name="Open a job")).to_be_visible()

    def nothing_to_see_and_the_meter_is_good(self, ilse: Visitor, button: str) -> None:
        ilse.at("The machine as a whole").press(button)
        ilse.at("Meter, leads, battery")
        self.page.get_by_label("Leads shorted read").fill("0.2")
        ilse.press("All three are so: still, OL apart, battery good")

    def test_an_oven_that_will_not_light(self) -> None:
        page = self.page
        self.at_the_page_of("Rack oven")
        self.used_bench_meter_2_last()
        with counted() as steps:
            ilse = self.open_job("Rack oven", "Fan runs, no flame, locks out.", "will not light")
            ilse.at("Supply: volts, every pair")
            page.keyboard.press("v")
            expect(ilse.band).to_contain_text("LIVE since")
            page.get_by_role("textbox", name="L1–N", exact=True).fill("121 119 240 121 119 0.3")
            ilse.see_verdict("Within")
            page.keyboard.press("Enter")
            ilse.at("Off, locked, proved dead")
            page.keyboard.press("Alt+d")
            expect(ilse.band).to_contain_text("not proved dead")
            ilse.prove_dead()
            self.nothing_to_see_and_the_meter_is_good(ilse, "Nothing here, nor on the other")
            ilse.at("Hot-surface igniter: ohms, cold")
            page.get_by_label("The room is at").fill("23")
            page.get_by_label("all parts here").check()
            ilse.record("OL", "Open")
            ilse.at("Gas valve coil: winding, end to end").record("49.2", "Within")
            ilse.at("Gas valve coil: terminal to case").record("OL", "Within")
            ilse.at("Flow switch: should be closed").record("0.3", "Just within")
            ilse.at("Hot-surface igniter")
            self.assert_accessible(page, "decide, beside its rail")
            ilse.press("Accept: replace")
            ilse.at("Hot-surface igniter: measure the new part").record("62", "Within")
            ilse.at("Hot-surface igniter: fit it").press("It is fitted")
            ilse.at("Before energising: earth, insulation, covers")
            self.assert_accessible(page, "gate of a gas machine")
            page.get_by_label("Protective conductor").fill("0.12")
            page.get_by_label("Insulation, conductors joined").fill("210 M")
            page.get_by_role("radio", name="gas line not opened").click()
            ilse.press("All three are so: nothing left inside, bypasses out, covers on")
            ilse.at("Hot-surface igniter: called for, as a proof run")
            page.keyboard.press("v")
            page.get_by_role("textbox", name="Volts on the display").fill("120.5 3.4")
            ilse.choose("It glows", "yes").see_verdict("Within")
            page.get_by_role("textbox", name="Volts on the display").press("Enter")
            ilse.at("Ignition sequence: stage by stage")
            page.locator("#entry").fill("25.6 25.4 121 25.1")
            ilse.see_verdict("Within")
            page.keyboard.press("Enter")
            # The machine lights: volts across its switch would say nothing more.
            ilse.at("Report and close").press("Close the job")
            ilse.said("Closed")
        self.assertLessEqual(len(steps), 45, steps)
        self.assertEqual(Job.objects.latest("pk").state, "closed")

    def used_bench_meter_2_last(self) -> None:
        machine = load_machines()["Curing room"]
        meter = Instrument.objects.get(name="Bench meter 2")
        ilse = self.people["Ilse Fennick"]
        job = open_job(
            JobIn(id=uuid4(), machine=machine.pk, complaint="Yearly.", symptom="yearly_check"), ilse
        ).row
        given = {
            "id": uuid4(),
            "part": str(machine.positions.get(name="Defrost element").pk),
            "reading": {"measurand": "terminal_to_case", "display": "OL"},
            "conditions": {"meter": meter.pk},
            "loose": True,
        }
        record(job.number, ReadingIn.model_validate(given), ilse)

    def test_a_machine_that_trips(self) -> None:
        page = self.page
        self.at_the_page_of("Retort")
        with counted() as steps:
            ilse = self.open_job("Retort", "Trips some minutes into every batch.", "trips")
            ilse.at("Off, locked, proved dead").prove_dead()
            self.nothing_to_see_and_the_meter_is_good(ilse, "Nothing here, nor on the other 3")
            ilse.at("Upper element: terminal to case").record("OL", "Within")
            ilse.at("Middle element: terminal to case").record("OL", "Within")
            ilse.at("Lower element: terminal to case").record("0.4M", "Leaking")
            ilse.at("Lower element: insulation test").record("0.2M", "Leaking")
            # A leak is found: ohms along the others say little of a trip, their cases do.
            ilse.at("Drain valve coil: terminal to case").record("OL", "Within")
            ilse.at("Lower element").press("Accept: do not energise")
            ilse.at("Lower element: what did it die of?").press("water in it")
            ilse.at("Report and close").see("must not be energised")
            ilse.press("Locked off and tagged: close it").said("Closed")
        self.assertLessEqual(len(steps), 28, steps)
        page.get_by_role("link", name="Look at the report").click()
        ilse.see("locked off and tagged")
