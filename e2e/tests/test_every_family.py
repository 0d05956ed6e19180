"""Every family at the Check screen, as a technician comes to it, and the reckoner."""

from __future__ import annotations

from playwright.sync_api import expect

from e2e.tests.browser_case import BrowserCase
from hembit.apps.checks.models import Check


class Groups(BrowserCase):
    def fill(self, **fields: str) -> None:
        """Type into fields by their label, underscores for blanks."""
        for label, text in fields.items():
            self.page.get_by_label(label.replace("_", " "), exact=True).first.fill(text)

    def displays(self, *texts: tuple[str, str]) -> None:
        for label, text in texts:
            self.page.get_by_role("textbox", name=label, exact=True).last.fill(text)

    def test_a_dead_member_hidden_in_a_bank(self) -> None:
        technician = self.technician.open_check().find_kind("bank")
        technician.see("bank in parallel")
        self.fill(Members="6", Each="1000", at="230")
        technician.part_is_at("17.0")
        technician.see("8.817 Ω with all 6 well; 10.58 Ω with one dead").say_loose()
        technician.choose("Meter", "Bench meter 2").zero_leads("0.2").read("10.8")
        technician.see_verdict("one dead member fits (10.58 Ω)", "Rejected", "lift one end")
        self.assert_accessible(self.page, "bank")
        technician.keep().see_verdict("Kept at")
        finding = self.page.get_by_role("region", name="Finding")
        expect(finding).to_contain_text("Outside, high")
        expect(finding).to_contain_text("repair")
        expect(finding).to_contain_text("Terminal to case")
        self.page.get_by_role("link", name="open it").click()
        technician.see("As submitted", "Members", "10.8")

    def test_a_delta_from_line_to_line(self) -> None:
        technician = self.technician.open_check().choose("Built as", "three-phase set")
        self.fill(Each_branch="1500", at="400")
        technician.see("with the branch across L1–L2 open").zero_leads("0.2").say_loose()
        self.displays(("L1–L2", "213.6"), ("L2–L3", "106.8"))
        expect(self.page.get_by_role("region", name="Verdict")).to_have_count(0)
        self.displays(("L3–L1", "107.0"))
        technician.see_verdict("Open: the branch across L1–L2 is open")
        expect(self.page.get_by_role("list", name="Every figure")).to_contain_text("outside, high")
        self.assert_accessible(self.page, "delta")
        technician.keep().see_verdict("Kept at")
        self.assertEqual(Check.objects.get().state, "open")

    def test_a_row_of_spares_with_one_off_and_a_finding(self) -> None:
        technician = self.technician.open_check().give_winding("118", label="Spare valve coils")
        technician.choose("Meter", "Bench meter 2").zero_leads("0.2").say_loose()
        technician.test("Siblings in a row")
        self.page.locator("#entry").fill("118.4 119.1 118.6 110.1 118.8")
        technician.see_verdict("number 4 is off from its siblings")
        self.page.locator("#entry").fill("118.4 warm 118.6")
        technician.see("Number 2:", "is not a figure")
        self.page.locator("#entry").fill("118.4 119.1 118.6 110.1 118.8")
        technician.keep().see_verdict("Kept at")
        expect(self.page.get_by_role("region", name="Finding")).to_contain_text("Order a spare")
        self.page.get_by_role("button", name="corroded").click()
        expect(self.page.get_by_role("region", name="Finding")).to_contain_text("Corroded")
        self.assert_accessible(self.page, "finding")

    def test_a_three_phase_supply_with_a_leg_missing(self) -> None:
        technician = self.technician.open_check().find_kind("mains")
        technician.choose("System", "three phase with N, 230/400").see("360–440 V").go_live()
        pairs = (("L1–L2", "401"), ("L2–L3", "233"), ("L3–L1", "228"))
        self.displays(*pairs, ("L1–N", "231"), ("L2–N", "230"), ("L3–N", "12"))
        technician.see_verdict("leg L3 missing", "Rejected", "A motor that runs")
        self.assert_accessible(self.page, "supply")
        technician.keep().see_verdict("Kept at")

    def test_a_thermocouple_dead_or_live(self) -> None:
        technician = self.technician.open_check().find_kind("sensor: thermocouple")
        technician.choose("Meter", "Bench meter 2").test("Millivolts")
        technician.see("Give the terminals' temperature")
        self.fill(Terminals_at="21")
        technician.read("25.76").see_verdict("It says 639.9 °C", "reference thermometer")
        self.fill(Part_is_at="640")
        technician.choose("read by", "contact probe").see_verdict("Accepted")
        self.assert_accessible(self.page, "thermocouple")

    def test_a_contact_under_voltage(self) -> None:
        technician = self.technician.open_check().find_kind("limit")
        technician.test("Volts across it").see("give the rated volts, or the supply here")
        self.fill(Supply_here="230")
        technician.go_live()
        self.displays(("Across it", "0.1"))
        technician.see_verdict("0 V across it proves nothing here", "Undecided")
        self.displays(("Across the load", "229.8"))
        technician.see_verdict("Within: closed")
        technician.choose("Should be", "open").see_verdict("Stuck closed")

    def test_a_position_sensor_track_and_sweep(self) -> None:
        technician = self.technician.open_check().find_kind("position")
        self.fill(Track="4k7")
        technician.see("3.76–5.64 kΩ").zero_leads("0.2").say_loose()
        self.displays(
            ("Track, end to end", "4.62k"),
            ("Wiper to one end", "2.29k"),
            ("Wiper to the other", "2.31k"),
        )
        technician.see_verdict("Within").see("20 Ω apart")
        technician.test("Sweep")
        self.page.locator("#entry").fill("0.05k 0.52k 1.10k OL OL 2.75k 3.30k 3.88k")
        technician.see_verdict("a gap at samples 4 to 5 of 8")
        self.assert_accessible(self.page, "sweep")

    def test_what_feeds_it_and_what_it_can_do(self) -> None:
        technician = self.technician.open_check()
        technician.find_kind("supply: wires")
        technician.choose("Meter", "Bench meter 2")
        self.fill(They_carry="12.6")
        technician.go_live()
        self.fill(Wires="red feed, black return,")
        self.displays(("red feed, source", "12.58"), ("red feed, part", "12.51"))
        technician.see_verdict("without its current a bad joint shows full volts")
        self.displays(("black return, source", "0.01"), ("black return, part", "0.62"))
        technician.choose("Its current flows", "yes").see_verdict("lost along black return")
        self.assert_accessible(self.page, "wires")
        technician.keep().see_verdict("Kept at")
        self.page.get_by_role("link", name="open it").click()
        technician.see("As submitted", "black return, part", "0.62")
        technician.open_check()
        technician.find_kind("contact: control")
        self.fill(Feed="230")
        self.displays(("On its feed", "231"), ("At its output", "0.4"))
        technician.choose("It is called", "yes").see_verdict("called and fed, and nothing comes out")
        technician.find_kind("its setting")
        self.fill(Rated_power="3000", at="230", Water="50", Its_thermostat_allows="75")
        self.displays(("It is set to", "82"), ("It starts from", "12"))
        technician.see_verdict("beyond what it can reach")
        technician.find_kind("leak-down")
        self.page.locator("#entry").fill("holds 6.2\nholds 6.0\nholds 6.5\nholds 14.8\nholds 6.1")
        technician.see_verdict("number 4 off from its siblings", "no limits are given")
        self.assert_accessible(self.page, "valves")

    def test_sets_pairs_stages_senders_and_sparks(self) -> None:
        technician = self.technician.open_check().zero_leads("0.2")
        technician.find_kind("ignition coil")
        self.fill(Primary="42", Secondary="5.6k")
        technician.say_loose()
        self.displays(("primary", "42.3"), ("secondary", "OL"))
        technician.see_verdict("Open: secondary")
        technician.choose("Built as", "thermocouple and magnet").choose("Meter", "Bench meter 2")
        self.page.get_by_label("Open, least").fill("20")
        self.page.get_by_label("Loaded, least").fill("9")
        self.displays(("Open", "27.1"), ("Loaded", "26.9"))
        technician.see_verdict("the magnet takes no current", "authorised people")
        technician.find_kind("whole sequence")
        technician.go_live()
        self.displays(("call for heat", "24.2"), ("fan proves flow", "0.3"))
        technician.see_verdict("fan proves flow, no volts")
        technician.page.keyboard.press("Alt+d")
        technician.find_kind("sender")
        self.page.get_by_role("textbox", name="Chart").fill("0 10\n50 90\n100 180")
        self.fill(Stands_at="50")
        technician.say_loose().read("91.2").see_verdict("Within", "It says 50.6 %")
        self.page.get_by_role("textbox", name="Chart").fill("0 10\n50 90\n100 40")
        technician.see("its ohms must only rise or only fall")


class Reckoner(BrowserCase):
    def test_two_loads_on_one_clamp_and_a_wait(self) -> None:
        self.technician.open_check()
        self.page.keyboard.press("m")
        for label, text in (("Both", "12.86"), ("Other alone", "4.31")):
            self.page.get_by_label(label).fill(text)
        result = self.page.get_by_role("region", name="Result")
        expect(result).to_contain_text("The heater draws 8.55 A to")
        self.page.get_by_label("Its cos φ").fill("0.8")
        expect(result).to_contain_text("9.15 ±")
        self.page.get_by_label("Other alone").fill("40")
        self.technician.see("Both together must draw more")
        self.assert_accessible(self.page, "reckoner")
        self.page.get_by_role("radio", name="Wait until cool, by thermometer").click()
        for label, text in (("Now", "74"), ("Room", "19"), ("or τ₀", "14")):
            self.page.get_by_label(label, exact=True).fill(text)
        expect(result).to_contain_text("Wait 46 min")
        expect(result).to_contain_text(" or so, if it starts now")
        self.page.reload()
        expect(result).to_contain_text("Wait 46 min")

    def test_which_sensor_is_this(self) -> None:
        self.page.goto(f"{self.technician.address}/reckoner")
        self.page.get_by_role("radio", name="Which sensor").click()
        self.page.get_by_label("Points").fill("0 16.95k\n50 1.79k")
        expect(self.page.get_by_role("region", name="Result")).to_contain_text("NTC 5 kΩ, B 3977")

    def test_every_sum_gives_its_published_result(self) -> None:
        self.page.goto(f"{self.technician.address}/reckoner")
        result = self.page.get_by_role("region", name="Result")
        for title, fields, answer in (
            (
                "Heated in time?",
                (("Water", "60"), ("From", "12"), ("to", "78"), ("With", "4.5 kW")),
                "61 min, without losses",
            ),
            (
                "Wait until cool, by the winding",
                (
                    ("Cold ohms", "100"), ("at", "20"), ("Before", "128"),
                    ("minutes ago", "8"), ("Now", "118"), ("Room", "20"),
                ),
                "Wait 57 min",
            ),
            ("Boiling point here", (("Altitude", "1500"),), "Water boils at 95.0 °C"),
        ):  # fmt: skip
            self.page.get_by_role("radio", name=title).click()
            expect(self.page.get_by_text("Give the figures")).to_be_visible()
            for label, text in fields:
                self.page.get_by_role("textbox", name=label, exact=True).fill(text)
            expect(result).to_contain_text(answer)
        self.page.get_by_role("textbox", name="Altitude").fill("20000")
        self.technician.see("the altitude lies above")
