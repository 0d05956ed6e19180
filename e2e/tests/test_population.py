"""A small population: sound parts are kept, faulty ones condemned, measured as technicians do."""

from __future__ import annotations

from collections import Counter
from random import Random

from django.test import SimpleTestCase

from benchmarks.population.families import FAMILIES
from benchmarks.population.hands import Hand
from benchmarks.population.said import said_of
from hembit_core.soundness.call import Word

PARTS = 480
_SENSORS = {"NTC by B", "NTC by chart", "platinum"}


class Population(SimpleTestCase):
    def said(self, misread: float) -> Counter[tuple[bool, bool, str]]:
        """How many were kept, condemned and left open: of sound parts, without sensors, so."""
        found: Counter[tuple[bool, bool, str]] = Counter()
        for number in range(PARTS):
            hand = Hand(Random(f"small {number}"), misread)
            part = FAMILIES[number % len(FAMILIES)](hand)
            said = said_of(part, hand)
            found[part.mode == "sound", part.family not in _SENSORS, said.bucket] += 1
            if part.mode == "open":
                self.assertNotEqual(said.bucket, "kept", part.spec)
            if said.call is not None and said.call.word is Word.GOOD and not misread:
                self.assertEqual(part.mode, "sound", part.spec)
        return found

    def share(self, found: Counter[tuple[bool, bool, str]], sound: bool, said: str) -> float:
        """Of the sound or the faulty without sensors, how many were told so [1]."""
        whole = sum(n for (is_sound, plain, _), n in found.items() if is_sound is sound and plain)
        return found[sound, True, said] / whole

    def test_without_misreadings(self) -> None:
        found = self.said(0.0)
        self.assertGreater(self.share(found, True, "kept"), 0.93)
        self.assertGreater(self.share(found, False, "condemned"), 0.92)
        self.assertLess(self.share(found, True, "condemned"), 0.01)

    def test_one_reading_of_fifty_misread(self) -> None:
        found = self.said(0.02)
        self.assertGreater(self.share(found, True, "kept"), 0.89)
        self.assertGreater(self.share(found, False, "condemned"), 0.90)
        self.assertLess(self.share(found, True, "condemned"), 0.015)
