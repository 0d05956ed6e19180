"""Swapped parts as evidence: what a trial says of each explanation, by itself and beside readings."""

from __future__ import annotations

from unittest import TestCase
from unittest.mock import patch

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.infer import narrowing
from hembit_circuits.infer.explaining import weigh
from hembit_circuits.infer.explanations import code_of
from hembit_circuits.infer.suspects import Suspicion
from hembit_circuits.infer.swaps import Swap, SwapWay, check_swap, swappable, works_chance
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.templates import TEMPLATES, parallel_bank
from hembit_circuits.solve.hypotheses import faults_of, hypotheses_of
from hembit_circuits.solve.simulated import simulate
from hembit_circuits.words.swap_words import swap_text
from hembit_circuits.words.words import DiagnosisOut, told
from hembit_core.data_files import table
from hembit_core.errors import InputError

BANK = parallel_bank(3, 52.9)
OPEN = Reading(probe=Probe(kind="ohms", first="2", second="N"), value=26.5, standard=0.2)
"""One of the three members is open: which, nothing says yet."""


def swap(part: str, way: str, works: bool, **more: bool) -> Swap:
    return Swap(part=part, way=SwapWay(way), works=works, **more)


def said(circuit: Circuit, readings: tuple[Reading, ...], *swaps: Swap) -> DiagnosisOut:
    return told(circuit, diagnose(circuit, readings, (), swaps), readings)


def some_swaps(circuit: Circuit) -> st.SearchStrategy[Swap]:
    return st.builds(
        Swap,
        part=st.sampled_from([one.key for one in swappable(circuit)]),
        way=st.sampled_from(SwapWay),
        works=st.booleans(),
        stays=st.booleans(),
    )


class SwapTest(TestCase):
    def first(self, *swaps: Swap) -> tuple[str, float]:
        found = said(BANK, (OPEN,), *swaps).explanations[0]
        return found.text, found.weight

    def test_with_a_good_one_in_its_place_the_complaint_is_gone(self) -> None:
        text, weight = self.first(swap("element 2", "known_good", True))
        self.assertEqual(text, "element 2 open")
        self.assertGreater(weight, 0.85)

    def test_it_stays_so_it_is_another(self) -> None:
        out = said(BANK, (OPEN,), swap("element 2", "known_good", False))
        likeliest = {one.text for one in out.explanations[:2]}
        self.assertEqual(likeliest, {"element 1 open", "element 3 open"})
        two = swap("element 2", "known_good", False), swap("element 1", "known_good", False)
        self.assertEqual(self.first(*two)[0], "element 3 open")

    def test_the_same_again_says_no_more(self) -> None:
        once = self.first(swap("element 2", "known_good", True))
        again = [swap("element 2", "known_good", True).model_copy(update={"key": key}) for key in "ab"]
        self.assertEqual(self.first(*again), once)
        other = swap("element 2", "elsewhere", False)
        self.assertGreater(self.first(*again, other)[1], once[1])

    def test_what_rules_it_out_is_named_whole(self) -> None:
        """The bank does not go with two open members, the trial not with this one alone."""
        trial = swap("element 2", "known_good", False)
        own = next(one for one in said(BANK, (OPEN,), trial).parts if one.part == "element 2")
        self.assertEqual(own.standing, Suspicion.GOOD)
        self.assertEqual(set(own.by), {"Ohms from 2 to N: 26.5 Ω", swap_text(BANK, trial)})

    def test_it_works_elsewhere_so_it_is_ruled_out_by_that(self) -> None:
        out = said(BANK, (OPEN,), swap("element 2", "elsewhere", True))
        own = next(one for one in out.parts if one.part == "element 2")
        self.assertEqual(own.standing, Suspicion.GOOD)
        self.assertEqual(own.by, ("In a place known to work, element 2: works there",))

    def test_it_fails_elsewhere_too(self) -> None:
        trial = swap("element 2", "elsewhere", False)
        out = said(BANK, (OPEN,), trial)
        self.assertEqual(out.explanations[0].text, "element 2 open")
        self.assertIn(swap_text(BANK, trial), out.explanations[0].speaks_for)

    def test_that_alone_is_evidence_before_any_reading(self) -> None:
        out = said(BANK, (), swap("element 2", "elsewhere", False))
        self.assertNotIn("Nothing was measured", out.headline)
        self.assertIn("element 2", out.explanations[0].text)
        self.assertEqual(out.readings, 0)

    def test_after_an_exchange_the_complaint_gone_means_that_nothing_is_wrong_any_more(self) -> None:
        now = said(BANK, (), swap("element 2", "known_good", True, stays=True))
        before = said(BANK, ())
        sound = "nothing is wrong in it"
        weight = {
            name: next((one.weight for one in out.explanations if one.text == sound), 0.0)
            for name, out in (("now", now), ("before", before))
        }
        self.assertGreater(weight["now"], 5 * max(weight["before"], 0.02))

    def test_remaking_a_bad_joint_may_have_cured_it(self) -> None:
        """Of a joint at the part the trial says little; of one elsewhere it says that it is none."""
        circuit = TEMPLATES["sections"]()
        faults, hypotheses = faults_of(circuit), hypotheses_of(circuit, pairs=False)
        keys = [one.key for one in circuit.parts]
        joints = [one for one in circuit.parts if one not in swappable(circuit) and "joint" in one.key]
        part = next(one for one in swappable(circuit) if set(one.nodes) & set(joints[0].nodes))
        chance = works_chance(circuit, faults, hypotheses, swap(part.key, "known_good", True))
        for joint in joints:
            there = [at for at, one in enumerate(faults.singles) if one.part == keys.index(joint.key)]
            near = bool(set(joint.nodes) & set(part.nodes))
            self.assertEqual(set(chance[there].round(6)), {0.5 if near else 0.05}, joint.key)

    def test_with_it_out_a_short_or_a_leak_of_it_is_gone(self) -> None:
        """What trips holds once the element is off: nothing else leaks, and it is not open."""
        found = said(BANK, (), swap("element 2", "taken_out", True))
        self.assertIn("element 2 leaking to the case", [one.text for one in found.explanations[:2]])
        for one in found.explanations[:2]:
            self.assertEqual(one.parts, ("element 2",))
            self.assertNotIn("open", one.text)
        stays = said(BANK, (OPEN,), swap("element 2", "taken_out", False))
        self.assertEqual(
            {one.text for one in stays.explanations[:3]}, {f"element {n} open" for n in (1, 2, 3)}
        )

    def test_a_leak_may_stay_unseen_once_another_fault_went(self) -> None:
        """The complaint is gone, and of a second fault an open part would still be felt, a leak may not
        be: nothing that shorts or leaks is ruled out by that.
        """
        faults, hypotheses = faults_of(BANK), hypotheses_of(BANK)
        keys = [one.key for one in BANK.parts]

        def place(part: str, code: str) -> int:
            return next(
                at
                for at, one in enumerate(faults.singles)
                if one.part == keys.index(part) and code_of(BANK, one) == (part, code)
            )

        one, opened, leak = (
            place("element 1", "open"),
            place("element 2", "open"),
            place("element 2", "leaks"),
        )
        chance = works_chance(BANK, faults, hypotheses, swap("element 1", "known_good", True))
        pairs = {
            (int(a), int(b)): float(found)
            for a, b, found in zip(hypotheses.first, hypotheses.second, chance, strict=True)
        }
        self.assertAlmostEqual(pairs[one, opened], 0.05)
        self.assertAlmostEqual(pairs[one, leak], 0.7)
        self.assertAlmostEqual(pairs[leak, 0], 0.05)
        self.assertAlmostEqual(pairs[one, 0], 0.95)

    def test_a_joint_or_a_supply_is_not_swapped(self) -> None:
        for part in ("supply L", "x"):
            with self.assertRaises(InputError) as caught:
                check_swap(BANK, swap(part, "known_good", True))
            self.assertEqual(caught.exception.field, "part")
        check_swap(BANK, swap("limit", "elsewhere", True))

    def test_of_every_way_to_fail_the_table_says_whether_it_shows_elsewhere(self) -> None:
        kinds = {kind: rows for kind, rows in table("circuit_modes").items() if kind != "source"}
        codes = {code for rows in kinds.values() for code in rows}
        self.assertEqual(set(table("swap_evidence")["shows"]), codes)


class SwapPropertiesTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data())
    def test_it_is_weighed_by_bayes_rule_and_in_any_order(self, key: str, data: st.DataObject) -> None:
        """What the readings leave, times how likely each trial was to go so."""
        circuit = TEMPLATES[key]()
        faults, hypotheses = faults_of(circuit), hypotheses_of(circuit)
        swaps = data.draw(st.lists(some_swaps(circuit), min_size=1, max_size=3))
        machine = simulate(circuit, (1,), np.random.default_rng(5))
        alone = next(one for one in swappable(circuit) if len(one.nodes) == 2)
        first, second = alone.nodes
        probe = Probe(kind="ohms", first=first, second=second, alone=(alone.key,))
        readings = (machine.read(probe),)
        with patch.multiple(narrowing, LEFT_OUT=1e-12, COULD_COUNT=60.0):  # nothing is left out
            expected = weigh(circuit, faults, hypotheses, readings).weight.copy()
        for one in {each.model_copy(update={"key": ""}): None for each in swaps}:
            works = works_chance(circuit, faults, hypotheses, one)
            self.assertTrue(((works > 0) & (works < 1)).all())
            expected *= works if one.works else 1 - works
        expected /= expected.sum()
        for some in (swaps, swaps[::-1]):
            found = diagnose(circuit, readings, (), some).weighed.weight
            np.testing.assert_allclose(found, expected, rtol=0, atol=narrowing.LEFT_OUT)
