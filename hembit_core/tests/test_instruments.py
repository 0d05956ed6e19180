"""What a meter or thermometer of the shop adds to a verdict, and which of them can decide."""

from __future__ import annotations

from datetime import date
from typing import Any
from unittest import TestCase

from hembit_core import BetweenTerminals, Conditions, HeatingElement, Meter, judge, unknown_meter
from hembit_core.deciding import meters_that_decide, thermometers_that_decide
from hembit_core.errors import InputError
from hembit_core.families.any_ohms.continuity import Continuity
from hembit_core.families.registry import measurands
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.families.winding.spec import Winding
from hembit_core.judge import expectations
from hembit_core.judging.codes import Code, NoticeCode
from hembit_core.judging.unsaid import ABOUT_INSTRUMENTS
from hembit_core.measuring.instrument_doubts import Doubt, DoubtCode
from hembit_core.measuring.known_resistor import KnownResistor, ResistorCheck, check_on_resistor
from hembit_core.measuring.tables.rows import accuracy_of_rows, read_table
from hembit_core.measuring.thermometers import Thermometer, ThermometerRange
from hembit_core.tests.test_every_example import every_reading
from hembit_core.visits.dead.category import check_rated, needed_category

_TABLE = """Ω  600.0 Ω  0.1 Ω  ±(0.8 % + 3)
Ω  6.000 kΩ  1 Ω  ±(0.8 % + 3)
DC V  600.0 V  0.1 V  ±(0.5 % + 2)
AC V  600.0 V  0.1 V  ±(1.5 % + 5)
A  60.00 A  0.01 A  ±(2 % + 5)"""
_ELEMENT = HeatingElement.by_plate(2200, 230)


def bench(**more: Any) -> Meter:
    return Meter.model_validate(
        {"name": "Bench", "accuracy": accuracy_of_rows(read_table(_TABLE)), **more}
    )


MILLIOHM = Meter(
    name="Milliohm",
    kind="milliohm_meter",
    accuracy=accuracy_of_rows(read_table("Ω  200.00 Ω  0.01 Ω  ±(0.25 % + 2)")),
)


def probe(**more: Any) -> Thermometer:
    given = {"name": "Probe 1", "kind": "contact", "ranges": [{"low": -20, "high": 200, "kelvin": 0.5}]}
    return Thermometer.model_validate(given | more)


class InItsAir(TestCase):
    def u(self, meter: Meter) -> float:
        verdict = judge(
            _ELEMENT, BetweenTerminals(display="24.6", leads_nulled=True), Conditions(meter=meter)
        )
        assert verdict.value and verdict.value.expanded
        return verdict.value.expanded

    def test_outside_the_air_it_holds_for_the_accuracy_widens(self) -> None:
        holds = {"low": 18, "high": 28, "share_per_kelvin": 0.1}
        inside = self.u(bench(holds=holds, air="20"))
        self.assertAlmostEqual(self.u(bench()), inside)
        # Nobody said the air: 10 to 35 °C is taken, 8 K below at the worst.
        self.assertAlmostEqual(self.u(bench(holds=holds)), 1.8 * inside)
        # 8.0 °C is 10 K below: twice the accuracy. ± (0.8 % · 24.6 + 0.3) = 0.4968; · 2 · 2 / √3
        self.assertAlmostEqual(self.u(bench(holds=holds, air="8.0")), 1.14731, places=4)
        self.assertAlmostEqual(self.u(bench(holds=holds, air="38")), 2 * inside)

    def test_the_verdict_says_so(self) -> None:
        holds = {"low": 18, "high": 28, "share_per_kelvin": 0.1}
        reading = BetweenTerminals(display="24.6", leads_nulled=True)
        cold = judge(_ELEMENT, reading, Conditions(meter=bench(holds=holds, air="8.0")))
        self.assertTrue(any("times 2 in air of 8 °C" in one for one in cold.policy))
        self.assertTrue(any("f(air)" in (one.formula or "") for one in cold.working))
        usual = judge(_ELEMENT, reading, Conditions(meter=bench(holds=holds, air="20")))
        self.assertFalse([one for one in usual.policy if "air" in one])
        unsaid = judge(_ELEMENT, reading, Conditions(meter=bench(holds=holds)))
        self.assertTrue(any("air was not said" in one for one in unsaid.policy))


class ByCoupling(TestCase):
    def test_ac_and_dc_have_their_own_accuracy_and_the_worse_counts_where_neither_is_said(self) -> None:
        from hembit_core.measuring.display import Function, parse_display
        from hembit_core.measuring.meter_accuracy import reading_uncertainty

        limits = {
            text: reading_uncertainty(bench(), parse_display(text, Function.VOLTAGE)).limit
            for text in ("230.0 V⎓".replace("⎓", " DC"), "230.0 V AC", "230.0 V")
        }
        self.assertAlmostEqual(limits["230.0 V DC"], 0.005 * 230 + 0.2)
        self.assertAlmostEqual(limits["230.0 V AC"], 0.015 * 230 + 0.5)
        self.assertAlmostEqual(limits["230.0 V"], limits["230.0 V AC"])


class HeldAgainstIt(TestCase):
    def test_whatever_is_held_against_a_meter_is_said_on_every_verdict_with_it(self) -> None:
        doubts = tuple(Doubt(code=code, since=date(2026, 10, 1)) for code in DoubtCode)
        for name, spec, reading, conditions in every_reading():
            with self.subTest(name):
                meter = conditions.meter.model_copy(update={"doubts": doubts, "name": "Doubted"})
                verdict = judge(spec, reading, conditions.model_copy(update={"meter": meter}))
                told = [one.text for one in verdict.warnings if one.code in ABOUT_INSTRUMENTS]
                by_meter = measurands()[reading.measurand].by_meter
                self.assertEqual(len(told), len(doubts) if by_meter else 0)

    def test_and_against_a_thermometer_where_its_temperature_counts(self) -> None:
        overdue = probe(doubts=[{"code": "overdue", "since": "2026-10-01"}])
        reading = BetweenTerminals(display="24.6", leads_nulled=True)
        for temperature, expected in (("19.0", 1), (None, 0)):
            verdict = judge(
                _ELEMENT, reading, Conditions(thermometer=overdue, part_temperature=temperature)
            )
            codes = [one.code for one in verdict.warnings if one.code in ABOUT_INSTRUMENTS]
            self.assertEqual(codes, [NoticeCode.INSTRUMENT_OVERDUE] * expected)


class ItsThermometer(TestCase):
    def test_its_own_limit_stands_above_the_default_of_its_kind(self) -> None:
        conditions = Conditions(
            thermometer=probe(), part_temperature="19.0", temperature_source="contact_probe"
        )
        self.assertEqual(conditions.temperature_limit, 0.5)
        self.assertEqual(conditions.temperature_source_label, "Probe 1")

    def test_the_greater_of_two_or_their_sum(self) -> None:
        both = {"low": 0, "high": 400, "kelvin": 2, "percent": 2}
        self.assertEqual(ThermometerRange.model_validate(both).limit_at(300), 8)
        self.assertEqual(ThermometerRange.model_validate(both | {"greater": True}).limit_at(300), 6)

    def test_beyond_its_ranges_it_is_asked(self) -> None:
        with self.assertRaisesRegex(ValueError, "Probe 1 reads −20 to 200 °C; 350 °C"):
            Conditions(thermometer=probe(), part_temperature="350")


class ItsLeadsBuzzerAndInput(TestCase):
    def test_four_wires_have_no_leads_in_their_figure(self) -> None:
        reading = BetweenTerminals(display="24.60", lead_zero="0.2")
        verdict = judge(_ELEMENT, reading, Conditions(meter=MILLIOHM))
        assert verdict.value
        self.assertAlmostEqual(verdict.value.value, 24.60)
        self.assertTrue(any("reads with four wires" in one.text for one in verdict.warnings))

    def test_its_own_buzzer_decides_between_the_usual_limits(self) -> None:
        spec, silent = (
            Winding(resistance="30"),
            Continuity(sounds="no", connection="isolated"),
        )
        unknown = judge(spec, silent, Conditions())
        self.assertEqual(unknown.code, Code.BUZZER_PROVES_NOTHING)
        up_to_40 = judge(spec, silent, Conditions(meter=bench(buzzer_below=40)))
        self.assertEqual(up_to_40.code, Code.BUZZER_SILENT)
        up_to_25 = judge(spec, silent, Conditions(meter=bench(buzzer_below=25)))
        self.assertEqual(up_to_25.code, Code.BUZZER_PROVES_NOTHING)

    def test_a_low_impedance_input_shows_no_ghosts(self) -> None:
        self.assertTrue(Conditions(meter=bench()).may_be_ghost(48, 230))
        self.assertTrue(Conditions(meter=bench(input_resistance=1e7)).may_be_ghost(48, 230))
        self.assertFalse(Conditions(meter=bench(input_resistance=3e5)).may_be_ghost(48, 230))


class ItsCategory(TestCase):
    def test_too_low_a_category_stops_before_live(self) -> None:
        low = bench(rated=[{"category": "II", "volts": 600}])
        check_rated(low, Supply(system=SupplySystem.SINGLE_PHASE_230))
        with self.assertRaisesRegex(InputError, "CAT II 600 V.*CAT III 300 V"):
            check_rated(low, Supply(system=SupplySystem.THREE_PHASE_230_400))
        both = bench(rated=[{"category": "II", "volts": 1000}, {"category": "III", "volts": 600}])
        check_rated(both, Supply(system=SupplySystem.THREE_PHASE_230_400))

    def test_one_that_nobody_knows_is_not_refused_and_low_volts_ask_none(self) -> None:
        check_rated(bench(), Supply(system=SupplySystem.THREE_PHASE_230_400))
        self.assertIsNone(needed_category(Supply(system=SupplySystem.DC_24)))
        check_rated(bench(rated=[{"category": "II", "volts": 50}]), Supply(system=SupplySystem.DC_24))


class OnAKnownResistor(TestCase):
    resistor = KnownResistor(name="Check resistor", ohms="100.0", percent="0.1")

    def check(self, display: str, shorted: str = "") -> bool:
        read = ResistorCheck(display=display, shorted=shorted)
        return check_on_resistor(bench(), self.resistor, read).off

    def test_off_by_more_than_u_is_not_trusted(self) -> None:
        # u² = ((0.8 % · 100 + 0.3) / √3)² + ((0.1 % · 100) / √3)²; U = 1.2754 Ω
        self.assertFalse(self.check("101.2"))
        self.assertTrue(self.check("101.3"))
        self.assertTrue(self.check("98.6"))
        self.assertFalse(self.check("98.8"))

    def test_its_leads_come_off(self) -> None:
        self.assertTrue(self.check("101.6"))
        self.assertFalse(self.check("101.6", "0.4"))

    def test_what_cannot_be_read_is_placed(self) -> None:
        with self.assertRaises(InputError) as refused:
            self.check("OL")
        self.assertEqual(refused.exception.field, "display")


class WhichCanDecide(TestCase):
    def test_meters_are_ranked_with_the_range_to_take(self) -> None:
        found = meters_that_decide(
            _ELEMENT, "between_terminals", Conditions(), [bench(), MILLIOHM, unknown_meter()]
        )
        self.assertEqual([one.name for one in found], ["Milliohm", "Bench", "Unknown meter"])
        self.assertEqual([one.place for one in found], [1, 0, 2])
        self.assertEqual([one.range_top for one in found], [200, 600, None])
        self.assertEqual([one.decides for one in found], ["well", "with_care", "with_care"])

    def test_the_ratio_is_what_the_verdict_at_that_limit_says(self) -> None:
        (found,) = meters_that_decide(_ELEMENT, "between_terminals", Conditions(), [bench()])
        limit = expectations(_ELEMENT)[0].rail.band.upper
        assert limit
        reading = BetweenTerminals(display=f"{limit + 0.5:.1f}", lead_zero="0.5", range_top=600)
        verdict = judge(_ELEMENT, reading, Conditions(meter=bench()))
        line = next(one for one in verdict.working if one.key == "can_it_decide")
        assert line.value and found.ratio
        self.assertAlmostEqual(line.value, found.ratio, delta=0.02 * found.ratio)

    def test_what_it_cannot_read_at_all_stands_last(self) -> None:
        found = meters_that_decide(_ELEMENT, "running", Conditions(), [MILLIOHM, bench()])
        self.assertEqual([one.name for one in found], ["Bench", "Milliohm"])
        self.assertIsNone(found[1].ratio)

    def test_every_test_of_every_kind_is_ranked_or_none_of_a_meters(self) -> None:
        for name, spec, _, conditions in every_reading():
            for told in expectations(spec, conditions):
                with self.subTest(f"{name}, {told.measurand}"):
                    found = meters_that_decide(
                        spec, told.measurand, conditions, [bench(), unknown_meter()]
                    )
                    self.assertIn(len(found), (0, 2))

    def test_thermometers_by_what_their_limit_does(self) -> None:
        winding = Winding(resistance="118")
        infrared = probe(
            name="Infrared", kind="infrared", ranges=[{"low": 0, "high": 380, "kelvin": 3}]
        )
        conditions = Conditions(part_temperature="19.0")
        found = thermometers_that_decide(winding, "winding_resistance", conditions, [infrared, probe()])
        self.assertEqual([one.name for one in found], ["Probe 1", "Infrared"])
        first, second = found
        assert first.ratio and second.ratio and first.expanded
        self.assertAlmostEqual(first.ratio / second.ratio, 6, places=3)
        # 118 Ω · 0.5 K / (234.5 + 20) K / √3 · 2
        self.assertAlmostEqual(first.expanded, 118 * 0.5 / 254.5 / 3**0.5 * 2, places=3)
        self.assertEqual(
            thermometers_that_decide(winding, "winding_resistance", Conditions(), [probe()]), ()
        )
