"""The server is gone for a while: the app opens, the last job is there, and is judged later."""

from __future__ import annotations

import re
import signal

from playwright.sync_api import Page, expect

from e2e.browser import PHONE, chromium
from e2e.served import ServedDemo
from e2e.visitor import Visitor

READY = """async () => {
  const worker = await navigator.serviceWorker?.getRegistration();
  return worker?.active?.state === "activated";
}"""
# Only databases that are there are looked into: opening one makes it.
SEEN = """async () => {
  const names = (await indexedDB.databases()).map((one) => one.name);
  if (!names.includes("keyval-store")) return null;
  const base = await new Promise((done) => {
    const asked = indexedDB.open("keyval-store");
    asked.onsuccess = () => done(asked.result);
  });
  const found = await new Promise((done) => {
    const asked = base.transaction("keyval").objectStore("keyval").get("hembit.seen");
    asked.onsuccess = () => done(asked.result);
  });
  base.close();
  return found ? found.answers.map((one) => one.key.slice(0, 2).join(" ")) : null;
}"""
OLDER = """async (hours) => {
  const base = await new Promise((done) => {
    const asked = indexedDB.open("keyval-store");
    asked.onsuccess = () => done(asked.result);
  });
  const store = base.transaction("keyval", "readwrite").objectStore("keyval");
  await new Promise((done) => {
    const asked = store.get("hembit.seen");
    asked.onsuccess = () => {
      const put = store.put({ ...asked.result, at: asked.result.at - hours * 3600e3 }, "hembit.seen");
      put.onsuccess = done;
    };
  });
  base.close();
}"""


class WithoutTheServer(ServedDemo):
    def setUp(self) -> None:
        super().setUp()
        self.load()
        self.server = self.start()
        self.answers()
        opened = chromium()
        browser = opened.__enter__()
        self.addCleanup(opened.__exit__, None, None, None)
        self.page = browser.new_context(viewport=PHONE).new_page()
        self.ilse = Visitor(self.page, self.address)

    def is_kept(self, page: Page, job: int) -> None:
        # The page's own waiting takes a promise for an answer; each is asked for here instead.
        for _ in range(200):
            if page.evaluate(READY) and f"job {job}" in (page.evaluate(SEEN) or ()):
                return
            page.wait_for_timeout(100)
        raise AssertionError("The app and the job were not kept within 20 s")

    def at_the_open_job_of_the_deck_oven(self) -> int:
        self.ilse.sign_in_to_the_demo()
        self.page.get_by_role("link", name=re.compile("Deck oven")).first.click()
        job = self.ilse.number()
        expect(self.page.get_by_role("heading", level=1)).to_contain_text(f"Job {job}")
        self.is_kept(self.page, job)
        return job

    def test_a_job_goes_on_over_a_reload_and_is_judged_when_the_server_is_back(self) -> None:
        page, ilse = self.page, self.ilse
        job = self.at_the_open_job_of_the_deck_oven()
        self.stop(self.server, signal.SIGKILL)
        page.reload()
        ilse.see("No connection to the shop since")
        expect(page.get_by_role("heading", level=1)).to_contain_text(f"Job {job}")
        ilse.tab("Log")
        page.get_by_label("A note").fill("The tray rail is bent.")
        ilse.press("Write it down")
        ilse.see("Kept here, not judged")
        ilse.go_to("Check")
        ilse.give_plate("2200", "230", "Found in the van").say_loose()
        page.locator("#entry").fill("24.6")
        ilse.see("No connection to the shop. What you typed stays here").isolated()
        page.locator("#entry").press("Enter")
        ilse.see("Found in the van")
        page.locator("#entry").fill("24.6")
        page.goto(f"{self.address}/")
        page.get_by_role("link", name=f"Job {job}, as it was last seen").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text(f"Job {job}")
        page.goto(f"{self.address}/check")
        expect(page.locator("#entry")).to_have_value("24.6")
        page.goto(f"{self.address}/api/v1/jobs/{job}/report.pdf")
        ilse.see("The shop's server does not answer")
        page.goto(f"{self.address}/check")
        self.start()
        self.answers()
        kept = page.get_by_role("region", name="Kept here")
        expect(kept).to_contain_text(
            re.compile("Sent and judged: Within.*Found in the van"), timeout=20_000
        )
        expect(kept).to_contain_text(f"Sent — Job {job}")
        expect(page.get_by_text("No connection to the shop")).to_have_count(0)
        ilse.see_verdict("Within")
        kept.get_by_role("button", name="Seen").click()
        expect(kept).to_have_count(0)

    def test_what_was_seen_is_gone_after_signing_out_and_after_a_day(self) -> None:
        page, ilse = self.page, self.ilse
        self.at_the_open_job_of_the_deck_oven()
        address = page.url
        page.evaluate(OLDER, 25)
        self.stop(self.server, signal.SIGKILL)
        page.reload()
        ilse.see("nothing that was seen is kept here")
        self.assertIsNone(page.evaluate(SEEN))
        self.start()
        expect(page.get_by_role("heading", level=1)).to_contain_text("Job", timeout=20_000)
        self.is_kept(page, int(address.rpartition("/")[2].partition("?")[0]))
        ilse.from_menu("Sign out")
        expect(page.get_by_label("User name")).to_be_visible()
        self.assertIsNone(page.evaluate(SEEN))

    def test_it_can_be_put_on_a_home_screen(self) -> None:
        page = self.page
        page.goto(self.address)
        link = page.locator("link[rel=manifest]").get_attribute("href")
        manifest = page.request.get(f"{self.address}{link}")
        self.assertEqual(manifest.headers["content-type"], "application/manifest+json")
        for one in manifest.json()["icons"]:
            icon = page.request.get(f"{self.address}{one['src']}")
            self.assertEqual((icon.status, icon.headers["content-type"]), (200, "image/png"))
            width = int.from_bytes(icon.body()[16:20], "big")
            self.assertEqual(f"{width}x{width}", one["sizes"])
        told = page.context.new_cdp_session(page).send("Page.getInstallabilityErrors")
        # The tests' windows keep nothing; that alone is held against it.
        errors = [one["errorId"] for one in told["installabilityErrors"]]
        self.assertEqual(errors, ["in-incognito"])
