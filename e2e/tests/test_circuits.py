"""A machine's circuit: built by keyboard from a template, asked; a bank's dead member by it."""

from __future__ import annotations

from playwright.sync_api import expect

from e2e.tests.browser_case import BrowserCase
from e2e.tests.test_job_journeys import DECK_OVEN, DemoVisits
from hembit.apps.demo.workshop import load_machines
from hembit.apps.jobs.models import Job
from hembit.apps.machines.models import MachineCircuit


class Built(BrowserCase):
    def load(self) -> None:
        super().load()
        self.kiln = load_machines()["Front-loading kiln"]

    def test_from_a_template_by_keyboard_alone(self) -> None:
        page = self.page
        page.goto(f"{self.live_server_url}/machines/{self.kiln.pk}/circuit")
        page.get_by_label("Start from").focus()
        page.keyboard.press("Enter")
        page.get_by_role("option", name="element with limit and thermostat").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("img", name="The circuit")).to_be_visible()
        # A row that cannot be is told where it stands, and nothing is kept.
        page.get_by_label("limit, terminal 2").focus()
        page.keyboard.press("Control+a")
        page.keyboard.type("1")
        expect(page.get_by_role("alert").first).to_contain_text("one node")
        # One that may be meant is told there too.
        page.keyboard.press("Control+a")
        page.keyboard.type("Q")
        expect(page.get_by_text("Nothing else is at “Q”: it ends there.")).to_be_visible()
        page.keyboard.press("Control+a")
        page.keyboard.type("2")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_label("Position here").nth(5).focus()
        page.keyboard.press("Enter")
        page.get_by_role("option", name="Left bank").focus()
        page.keyboard.press("Enter")
        # Six of 52.9 Ω side by side take more than the supply of the template trips at.
        expect(page.get_by_role("alert").first).to_contain_text("it trips at 20.0 A")
        page.get_by_label("Trips at").first.focus()
        page.keyboard.press("Control+a")
        page.keyboard.type("32")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_role("button", name="Keep this circuit").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_text("Revision 1, Ilse Fennick")).to_be_visible()
        self.assertEqual(MachineCircuit.objects.get().machine, self.kiln)
        for label, node in (("From", "L"), ("to", "N")):
            page.get_by_label(label, exact=True).focus()
            page.keyboard.press("Enter")
            page.get_by_role("option", name=node, exact=True).focus()
            page.keyboard.press("Enter")
        # Six of 52.9 Ω hot side by side, cold with what is in series.
        expect(page.get_by_role("status").filter(has_text="Ω")).to_contain_text("by the parts")


class DeadMember(DemoVisits):
    def test_the_deck_ovens_bank_to_the_dead_element(self) -> None:
        """17.2 Ω across the bank of the demo: one of three is dead, and which is still open."""
        page = self.page
        self.at_job(DECK_OVEN)
        by_circuit = page.get_by_role("region", name="By the circuit")
        expect(by_circuit).to_contain_text("not settled yet")
        for name in ("front", "middle", "rear"):
            expect(by_circuit.get_by_text(f"Upper deck, {name} element open").first).to_be_visible()
        by_circuit.get_by_text("The drawing").click()
        expect(by_circuit.get_by_role("img", name="The circuit")).to_be_visible()
        by_circuit.get_by_role("link", name="Read between two points").click()
        expect(page.get_by_role("region", name="Part by part")).to_contain_text("suspect")
        job = Job.objects.get(machine__name=DECK_OVEN)
        self.assertIn(f"/jobs/{job.number}/circuit", page.url)
        # A good one in place of the front element changes nothing: it is one of the two others.
        page.get_by_role("button", name="A part was swapped").click()
        self.technician.choose("Part", "Upper deck, middle element")
        page.get_by_role("radio", name="The complaint stays").click()
        page.get_by_role("button", name="Keep this trial").click()
        swapped = page.get_by_role("region", name="Swapped for a trial")
        expect(swapped).to_contain_text("It is another part, or more than one")
        swapped.get_by_role("button", name="Correct it").click()
        self.technician.choose("Part", "Upper deck, front element")
        page.get_by_role("radio", name="The complaint stays").click()
        page.get_by_label("Why it takes the place of").fill("it was the front one")
        page.get_by_role("button", name="Put it in its place").click()
        expect(swapped).to_contain_text("in place of Upper deck, front element")
        expect(swapped).not_to_contain_text("Upper deck, middle element")
        explains = page.get_by_role("region", name="What explains the readings")
        expect(explains).to_contain_text("2 explanations are alike so far")
