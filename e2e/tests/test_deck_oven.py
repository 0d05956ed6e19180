"""The deck oven, from the complaint to the customer's page."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from e2e.tests.browser_case import BrowserCase
from e2e.visitor import visitor
from hembit.apps.demo.workshop import load_machines
from hembit.apps.jobs.models import Job, Reading

MAINS = {
    "L1–L2": "401",
    "L2–L3": "399",
    "L3–L1": "402",
    "L1–N": "231",
    "L2–N": "230",
    "L3–N": "232",
}


class DeckOven(BrowserCase):
    def test_from_the_complaint_to_the_report(self) -> None:
        load_machines()
        page, ilse = self.page, visitor(self.technician)
        ilse.open_job("Deck oven", "some heat", "Upper deck bakes pale at the back.")

        ilse.at("Supply: volts, every pair").see("Volts and amps need it live")
        ilse.press("It is live now")
        expect(ilse.band).to_contain_text("LIVE since")
        ilse.record_volts(MAINS, "Within").said("within")

        ilse.at("Off, locked, proved dead")
        page.keyboard.press("Alt+d")
        expect(ilse.band).to_contain_text("not proved dead")
        ilse.prove_dead()

        ilse.at("The machine as a whole").look(note="flour dust blown out")
        ilse.at("Upper deck, bank").look()
        ilse.at("Lower deck, bank").look()
        ilse.at("Meter, leads, battery").check_meter()

        ilse.at("Upper deck, bank: across the bank")
        expect(page.get_by_role("region", name="Expect")).to_contain_text("Ω")
        page.get_by_label("The room is at").fill("23")
        page.get_by_role("button", name="Room, 23 °C").click()
        expect(page.get_by_label("Part is at")).to_have_value("23")
        ilse.record("17.4", "one dead member").said("17.20 ± 0.66 Ω, outside")
        expect(ilse.case).to_contain_text("one dead member fits")

        for name, text, verdict in (
            ("front", "34.2", "Within"),
            ("middle", "34.4", "Within"),
            ("rear", "OL", "Open"),
        ):
            ilse.take_up("Measure dead", f"Upper deck, {name} element")
            ilse.at(f"Upper deck, {name} element: between the terminals")
            expect(page.get_by_label("Part is at")).to_have_value("")
            page.keyboard.press("Alt+.")
            expect(page.get_by_label("Part is at")).to_have_value("23")
            ilse.record(text, verdict).said(f"Upper deck, {name} element")

        ilse.take_up("Decide", "Upper deck, rear element")
        ilse.see("Broken: replace it", "Rests on")
        ilse.press("Accept: replace")
        ilse.take_up("Decide", "Upper deck, bank")
        ilse.press("Accept: repair")

        ilse.take_up("Close", "Report and close")
        ilse.see("Upper deck, rear element is to be replaced: fit it")

        ilse.take_up("Fit and prove", "measure the new part")
        ilse.record("34.0", "Within")
        ilse.take_up("Fit and prove", "fit it")
        page.get_by_label("Serial of the new part").fill("UD-9")
        ilse.press("It is fitted")
        ilse.said("fitted")

        ilse.take_up("Measure dead", "Upper deck, bank")
        ilse.see("17.20 ± 0.66 Ω", "stands here")
        ilse.press("taken again")
        ilse.record("11.5", "ithin").said("11.30")

        ilse.take_up("Fit and prove", "Before energising")
        page.get_by_label("Protective conductor").fill("0.12")
        page.get_by_label("Insulation at 500 V DC").fill("210 M")
        for tick in ("No tool", "Every bypass", "Covers on"):
            page.get_by_label(re.compile(tick)).check()
        ilse.press("It may be energised")
        ilse.said("may be energised")

        ilse.take_up("Fit and prove", "as a proof run")
        ilse.press("It is live now")
        amps = {"Volts on the display": "230.5", "Amps on the display": "6.4"}
        ilse.record_volts(amps, "Within")

        ilse.take_up("Close", "Report and close").see("if it is closed now")
        ilse.press("Close the job")
        ilse.said("Closed")
        page.get_by_role("link", name="Look at the report").click()
        ilse.see("Upper deck bakes pale at the back.", "Due ")
        expect(page.get_by_role("region", name="Parts")).to_contain_text("serial UD-9")
        expect(page.get_by_role("region", name="What was found")).to_contain_text("Broken: replace it")
        self.assert_accessible(page, "report")
        pdf = page.request.get(f"{self.live_server_url}/api/jobs/{Job.objects.get().pk}/report.pdf")
        self.assertTrue(pdf.body().startswith(b"%PDF"))
        self.assertEqual(Job.objects.get().state, "closed")
        self.assertEqual(Reading.objects.count(), 8)
