"""Siblings, wriggled, isolated and in circuit; position sensors; watched until it cuts out."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core import InputError, Judgement, Outcome, State, expectations
from hembit_core.families.position_sensor.gaps import find_gaps
from hembit_core.families.registry import FAMILIES, about, measurands, takes_ohms
from hembit_core.tests.parts import DECK_OVEN
from hembit_core.tests.readers import here, part, read

COIL = part("winding", resistance="118")


def row(displays: str, spec: Any = COIL, **how: Any) -> Judgement:
    return read(spec, "siblings", displays=displays.split(), **how)


class Siblings(unittest.TestCase):
    def test_one_inside_its_band_but_off_from_the_rest_is_watched(self) -> None:
        verdict = row("118.2 118.9 118.4 109.9 118.6")
        self.assertEqual((verdict.state, verdict.outcome), (State.WATCH, Outcome.ACCEPT))
        self.assertIn("number 4", verdict.headline)
        self.assertEqual(len(verdict.rows), 5)

    def test_all_alike_one_outside_one_open(self) -> None:
        self.assertEqual(row("118.2 118.9 118.4").state, State.WITHIN)
        outside = row("118.2 95.0 118.4")
        self.assertEqual(outside.state, State.OUTSIDE)
        self.assertIn("number 2", outside.headline)
        self.assertEqual(row("118.2 OL 118.4").headline, "Open: number 2")

    def test_two_have_no_majority(self) -> None:
        verdict = row("126.5 109.5")
        self.assertEqual(verdict.state, State.WATCH)
        self.assertIn("Measure a third", verdict.next_step)

    def test_sensors_in_kelvin_and_questions_by_number(self) -> None:
        ntc = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "5k", "beta": "3470"})
        room = here(part_temperature="20", thermometer_limit="0.3")
        verdict = read(ntc, "siblings", room, displays=["6.10k", "6.11k", "6.09k"])
        self.assertEqual((verdict.state, verdict.rows[0].rail.unit), (State.WITHIN, "°C"))
        asked = row("118.2 118.9k 118.4")
        self.assertEqual(asked.state, State.PLEASE_CONFIRM)
        self.assertEqual(asked.questions[0].code, "1.power_of_ten")
        self.assertEqual(asked.questions[0].field, "reading.displays.1")

    @given(st.lists(st.floats(117, 119), min_size=4, max_size=9), st.data())
    def test_one_bad_part_is_found_wherever_it_lies(
        self, good: list[float], data: st.DataObject
    ) -> None:
        place = data.draw(st.integers(0, len(good)))
        displays = [f"{one:.1f}" for one in good]
        displays.insert(place, "101.0")
        verdict = row(" ".join(displays))
        self.assertIn(f"number {place + 1}", verdict.headline)


class InCircuit(unittest.TestCase):
    def both(self, isolated: str, in_circuit: str, **how: Any) -> Judgement:
        spec = part("resistive_part", resistance="4.0k")
        return read(spec, "isolated_and_in_circuit", isolated=isolated, in_circuit=in_circuit, **how)

    def test_the_path_beside_it_with_its_large_u(self) -> None:
        verdict = self.both("4010e0", "3120e0")
        self.assertEqual(verdict.state, State.WITHIN)
        line = verdict.working[-1]
        self.assertAlmostEqual((line.value or 0) / 1e3, 14.06, places=2)
        self.assertEqual(line.result, "14.06 ± 0.82 kΩ")

    def test_none_open_and_impossible(self) -> None:
        self.assertIn("none", self.both("4010e0", "4005e0").working[-1].result)
        self.assertIn("3.1", self.both("OL", "3.12k").working[-1].result)
        with self.assertRaises(InputError) as caught:
            self.both("3120e0", "4010e0")
        self.assertEqual(caught.exception.field, "reading.in_circuit")


class Wriggled(unittest.TestCase):
    def moved(self, *displays: str) -> Judgement:
        return read(COIL, "wriggled", **dict(zip(("at_rest", "least", "most"), displays, strict=True)))

    def test_steady_moving_and_opening(self) -> None:
        self.assertEqual(self.moved("118.2", "118.1", "118.3").state, State.WITHIN)
        self.assertEqual(self.moved("118.2", "117.0", "124.0").state, State.WATCH)
        self.assertEqual(self.moved("118.2", "117.0", "160.0").state, State.OUTSIDE)
        opened = self.moved("118.2", "118.1", "OL")
        self.assertEqual((opened.state, opened.outcome), (State.OPEN, Outcome.REJECT))
        self.assertTrue(opened.headline.startswith("Intermittent"))


class Buzzers(unittest.TestCase):
    def test_silence_proves_nothing_of_a_part_with_many_ohms(self) -> None:
        verdict = read(COIL, "continuity", sounds="no")
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertEqual(read(COIL, "continuity", sounds="yes").state, State.SHORT)
        ntc = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "5k", "beta": "3470"})
        silent = read(ntc, "continuity", here(part_temperature="20"), sounds="no")
        self.assertEqual(silent.outcome, Outcome.UNDECIDED)

    def test_few_ohms_must_sound_and_a_sound_is_no_pass(self) -> None:
        few = part("resistive_part", resistance="1.2")
        self.assertEqual(read(few, "continuity", sounds="no").state, State.OPEN)
        sounded = read(few, "continuity", sounds="yes")
        self.assertEqual((sounded.state, sounded.outcome), (State.WITHIN, Outcome.UNDECIDED))
        beside = read(few, "continuity", sounds="yes", connection="in_circuit")
        self.assertEqual(beside.state, State.NOT_COMPARABLE)

    def test_near_the_buzzers_limit_silence_says_nothing(self) -> None:
        near = part("resistive_part", resistance="30")
        self.assertEqual(read(near, "continuity", sounds="no").state, State.NOT_COMPARABLE)


class WatchBands(unittest.TestCase):
    def test_a_watch_share_inside_the_reject_share(self) -> None:
        tolerance = {"school": "percent_of_resistance", "percent": "10", "watch_percent": "5"}
        spec = part("resistive_part", resistance="4.70k", tolerance=tolerance)
        self.assertEqual(read(spec, "part_resistance", display="4.70k").state, State.WITHIN)
        verdict = read(spec, "part_resistance", display="5.00k")
        self.assertEqual((verdict.state, verdict.side), (State.WATCH, "high"))
        self.assertIn("watch beyond ±5 %", verdict.policy[0])
        with self.assertRaisesRegex(ValidationError, "must be the smaller one"):
            part(
                "resistive_part",
                resistance="1k",
                tolerance={**tolerance, "watch_percent": "12"},
            )

    def test_a_watch_limit_in_kelvin(self) -> None:
        spec = part(
            "temperature_sensor",
            sensor={"type": "ntc_beta", "r25": "5k", "beta": "3470"},
            tolerance={"school": "own_kelvin", "limit": "4", "watch": "1"},
        )
        room = here(part_temperature="20", thermometer_limit="0.2")
        verdict = read(spec, "sensor_resistance", room, display="5.60k")
        self.assertEqual((verdict.state, verdict.side), (State.WATCH, "high"))

    @given(st.floats(3.9, 5.5), st.floats(1, 9), st.floats(9.5, 40))
    def test_a_wider_band_never_turns_an_accept_into_a_reject(
        self, kilohms: float, narrow: float, wide: float
    ) -> None:
        def outcome(percent: float) -> Outcome:
            tolerance = {"school": "percent_of_resistance", "percent": f"{percent:.2f}"}
            spec = part("resistive_part", resistance="4.70k", tolerance=tolerance)
            return read(spec, "part_resistance", display=f"{kilohms:.3f}k").outcome

        if outcome(narrow) is Outcome.ACCEPT:
            self.assertEqual(outcome(wide), Outcome.ACCEPT)


class PositionSensors(unittest.TestCase):
    spec = part("position_sensor", track="4k7", linearity="3")

    def swept(self, displays: str, **how: Any) -> Judgement:
        return read(self.spec, "sweep", displays=displays.split(), **how)

    def test_halves_add_up_to_the_track(self) -> None:
        verdict = read(
            self.spec, "track_and_halves", track="4.62k", first_half="2.29k", second_half="2.31k"
        )
        self.assertEqual(verdict.state, State.WITHIN)
        self.assertIn("20 Ω apart", verdict.working[-1].result)
        self.assertEqual(verdict.expectation.text, "3.76–5.64 kΩ")
        off = read(
            self.spec, "track_and_halves", track="4.62k", first_half="2.49k", second_half="2.51k"
        )
        self.assertEqual(off.state, State.OUTSIDE)
        gone = read(self.spec, "track_and_halves", track="4.62k", first_half="OL")
        self.assertEqual(gone.state, State.OPEN)

    def test_a_gap_is_told_from_the_meters_own_range_change(self) -> None:
        smooth = "0.05k 0.52k 1.10k 1.66k 2.20k 2.75k 3.30k"
        self.assertEqual(self.swept(smooth).state, State.WATCH)
        whole = smooth.replace("3.30k", "4.20k")
        self.assertEqual(self.swept(whole).state, State.WITHIN)
        gap = self.swept("0.05k 0.52k 1.10k OL OL 2.75k 3.30k")
        self.assertEqual((gap.state, gap.outcome), (State.OPEN, Outcome.REJECT))
        self.assertIn("samples 4 to 5", gap.headline)
        ranging = self.swept("400 480 560 OL 0.64k 0.72k 0.80k")
        self.assertEqual((ranging.state, ranging.outcome), (State.NOT_DECIDABLE, Outcome.UNDECIDED))
        fixed = self.swept("0.40k 0.48k 0.56k OL 0.64k 0.72k 0.80k", range_top=60e6)
        self.assertEqual(fixed.state, State.OPEN)

    def test_turning_back_and_linearity(self) -> None:
        back = self.swept("0.40k 0.48k 0.56k 0.64k 0.50k 0.72k 0.80k")
        self.assertIn("turns back at sample 5", back.headline)
        bent = self.swept("0.05k 1.50k 2.40k 3.20k 3.90k 4.62k", evenly=True)
        self.assertIn("off the straight line", bent.headline)
        straight = self.swept("0.02k 0.94k 1.86k 2.78k 3.70k 4.62k", evenly=True)
        self.assertEqual(straight.state, State.WITHIN)

    @given(st.integers(2, 8), st.integers(1, 3))
    def test_open_samples_are_found_where_they_are(self, first: int, count: int) -> None:
        inf = float("inf")
        values = [100.0 * place + 50 for place in range(14)]
        values[first : first + count] = [inf] * count
        (gap,) = find_gaps(tuple(values), (5.0,) * 14, ())
        self.assertEqual((gap.first, gap.last, gap.ranging), (first, first + count - 1, False))


class UntilCutOut(unittest.TestCase):
    def watched(self, *samples: tuple[str, str], volts: str = "230") -> Judgement:
        series = [{"minutes": minutes, "current": amps} for minutes, amps in samples]
        return read(DECK_OVEN, "until_cut_out", voltage=volts, series=series)

    def test_once_cycling_still_and_never(self) -> None:
        once = self.watched(("0", "9.5"), ("10", "9.5"), ("24", "0.0"))
        self.assertEqual((once.state, once.outcome), (State.WITHIN, Outcome.ACCEPT))
        cycling = self.watched(("0", "9.5"), ("4", "0.0"), ("6", "9.5"), ("9", "0.0"))
        self.assertEqual(cycling.state, State.WATCH)
        self.assertIn("2 spells", cycling.headline)
        still = self.watched(("0", "9.5"), ("10", "9.5"))
        self.assertEqual(still.outcome, Outcome.UNDECIDED)
        self.assertEqual(self.watched(("0", "0.0"), ("5", "0.0")).state, State.NOT_COMPARABLE)

    def test_a_sagging_current_and_times_that_do_not_rise(self) -> None:
        self.assertEqual(self.watched(("0", "9.5"), ("10", "6.1")).state, State.OUTSIDE)
        with self.assertRaises(InputError) as caught:
            self.watched(("5", "9.5"), ("5", "9.5"))
        self.assertEqual(caught.exception.field, "reading.series.1.minutes")


class Rooms(unittest.TestCase):
    def test_what_is_told_and_what_is_admitted_agree(self) -> None:
        live = {
            "running", "until_cut_out", "line_currents", "winding_running", "igniter_called",
            "sequence", "contact_volts", "supply_volts", "wire_ends", "control_output",
        }  # fmt: skip
        admitted = {name for name, one in measurands().items() if one.dead_or_live == "live"}
        self.assertLessEqual(live, admitted)
        self.assertEqual({name for name in admitted if takes_ohms(name)}, set())
        specs = [
            DECK_OVEN,
            part("supply"),
            part("contact", opens_at="90"),
            part("winding", resistance="118", drive="dc", rated_voltage="24"),
            part("igniter", usual_lower="45", usual_upper="85", rated_voltage="120"),
            part("thermocouple"),
            part("thermocouple_magnet", open_least="20", load_least="9"),
        ]
        conditions = here(supply="230", cold_junction="21", part_temperature="20")
        for spec in specs:
            for told in expectations(spec, conditions):
                with self.subTest(told.measurand):
                    self.assertEqual(told.dead_or_live, about(told.measurand).dead_or_live)

    def test_every_family_says_what_it_takes(self) -> None:
        for spec, family in FAMILIES.items():
            with self.subTest(spec.__name__):
                self.assertTrue(family.readings)
                self.assertTrue(callable(family.expectations) and callable(family.judge))
                if family.ohms:
                    self.assertIn(family.ohms, family.readings)
