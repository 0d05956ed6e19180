"""The deck oven, from the complaint to the customer's page."""

from __future__ import annotations

from playwright.sync_api import expect

from e2e.steps import counted
from e2e.tests.browser_case import BrowserCase
from e2e.visitor import Visitor, visitor
from hembit.apps.demo.workshop import load_machines
from hembit.apps.jobs.models import Job, Reading

VOLTS = "401 399 402 231 230 232 231 230 232 0.4"
"""Line to line, to neutral, to earth, and neutral to earth, in one go."""


class DeckOven(BrowserCase):
    def test_from_the_complaint_to_the_report(self) -> None:
        machines = load_machines()
        page, ilse = self.page, visitor(self.technician)
        page.goto(f"{self.live_server_url}/machines/{machines['Deck oven'].pk}")
        with counted() as steps:
            page.get_by_role("link", name="Open a job").click()
            page.get_by_label("Complaint").fill("Upper deck bakes pale at the rear.")
            page.get_by_role("radio", name="some heat", exact=True).click()
            ilse.press("Open it and lay the route")
            self.mains_then_dead(ilse)
            self.eight_parts(ilse)
            self.from_the_gate_to_the_end(ilse)
        self.assertLessEqual(len(steps), 60, steps)
        page.get_by_role("link", name="Look at the report").click()
        ilse.see("Upper deck bakes pale at the rear.", "Due ")
        expect(page.get_by_role("region", name="Parts")).to_contain_text("serial UD-9")
        expect(page.get_by_role("region", name="What was found")).to_contain_text("Broken: replace it")
        self.assert_accessible(page, "report")
        pdf = page.request.get(f"{self.live_server_url}/api/v1/jobs/{Job.objects.get().pk}/report.pdf")
        self.assertTrue(pdf.body().startswith(b"%PDF"))
        self.assertEqual(Job.objects.get().state, "closed")
        self.assertEqual(Reading.objects.count(), 12)

    def mains_then_dead(self, ilse: Visitor) -> None:
        page = self.page
        ilse.at("Supply: volts, every pair").see("Volts and amps need it live")
        page.keyboard.press("v")
        expect(ilse.band).to_contain_text("LIVE since")
        page.get_by_role("textbox", name="L1–L2", exact=True).fill(VOLTS)
        ilse.see_verdict("Within")
        page.keyboard.press("Enter")
        ilse.at("Off, locked, proved dead")
        page.keyboard.press("Alt+d")
        expect(ilse.band).to_contain_text("not proved dead")
        ilse.prove_dead()
        ilse.at("The machine as a whole").look()
        ilse.at("Upper deck, bank").look()
        ilse.at("Lower deck, bank").look()
        ilse.at("Meter, leads, battery")
        page.get_by_label("Leads shorted read").fill("0.2")
        ilse.press("All three are so: still, OL apart, battery good")

    def eight_parts(self, ilse: Visitor) -> None:
        page = self.page
        ilse.at("Upper deck, bank: across the bank")
        page.get_by_label("The room is at").fill("23")
        page.get_by_label("all parts here").check()
        expect(page.get_by_label("Part is at")).to_have_value("23")
        ilse.record("17.4", "one dead member").said("17.20 ± 0.66 Ω, outside")
        expect(ilse.case).to_contain_text("one dead member fits")
        ilse.at("Upper deck, rear element: between the terminals").record("OL", "Open")
        says = ilse.said("OL, open").case.get_by_role("region", name="What the readings say")
        says.get_by_role("button", name="Upper deck, rear element").click()
        ilse.at("Upper deck, rear element").see("Broken: replace it", "Rests on")
        ilse.press("Accept: replace")
        ilse.at("Upper deck, rear element: measure the new part").record("34.0", "Within")
        ilse.at("Upper deck, rear element: fit it")
        page.get_by_label("Serial of the new part").fill("UD-9")
        ilse.press("It is fitted")
        ilse.at("Upper deck, bank: across the bank").record("11.5", "Within").said("11.30")
        for title, display in (
            ("Lower deck, bank: across the bank", "11.5"),
            ("Lower deck, bank: terminal to case", "OL"),
            ("Contactor K1, coil: winding, end to end", "428"),
            ("Contactor K1, coil: terminal to case", "OL"),
            ("Limit F2: should be closed", "0.4"),
            ("Deck probe: at a known °C", "109.1"),
        ):
            ilse.at(title).record(display, "")

    def from_the_gate_to_the_end(self, ilse: Visitor) -> None:
        page = self.page
        ilse.at("Before energising: earth, insulation, covers")
        page.get_by_label("Protective conductor").fill("0.12")
        page.get_by_label("Insulation, conductors joined").fill("210 M")
        ilse.press("All three are so: nothing left inside, bypasses out, covers on")
        ilse.said("may be energised").at("Upper deck, rear element: volts and amps, as a proof run")
        page.keyboard.press("v")
        page.get_by_role("textbox", name="Volts on the display").fill("230.5 6.4")
        ilse.see_verdict("Within")
        page.keyboard.press("Enter")
        ilse.take_up("Close").see("if it is closed now")
        ilse.press("Close the job")
        ilse.said("Closed")
