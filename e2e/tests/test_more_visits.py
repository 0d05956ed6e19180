"""The other visits of the demo, taken on: retort, curing room, cultivator, kiln; and lost parts."""

from __future__ import annotations

import re
from datetime import timedelta

from django.utils import timezone
from playwright.sync_api import expect

from e2e.tests.test_job_journeys import CULTIVATOR, CURING_ROOM, DECK_OVEN, RETORT, DemoVisits
from e2e.visitor import Visitor, visitor
from hembit.apps.demo.workshop import load_machines
from hembit.apps.jobs.models import FollowUp, Job, Reading, Wait

KILN = "Front-loading kiln"


class Retort(DemoVisits):
    def test_the_gate_refuses_and_the_proof_run_is_live(self) -> None:
        key = self.key(RETORT, "Upper element")
        maud = self.at_job(RETORT, visitor(self.new_technician("Maud Fennick")), item=f"fit:{key}")
        page = maud.page
        maud.see("Fitted in this job", "serial RU-0147")
        for label, amps in (("fuse", "16"), ("cable", "20"), ("contactor", "12")):
            page.get_by_label(label, exact=True).fill(amps)
        page.get_by_label("supply", exact=True).fill("230")
        maud.press("Do they carry it?")
        maud.see("Too much for the contactor: it may draw 13.7 A")

        self.at_job(RETORT, maud, item="isolate").prove_dead()
        maud.take_up("Fit and prove", "Before energising")
        page.get_by_label("Protective conductor").fill("1.4")
        page.get_by_label("Insulation, conductors joined").fill("0.4 M")
        maud.press("It may be energised").see("The protective conductor reads 1.4 Ω, above 0.3 Ω")
        page.get_by_label("Protective conductor").fill("0.15")
        maud.press("It may be energised").see("The insulation reads 400 kΩ, below 1 MΩ")
        page.get_by_label("Insulation, conductors joined").fill("180 M")
        maud.press("It may be energised").see("Count the tools")
        for tick in ("No tool", "Every bypass", "Covers on"):
            page.get_by_label(re.compile(tick)).check()
        maud.press("It may be energised").said("it may be energised")

        maud.take_up("Fit and prove", "as a proof run").press("It is live now")
        expect(maud.band).to_contain_text("LIVE since")
        maud.record_volts(
            {"Volts on the display": "231.0", "Amps on the display": "13.1"}, "Within"
        ).said("within")
        maud.tab("Log")
        expect(maud.case).to_contain_text("volts and amps")

    def test_a_leaking_part_keeps_the_machine_dead(self) -> None:
        key = self.key(RETORT, "Middle element")
        maud = self.at_job(RETORT, visitor(self.new_technician("Maud Fennick")), item="isolate")
        maud.prove_dead()
        self.at_job(RETORT, maud, item=f"{key}:terminal_to_case")
        maud.see("stands here").press("taken again")
        maud.record("0.9 M", "Leaking").said("leaking")
        self.at_job(RETORT, maud, item="supply:supply_volts")
        maud.press("It is live now")
        maud.see("Middle element leaks to its case: an insulation test at 500 V DC first")
        expect(maud.band).to_contain_text("proved dead")
        self.at_job(RETORT, maud, item=f"{key}:insulation_test")
        maud.see("at least 1.0 MΩ").record("210 M", "Within: the insulation holds").said("within")
        self.at_job(RETORT, maud, item="supply:supply_volts")
        maud.press("It is live now")
        expect(maud.band).to_contain_text("LIVE since")

    def test_a_decision_is_changed_after_it_was_accepted(self) -> None:
        bank = self.key(DECK_OVEN, "Upper deck, bank")
        ilse = self.at_job(DECK_OVEN, item=f"decide:{bank}")
        for conclusion, words in (("watch", "first"), ("sound", "second"), ("watch", "third")):
            self.at_job(DECK_OVEN, item=f"decide:{bank}")
            self.page.get_by_role("radio", name=conclusion, exact=True).click()
            self.page.get_by_label("Why").fill(f"{words} thought")
            ilse.press(f"Overrule it to “{conclusion}”").said(conclusion)
        self.at_job(DECK_OVEN, item=f"decide:{bank}")
        ilse.see("third thought")


class CuringRoom(DemoVisits):
    def test_the_spare_comes_with_the_boat(self) -> None:
        ilse, page = self.at_job(CURING_ROOM), self.page
        expect(ilse.route).to_contain_text("Fit and prove")
        page.goto(f"{self.live_server_url}/")
        due = page.get_by_role("region", name="What is due")
        expect(due).to_contain_text("due with Thursday's boat")
        key = self.key(CURING_ROOM, "Probe 2, back wall")
        self.at_job(CURING_ROOM, item=f"spare:{key}")
        ilse.see("Note how far it was pushed in")
        page.get_by_label("Part is at").fill("19.5")
        ilse.record("6.30k", "ithin").said("new part")
        ilse.at("Probe 2, back wall: fit it").see("Hands go into the machine after the proof")
        ilse.press("Isolate and prove dead").prove_dead()
        self.at_job(CURING_ROOM, item=f"fit:{key}")
        page.get_by_label("Serial of the new part").fill("P2-26")
        ilse.press("It is fitted").said("fitted")
        page.goto(f"{self.live_server_url}/")
        expect(due).not_to_contain_text("boat")
        self.assertIsNotNone(FollowUp.objects.get(kind="spare_on_order").done_at)

    def test_a_part_of_another_type_is_fitted_with_its_own_spec(self) -> None:
        key = self.key(CURING_ROOM, "Probe 2, back wall")
        ilse, page = self.at_job(CURING_ROOM, item="isolate").prove_dead(), self.page
        self.at_job(CURING_ROOM, item=f"fit:{key}")
        page.get_by_label("It is not the same type").check()
        page.get_by_label("At 25 °C").fill("10 k")
        pressed = page.get_by_role("button", name="It is fitted")
        stood = pressed.bounding_box()
        page.get_by_label("B", exact=True).fill("3977")
        ilse.see("At a known °C:")
        self.assertEqual(pressed.bounding_box(), stood)  # it does not move away under a finger
        ilse.press("It is fitted").see("Measure the new part for Probe 2, back wall")
        page.get_by_label("Fitted without a good reading").fill("no thermometer at hand")
        ilse.press("It is fitted").said("fitted")
        part = Job.objects.get(machine__name=CURING_ROOM).machine.positions.get(pk=key).parts.first()
        assert part
        self.assertEqual(part.spec["sensor"]["r25"], "10 k")
        self.assertEqual(part.position.parts.count(), 2)


class Cultivator(DemoVisits):
    def test_the_coil_that_fails_cold(self) -> None:
        job = Job.objects.get(machine__name=CULTIVATOR)
        Wait.objects.filter(job=job).update(due_at=timezone.now() - timedelta(minutes=1))
        page, ilse = self.page, self.ilse
        page.goto(f"{self.live_server_url}/")
        waiting = page.get_by_role("region", name="Waiting", exact=True)
        expect(waiting).to_contain_text("Due now: Ignition coil in the cold store")
        waiting.get_by_role("alert").click()
        ilse.at("Ignition coil: each winding").see("Ohms on a fitted part come after the proof")
        page.keyboard.press("b")
        ilse.press("taken again")
        page.get_by_label("Part is at").fill("3")
        page.get_by_label("Lead zero").fill("0.21")
        page.get_by_role("textbox", name="primary", exact=True).fill("0.95")
        page.get_by_role("textbox", name="secondary", exact=True).fill("OL")
        ilse.see_verdict("Open").isolated().press("Record it")
        ilse.said("Ignition coil").take_up("Decide", "Ignition coil")
        ilse.see("These two contradict each other", "wriggle it")
        expect(waiting).to_have_count(0)
        cold, warm = Reading.objects.filter(position__name="Ignition coil").order_by("-at")
        self.assertEqual((cold.check_kept.state, cold.relation), ("open", "again"))
        self.assertEqual((warm.check_kept.outcome, cold.supersedes), ("accept", None))


class Kiln(DemoVisits):
    def test_a_closed_record_is_read_and_reopened_with_a_reason(self) -> None:
        ilse, page = self.at_job(KILN), self.page
        ilse.see("The record is closed.")
        expect(ilse.case.get_by_role("button", name="Write it down")).to_have_count(0)
        expect(page.get_by_role("button", name="Change the route")).to_have_count(0)
        ilse.press("Reopen").see("This is needed.")
        page.get_by_label("Reopen it, because").fill("the thermocouple was never read")
        ilse.press("Reopen").said("Reopened")
        ilse.take_up("Check sensors", "Millivolts").at("Thermocouple: millivolts")

    def test_the_watched_bank_stands_in_the_report_with_what_comes(self) -> None:
        job = Job.objects.filter(machine__name=KILN).latest("number")
        self.page.goto(f"{self.live_server_url}/jobs/{job.number}/report")
        self.ilse.see("Maud Fennick decided “watch”")
        comes = self.page.get_by_role("region", name="What to watch, and what comes")
        expect(comes).to_contain_text("Third coil, left bank")
        expect(comes).to_contain_text("Yearly check of the kiln.")
        self.page.emulate_media(media="print")
        expect(self.page.get_by_role("banner")).to_be_hidden()
        expect(self.page.get_by_role("button", name="Print")).to_be_hidden()
        ground = self.page.evaluate("getComputedStyle(document.documentElement).backgroundColor")
        self.assertEqual(ground, "rgb(255, 255, 255)")


class Lost(DemoVisits):
    def test_a_part_of_the_app_that_cannot_be_fetched_says_so(self) -> None:
        page, ilse = self.page, self.ilse
        self.at_job(DECK_OVEN)
        page.route("**/assets/MachinesPage*", lambda route: route.abort())
        ilse.go_to("Machines")
        ilse.see("This part of Hembit could not be fetched")
        page.unroute("**/assets/MachinesPage*")
        ilse.press("Try again")
        ilse.see("Customers")

    def test_a_silent_server_leaves_the_job_as_it_was_seen(self) -> None:
        ilse, page = self.at_job(DECK_OVEN), self.page
        page.wait_for_timeout(3500)  # what is fetched once nothing else is to do
        page.route("**/api/v1/**", lambda route: route.abort())
        ilse.see("No connection to the shop since")
        ilse.take_up("Meter and leads", "Meter, leads, battery").see("Leads shorted read")
        page.get_by_label("Leads shorted read").fill("0.3")
        for tick in ("stands still", "apart show OL", "Battery is good"):
            page.get_by_label(re.compile(tick)).check()
        ilse.press("Meter and leads are good").see("Kept here, not judged")
        page.unroute("**/api/v1/**")
        ilse.see_arrived()
        ilse.tab("Log")
        expect(ilse.case).to_contain_text("leads shorted 0.3 Ω")

    def test_a_job_a_machine_a_page_that_is_not_there(self) -> None:
        page, ilse = self.page, self.ilse
        for path, words in (
            ("jobs/9999", "There is no job 9999"),
            ("jobs/abc", "There is no job 0"),
            ("jobs/9999/report", "There is no job 9999"),
            ("machines/9999", "There is no machine here"),
            ("nowhere", "There is no page here"),
        ):
            page.goto(f"{self.live_server_url}/{path}")
            ilse.see(words)


class HandingOver(DemoVisits):
    def test_the_note_survives_a_turned_phone_and_stands_until_somebody_takes_over(self) -> None:
        page, ilse = self.page, self.at_job_of_ilse()
        ilse.press("Hand over")
        page.get_by_label("What must whoever takes it over know?").fill("The screws are in the tin.")
        page.set_viewport_size({"width": 390, "height": 844})
        self.assert_accessible(page, "hand over, on a phone")
        ilse.press("Save")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.set_viewport_size({"width": 1280, "height": 800})
        ilse.see("Left by Ilse Fennick", "The screws are in the tin")
        maud = visitor(self.new_technician("Maud Fennick"))
        maud.page.goto(page.url)
        maud.see("The screws are in the tin").press("Take it over")
        expect(maud.page.get_by_text("Left by Ilse Fennick")).to_have_count(0)

    def at_job_of_ilse(self) -> Visitor:
        machine = load_machines()["Curing room"]
        self.page.goto(f"{self.live_server_url}/machines/{machine.pk}")
        self.page.get_by_role("link", name="Open a job").click()
        self.page.get_by_label("Complaint").fill("Shows 31 °C.")
        self.page.get_by_role("radio", name="wrong temperature shown", exact=True).click()
        return visitor(self.technician).press("Open it and lay the route")
