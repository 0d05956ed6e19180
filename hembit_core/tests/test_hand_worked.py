"""Examples worked by hand: what is due, what was read with its U, and what follows.

Each line can be redone on paper: the comment gives the sum.
"""

from __future__ import annotations

import math
import unittest
from typing import Any

from hembit_core import Judgement, State, expectations
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.families.temperature_sensor.switching_ptc import switching_band
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.rules.values import default_rules
from hembit_core.tests.readers import here, part, plate, read

METER = {
    "name": "Bench meter",
    "accuracy": {
        "resistance": {"percent": 0.8, "counts": 3},
        "voltage": {"percent": 0.8, "counts": 3},
        "current": {"percent": 2.0, "counts": 5},
        "millivoltage": {"percent": 0.5, "counts": 3},
    },
}


def told(spec: Any, measurand: str, **conditions: Any) -> Any:
    """What is expected of one test."""
    found = expectations(spec, here(meter=METER, **conditions))
    return next(one for one in found if one.measurand == measurand)


def worked(spec: Any, measurand: str, conditions: dict[str, Any], **fields: Any) -> Judgement:
    return read(spec, measurand, here(meter=METER, **conditions), **fields)


class WhatIsDue(unittest.TestCase):
    def test_bands_before_the_reading(self) -> None:
        cases: list[tuple[str, Any, str, dict[str, Any], str]] = [
            # 230²/1000 = 52.9; /6 = 8.817; by input: 52.9/1.05/6 … 52.9/0.9/6
            (
                "a bank of six",
                part("element_bank", member=plate("1000", "230"), members=6),
                "bank_resistance", {}, "8.397–9.796 Ω",
            ),
            # 400²/1500 = 106.67; two thirds of it, from /1.05 to /0.9
            (
                "a delta",
                part("three_phase_set", branch=plate("1500", "400")),
                "line_to_line", {}, "67.72–79.01 Ω",
            ),
            # 230²/1500 = 35.27; twice, from /1.05 to /0.9
            (
                "a star",
                part("three_phase_set", connection="star", branch=plate("1500", "230")),
                "line_to_line", {}, "67.17–78.37 Ω",
            ),
            # √3 · 400 / 106.67 = 6.495 A; 0.9 … 1.05 of it
            (
                "a delta's lines",
                part("three_phase_set", branch=plate("1500", "400")),
                "line_currents", {}, "5.85–6.82 A",
            ),
            # 9 VA / 230 V = 39.1 mA, ±25 %
            (
                "an AC coil",
                part("winding", resistance="420", drive="ac", rated_voltage="230", hold_va="9"),
                "winding_running", {}, "0.0293–0.0489 A",
            ),
            # cold 24 V / (118 · 0.9) = 0.226; hot 24 / (118 · 1.1 · 1.275) = 0.145
            (
                "a DC coil from cold to warm",
                part("winding", resistance="118", drive="dc", rated_voltage="24"),
                "winding_running", {}, "0.145–0.226 A",
            ),
            # 0.42 · 7100 + 5000 = 7982, ±10 %
            (
                "a high-tension lead",
                part("high_tension_lead", length="0.42", per_metre="7.1k", caps=["5k"]),
                "part_resistance", {}, "7.184–8.780 kΩ",
            ),
            # 4.7 kΩ ±20 %
            ("a track", part("position_sensor", track="4k7"), "track_and_halves", {}, "3.76–5.64 kΩ"),
            # 90 Ω at half, ±10 %
            (
                "a sender at half",
                part(
                    "sender",
                    points=[{"amount": "0", "ohms": "10"}, {"amount": "100", "ohms": "170"}],
                ),
                "sender_resistance", {"stands_at": "50"}, "81.00–99.00 Ω",
            ),
            # 100 · (1 + 5.485e-3·50 + 6.65e-6·2500 + …) = 129.1; ±0.75 K at 0.617 Ω/K
            (
                "a nickel thermometer at 50 °C",
                part("temperature_sensor", sensor={"type": "nickel"}),
                "sensor_resistance", {"part_temperature": "50", "thermometer_limit": "0.3"},
                "128.6–129.6 Ω",
            ),
            # 1000 · (1 + 7.88e-3·15 + 1.937e-5·225) = 1122.6
            (
                "a silicon sensor at 40 °C",
                part("temperature_sensor", sensor={"type": "silicon", "r25": "1k"}),
                "sensor_resistance", {"part_temperature": "40", "thermometer_limit": "0.3"},
                "1.113–1.132 kΩ",
            ),
            # E_K(640) − E_K(21) = 26.602 − 0.838; ±4.8 K at 42.3 µV/K
            (
                "a type K thermocouple at 640 °C",
                part("thermocouple"),
                "thermocouple_voltage",
                {"cold_junction": "21", "part_temperature": "640"},
                "25.56–25.97 mV",
            ),
        ]  # fmt: skip
        for name, spec, measurand, conditions, text in cases:
            with self.subTest(name):
                self.assertEqual(told(spec, measurand, **conditions).text, text)

    def test_supply_bands_by_system(self) -> None:
        cases: dict[SupplySystem, dict[str, tuple[float, float]]] = {
            SupplySystem.SINGLE_PHASE_230: {"L–N": (207, 253), "N–PE": (0, 5)},
            SupplySystem.SPLIT_PHASE_120_240: {"L1–N": (114, 126), "L1–L2": (228, 252)},
            SupplySystem.THREE_PHASE_230_400: {"L3–L1": (360, 440), "L2–N": (207, 253)},
            SupplySystem.THREE_PHASE_400: {"L1–L2": (360, 440)},
            SupplySystem.THREE_PHASE_120_208: {"L1–L2": (197.6, 218.4), "L1–N": (114, 126)},
            SupplySystem.HIGH_LEG_DELTA_120_240: {"L2–N": (197.6, 218.4), "L1–L2": (228, 252)},
            SupplySystem.CONTROL_24_AC: {"24 V–common": (20.4, 28.8)},
            SupplySystem.DC_12: {"plus–minus": (11.5, 15.0)},
            SupplySystem.DC_24: {"plus–minus": (22.0, 30.0)},
        }
        self.assertEqual(set(cases), set(SupplySystem))
        for system, pairs in cases.items():
            supply = Supply(system=system)
            for pair, (low, high) in pairs.items():
                with self.subTest(f"{system}, {pair}"):
                    band = supply.band(supply.pairs[pair], default_rules())
                    assert band.upper is not None
                    self.assertAlmostEqual(band.lower or 0.0, low, places=6)
                    self.assertAlmostEqual(band.upper, high, places=6)

    def test_an_own_supply_band_stands_above_the_systems(self) -> None:
        supply = Supply.model_validate({"system": "single_phase_230", "percent": "6"})
        band = supply.band(230.0, default_rules())
        self.assertEqual((band.lower, band.upper), (216.2, 243.8))
        self.assertIn("own band", supply.policy(default_rules()))

    def test_switching_sensors_by_the_distance_from_their_jump(self) -> None:
        for celsius, series, lower, upper in (
            (20.0, 1, None, 250.0),
            (99.0, 1, None, 250.0),
            (101.0, 1, None, 550.0),
            (115.0, 3, None, 1650.0),
            (125.0, 1, 1330.0, None),
            (134.9, 3, 3990.0, None),
            (135.0, 1, 4000.0, None),
        ):
            with self.subTest(celsius):
                sensor = SwitchingPtc.model_validate(
                    {"switching_temperature": "120", "in_series": series}
                )
                band = switching_band(sensor, celsius)
                self.assertEqual((band.lower, band.upper), (lower, upper))


class WhatWasRead(unittest.TestCase):
    def test_values_with_their_u(self) -> None:
        cases: list[tuple[str, Any, str, dict[str, Any], dict[str, Any], str, State]] = [
            # (0.8 % · 10.6 + 0.3)/√3 · 2 = 0.44
            (
                "a bank",
                part("element_bank", member=plate("1000", "230"), members=6),
                "bank_resistance", {}, {"display": "10.6"}, "10.60 ± 0.44 Ω", State.OUTSIDE,
            ),
            # (2 % · 0.2 + 0.005)/√3 · 2 = 0.0104; with the volts' share 0.0105
            (
                "a driven coil",
                part("winding", resistance="118", drive="dc", rated_voltage="24"),
                "winding_running", {}, {"voltage": "24.1", "current": "0.200"},
                "0.200 ± 0.011 A", State.WITHIN,
            ),
            # ±1 K rectangular on the contact's thermometer: 2/√3
            (
                "where a thermostat opens",
                part("contact", opens_at="95"),
                "contact_switching", {"thermometer_limit": "1"}, {"opened_at": "96.0"},
                "96.0 ± 1.2 °C", State.WITHIN,
            ),
            # half a digit of each and ±0.3 K: 2·√(0.173² + 0.029² + 0.029²)
            (
                "what the machine shows",
                part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "5k", "beta": "3470"}),
                "controller_shows", {"part_temperature": "12.0", "thermometer_limit": "0.3"},
                {"shown": "12.4"}, "12.40 ± 0.36 °C", State.WITHIN,
            ),
            # a gauge ±0.05 mm and half a digit: 2·√(0.05² + 0.05²)/√3
            (
                "a spark gap",
                part("spark_igniter", primary="42", secondary="5.6k", gap_least="3", gap_most="4"),
                "spark_gap", {}, {"gap": "3.5"}, "3.500 ± 0.082 mm", State.WITHIN,
            ),
        ]  # fmt: skip
        for name, spec, measurand, conditions, fields, text, state in cases:
            with self.subTest(name):
                verdict = worked(spec, measurand, conditions, **fields)
                assert verdict.value is not None
                self.assertEqual((verdict.value.text, verdict.state), (text, state))

    def test_a_thermocouples_u_by_hand(self) -> None:
        verdict = worked(
            part("thermocouple"),
            "thermocouple_voltage",
            {"cold_junction": "21", "part_temperature": "640", "thermometer_limit": "1"},
            display="25.76",
        )
        assert verdict.value is not None
        meter = (0.005 * 25.76 + 0.03) / math.sqrt(3) / 0.0423
        cold = 1 / math.sqrt(3) * 40.3 / 42.3
        reference = 1 / math.sqrt(3)
        half_digits = 0.5 / math.sqrt(3)
        by_hand = 2 * math.sqrt(meter**2 + cold**2 + reference**2 + 2 * half_digits**2)
        self.assertAlmostEqual(verdict.value.expanded, by_hand, delta=0.02)

    def test_contact_resistance_under_load_by_hand(self) -> None:
        verdict = worked(
            part("contact"), "contact_volts", {"supply": "230"},
            across="0.35", load="228", current="9.1",
        )  # fmt: skip
        line = verdict.working[-1]
        volts = (0.008 * 0.35 + 0.03) / math.sqrt(3)
        amps = (0.02 * 9.1 + 0.5) / math.sqrt(3)
        ohms = 0.35 / 9.1
        by_hand = 2 * math.hypot(volts / 9.1, ohms * amps / 9.1)
        self.assertEqual(line.result, f"{1e3 * ohms:.1f} ± {1e3 * by_hand:.1f} mΩ")

    def test_the_path_beside_a_part_by_hand(self) -> None:
        verdict = worked(
            part("resistive_part", resistance="4.0k"), "isolated_and_in_circuit", {},
            isolated="4.01k", in_circuit="3.12k",
        )  # fmt: skip
        path = 1 / (1 / 3120 - 1 / 4010)
        alone = (0.008 * 4010 + 30) / math.sqrt(3)
        beside = (0.008 * 3120 + 30) / math.sqrt(3)
        u = 2 * math.hypot((path / 4010) ** 2 * alone, (path / 3120) ** 2 * beside)
        self.assertEqual(verdict.working[-1].result, f"{path / 1e3:.1f} ± {u / 1e3:.1f} kΩ")

    def test_a_balance_by_hand(self) -> None:
        spec = part(
            "winding_set",
            windings=[{"name": f"phase {n}", "resistance": "12.0"} for n in (1, 2, 3)],
            balance="2",
        )
        verdict = worked(spec, "set_resistances", {}, displays=["12.10", "12.05", "11.30"])
        mean = (12.10 + 12.05 + 11.30) / 3
        off = f"{100 * (mean - 11.30) / mean:.2f} ±"
        self.assertIn(f"phase 3's distance from the mean, {off}", verdict.headline)

    def test_linearity_by_hand(self) -> None:
        spec = part("position_sensor", track="4.0k", linearity="5")
        verdict = worked(
            spec, "sweep", {}, displays=["0.00k", "1.30k", "2.00k", "3.00k", "4.00k"], evenly=True
        )
        # 1.30 where 1.00 is straight: 300 Ω of 4000 Ω
        self.assertEqual(verdict.code, "not_straight")
        self.assertEqual(verdict.rows[1].value and round(verdict.rows[1].value.value, 6), 7.5)
