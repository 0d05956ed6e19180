"""bin/serve as a workshop starts it: by TLS under a name of its own, to the first verdict."""

from __future__ import annotations

import os
import re
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import unittest
from pathlib import Path
from urllib.request import urlopen

from playwright.sync_api import Error, Page, expect

from e2e.browser import PHONE, chromium
from e2e.technician import Technician
from e2e.tests.test_without_the_server import READY

ROOT = Path(__file__).resolve().parents[2]
NAME = "bench.skerrow.test"
PASSWORD, OWN = "gull-rock-at-low-tide", "kelp-in-the-north-wind"


def two_free_ports() -> int:
    """The first of two that lie side by side."""
    for port in range(18460, 19460, 2):
        with socket.socket() as one, socket.socket() as two:
            try:
                one.bind(("0.0.0.0", port))
                two.bind(("0.0.0.0", port + 1))
            except OSError:
                continue
            return port
    raise AssertionError("No two ports side by side are free")


class OwnShop(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(tempfile.mkdtemp())
        self.addCleanup(shutil.rmtree, self.folder, ignore_errors=True)
        self.data = self.folder / "shop"
        self.port = two_free_ports()

    def serve(self, *words: str) -> str:
        """Start it; everything that it says until it serves."""
        server = subprocess.Popen(
            [ROOT / "bin" / "serve", "--data", self.data, "--port", str(self.port), *words],
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            start_new_session=True,
        )
        self.addCleanup(self.stop, server)
        self.server = server
        assert server.stdout
        said = []
        for line in server.stdout:
            said.append(line)
            if line.startswith("Ctrl-C"):
                break
        self.wait_for(self.port)
        return "".join(said)

    def wait_for(self, port: int) -> None:
        for _ in range(300):
            try:
                socket.create_connection(("127.0.0.1", port)).close()
                return
            except OSError:
                time.sleep(0.1)
        raise AssertionError(f"bin/serve did not listen at {port} within 30 s")

    def stop(self, server: subprocess.Popen[str]) -> None:
        if server.poll() is None:
            os.killpg(server.pid, signal.SIGTERM)
            server.wait(20)
        if server.stdout:
            server.stdout.close()

    def home_that_trusts(self, *certificates: bytes) -> Path:
        """A home with a store of the browser's own that trusts these authorities."""
        home = Path(tempfile.mkdtemp(dir=self.folder))
        store = home / ".pki" / "nssdb"
        store.mkdir(parents=True)
        self.certutil("-N", "-d", f"sql:{store}", "--empty-password")
        for number, one in enumerate(certificates):
            (home / "authority.crt").write_bytes(one)
            file = str(home / "authority.crt")
            self.certutil("-A", "-d", f"sql:{store}", "-t", "C,,", "-n", f"one {number}", "-i", file)
        return home

    def certutil(self, *words: str) -> None:
        subprocess.run(["certutil", *words], check=True, capture_output=True)

    def test_from_the_first_start_to_the_first_verdict_on_a_telephone(self) -> None:
        said = self.serve("--host", "all", "--name", NAME)
        begin = re.search(rf"https://{NAME}:\d+/begin#\S+", said)
        assert begin, said
        with urlopen(f"http://127.0.0.1:{self.port + 1}/authority.crt") as answer:
            certificate = answer.read()
        rule = f"--host-resolver-rules=MAP {NAME} 127.0.0.1"
        with chromium(rule, home=self.home_that_trusts()) as browser:
            page = browser.new_page()
            with self.assertRaisesRegex(Error, "ERR_CERT_AUTHORITY_INVALID"):
                page.goto(begin[0])
        with chromium(rule, home=self.home_that_trusts(certificate)) as browser:
            page = browser.new_context(viewport=PHONE).new_page()
            self.first_day(page, begin[0])
            word = self.add_ilse(page)
            self.assertTrue(all(one["secure"] for one in page.context.cookies()))
            other = browser.new_context(viewport=PHONE).new_page()
            self.begins_with_a_word_for_once(other, word)
            self.judges(other)
            page.goto(f"http://{NAME}:{self.port + 1}/anything")
            expect(page.get_by_role("heading", level=1)).to_have_text("Hembit on this telephone")
            shown = page.locator("code").inner_text()
            self.assertIn(shown, said)
        self.everything_is_its_owners_alone()

    def first_day(self, page: Page, address: str) -> None:
        page.goto(address)
        page.get_by_label(re.compile("^Name")).fill("Maud Fennick")
        page.get_by_label("User name").fill("maud")
        page.get_by_label("Password").fill("maudfennick")
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("alert")).to_contain_text("a name that is known here")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Begin").click()
        page.get_by_label("Name of the workshop").fill("Fennick & Daughter")
        page.get_by_label("Address").fill("Quay Row 3")
        page.get_by_label("Altitude of the bench").fill("9 miles")
        page.get_by_role("button", name="Save and go on").click()
        expect(page.get_by_role("alert")).to_contain_text("not known here")
        page.get_by_label("Altitude of the bench").fill("9 m")
        page.get_by_role("button", name="Save and go on").click()
        self.adds_a_meter(page)
        expect(page.get_by_role("img", name="QR code")).to_be_visible()
        page.get_by_role("button", name="Go on").click()

    def adds_a_meter(self, page: Page) -> None:
        page.locator("#meter-name").fill("Bench meter 5")
        page.locator("#meter-table").fill("Ω  600.0 Ω  0.1 Ω  0.5 % + 3\n600 V  1.0 % + 3")
        read = page.get_by_role("region", name="How it was read")
        expect(read).to_contain_text("ohms to 600.0 Ω, last digit 0.1 Ω: ±(0.5 % + 3)")
        expect(read).to_contain_text("does not say the resolution")
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("alert").first).to_contain_text("Line 2")
        page.locator("#meter-table").fill("Ω  600.0 Ω  0.1 Ω  0.5 % + 3\n600.0 V  1.0 % + 3")
        air = ("low", "28"), ("high", "18"), ("share_per_kelvin", "0,1")
        for field, typed in air:
            page.locator(f"#meter-holds-{field}").fill(typed)
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("alert").first).to_contain_text("from a lower to a higher temperature")
        for (field, _), typed in zip(air, ("18", "28", "0,1"), strict=True):
            page.locator(f"#meter-holds-{field}").fill(typed)
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_text("There: Bench meter 5.")).to_be_visible()
        page.get_by_role("button", name="Go on").click()

    def add_ilse(self, page: Page) -> str:
        page.get_by_role("button", name="Add a person").click()
        page.get_by_label(re.compile("^Name")).fill("Ilse Fennick")
        page.get_by_label("User name").fill("ilse")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("button", name="It is written down")).to_be_visible()
        word = re.search(r"\w{4}-\w{4}-\w{4}", page.get_by_role("dialog").inner_text())
        assert word
        page.get_by_role("button", name="It is written down").click()
        page.get_by_role("button", name="That is all for today").click()
        expect(page.get_by_role("heading", name="Open jobs")).to_be_visible()
        return word[0]

    def begins_with_a_word_for_once(self, page: Page, word: str) -> None:
        page.goto(f"https://{NAME}:{self.port}/check")
        page.get_by_label("User name").fill("ilse")
        page.get_by_label("Password").fill(word)
        page.get_by_role("button", name="Sign in").click()
        page.get_by_label("The password for once").fill(word)
        page.get_by_label("New password").fill(OWN)
        page.get_by_role("button", name="Change it").click()
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()

    def judges(self, page: Page) -> None:
        technician = Technician(page, f"https://{NAME}:{self.port}")
        technician.open_check().give_plate("2200", "230", "Deck oven, front element")
        technician.say_loose()
        page.locator("#entry").fill("24.6")
        technician.see_verdict("Within")
        expect(page.get_by_text("0.5 % · 24.6 Ω + 3 · 0.1 Ω").first).to_be_attached()
        # On a home screen it opens without the network: its worker has all of the app by now.
        for _ in range(200):
            if page.evaluate(READY):
                break
            page.wait_for_timeout(100)
        self.assertTrue(page.evaluate("isSecureContext"))
        self.assertTrue(page.evaluate(READY))

    def everything_is_its_owners_alone(self) -> None:
        for one in [self.data, *self.data.rglob("*")]:
            self.assertEqual(one.stat().st_mode & 0o077, 0, one)

    def test_on_this_machine_alone_without_tls_and_for_one_kind_of_data(self) -> None:
        said = self.serve()
        self.assertIn(f"http://127.0.0.1:{self.port}/begin#", said)
        with chromium() as browser:
            page = browser.new_page()
            page.goto(f"http://127.0.0.1:{self.port}/")
            expect(page.get_by_text("Nobody works here yet")).to_be_visible()
        self.stop(self.server)
        demo = subprocess.run(
            [ROOT / "bin" / "demo", "--port", str(self.port)],
            env={**os.environ, "HEMBIT_DATA": str(self.data)},
            capture_output=True,
            text=True,
            timeout=60,
        )
        self.assertEqual(demo.returncode, 1)
        self.assertIn("holds the data of a shop, not of a demo", demo.stderr)
