"""How explanations are weighed: against the plain way of doing it, which is slow."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.infer.candidates import candidates_of
from hembit_circuits.infer.explaining import least_fitting, weigh
from hembit_circuits.infer.joint import Joint, own_spread
from hembit_circuits.infer.narrowing import Held, Narrowing, by_state
from hembit_circuits.infer.remembered import Remembered
from hembit_circuits.infer.swaps import Swap, SwapWay
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.templates import CALLED, TEMPLATES, delta, element_with_limit, parallel_bank
from hembit_circuits.solve import settling
from hembit_circuits.solve.by_itself import by_itself
from hembit_circuits.solve.hypotheses import SOUND, Hypotheses, faults_of, hypotheses_of
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.prediction import Prediction, scaled, slope
from hembit_circuits.solve.simulated import SimulatedMeter, simulate
from hembit_circuits.solve.solved import Solved

KEYS = st.sampled_from(sorted(TEMPLATES))
OF_PAIRS = st.sampled_from(("star", "delta", "ignition", "sections", "two_elements_changeover"))


def some_readings(key: str, wrong: int, seed: int, count: int) -> list[Reading]:
    """Some readings of a simulated machine, in no good order."""
    circuit = TEMPLATES[key]()
    random = np.random.default_rng(seed)
    machine = simulate(circuit, (wrong % len(faults_of(circuit).singles),), random)
    probes = [one.probe for one in candidates_of(circuit, CALLED.get(key, ()))]
    return [machine.read(probes[place]) for place in random.permutation(len(probes))[:count]]


class ByOneFaultTest(TestCase):
    @settings(max_examples=30, deadline=None)
    @given(KEYS, st.data())
    def test_two_faults_by_one_are_what_they_are_afresh(self, key: str, data: st.DataObject) -> None:
        circuit = TEMPLATES[key]()
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        probes = [one.probe for one in candidates_of(circuit, CALLED.get(key, ()))]
        probe = data.draw(st.sampled_from([one for one in probes if not one.alone]))
        quick = predict(circuit, faults, every, probe)
        few = len(faults.singles)
        for start in range(0, len(every), few):
            some = every.take(np.arange(start, min(start + few, len(every))))
            self.assertLess(len(some), settling.WORTH_IT * few)
            afresh = predict(circuit, faults, some, probe)
            there = slice(start, start + len(some))
            np.testing.assert_allclose(quick.scaled[there], afresh.scaled, atol=1e-3)
            np.testing.assert_allclose(quick.by_branch[there], afresh.by_branch, atol=2e-3)


class JointTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(1, 5), st.integers(0, 2**32 - 1))
    def test_one_figure_after_the_other_is_the_joint_normal_law(self, count: int, seed: int) -> None:
        random = np.random.default_rng(seed)
        joint, rows, off, own = Joint.of_none(3), [], [], []
        for _ in range(count):
            value = float(random.uniform(5, 500))
            found = Prediction(
                "ohms",
                np.full(3, value),
                scaled("ohms", value * np.exp(random.normal(0, 0.05, 3))),
                random.normal(0, 0.05, (3, 4)),
                slope("ohms", np.full(3, value)),
                np.abs(random.normal(0, 0.02, 3)),
            )
            probe = Probe(kind="ohms", first="a", second="b")
            reading = Reading(probe=probe, value=value, standard=0.01 * value)
            joint = joint.with_reading(found, reading)
            rows.append(found.by_branch)
            off.append(scaled("ohms", value) - found.scaled)
            own.append(own_spread(reading) ** 2 + found.more**2)
        for place in range(3):
            change = np.array([one[place] for one in rows])
            covariance = change @ change.T + np.diag([one[place] for one in own])
            residual = np.array([one[place] for one in off])
            solved = np.linalg.solve(covariance, residual)
            _, log_root = np.linalg.slogdet(2 * np.pi * covariance)
            self.assertAlmostEqual(
                float(joint.log_likelihood[place]), -0.5 * float(residual @ solved + log_root), 6
            )
            np.testing.assert_allclose(
                joint.drawn()[place], np.clip(change.T @ solved, -5, 5), rtol=1e-6, atol=1e-9
            )


class LeftOutTest(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(OF_PAIRS, st.integers(1, 200), st.integers(0, 10**6), st.integers(1, 6))
    def test_what_is_left_out_would_weigh_less_than_a_thousandth(
        self, key: str, wrong: int, seed: int, count: int
    ) -> None:
        circuit, readings = TEMPLATES[key](), some_readings(key, wrong, seed, count)
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        weighed = weigh(circuit, faults, every, readings)
        # As many singles as hypotheses: nothing is a pair to be left out.
        alone = np.flatnonzero(np.isneginf(weighed.log_likelihood))
        if not len(alone):
            return
        some = every.take(alone)
        whole = _weighed_one_by_one(key, some, readings)
        heaviest = float((every.log_prior + weighed.log_likelihood).max())
        self.assertLess(float(np.exp(some.log_prior + whole - heaviest).sum()), 1e-3)

    @settings(max_examples=25, deadline=None)
    @given(KEYS, st.tuples(st.integers(0, 200), st.integers(0, 200)), st.integers(0, 10**6), st.data())
    def test_weights_are_as_if_all_that_bends_were_worked_out(
        self, key: str, wrong: tuple[int, int], seed: int, data: st.DataObject
    ) -> None:
        """Of two faults as well, however far a reading is from the middle of their severity."""
        circuit, random = TEMPLATES[key](), np.random.default_rng(seed)
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        count = len(faults.singles)
        machine = simulate(circuit, tuple({one % count for one in wrong} - {0}), random)
        readings: list[Reading] = []
        while len(readings) < data.draw(st.integers(1, 6)):
            found = diagnose(circuit, readings, CALLED.get(key, ()))
            if not found.next:
                return
            readings.append(machine.read(found.next[0].candidate.probe))
        weighed = weigh(circuit, faults, every, readings)
        narrowing, all_of_them = Narrowing(circuit, faults, every), np.arange(len(every))
        groups = by_state(readings)
        held = narrowing.go_on(Held.of_none_read(all_of_them), groups)
        whole = every.log_prior + narrowing.likelihood(held, groups)
        due = np.exp(whole - whole.max())
        self.assertLess(float(np.abs(weighed.weight - due / due.sum()).sum()), 2e-3)


def _weighed_one_by_one(key: str, some: Hypotheses, readings: list[Reading]) -> np.ndarray:
    """The log-likelihood of all readings by the straight predictions, none left out."""
    circuit = TEMPLATES[key]()
    faults = faults_of(circuit)
    joint, over = Joint.of_none(len(some)), np.zeros(len(some))
    for one in readings:
        found = predict(circuit, faults, some, one.probe, one.input_ohms)
        if one.value is None:
            over += np.where(found.value < one.ceiling / 10, -700.0, 0.0)
        else:
            joint = joint.with_reading(found, one)
    return np.asarray(joint.log_likelihood + over)


class GoingOnTest(TestCase):
    """From what fewer readings said: the same as from all of them at once."""

    @settings(max_examples=30, deadline=None)
    @given(OF_PAIRS, st.integers(1, 400), st.integers(0, 10**6), st.data())
    def test_it_is_what_all_readings_say_at_once(
        self, key: str, wrong: int, seed: int, data: st.DataObject
    ) -> None:
        circuit = TEMPLATES[key]()
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        readings = some_readings(key, wrong, seed, 5)
        before = None
        count = 0
        for then in sorted(data.draw(st.sets(st.integers(0, 5), min_size=1))):
            found = weigh(circuit, faults, every, readings[:then], before, count)
            afresh = weigh(circuit, faults, every, readings[:then])
            np.testing.assert_allclose(found.weight, afresh.weight, atol=1e-3)
            self.assertEqual(int(found.weight.argmax()), int(afresh.weight.argmax()))
            before, count = found, then

    def test_a_changed_copy_of_a_circuit_is_another_one(self) -> None:
        """Nothing that was worked out of the old parts goes with it."""
        circuit = TEMPLATES["star"]()
        self.assertTrue(circuit.nodes and circuit.branches and circuit.working is not None)
        before = hash(circuit)
        fewer = circuit.model_copy(update={"parts": circuit.parts[:-1]})
        self.assertEqual(fewer, Circuit(parts=circuit.parts[:-1]))
        self.assertEqual(hash(fewer), hash(Circuit(parts=circuit.parts[:-1])))
        self.assertNotEqual(hash(fewer), before)
        self.assertLess(len(fewer.branches), len(circuit.branches))

    def test_the_longest_of_the_same_circuit_is_gone_on_from(self) -> None:
        circuit, other = TEMPLATES["star"](), TEMPLATES["delta"]()
        readings = some_readings("star", 3, 1, 4)
        lately = Remembered()
        self.assertIsNone(lately.longest(circuit, readings))
        some = {
            count: weigh(circuit, faults_of(circuit), hypotheses_of(circuit), readings[:count])
            for count in (0, 1, 3)
        }
        for count, weighed in some.items():
            lately.keep(circuit, readings[:count], (), weighed)
        self.assertEqual(lately.longest(circuit, readings), (some[3], 3))
        self.assertEqual(lately.longest(TEMPLATES["star"](), readings[:2]), (some[1], 1))
        self.assertEqual(lately.longest(circuit, readings[1:]), (some[0], 0))
        self.assertIsNone(lately.longest(other, readings))
        swap = Swap(part=circuit.parts[-1].key, way=SwapWay.ELSEWHERE, works=True)
        self.assertIsNone(lately.longest(circuit, readings, (swap,)))
        for _ in range(20):
            lately.keep(other, (), (), some[0])
        self.assertIsNone(lately.longest(circuit, readings))


class ContradictionTest(TestCase):
    def test_the_reading_that_fits_least_is_named(self) -> None:
        """Every reading of a bank but one is of a sound machine; that one is impossible."""
        circuit = parallel_bank(4)
        machine = simulate(circuit, (), np.random.default_rng(3))
        pairs = (("2", "N"), ("1", "N"), ("L", "N"), ("L", "2"), ("L", "1"))
        readings = [machine.read(Probe(kind="ohms", first=one, second=two)) for one, two in pairs]
        alone = [f"element {place}" for place in (1, 2, 3, 4)]
        readings += [
            machine.read(Probe(kind="ohms", first="2", second="N", alone=(key,))) for key in alone
        ]
        for place in (0, 3, 6):
            wrong = list(readings)
            off = wrong[place].model_copy(update={"value": 3.1 * (wrong[place].value or 0) + 2})
            wrong[place] = off
            found = diagnose(circuit, wrong)
            if found.contradicted:
                self.assertEqual(found.repeat, off)
            faults = faults_of(circuit)
            self.assertEqual(least_fitting(circuit, faults, hypotheses_of(circuit), wrong), place)

    def test_what_fits_does_not_contradict(self) -> None:
        circuit = element_with_limit()
        for wrong in range(len(faults_of(circuit).singles)):
            machine = simulate(circuit, (wrong,) if wrong else (), np.random.default_rng(wrong))
            readings = [machine.read(one.probe) for one in candidates_of(circuit)[:9]]
            self.assertFalse(diagnose(circuit, readings).contradicted, wrong)


class GhostTest(TestCase):
    def test_a_meter_of_low_impedance_shows_no_ghost(self) -> None:
        """A wire between two open contacts: a meter of 10 MΩ may show anything, one of 3 kΩ nothing."""
        circuit = TEMPLATES["ignition"]()
        faults = faults_of(circuit)
        probe = Probe(kind="volts", first="4", second="C")
        high, low = (predict(circuit, faults, SOUND, probe, ohms) for ohms in (1e7, 3e3))
        self.assertGreater(float(high.more[0]), 1.0)
        self.assertEqual(float(low.more[0]), 0.0)
        machine = simulate(circuit, (), np.random.default_rng(1), SimulatedMeter(input_ohms=3e3))
        self.assertLess(machine.read(probe).value or 0.0, 1.0)


class ByItselfTest(TestCase):
    @settings(max_examples=30, deadline=None)
    @given(KEYS, st.data())
    def test_a_part_by_itself_needs_no_network(self, key: str, data: st.DataObject) -> None:
        circuit = TEMPLATES[key]()
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        probes = [one.probe for one in candidates_of(circuit) if one.probe.alone]
        probe = data.draw(st.sampled_from(probes))
        count = min(len(every), 200)
        places = data.draw(st.lists(st.integers(0, len(every) - 1), min_size=1, max_size=count))
        some = every.take(np.array(places))
        quick = by_itself(circuit, faults, some, probe)
        if quick is None:
            return
        (due,) = Solved(circuit, faults, some, [probe], None).read(1e7)
        np.testing.assert_allclose(quick.scaled, due.scaled, atol=1e-3)
        np.testing.assert_allclose(quick.by_branch, due.by_branch, atol=1e-3)


class BentTest(TestCase):
    def test_a_leak_far_from_the_middle_of_its_severity_is_worked_out_where_it_is(self) -> None:
        """A leak of 972 Ω from N to the case: four figures put it there, whatever part it is in. From
        the middle of its severity, 4 kΩ, straight on, they would not fit by hundreds of deviations.
        """
        bank = parallel_bank()
        readings = [
            _ohms("N", "2", 9.03),
            _ohms("PE", "N", 972.5),
            _ohms("L", "PE", 1424.0),
            _ohms("L", "N", 451.5),
        ]
        found = diagnose(bank, readings)
        weight = {one.faults[0].part: one.weight for one in found.ranked if len(one.faults) == 1}
        elements = [weight[f"element {place}"] for place in range(1, 7)]
        self.assertLess(max(elements) - min(elements), 1e-6)
        self.assertGreater(elements[0], weight.get("K1 coil", 0.0))

    def test_what_no_reading_says_anything_of_stands_beside_it_as_usual_as_it_is(self) -> None:
        """Three figures put a leak of 220 Ω into one element: a blown fuse elsewhere, or a leg that is
        missing, is as likely beside it as it was before.
        """
        circuit = delta()
        readings = [
            _ohms("L1", "L2", 70.05),
            _ohms("L1", "PE", 94.52),
            _ohms("2", "PE", 197.77, alone=("element 1–2",)),
        ]
        weighed = diagnose(circuit, readings).weighed
        some, singles = weighed.hypotheses, faults_of(circuit).singles

        def is_missing(fault: int) -> bool:
            part = circuit.parts[singles[fault].part]
            code = part.component.modes[singles[fault].mode].code
            return part.key in ("fuse 3", "supply L1", "supply L3", "supply N") and code in (
                "open",
                "absent",
            )

        best = int(weighed.weight.argmax())
        leak = int(some.first[best])
        self.assertEqual(circuit.parts[singles[leak].part].key, "element 1–2")
        self.assertEqual(int(some.second[best]), 0)
        pairs = zip(some.first.tolist(), some.second.tolist(), strict=True)
        beside = [
            place
            for place, (one, other) in enumerate(pairs)
            if (one == leak and is_missing(other)) or (other == leak and is_missing(one))
        ]
        self.assertEqual(len(beside), 4)
        np.testing.assert_allclose(
            np.log(weighed.weight[beside]) - some.log_prior[beside],
            np.log(weighed.weight[best]) - some.log_prior[best],
            atol=0.01,
        )


def _ohms(first: str, second: str, value: float, alone: tuple[str, ...] = ()) -> Reading:
    probe = Probe(kind="ohms", first=first, second=second, alone=alone)
    return Reading(probe=probe, value=value, standard=0.002 * value + 0.05)
