"""Chains in series, and the order of opening joints: against trying every order."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.series import Chain, SearchStep, chains_of, joint_minutes, search_plan
from hembit_circuits.infer.explaining import weigh
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.rows import circuit_of
from hembit_circuits.model.templates import TEMPLATES
from hembit_circuits.solve.hypotheses import faults_of, hypotheses_of
from hembit_circuits.words.search_words import SearchOut, searches
from hembit_core.errors import InputError
from hembit_core.sheets.circuit_row import CircuitRow


def chain_of(count: int) -> Chain:
    return Chain(
        parts=tuple(f"p{place}" for place in range(count)),
        nodes=tuple(f"n{place}" for place in range(count + 1)),
    )


def walked(steps: tuple[SearchStep, ...], joints: list[float], shares: list[float]) -> float:
    """The expected minutes of a tree, by walking it for every part that may be the open one."""
    total = 0.0
    for part, share in enumerate(shares):
        at, minutes = 0, 0.0
        while not steps[at].part:
            joint = int(steps[at].second[1:])
            minutes += joints[joint - 1]
            wanted = "open" if part < joint else "through"
            depth = steps[at].depth + 1
            at = next(
                place
                for place in range(at + 1, len(steps))
                if steps[place].depth == depth and steps[place].after == wanted
            )
        assert steps[at].part == f"p{part}"
        total += share * minutes
    return total


def least_of_all(joints: list[float], shares: list[float], low: int, high: int) -> float:
    """The least expected minutes of a stretch, by trying every order; not shared out to the stretch."""
    if high - low == 1:
        return 0.0
    here = sum(shares[low:high])
    return min(
        joints[at - 1] * here
        + least_of_all(joints, shares, low, at)
        + least_of_all(joints, shares, at, high)
        for at in range(low + 1, high)
    )


class PlanTest(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.data())
    def test_no_order_takes_less(self, data: st.DataObject) -> None:
        count = data.draw(st.integers(2, 7))
        weights = data.draw(st.lists(st.floats(0.05, 1), min_size=count, max_size=count))
        joints = data.draw(st.lists(st.floats(0.5, 20), min_size=count - 1, max_size=count - 1))
        shares = [one / sum(weights) for one in weights]
        plan = search_plan(chain_of(count), weights, joints)
        self.assertAlmostEqual(plan.minutes, least_of_all(joints, shares, 0, count), 6)
        self.assertAlmostEqual(plan.minutes, walked(plan.steps, joints, shares), 6)
        self.assertAlmostEqual(plan.minutes, min(plan.instead.values()), 9)
        begin = data.draw(st.sampled_from(sorted(plan.instead)))
        other = search_plan(chain_of(count), weights, joints, begin)
        self.assertEqual(other.begins, begin)
        self.assertAlmostEqual(other.minutes, walked(other.steps, joints, shares), 6)

    def test_equal_ones_are_halved_and_a_likely_end_is_begun_at(self) -> None:
        four = chain_of(4)
        self.assertEqual(search_plan(four, [1] * 4, [4.0] * 3).begins, "n2")
        self.assertEqual(search_plan(four, [0.9, 0.03, 0.03, 0.04], [4.0] * 3).begins, "n1")
        self.assertEqual(search_plan(four, [1] * 4, [4.0, 60.0, 4.0]).begins in ("n1", "n3"), True)

    def test_what_cannot_be_is_refused(self) -> None:
        with self.assertRaises(InputError):
            search_plan(chain_of(4), [1] * 4, [1.0] * 3, "n0")
        with self.assertRaises(InputError):
            search_plan(chain_of(61), [1] * 61, [1.0] * 60)


class ChainTest(TestCase):
    def found(self, circuit: Circuit, *ends: str) -> tuple[SearchOut, ...]:
        whole = Reading(
            probe=Probe(kind="ohms", first=ends[0], second=ends[1]), value=None, standard=0.0
        )
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        return searches(circuit, faults, weigh(circuit, faults, every, [whole]), ("thermostat",))

    def test_what_is_in_series_is_found_in_order(self) -> None:
        (chain,) = chains_of(TEMPLATES["sections"]())
        self.assertEqual(chain.parts[:3], ("thermostat", "section 1", "joint 1"))
        self.assertEqual((chain.nodes[0], chain.nodes[-1]), ("L", "N"))
        for key in ("parallel_bank", "star", "delta", "split_element"):
            self.assertEqual(chains_of(TEMPLATES[key]()), ())

    def test_the_cable_is_searched_once_it_reads_open(self) -> None:
        (found,) = self.found(TEMPLATES["sections"](), "1", "N")
        self.assertEqual(found.begins, "4")
        told = " ".join(found.then)
        self.assertIn("measure the whole again", told)
        self.assertIn("× 1.78", told)
        self.assertIn("Never bridged, being safety devices: thermostat", told)
        self.assertEqual({one.after for one in found.lines}, {"", "OL there", "reads through"})

    def test_nothing_is_searched_before_something_is_likely_open(self) -> None:
        circuit = TEMPLATES["sections"]()
        whole = Reading(probe=Probe(kind="ohms", first="1", second="N"), value=112.0, standard=0.4)
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        self.assertEqual(searches(circuit, faults, weigh(circuit, faults, every, [whole])), ())

    def test_what_a_row_says_of_its_joints_and_how_often_it_fails_counts(self) -> None:
        rows = [
            {"key": "l", "name": "L", "kind": "source", "nodes": ["L", "PE"], "volts": "230"},
            {"key": "n", "name": "N", "kind": "neutral", "nodes": ["N", "PE"]},
            *(
                {
                    "key": f"s{place}",
                    "name": f"section {place}",
                    "kind": "load",
                    "nodes": [("L", "a", "b", "c")[place], ("a", "b", "c", "N")[place]],
                    "ohms": "28",
                }
                for place in range(4)
            ),
        ]
        far = {**rows[5], "fails": 30}
        buried = {**rows[3], "minutes": 60}
        plain = circuit_of(tuple(CircuitRow.model_validate(one) for one in rows))
        self.assertEqual(self.found(plain, "L", "N")[0].begins, "b")
        often = circuit_of(tuple(CircuitRow.model_validate(one) for one in (*rows[:5], far)))
        self.assertEqual(self.found(often, "L", "N")[0].begins, "c")
        deep = circuit_of(
            tuple(CircuitRow.model_validate(one) for one in (*rows[:3], buried, *rows[4:]))
        )
        (chain,) = chains_of(deep)
        self.assertEqual(joint_minutes(deep, chain), (60.0, 60.0, 4.0))
        self.assertEqual(self.found(deep, "L", "N")[0].begins, "c")
