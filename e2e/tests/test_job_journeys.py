"""Jobs as technicians take them: live stages, overruling, corrections, photos, two people."""

from __future__ import annotations

import re
import tempfile
import time
from pathlib import Path
from unittest.mock import patch
from uuid import uuid4

from django.http import HttpRequest, HttpResponse
from PIL import Image
from playwright.sync_api import expect

from e2e.browser import PHONE
from e2e.tests.browser_case import BrowserCase
from e2e.tests.demo_snapshot import DemoSnapshot
from e2e.visitor import Visitor, visitor
from hembit.api.not_stored import NotStored
from hembit.apps.demo.circuits import load_circuits
from hembit.apps.demo.instruments import load_instruments
from hembit.apps.demo.management.commands.load_demo import load_details
from hembit.apps.demo.workshop import load_jobs, load_machines, load_people
from hembit.apps.jobs.entries.safety import WentLiveEntry
from hembit.apps.jobs.models import Entry, Job, Reading
from hembit.apps.jobs.services import add_entry
from hembit.apps.machines.models import Machine
from hembit.apps.people.models import Person
from hembit.apps.photos.models import Photo

DECK_OVEN, RACK_OVEN, RETORT, CURING_ROOM, CULTIVATOR = (
    "Deck oven",
    "Rack oven",
    "Retort",
    "Curing room",
    "Walking cultivator",
)


def _load() -> None:
    load_details()
    people = load_people()
    machines = load_machines()
    load_circuits(machines, people["Maud Fennick"])
    load_jobs(machines, people, load_instruments()["Bench meter 2"])


DEMO = DemoSnapshot(_load)


class DemoVisits(BrowserCase):
    """The six visits of the demo are there."""

    def load(self) -> None:
        DEMO.put_back()
        self.people = {one.name: one for one in Person.objects.all()}

    def setUp(self) -> None:
        super().setUp()
        self.ilse = visitor(self.technician)

    def at_job(self, machine: str, who: Visitor | None = None, item: str = "") -> Visitor:
        who = who or self.ilse
        job = Job.objects.filter(machine__name=machine).latest("number")
        who.page.goto(f"{self.live_server_url}/jobs/{job.number}{f'?item={item}' if item else ''}")
        expect(who.page.get_by_role("heading", level=1)).to_contain_text(f"Job {job.number}")
        return who

    def key(self, machine: str, position: str) -> str:
        machine_there = Machine.objects.get(name=machine)
        return str(machine_there.positions.get(name=position).pk)


class RackOven(DemoVisits):
    def test_the_live_stages_and_the_new_igniter(self) -> None:
        ilse, page = self.at_job(RACK_OVEN), self.page
        expect(ilse.band).to_contain_text("not proved dead")
        ilse.take_up("Live", "Ignition sequence").at("Ignition sequence: stage by stage")
        ilse.see("Volts and amps need it live")
        page.keyboard.press("v")
        expect(ilse.band).to_contain_text("LIVE since")
        ilse.see("takes its place")
        ilse.press("taken again")
        for stage, volts in (
            ("call for heat", "25.4"),
            ("fan proves flow", "25.2"),
            ("igniter powered", "120"),
        ):
            page.get_by_role("textbox", name=stage, exact=True).fill(volts)
        ilse.choose("call for heat: acted", "yes").choose("fan proves flow: acted", "yes")
        ilse.choose("igniter powered: acted", "no")
        ilse.see_verdict("igniter powered")
        page.keyboard.press("Alt+d")
        expect(ilse.band).to_contain_text("switched it off")
        ilse.prove_dead().at("The machine as a whole").look("terminal or plug loose")
        ilse.at("Meter, leads, battery").check_meter("0.3")
        ilse.take_up("Decide", "Hot-surface igniter").see("Its volts are there, and it does not glow")
        ilse.press("Accept: replace")
        ilse.take_up("Fit and prove", "measure the new part").see("Never touch the hot part")
        page.get_by_label("Part is at").fill("20")
        ilse.record("128.2", "Watch").said("new part")
        self.assertEqual(
            Reading.objects.get(spare=True, job__machine__name=RACK_OVEN).check_kept.state, "watch"
        )


class Decisions(DemoVisits):
    def test_overruled_with_a_reason_and_both_stand_in_the_report(self) -> None:
        self.at_job(RACK_OVEN)
        ilse, page = self.ilse, self.page
        ilse.take_up("Decide", "Hot-surface igniter")
        page.get_by_role("radio", name="repair", exact=True).click()
        ilse.press("Overrule it to “repair”")
        ilse.see("takes a reason")
        page.get_by_label("Why").fill("plug was off by a hair; glows again")
        ilse.press("Overrule it to “repair”")
        ilse.said("Hot-surface igniter: repair").tab("Log")
        expect(ilse.case).to_contain_text("Overruled from “replace” to “repair”")
        page.get_by_role("link", name="Report").click()
        ilse.see("The readings say “replace”; Ilse Fennick decided “repair”")

    def test_a_reading_in_the_wrong_state_is_not_taken(self) -> None:
        key = self.key(RACK_OVEN, "Gas valve coil")
        ilse = self.at_job(RACK_OVEN, item=f"{key}:winding_resistance")
        ilse.see("Ohms on a fitted part come after the proof", "nobody has proved it dead since")
        expect(self.page.locator("#entry")).to_have_count(0)
        self.page.keyboard.press("b")
        ilse.see("Measured loose, on the bench")
        self.page.get_by_label("Part is at").fill("20")
        ilse.record("47.6", "Within").said("Gas valve coil")
        self.assertEqual(
            Reading.objects.get(position=key).check_kept.submission["dead_or_live"],
            {"state": "loose_part"},
        )

    def test_a_correction_names_its_reason_and_the_first_stays(self) -> None:
        key = self.key(DECK_OVEN, "Upper deck, bank")
        ilse = self.at_job(DECK_OVEN, item=f"{key}:bank_resistance")
        ilse.see("17.20 ± 0.66 Ω").see("stands here")
        self.page.locator("#entry").fill("11.6")
        ilse.see_verdict("ithin").isolated().press("Record it")
        ilse.see("Say why this reading takes its place")
        ilse.press("typed wrong")
        ilse.press("Record it")
        ilse.said("11.40").tab("Log")
        expect(ilse.case).to_contain_text("typed wrong")
        expect(ilse.case).to_contain_text("(superseded)")
        self.assertEqual(Reading.objects.filter(position=key, measurand="bank_resistance").count(), 2)

    def test_skip_add_and_reorder(self) -> None:
        ilse, page = self.at_job(CULTIVATOR), self.page
        ilse.take_up("Look", "The machine as a whole")
        for choice in ("Add a step of your own", "Skip it"):
            page.get_by_role("button", name="Change the route").click()
            page.get_by_role("menuitem", name=re.compile(choice)).click()
            if choice.startswith("Add"):
                page.get_by_label("What is to be done").fill("Ask which fuel he takes")
                ilse.press("Add it")
            else:
                page.get_by_label("Why").fill("stood in the rain all week, we know")
                page.get_by_role("dialog").get_by_role("button", name="Skip it").click()
            expect(page.get_by_role("dialog")).to_have_count(0)
        ilse.take_up("Look", "Ask which fuel he takes").press("Done")
        ilse.said("Ask which fuel he takes: done")
        page.get_by_role("button", name="Change the route").click()
        page.get_by_role("menuitem", name="Live current first").click()
        expect(ilse.route).to_contain_text("live first", ignore_case=True)
        choices = Job.objects.get(machine__name=CULTIVATOR).choices
        self.assertEqual([one["done"] for one in choices["added"]], [True])
        self.assertEqual(choices["skipped"][0]["reason"], "stood in the rain all week, we know")


class Photos(DemoVisits):
    def pictures(self) -> list[Path]:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        made = []
        for name, colour in (("burn", "#442211"), ("mark", "#115544")):
            made.append(Path(folder.name) / f"{name}.png")
            Image.new("RGB", (900, 600), colour).save(made[-1])
        return made

    def test_several_at_once_paired_with_the_one_before(self) -> None:
        ilse, page = self.at_job(RETORT), self.page
        ilse.tab("Photos")
        expect(ilse.case.get_by_role("img")).to_have_count(2)
        ilse.case.get_by_label("Photos to add").set_input_files(self.pictures())
        expect(ilse.case.get_by_role("img")).to_have_count(4)  # two stored, two on their way
        expect(ilse.case.get_by_role("progressbar")).to_have_count(0)
        expect(ilse.case.get_by_role("img")).to_have_count(4)
        ilse.case.get_by_role("img").last.click()
        page.get_by_label("What it shows").fill("wiring, after")
        ilse.choose("Shows the same as before", "Drain valve coil")
        ilse.press("Save")
        ilse.see("wiring, after")
        self.assertEqual(Photo.objects.filter(pair__isnull=False).count(), 2)

    def test_what_is_no_photo_is_said_and_can_be_sent_again(self) -> None:
        ilse = self.at_job(RETORT)
        ilse.tab("Photos")
        file = {"name": "burn.jpg", "mimeType": "image/jpeg", "buffer": b"no picture at all"}
        ilse.case.get_by_label("Photos to add").set_input_files([file])
        ilse.see("no photo that can be read here")


class TwoPeople(DemoVisits):
    def test_each_sees_who_did_what_and_neither_overwrites_the_other(self) -> None:
        ilse = self.at_job(DECK_OVEN)
        maud = self.at_job(DECK_OVEN, visitor(self.new_technician("Maud Fennick")))
        expect(maud.band).to_contain_text("a proof lapses on hand-over to Maud Fennick")
        ilse.record("34.2", "Within").said("Upper deck, front element")
        maud.tab("Log")
        expect(maud.case).to_contain_text(re.compile(r"between the terminals 34\.\d+ ± \d\.\d+ Ω"))
        maud.press("Take it over")
        ilse.see("Maud Fennick took the job over")
        expect(ilse.band).to_contain_text("not proved dead")

        for who in (ilse, maud):
            who.press("Change")
        maud.page.get_by_label("Error code").fill("E 41")
        maud.press("Save")
        expect(maud.page.get_by_role("dialog")).to_have_count(0)
        ilse.page.get_by_label("Error code").fill("E 14")
        ilse.press("Save")
        ilse.see("Maud Fennick changed this job meanwhile")
        conflict = ilse.page.get_by_role("row", name=re.compile("Error code"))
        expect(conflict).to_contain_text("E 14")
        expect(conflict).to_contain_text("E 41")
        self.assert_accessible(ilse.page, "changed meanwhile")
        ilse.press("Replace theirs with mine")
        expect(ilse.page.get_by_role("dialog")).to_have_count(0)
        self.assertEqual(Job.objects.get(machine__name=DECK_OVEN).error_code, "E 14")


class NothingIsLost(DemoVisits):
    def test_what_was_typed_survives_a_reload(self) -> None:
        ilse = self.at_job(DECK_OVEN)
        self.page.locator("#entry").fill("34.2")
        ilse.see_verdict("Within")
        self.page.reload()
        expect(self.page.locator("#entry")).to_have_value("34.2")
        self.at_job(RACK_OVEN, item="isolate")
        self.page.get_by_label("Switched off").fill("fuse in my pocket")
        self.page.reload()
        expect(self.page.get_by_label("Switched off")).to_have_value("fuse in my pocket")

    def test_no_answer_keeps_it_here_and_sends_it_later(self) -> None:
        ilse = self.at_job(DECK_OVEN)
        self.page.locator("#entry").fill("34.2")
        ilse.see_verdict("Within").isolated()
        before = Reading.objects.count()
        self.page.route("**/api/v1/jobs/**", lambda route: route.abort())
        self.page.locator("#entry").press("Enter")
        ilse.see("Kept here, not judged", "Upper deck, front element")
        self.page.reload()
        ilse.see("Kept here, not judged")
        self.assertEqual(Reading.objects.count(), before)
        self.page.unroute("**/api/v1/jobs/**")
        ilse.see_arrived("Sent and judged: 34.0", "within")
        self.assertEqual(Reading.objects.count(), before + 1)

    def test_an_answer_that_comes_late_moves_nobody(self) -> None:
        ilse = self.at_job(DECK_OVEN)
        self.page.locator("#entry").fill("34.2")
        ilse.see_verdict("Within").isolated()
        answer = NotStored.__call__

        def slowly(server: NotStored, request: HttpRequest) -> HttpResponse:
            if request.method == "POST":
                time.sleep(2.5 if request.path.endswith("entries") else 0.8)
            return answer(server, request)

        with patch.object(NotStored, "__call__", slowly):
            self.page.locator("#entry").press("Enter")
            ilse.take_up("Look", "Upper deck, bank").at("Upper deck, bank")
            ilse.press("Nothing to see")
            ilse.said("Upper deck, front element").at("Upper deck, bank")
            ilse.said("Looked at Upper deck, bank")

    def test_what_is_refused_later_is_told_and_not_lost(self) -> None:
        ilse = self.at_job(DECK_OVEN)
        self.page.locator("#entry").fill("34.2")
        ilse.see_verdict("Within").isolated()
        self.page.route("**/api/v1/jobs/**", lambda route: route.abort())
        self.page.locator("#entry").press("Enter")
        ilse.see("Kept here, not judged")
        job = Job.objects.get(machine__name=DECK_OVEN)
        Job.objects.filter(pk=job.pk).update(state="closed")
        self.page.unroute("**/api/v1/jobs/**")
        ilse.see("Not stored").see(f"Job {job.number} is closed")
        ilse.press("Discard")
        expect(self.page.get_by_role("region", name="Kept here")).to_have_count(0)

    def test_a_proof_that_somebody_overtook_proves_nothing(self) -> None:
        ilse = self.at_job(RACK_OVEN, item="isolate")
        self.page.route("**/api/v1/jobs/**", lambda route: route.abort())
        ilse.send_proof().see("Kept here, not judged")
        job = Job.objects.get(machine__name=RACK_OVEN)
        add_entry(job.pk, WentLiveEntry(id=uuid4()), self.people["Maud Fennick"])
        ilse.from_menu("Sign out")
        ilse.see("Not sent yet", "proof of dead").press("Stay signed in")
        self.page.unroute("**/api/v1/jobs/**")
        ilse.see_arrived()
        expect(ilse.band).to_contain_text("LIVE")
        ilse.tab("Log")
        expect(ilse.case).to_contain_text("Proves nothing: it came after Maud Fennick stated it live.")

    def test_signed_out_meanwhile(self) -> None:
        ilse = self.at_job(DECK_OVEN)
        self.page.locator("#entry").fill("34.2")
        ilse.see_verdict("Within").isolated()
        self.page.context.clear_cookies(name="sessionid")
        self.page.locator("#entry").press("Enter")
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.page.get_by_label("User name").fill("ilse")
        self.page.get_by_label("Password").fill("skerrow-tide")
        self.page.get_by_role("button", name="Sign in").click()
        ilse.see("Kept here, not judged")
        ilse.see_arrived()
        self.assertTrue(Reading.objects.filter(position__name="Upper deck, front element").exists())


class WaitsAndLater(DemoVisits):
    def test_a_wait_is_seen_everywhere_and_asks_for_its_reading(self) -> None:
        ilse, page = self.at_job(DECK_OVEN), self.page
        ilse.tab("Later")
        ilse.choose("How long", "until it has cooled")
        for label, text in (("It is at", "74"), ("The room at", "19"), ("or time constant", "14")):
            page.get_by_label(label).fill(text)
        ilse.see("Wait 46 min")
        page.get_by_label("In words").first.fill("Upper deck cools")
        ilse.press("Start it")
        page.goto(f"{self.live_server_url}/reckoner")
        waiting = page.get_by_role("region", name="Waiting")
        expect(waiting).to_contain_text(re.compile(r"Upper deck cools .*\d\d:\d\d — 4[67] min"))
        page.clock.install()
        page.reload()
        page.clock.fast_forward("01:00:00")
        expect(waiting).to_contain_text("Due now: Upper deck cools")
        waiting.get_by_role("alert").filter(has_text="Upper deck cools").click()
        ilse.at("Upper deck, front element: between the terminals")

    def test_a_bypass_of_a_safety_device_is_refused(self) -> None:
        ilse, page = self.at_job(DECK_OVEN), self.page
        ilse.tab("Later")
        ilse.choose("What", "temporary bypass").choose("Part", "Limit F2")
        ilse.see("never bypassed").press("Put it on the list")
        ilse.see("Only a lead may unmark it")
        ilse.choose("Part", "Upper deck, bank")
        page.get_by_label("Sections in series").fill("4")
        page.get_by_label("Left out").fill("1")
        ilse.press("Put it on the list")
        ilse.see("× 1.78 of their watts per metre")
        page.goto(f"{self.live_server_url}/follow-ups")
        ilse.see("Temporary bypass, 1 of 4 sections left out")


class OnAPhone(DemoVisits):
    def test_look_measure_and_photograph_with_a_thumb(self) -> None:
        phone = self.new_technician(viewport=PHONE, has_touch=True, is_mobile=True)
        ilse = self.at_job(DECK_OVEN, visitor(phone))
        page = ilse.page
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), PHONE["width"])
        entry = page.locator("#entry")
        self.assertLess(entry.bounding_box()["y"], PHONE["height"])
        page.get_by_role("button", name="OL", exact=True).click()
        ilse.see_verdict("Open").isolated()
        self.assert_accessible(page, "measuring in a job, on a phone")
        button = page.get_by_role("button", name="Record it")
        self.assertGreaterEqual(button.bounding_box()["height"], 44)
        button.click()
        ilse.said("OL, open")
        page.get_by_role("button", name="Route, dead first").click()
        ilse.take_up("Decide", "Upper deck, front element").see("Broken: replace it")
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), PHONE["width"])


class ByKeyboard(DemoVisits):
    def test_make_it_dead_from_everywhere(self) -> None:
        key = self.key(RACK_OVEN, "Ignition sequence")
        ilse, page = self.at_job(RACK_OVEN, item=f"{key}:sequence"), self.page
        ilse.see("Volts and amps need it live")
        page.keyboard.press("v")
        expect(ilse.band).to_contain_text("LIVE since")
        for place in ("reckoner", "machines"):
            page.goto(f"{self.live_server_url}/{place}")
            expect(ilse.band).to_contain_text("Rack oven: LIVE since")
        page.keyboard.press("d")
        expect(ilse.band).to_have_count(0)
        self.assertEqual(Entry.objects.filter(job__machine__name=RACK_OVEN).last().kind, "switched_off")

    def test_next_record_and_make_it_dead_without_the_mouse(self) -> None:
        ilse, keys = self.at_job(DECK_OVEN, item="close"), self.page.keyboard
        ilse.see("To be done first:")
        keys.press("y")
        ilse.at("Upper deck, front element: between the terminals")
        expect(self.page.locator("#entry")).to_be_focused()
        keys.type("34,2")
        ilse.see_verdict("Within")
        keys.press("Alt+i")
        keys.press("Enter")
        ilse.said("within")
        keys.press("Alt+d")  # it is dead: the proof stands, and the step is shown
        ilse.at("Off, locked, proved dead")
        expect(ilse.band).to_contain_text("proved dead by Ilse Fennick")
        self.assertFalse(Entry.objects.filter(kind="switched_off", job__machine__name=DECK_OVEN))
        keys.press("Escape")
        for key, words in (("0", "Open jobs"), ("9", "Machines"), ("p", "Jobs")):
            self.page.evaluate("document.activeElement.blur()")
            keys.press(key)
            expect(self.page.get_by_role("heading", level=1)).to_have_text(words)
