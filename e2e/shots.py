"""Makes docs/screenshots/ from demo data: python -m e2e.shots (bin/shots sets everything up)."""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Browser, expect

from e2e.browser import DESKTOP, PHONE, chromium
from e2e.technician import Technician
from e2e.visitor import Visitor

ROOT = Path(__file__).resolve().parents[1]
SHOTS = ROOT / "docs" / "screenshots"


@contextmanager
def demo() -> Iterator[str]:
    """bin/demo on a free port with data of its own; its address."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    with tempfile.TemporaryDirectory() as data:
        server = subprocess.Popen(
            [ROOT / "bin" / "demo", "--port", str(port)], env={**os.environ, "HEMBIT_DATA": data}
        )
        address = f"http://127.0.0.1:{port}"
        try:
            _wait_for(address)
            yield address
        finally:
            server.terminate()
            server.wait()


def _wait_for(address: str) -> None:
    for _ in range(1200):
        try:
            urllib.request.urlopen(address).close()
            return
        except OSError:
            time.sleep(0.1)
    raise SystemExit("bin/demo did not start")


def at_the_deck_oven(browser: Browser, address: str, viewport: dict[str, int]) -> Technician:
    """The deck oven's middle element on the bench, leads zeroed."""
    technician = Technician(browser.new_context(viewport=viewport).new_page(), address)
    technician.sign_in_to_the_demo().open_check().give_plate("2200", "230", "Deck oven, middle element")
    return technician


def shoot(technician: Technician, name: str) -> None:
    technician.page.mouse.move(640, 5)
    technician.page.wait_for_timeout(250)
    technician.page.screenshot(path=SHOTS / f"{name}.png")


def shoot_check(browser: Browser, address: str) -> None:
    """One part at the bench: a leak, a sensor, tests of several figures; and the reckoner."""
    bench = at_the_deck_oven(browser, address, DESKTOP).choose("Meter", "Bench meter 2")
    bench.zero_leads("0.2").see("is it dead?")
    bench.say_loose()
    bench.test("Terminal to case").read("1.8 M").see_verdict("Leaking")
    shoot(bench, "check-leaking")
    bench.give_ntc("5 k", "3470", "31.2")
    bench.page.get_by_label("Which one").fill("Curing room, probe 2")
    bench.say_loose().read("3.71k").see_verdict("utside")
    shoot(bench, "check-sensor")
    page = bench.page
    page.get_by_role("radio", name="Element").click()
    bench.choose("Built as", "bank in parallel")
    for label, text in (("Which one", "Kiln, left bank"), ("Members", "6"), ("Each", "1000")):
        page.get_by_label(label, exact=True).fill(text)
    page.get_by_label("at", exact=True).first.fill("230")
    bench.part_is_at("17.0")
    bench.say_loose().read("10.8").see_verdict("one dead member")
    shoot(bench, "check-bank")
    page.get_by_role("radio", name="Supply").click()
    page.get_by_label("Which one").fill("Deck oven, terminals")
    bench.choose("System", "three phase with N, 230/400").go_live()
    pairs = {"L1–L2": "401", "L2–L3": "233", "L3–L1": "228", "L1–N": "231", "L2–N": "230"}
    for pair, volts in {**pairs, "L3–N": "12"}.items():
        page.get_by_role("textbox", name=pair, exact=True).fill(volts)
    bench.see_verdict("leg L3 missing")
    shoot(bench, "check-supply")
    page.get_by_role("button", name="Make it dead").click()
    page.get_by_role("link", name="Reckoner").click()
    page.get_by_role("radio", name="Two loads on one clamp").click()
    for label, text in (("Both", "12.86"), ("Other alone", "4.31")):
        page.get_by_label(label).fill(text)
    bench.choose("Clamp", "Clamp meter, van").see("The heater draws")
    shoot(bench, "reckoner")


def shoot_jobs(browser: Browser, address: str) -> None:
    """The visits of the demo: home, route and measurement, proof, live, decision, report."""
    page = browser.new_context(viewport=DESKTOP).new_page()
    ilse = Visitor(page, address)
    page.goto(address)
    ilse.see("beside the meter").sign_in_to_the_demo()
    shoot(ilse, "home")
    open_visit(ilse, "Deck oven").see("31.99–37.32 Ω")
    page.locator("#entry").fill("34.3")
    ilse.see_verdict("Within")
    shoot(ilse, "job-measure")
    open_visit(ilse, "Rack oven").at("Off, locked, proved dead")
    shoot(ilse, "job-isolate")
    ilse.take_up("Decide", "Hot-surface igniter").see("Rests on")
    shoot(ilse, "job-decide")
    ilse.take_up("Live", "Ignition sequence").press("It is live now")
    ilse.see("takes its place")
    shoot(ilse, "job-live")
    ilse.press("Make it dead")
    ilse.at("Off, locked, proved dead")
    open_visit(ilse, "Retort")
    page.get_by_role("link", name="Report").click()
    ilse.see("What was found")
    shoot(ilse, "job-report")
    ilse.go_to("Machines")
    page.get_by_role("link", name="Front-loading kiln").click()
    page.get_by_role("button", name="Left bank").click()
    ilse.see("Distance from what was due")
    shoot(ilse, "machine")


def shoot_shop(browser: Browser, address: str) -> None:
    """What a lead looks after: the shop, its instruments and rules, the library."""
    maud = browser.new_context(viewport=DESKTOP).new_page()
    maud.goto(f"{address}/shop")
    maud.get_by_role("button", name="Maud Fennick").click()
    maud.get_by_role("link", name="Shop").click()
    lead = Visitor(maud, address)
    lead.see("Ilse Fennick")
    shoot(lead, "shop")
    maud.get_by_role("link", name="Bench meter 2").click()
    lead.see("ohms to 600.0 Ω")
    shoot(lead, "meter")
    maud.goto(f"{address}/shop/rules")
    maud.get_by_label("On a multimeter, any figure").fill("0.5")
    lead.see("would be:")
    shoot(lead, "rules")
    shoot_specs(lead, address)


def shoot_phone(browser: Browser, address: str) -> None:
    """A visit on a telephone, dark."""
    phone = Visitor(browser.new_context(viewport=PHONE).new_page(), address)
    phone.sign_in_to_the_demo().from_menu("Dark")
    open_visit(phone, "Deck oven").see("31.99–37.32 Ω")
    phone.page.get_by_role("button", name="OL", exact=True).click()
    phone.see_verdict("Open")
    phone.page.get_by_role("region", name="Expect").scroll_into_view_if_needed()
    phone.page.evaluate("scrollTo(0, 250)")
    shoot(phone, "job-phone")


CHART = (
    "Cellar probe, sheet 3\nTemp. (°C);R (kΩ)\n−20;39,58\n−10;23,51\n0;14,51\n10;9,263\n"
    "20;6,098\n25;5,000\n30;4,217\n40;2,863\n50;2,032\n60;1,475\n70;1,089"
)
"""With a row typed wrong, at 30 °C."""


def shoot_specs(lead: Visitor, address: str) -> None:
    """The library: found by a few letters, and a chart as it is pasted."""
    page = lead.page
    lead.open_check()
    page.keyboard.press("Alt+f")
    page.get_by_role("combobox", name="Part number").fill("deck")
    lead.see("Brannoch Ovens BO-15-230")
    shoot(lead, "specs-found")
    page.goto(f"{address}/specs/chart")
    page.get_by_label("Temperature and resistance").fill(CHART)
    lead.see("off the line of its neighbours", "Steinhart–Hart")
    page.locator("h1").click()
    shoot(lead, "chart")
    open_visit(lead, "Deck oven").page.get_by_role("link", name="Read between two points").click()
    for label, node in (("From", "2"), ("to", "N")):
        lead.choose(label, node)
    lead.see("by the parts")
    page.evaluate("scrollTo(0, 0)")
    shoot(lead, "circuit")


def open_visit(who: Visitor, machine: str) -> Visitor:
    """Open the demo's job at that machine from the list."""
    who.page.goto(f"{who.address}/jobs?text={machine}")
    who.page.get_by_role("link", name=machine).first.click()
    expect(who.page.get_by_role("heading", level=1)).to_contain_text(machine)
    return who


OF = {"jobs": shoot_jobs, "shop": shoot_shop, "phone": shoot_phone, "check": shoot_check}


def main(asked: list[str]) -> None:
    """Make all of them, or those that are ``asked`` for."""
    unknown = set(asked) - set(OF)
    if unknown:
        raise SystemExit(f"{', '.join(sorted(unknown))}: there are {', '.join(OF)}.")
    SHOTS.mkdir(parents=True, exist_ok=True)
    with demo() as address, chromium() as browser:
        for name in asked or OF:
            OF[name](browser, address)


if __name__ == "__main__":
    main(sys.argv[1:])
