"""The workshop's specs: proposed, accepted, found, revised, mended; a machine entered by keyboard."""

from __future__ import annotations

from playwright.sync_api import Route, expect

from e2e.steps import counted
from e2e.tests.browser_case import BrowserCase
from e2e.years import read_years_ago
from hembit.apps.demo.workshop import load_machines
from hembit.apps.library.models import Spec, Standing
from hembit.apps.library.starter import load_starter
from hembit.apps.machines.models import Machine
from hembit.apps.people.models import Person
from hembit.apps.shop.models import Instrument


class Specs(BrowserCase):
    def load(self) -> None:
        super().load()
        self.oven = load_machines()["Deck oven"]

    def at_the_oven(self, *rows: str) -> None:
        """Its page, with one of its rows open."""
        self.page.goto(f"{self.live_server_url}/machines/{self.oven.pk}")
        for row in rows:
            self.page.get_by_role("button", name=row).first.click()

    def test_proposed_at_the_bench_accepted_by_a_lead_and_judged_with(self) -> None:
        page, ilse = self.page, self.technician
        ilse.open_check().give_plate("640", "230", "Proving cabinet element")
        page.get_by_role("button", name="Propose these figures").click()
        expect(page.get_by_text("(proposed, not accepted yet)")).to_be_visible()
        maud = self.new_technician("Maud Fennick").page
        maud.goto(f"{self.live_server_url}/specs")
        maud.get_by_role("radio", name="proposed").click()
        maud.get_by_role("link", name="Proving cabinet element").click()
        maud.get_by_role("button", name="Accept").click()
        expect(maud.get_by_text("accepted by Maud Fennick")).to_be_visible()
        self.assertEqual(Spec.objects.get(name="Proving cabinet element").standing, Standing.ACCEPTED)
        # Found again by a few letters, whole, and judged with.
        ilse.open_check().find_part("proving")
        expect(page.get_by_label("Rated power")).to_have_value("640")
        ilse.part_is_at("20.0").choose("Meter", "Bench meter 2").zero_leads("0.2").say_loose()
        ilse.read("82.9").isolated().see_verdict("Within")
        # What is changed is no longer that spec.
        page.get_by_label("Rated power").fill("660")
        expect(page.get_by_text("By the library")).to_have_count(0)

    def test_revised_with_a_reason_and_offered_where_it_is_fitted(self) -> None:
        maud = self.new_technician("Maud Fennick").page
        maud.goto(f"{self.live_server_url}/specs")
        maud.get_by_label("Find").fill("mc-9")
        maud.get_by_role("link", name="Deck contactor coil").click()
        maud.get_by_role("button", name="Revise").click()
        maud.get_by_label("Ohms", exact=True).fill("455")
        maud.get_by_role("button", name="Save").click()
        expect(maud.get_by_role("alert").first).to_contain_text("Say why")
        maud.get_by_label("Why it is revised").fill("sheet of the year after")
        maud.get_by_role("button", name="Save").click()
        expect(maud.get_by_text("“sheet of the year after”")).to_be_visible()
        expect(maud.get_by_text("by revision 1")).to_have_count(2)
        self.at_the_oven("Contactor K1, coil")
        expect(self.page.get_by_text("revision 1")).to_be_visible()
        self.page.get_by_role("button", name="Judge this part by it").click()
        expect(self.page.get_by_text("Winding, 455 Ω at 20 °C").first).to_be_visible()
        expect(self.page.get_by_text("the library was revised")).to_be_visible()

    def test_over_the_years_it_nears_its_limit_and_by_other_figures_it_was_beyond(self) -> None:
        page = self.page
        coil = self.oven.positions.get(name="Contactor K1, coil")
        ilse, meter = (
            Person.objects.get(name="Ilse Fennick"),
            Instrument.objects.get(name="Bench meter 2"),
        )
        for years, display in ((4, "426.2"), (3, "432.2"), (2, "438.2"), (1, "444.2")):
            read_years_ago(coil, ilse, meter.pk, years, display)
        self.at_the_oven("Contactor K1, coil")
        years_told = page.get_by_role("region", name="Over the years")
        expect(years_told).to_contain_text("So it reaches its limit on")
        years_told.get_by_text("The figures").click()
        expect(years_told.get_by_role("row")).to_have_count(5)
        with page.expect_download() as saved:
            years_told.get_by_role("link", name="Save them as CSV").click()
        self.assertEqual(len(saved.value.path().read_text("utf-8").splitlines()), 5)
        years_told.get_by_role("button", name="Come back on").click()
        expect(years_told).to_contain_text("It is to be looked at again on")
        page.goto(f"{self.live_server_url}/follow-ups")
        expect(page.get_by_text("Contactor K1, coil: measure again.")).to_be_visible()
        # Another sheet says 330 Ω: what was read is beyond that, and its record stays.
        maud = self.new_technician("Maud Fennick").page
        maud.goto(f"{self.live_server_url}/specs/{Spec.objects.get(name='Deck contactor coil').pk}")
        maud.get_by_role("button", name="Revise").click()
        maud.get_by_label("Ohms", exact=True).fill("330")
        maud.get_by_label("Why it is revised").fill("another coil voltage")
        maud.get_by_role("button", name="Save").click()
        maud.get_by_role("button", name="Old readings by this revision").first.click()
        expect(maud.get_by_text("4 of 4 verdicts would be others.")).to_be_visible()

    def test_positions_pasted_and_the_machine_taken_to_another_shop(self) -> None:
        page = self.page
        self.at_the_oven()
        page.get_by_role("button", name="Paste a table").click()
        field = page.get_by_label("Or pasted out of a spreadsheet")
        field.fill("Position\tPart number\nGrill left\tMC-9-230\nGrill right\tnone such\n")
        expect(page.get_by_text("is no part number and no name in the library")).to_be_visible()
        field.fill("Position\tPart number\nGrill left\tMC-9-230\nGrill right\t\n")
        expect(page.get_by_text("a part with nothing known")).to_be_visible()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("button", name="Grill right")).to_be_visible()
        with page.expect_download() as saved:
            page.get_by_role("link", name="Take it out as a check sheet").click()
        page.get_by_role("button", name="Another of its kind").click()
        page.keyboard.press("Escape")
        kiln = Machine.objects.get(name="Front-loading kiln")
        page.goto(f"{self.live_server_url}/machines/{kiln.pk}")
        page.get_by_role("button", name="Paste a table").click()
        # While the file is being read there is nothing to save yet.
        held: list[Route] = []
        page.route("**/api/v1/files/text", lambda route: held.append(route))
        page.get_by_label("A file").set_input_files(saved.value.path())
        expect(page.get_by_role("button", name="Save")).to_be_disabled()
        held[0].continue_()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("button", name="Grill left")).to_be_visible()

    def test_good_parts_give_a_spec_with_the_band_they_suggest(self) -> None:
        maud = self.new_technician("Maud Fennick").page
        maud.goto(f"{self.live_server_url}/specs/new")
        maud.get_by_label("Name").fill("Proving element")
        maud.get_by_label("The figures are from").click()
        maud.get_by_role("option", name="good parts that were measured").click()
        maud.get_by_label("By whom").fill("Maud")
        maud.get_by_label("Shorted leads").fill("0.2")
        maud.get_by_label("What each of them read").fill("53.2\nOL\n")
        expect(maud.get_by_text("“OL” is open")).to_be_visible()
        maud.get_by_label("What each of them read").fill("53.2\n53.9\n52.8\n53.5\n")
        expect(maud.get_by_role("status").filter(has_text="Mean 53.15 Ω")).to_be_visible()
        maud.get_by_role("button", name="Take these figures").click()
        expect(maud.get_by_label("Cold ohms")).to_have_value("53.15")
        expect(maud.get_by_label("How many")).to_have_value("4")
        maud.get_by_role("button", name="Save").click()
        expect(maud.get_by_text("4 good parts measured by Maud").first).to_be_visible()

    def test_a_spec_that_was_not_right_is_mended_and_a_position_taken_away(self) -> None:
        page = self.page
        self.at_the_oven("Deck probe")
        page.get_by_role("button", name="Its spec is not right").click()
        page.get_by_role("combobox", name="Part number").fill("pt1000, film")
        page.keyboard.press("Enter")
        expect(page.get_by_role("textbox", name="Why")).to_be_focused()
        page.keyboard.type("read off its own print")
        page.keyboard.press("Enter")
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(page.get_by_text("taken for: Pt100, class B (“read off its own print”)")).to_be_visible()
        page.get_by_role("button", name="Take it away").click()
        page.get_by_role("dialog").get_by_role("button", name="Take it away").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(page.get_by_role("button", name="Deck probe")).to_have_count(0)
        self.assertFalse(self.oven.positions.filter(name="Deck probe").exists())

    def test_a_file_is_looked_at_before_it_is_brought_in(self) -> None:
        page = self.new_technician("Maud Fennick").page
        page.goto(f"{self.live_server_url}/specs/library")
        field = page.get_by_label("A document or a table")
        rows = "name,spec.kind,spec.resistance\nVent coil,winding,96\nDrain coil,winding,lots\n"
        field.set_input_files({"name": "a.csv", "mimeType": "text/csv", "buffer": rows.encode()})
        expect(page.get_by_text("1 new, 0 changed, 0 the same, 1 refused.")).to_be_visible()
        expect(page.get_by_role("button", name="Bring in")).to_have_count(0)
        good = rows.replace("lots", "118").encode()
        field.set_input_files({"name": "b.csv", "mimeType": "text/csv", "buffer": good})
        page.get_by_role("button", name="Bring in 2").click()
        expect(page.get_by_text("Brought in: 2 new")).to_be_visible()
        self.assertTrue(Spec.objects.filter(name="Drain coil").exists())

    def test_an_unknown_sensor_is_matched_and_used_where_it_is_fitted(self) -> None:
        load_starter()
        page = self.page
        self.at_the_oven("Deck probe")
        page.get_by_role("link", name="Which sensor is it?").click()
        page.get_by_label("°C").fill("25")
        page.get_by_label("The display").fill("10.04 kΩ")
        expect(page.get_by_text("2 known curves fit: not told apart yet.")).to_be_visible()
        page.get_by_role("button", name="Take it there").click()
        expect(page.get_by_label("°C").nth(1)).to_have_value("0")
        page.get_by_label("The display").nth(1).fill("32.9 kΩ")
        expect(page.get_by_role("status")).to_contain_text("It reads like NTC 10 kΩ, B 3977")
        page.get_by_role("button", name="It is this one").first.click()
        expect(page.get_by_role("button", name="Deck probe")).to_contain_text("B 3977")
        page.get_by_role("button", name="Deck probe").first.click()
        expect(page.get_by_text("10.04 kΩ at 25 °C, 32.9 kΩ at 0 °C")).to_be_visible()
        # Nobody's part yet: measured on the bench as what it was matched with.
        page.goto(f"{self.live_server_url}/specs/which")
        page.get_by_role("button", name="Check it as this one").first.click()
        expect(page.get_by_label("At 25 °C")).to_have_value("10k")

    def test_two_that_look_alike_beside_each_other(self) -> None:
        load_starter()
        page = self.page
        page.goto(f"{self.live_server_url}/specs")
        page.get_by_role("link", name="Compare curves").click()
        for name in ("NTC 10 kΩ, B 3435", "NTC 10 kΩ, B 3977"):
            page.get_by_label("Find").fill(name)
            page.get_by_role("button", name=name).click()
        expect(page.get_by_text("Can be told apart below −6 °C and above 51 °C.")).to_be_visible()
        page.get_by_label("Read it at").fill("63")
        expect(page.get_by_text("2.214 kΩ at 63.0 °C")).to_be_visible()
        page.get_by_label("or at").fill("2.214 kΩ")
        expect(page.get_by_text("2.214 kΩ at 63.0 °C")).to_be_visible()
        with page.expect_download() as saved:
            page.get_by_role("button", name="Save the table as CSV").click()
        self.assertIn("Ω, NTC 10 kΩ, B 3977", saved.value.path().read_text())


class Charts(BrowserCase):
    """A chart pasted out of a sheet, with a row typed wrong in it."""

    SHEET = (
        "Probe, sheet 3\nTemp. (°C);R (kΩ)\n−20;39,58\n−10;23,51\n0;14,51\n10;9,263\n"
        "20;6,098\n25;5,000\n30;4,127\n40;2,863\n50;2,032"
    )

    def test_pasted_mended_kept_and_judged_with(self) -> None:
        maud = self.new_technician("Maud Fennick")
        page = maud.page
        page.goto(f"{self.live_server_url}/specs")
        page.get_by_role("link", name="Read a sensor’s chart").click()
        page.get_by_label("Temperature and resistance").fill(self.SHEET.replace("4,127", "4,217"))
        expect(page.get_by_role("status").get_by_text("9 rows")).to_be_visible()
        expect(page.get_by_text("Decimal commas. Temperatures in °C, as it says.")).to_be_visible()
        expect(page.get_by_text("4.217 kΩ at 30 °C is")).to_contain_text(
            "off the line of its neighbours"
        )
        page.get_by_label("Temperature and resistance").fill(self.SHEET)
        expect(page.get_by_text("off the line of its neighbours")).to_have_count(0)
        expect(page.get_by_text("B = 3470 K")).to_be_visible()
        self.assert_accessible(page, "a chart that was read")
        page.get_by_role("button", name="Use the chart").click()
        page.get_by_label("Name").fill("Cellar probe, by its sheet")
        page.get_by_label("Title").fill("Cellar probe, sheet 3")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("heading", name="Cellar probe, by its sheet")).to_be_visible()
        ilse = self.technician.open_check().find_part("cellar probe")
        ilse.part_is_at("25.0").choose("Meter", "Bench meter 2").zero_leads("0.2").say_loose()
        ilse.read("5.01k").isolated().see_verdict("Reads 0.05 K cold")


class ByKeyboard(BrowserCase):
    def load(self) -> None:
        super().load()
        load_starter()
        load_machines()

    def test_an_oven_of_eight_positions_in_at_most_25_steps(self) -> None:
        """Four equal elements, a limit, a thermostat, a thermocouple, a contactor coil."""
        customer = Machine.objects.get(name="Deck oven").customer
        oven = Machine.objects.create(customer=customer, name="Bun oven")
        page = self.page
        page.goto(f"{self.live_server_url}/machines/{oven.pk}")
        expect(page.get_by_text("No position yet")).to_be_visible()

        def find(words: str) -> None:
            expect(page.get_by_role("combobox", name="Part number")).to_be_focused()
            page.keyboard.type(words)
            page.keyboard.press("Enter")

        def fill(words: str, field: str) -> None:
            expect(page.get_by_role("textbox", name=field)).to_be_focused()
            page.keyboard.type(words)

        with counted() as steps:
            page.keyboard.press("a")
            find("single, or dual")
            fill("1800", "Rated power")
            page.keyboard.press("Tab")
            page.keyboard.type("230")
            page.get_by_role("textbox", name="Position").fill("Element 1-4")
            page.keyboard.press("Enter")
            for part, name in (
                ("limit, closed", "Limit F1"),
                ("thermostat contact", "Thermostat"),
                ("type k", "Deck thermocouple"),
            ):
                find(part)
                fill(name, "Position")
                page.keyboard.press("Enter")
            find("coil: one winding")
            fill("420", "Ohms")
            page.get_by_role("textbox", name="Position").fill("Contactor coil")
            page.keyboard.press("Enter")
            expect(page.get_by_role("dialog").get_by_role("status").first).to_contain_text(
                "Contactor coil"
            )
        self.assertEqual(
            [one.name for one in oven.positions.order_by("place")],
            [
                *(f"Element {place}" for place in range(1, 5)),
                *("Limit F1", "Thermostat", "Deck thermocouple", "Contactor coil"),
            ],
        )
        self.assertLessEqual(len(steps), 25, steps)
