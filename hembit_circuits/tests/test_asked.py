"""What a healthy machine reads: its band against machines whose parts are drawn."""

from __future__ import annotations

from unittest import TestCase

import numpy as np

from hembit_circuits.advise.asked import Asked, ask_healthy, due_at, probe_of, told_of
from hembit_circuits.infer.candidates import candidates_of
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.clamps import clamps_of
from hembit_circuits.model.kinds import contact, load, source
from hembit_circuits.model.probe import Probe
from hembit_circuits.model.templates import CALLED, TEMPLATES, placed, star
from hembit_circuits.solve.hypotheses import SOUND, Hypotheses, faults_of
from hembit_circuits.solve.predicting import predict_many
from hembit_circuits.words.words import where_text
from hembit_core.errors import InputError

DRAWN = 300
NO_DIGIT = {"ohms": 0.1, "volts": 0.5, "amps": 0.05, "millivolts": 0.1}
"""Below this nobody looks at a figure [Ω, V, A, mV]."""


class BandTest(TestCase):
    def test_the_band_is_as_wide_as_machines_differ(self) -> None:
        """For every measurement that is ever proposed."""
        for key, made in TEMPLATES.items():
            circuit = made()
            faults = faults_of(circuit)
            probes = list(
                dict.fromkeys(one.probe for one in candidates_of(circuit, CALLED.get(key, ())))
            )
            drawn = np.random.default_rng(7).normal(size=(DRAWN, faults.unknowns))
            same = np.repeat(SOUND.first, DRAWN)
            machines = Hypotheses(same, same, np.zeros(DRAWN))
            found = predict_many(circuit, faults, machines, probes, drawn=drawn)
            for probe, read in zip(probes, found, strict=True):
                told = told_of(due_at(circuit, probe))
                self.assertNotIn("GΩ", told.text, f"{key}: {probe}")
                if told.text in ("OL", "indeterminate"):
                    continue
                least = NO_DIGIT[probe.kind] / 20
                inside = (read.value >= told.low - least) & (read.value <= told.high + least)
                self.assertGreater(inside.mean(), 0.88, f"{key}: {probe}")
                low, high = np.percentile(read.value, (2.3, 97.7))
                most = 2 * (high - low) + 0.02 * told.value + NO_DIGIT[probe.kind]
                self.assertLess(told.high - told.low, most, f"{key}: {probe}")

    def test_a_star_point_without_a_neutral_stands_near_0_volts(self) -> None:
        """It was told as up to 257 V: along the tangent at nothing, where figures stand closest."""
        found = ask_healthy(star(), Asked(kind="volts", first="star", second="PE"))
        self.assertLess(found.high, 20.0)
        self.assertGreater(found.high, 5.0)

    def test_no_band_reaches_to_nothing_because_a_protection_might_trip(self) -> None:
        """3650 W on 16 A: with a part two standard deviations off it would be more."""
        fused, ohms = source(230.0, trips_at=16.0), 230**2 / 3650
        parts = (
            placed("s", fused, "L", "N"),
            placed("n", source(0.0), "N", "PE"),
            placed("e", load(ohms), "L", "N"),
        )
        found = ask_healthy(Circuit(parts=parts), Asked(kind="volts", first="L", second="N"))
        self.assertGreater(found.low, 200.0)
        two = (*parts, placed("k", contact(False), "L", "1"), placed("f", load(ohms), "1", "N"))
        asked = Asked(kind="volts", first="L", second="N", called=("k",))
        tripped = ask_healthy(Circuit(parts=two), asked)
        self.assertEqual((tripped.text, tripped.high), ("0 V", 0.0))

    def test_of_contacts_in_a_row_no_digit_is_claimed(self) -> None:
        for first, second in (("1", "2"), ("1", "3"), ("L", "3")):
            found = ask_healthy(
                TEMPLATES["element_with_limit"](), Asked(kind="ohms", first=first, second=second)
            )
            self.assertEqual(found.text, "near 0 Ω")
        magnet = TEMPLATES["thermocouple_and_magnet"]()
        self.assertEqual(
            ask_healthy(magnet, Asked(kind="ohms", first="2", second="PE")).text, "0.0250 Ω"
        )


class ProposedTest(TestCase):
    def test_what_is_proposed_is_asked_as_it_is_and_has_a_name_of_its_own(self) -> None:
        """Amps in the second half of a split element were taken for those in the first."""
        for key, made in TEMPLATES.items():
            circuit = made()
            probes = {one.probe for one in candidates_of(circuit, CALLED.get(key, ()))}
            for probe in probes:
                asked = Asked.model_validate(probe.model_dump())
                self.assertEqual(probe_of(circuit, asked), probe, key)
            texts = [where_text(circuit, one) for one in probes]
            self.assertEqual(len(set(texts)), len(texts), key)

    def test_a_clamp_goes_round_a_lead_that_there_is(self) -> None:
        split = TEMPLATES["split_element"]()
        leads = {one.text for one in clamps_of(split) if one.part == "element"}
        self.assertEqual(leads, {"element, its lead at 2", "element, its lead at 3"})
        with self.assertRaisesRegex(InputError, "no such lead"):
            probe_of(split, Asked(kind="amps", part="element", path=2))


class ShortTest(TestCase):
    def test_a_short_is_never_more_than_the_sound_part(self) -> None:
        """A magnet of 25 mΩ had 50 mΩ when shorted."""
        for key, made in TEMPLATES.items():
            circuit = made()
            faults = faults_of(circuit)
            for place, one in enumerate(faults.singles):
                part = circuit.parts[one.part]
                if one.part >= 0 and part.component.modes[one.mode].code.startswith("short"):
                    probe = Probe(
                        kind="ohms", first=part.nodes[0], second=part.nodes[-1], alone=(part.key,)
                    )
                    shorted = Hypotheses(np.array([place]), SOUND.second, np.zeros(1))
                    read, sound = (
                        predict_many(circuit, faults, each, [probe])[0].value[0]
                        for each in (shorted, SOUND)
                    )
                    self.assertLess(read, 0.9 * sound, f"{key}: {part.name}")
