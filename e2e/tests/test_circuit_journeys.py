"""Faults found by what the circuit proposes, on simulated machines: dead, live, in a chain."""

from __future__ import annotations

from typing import Any
from urllib.parse import urlencode
from uuid import uuid4

import numpy as np
from playwright.sync_api import expect

from e2e.tests.browser_case import BrowserCase
from e2e.tests.test_job_journeys import RACK_OVEN, DemoVisits
from hembit.apps.demo.workshop import load_machines
from hembit.apps.jobs.entries.safety import ProvedDeadEntry, SwitchedOffEntry
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.on_circuit.readings import circuit_of
from hembit.apps.jobs.schemas import JobIn
from hembit.apps.jobs.services import add_entry, find_job, open_job
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.machines.circuit import CircuitIn, save
from hembit.apps.machines.models import Machine
from hembit_circuits.model.probe import Probe
from hembit_circuits.model.row_templates import row_templates
from hembit_circuits.solve.hypotheses import faults_of
from hembit_circuits.solve.simulated import SimulatedMachine, simulate
from hembit_core.visits.dead.proving import Isolation, pairs_to_prove

MOST = 16


class Followed(BrowserCase):
    """Takes what is proposed, reads it off a simulated machine, and types it, until it is settled."""

    def broken(self, job: Job, *wrong: tuple[str, str]) -> SimulatedMachine:
        """The job's machine with those parts failed so."""
        here = circuit_of(Visit.load(job))
        assert here is not None
        faults, names = faults_of(here.circuit), []
        for name, code in wrong:
            names.append(
                next(
                    place
                    for place, one in enumerate(faults.singles)
                    if one.part >= 0
                    and here.circuit.parts[one.part].name == name
                    and here.circuit.parts[one.part].component.modes[one.mode].code == code
                )
            )
        return simulate(here.circuit, tuple(names), np.random.default_rng(4))

    def prove_dead(self, job: Job) -> None:
        """Off, secured, every pair proved, by the technician."""
        supply = Visit.load(job).supply
        isolation = Isolation(
            switched_off=("isolator",),
            locked=True,
            tester_before=True,
            readings=dict.fromkeys(pairs_to_prove(supply), "0.0"),
            tester_after=True,
        )
        by = self.people["Ilse Fennick"]
        if find_job(job.number).entries.filter(kind="went_live").exists():
            add_entry(job.number, SwitchedOffEntry(id=uuid4()), by)
        add_entry(job.number, ProvedDeadEntry(id=uuid4(), isolation=isolation), by)

    def said(self, job: Job) -> dict[str, Any]:
        return dict(
            self.page.request.get(f"{self.live_server_url}/api/v1/jobs/{job.number}/circuit").json()
        )

    def follow(self, job: Job, machine: SimulatedMachine) -> dict[str, Any]:
        self.prove_dead(job)
        is_live = False
        for _ in range(MOST):
            found = self.said(job)
            if not found["next"]:
                break
            first = found["next"][0]
            probe = Probe.model_validate(first["probe"])
            if is_live and not probe.is_live:
                self.prove_dead(job)
            is_live = probe.is_live
            self.take(job, first["text"], probe)
            self.type(probe, machine)
        return self.said(job)

    def take(self, job: Job, text: str, probe: Probe) -> None:
        """Take what is proposed by one press, on the page where it was proposed."""
        page, here = self.page, f"{self.live_server_url}/jobs/{job.number}/circuit"
        if not page.url.startswith(here):
            page.goto(here)
        proposed = page.get_by_role("listitem").filter(has=page.get_by_text(text, exact=True))
        link = proposed.get_by_role("link", name="Take it now")
        expect(link).to_be_visible()
        if "/circuit?" not in (link.get_attribute("href") or ""):
            self.go_to(job, probe)  # a step of the route takes it
            return
        if proposed.locator(".keycap").is_visible():
            page.keyboard.press("Alt+y")
        else:
            link.click()
        if probe.first:
            expect(page.get_by_label("From", exact=True)).to_have_text(probe.first)

    def read(self, job: Job, probe: Probe, machine: SimulatedMachine) -> None:
        self.go_to(job, probe)
        self.type(probe, machine)

    def go_to(self, job: Job, probe: Probe) -> None:
        wanted = {name: value for name, value in probe.model_dump(mode="json").items() if value}
        here = f"{self.live_server_url}/jobs/{job.number}/circuit"
        self.page.goto(f"{here}?{urlencode(wanted, doseq=True)}")

    def type(self, probe: Probe, machine: SimulatedMachine) -> None:
        """What a display shows there, typed and kept."""
        page = self.page
        expect(page.get_by_text("A healthy machine reads")).to_be_visible()
        live = page.get_by_role("button", name="It is live now")
        if probe.is_live:
            display = page.get_by_label("The display shows")
            expect(live.or_(display).first).to_be_visible()
            if live.is_visible():
                live.click()
        value = machine.read(probe).value
        figure = "OL" if value is None else f"{value:.1f}" if value < 1e4 else f"{value / 1e3:.1f}k"
        page.get_by_label("The display shows").fill(figure)
        page.get_by_role("button", name="Keep this reading").click()
        expect(page.get_by_text(f"Read: {figure}")).to_be_visible()


class FromTemplates(Followed):
    def load(self) -> None:
        super().load()
        self.machine: Machine = load_machines()["Front-loading kiln"]

    def job_with(self, template: str) -> Job:
        rows = next(one.rows for one in row_templates() if one.key == template)
        save(self.machine, CircuitIn(rows=rows), self.people["Maud Fennick"])
        given = JobIn(
            id=uuid4(),
            machine=self.machine.pk,
            complaint="Stays cold, says Wenna Locke.",
            symptom="no_heat",
        )
        return open_job(given, self.people["Ilse Fennick"]).row

    def test_two_elements_by_a_changeover_are_told_live(self) -> None:
        """The neutral of the supply is gone: nothing dead tells that; volts do."""
        job = self.job_with("two_elements_changeover")
        found = self.follow(job, self.broken(job, ("supply N", "absent")))
        self.assertIn("supply N missing", found["headline"])
        self.assertTrue(any(one["where"].startswith("Volts") for one in found["points"]))
        self.page.reload()
        explained = self.page.get_by_role("region", name="What explains the readings")
        expect(explained).to_contain_text("supply N missing")
        expect(explained).to_contain_text("For it:")

    def test_no_volts_across_a_contact_are_told_for_what_they_are(self) -> None:
        job = self.job_with("two_elements_changeover")
        sound = self.broken(job)
        first = Probe(kind="volts", first="L", second="1")
        self.read(job, first, sound)
        points = self.page.get_by_role("region", name="Read so far between points")
        expect(points).to_contain_text("closed, or nothing arrives at it")
        self.read(job, Probe(kind="volts", first="2", second="N"), sound)
        self.read(job, first, sound)
        expect(points).to_contain_text("limit is closed")
        points.get_by_role("button", name="Correct it").first.click()
        self.page.get_by_label("The display shows").fill("0.0")
        self.page.get_by_role("button", name="Put it in its place").click()
        expect(self.page.get_by_role("alert").first).to_contain_text("Say why")
        self.page.get_by_label("Why it takes the place").fill("read on the wrong range")
        self.page.get_by_role("button", name="Put it in its place").click()
        expect(self.page.get_by_text("Read: 0.0")).to_be_visible()
        self.assertEqual(len(self.said(job)["points"]), 3)

    def test_two_breaks_in_a_cable_by_the_plan(self) -> None:
        job = self.job_with("sections")
        machine = self.broken(job, ("section 1", "open"), ("section 3", "open"))
        self.prove_dead(job)
        self.read(job, Probe(kind="ohms", first="1", second="N"), machine)
        plan = self.page.get_by_role("region", name="To find the open one")
        expect(plan).to_contain_text("parts in series between L and N")
        expect(plan).to_contain_text("× 1.78 of their watts")
        before = plan.get_by_role("listitem").first.inner_text()
        self.page.get_by_label("What if it begins elsewhere").click()
        self.page.get_by_role("option", name="begin at 1:").click()
        expect(plan.get_by_role("listitem").first).not_to_have_text(before)
        found = self.follow(job, machine)
        self.assertIn("section 1 open and section 3 open", found["headline"])


class RackOven(DemoVisits, Followed):
    def test_the_sequence_to_the_board_output(self) -> None:
        """The board's output to the valve never closes."""
        job = Job.objects.get(machine__name=RACK_OVEN)
        machine = self.broken(job, ("board output, valve", "stuck_open"))
        found = self.follow(job, machine)
        self.assertIn("board output, valve", found["headline"])
