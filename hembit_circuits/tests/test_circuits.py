"""The circuit, solved: against hand, against exact fractions, and by what every network obeys."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.infer.candidates import candidates_of
from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.kinds import coil, contact, fuse, load, source
from hembit_circuits.model.probe import Probe
from hembit_circuits.model.templates import (
    CALLED,
    TEMPLATES,
    delta,
    parallel_bank,
    placed,
    single_phase,
    star,
)
from hembit_circuits.solve.hypotheses import SOUND, Hypotheses, faults_of, hypotheses_of
from hembit_circuits.solve.predicting import predict, predict_many
from hembit_circuits.solve.prediction import OPEN, Prediction


def read(circuit: Circuit, probe: Probe, hypotheses: Hypotheses = SOUND) -> Prediction:
    return predict(circuit, faults_of(circuit), hypotheses, probe)


def ohms(circuit: Circuit, first: str, second: str, **more: object) -> float:
    probe = Probe.model_validate({"kind": "ohms", "first": first, "second": second, **more})
    return float(read(circuit, probe).value[0])


def volts(circuit: Circuit, first: str, second: str, *called: str) -> float:
    probe = Probe(kind="volts", first=first, second=second, called=called)
    return float(read(circuit, probe).value[0])


def of(circuit: Circuit, part: str, code: str, level: int = 0) -> Hypotheses:
    """The single fault of a part."""
    faults, place = faults_of(circuit), circuit.place_of(part)
    for number, one in enumerate(faults.singles):
        if one.part != place or one.level != level:
            continue
        if circuit.parts[place].component.modes[one.mode].code.partition(":")[0] == code:
            return Hypotheses(np.array([number]), np.zeros(1, dtype=np.int64), np.zeros(1))
    raise AssertionError(code)


def exact(resistors: list[tuple[int, int, Fraction]], first: int, second: int) -> Fraction | None:
    """Ohms between two nodes of a network of resistors, by elimination in fractions; None for open."""
    island, grown = {second}, True
    while grown:
        more = {a for a, b, _ in resistors if b in island} | {b for a, b, _ in resistors if a in island}
        grown = not more <= island
        island |= more
    if first not in island:
        return None
    inside = sorted(island - {second})
    at = {node: place for place, node in enumerate(inside)}
    rows = [[Fraction(0)] * (len(inside) + 1) for _ in inside]
    for a, b, r in resistors:
        if a not in island:
            continue
        for one, other in ((a, b), (b, a)):
            if one in at:
                rows[at[one]][at[one]] += 1 / r
                if other in at:
                    rows[at[one]][at[other]] -= 1 / r
    rows[at[first]][-1] = Fraction(1)
    for place in range(len(inside)):
        pivot = next(row for row in range(place, len(inside)) if rows[row][place] != 0)
        rows[place], rows[pivot] = rows[pivot], rows[place]
        for row in range(len(inside)):
            if row != place and rows[row][place]:
                share = rows[row][place] / rows[place][place]
                rows[row] = [x - share * y for x, y in zip(rows[row], rows[place], strict=True)]
    return rows[at[first]][-1] / rows[at[first]][at[first]]


class HandTest(TestCase):
    def test_a_bank_with_members_dead(self) -> None:
        """Six of 52.9 Ω read 8.82 Ω; with one dead 10.58 Ω (domain, section 4)."""
        bank = parallel_bank(6, 52.9)
        self.assertAlmostEqual(ohms(bank, "2", "N"), 8.8167, 3)
        dead = read(bank, Probe(kind="ohms", first="2", second="N"), of(bank, "element 4", "open"))
        self.assertAlmostEqual(float(dead.value[0]), 10.58, 3)

    def test_a_delta_with_a_branch_open(self) -> None:
        """Delta of three 106.7 Ω: 71.1 Ω between lines; one open: 213.3 Ω across it, 106.7 Ω beside."""
        circuit = delta()
        self.assertAlmostEqual(ohms(circuit, "1", "2"), 71.13, 2)
        broken = of(circuit, "element 1–2", "open")
        for pair, due in ((("1", "2"), 213.4), (("2", "3"), 106.7)):
            probe = Probe(kind="ohms", first=pair[0], second=pair[1])
            self.assertAlmostEqual(float(read(circuit, probe, broken).value[0]), due, 2)

    def test_isolated_and_in_circuit(self) -> None:
        """Isolated 4010 Ω with 14.06 kΩ beside it reads 3120 Ω (domain, section 6)."""
        circuit = Circuit(
            parts=(placed("part", load(4010.0), "a", "b"), placed("beside", load(14056.0), "a", "b"))
        )
        self.assertAlmostEqual(ohms(circuit, "a", "b"), 3120, 0)
        self.assertAlmostEqual(ohms(circuit, "a", "b", alone=("part",)), 4010, 2)
        self.assertAlmostEqual(ohms(circuit, "a", "b", lifted=("part",)), 14056, 1)

    def test_star_with_a_lost_neutral_is_two_legs_in_series(self) -> None:
        circuit = star()
        self.assertAlmostEqual(volts(circuit, "L1", "L2"), 230 * 3**0.5, delta=5)
        self.assertLess(volts(circuit, "star", "N"), 0.5)
        lost = of(circuit, "fuse 1", "open")
        probe = Probe(kind="volts", first="star", second="N")
        # The star point moves to half way between the two lines that are left: 115 V.
        self.assertAlmostEqual(float(read(circuit, probe, lost).value[0]), 115, 0)

    def test_volts_across_contacts_and_what_is_behind_them(self) -> None:
        circuit = TEMPLATES["element_with_limit"]()
        opened = of(circuit, "limit", "stuck_open")
        across = Probe(kind="volts", first="1", second="2")
        self.assertLess(float(read(circuit, across).value[0]), 0.5)
        self.assertAlmostEqual(float(read(circuit, across, opened).value[0]), 230, 0)
        at_load = Probe(kind="volts", first="3", second="N")
        self.assertLess(float(read(circuit, at_load, opened).value[0]), 0.01)

    def test_a_wire_that_floats_may_show_a_ghost_and_a_load_collapses_it(self) -> None:
        """Behind an open contact with the element broken as well, nothing holds the node."""
        parts = (
            *single_phase(),
            placed("switch", contact(False), "L", "1"),
            placed("element", load(50.0), "1", "2"),
            placed("return", fuse(), "2", "N"),
        )
        circuit = Circuit(parts=parts)
        broken = of(circuit, "return", "open")
        probe = Probe(kind="volts", first="1", second="N")
        self.assertGreater(float(read(circuit, probe, broken).more[0]), 1.0)
        self.assertEqual(float(read(circuit, probe).more[0]), 0.0)

    def test_a_coil_takes_its_va_and_not_its_ohms(self) -> None:
        parts = (*single_phase(), placed("K", coil(420.0, 230.0, 9.0), "L", "N"))
        circuit = Circuit(parts=parts)
        amps = float(read(circuit, Probe(kind="amps", part="K")).value[0])
        self.assertAlmostEqual(amps * 230, 9.0, 1)
        self.assertAlmostEqual(ohms(circuit, "L", "N"), 420.0, 2)

    def test_a_contact_follows_its_coil_and_stays_when_that_is_broken(self) -> None:
        bank = parallel_bank(3, 50.0)
        self.assertAlmostEqual(volts(bank, "2", "N"), 230, -1)
        self.assertLess(volts(bank, "2", "N", "limit"), 1.0)
        broken = of(bank, "K1 coil", "open")
        probe = Probe(kind="volts", first="2", second="N")
        self.assertLess(float(read(bank, probe, broken).value[0]), 1.0)

    def test_a_live_short_trips_and_then_nothing_is_there(self) -> None:
        circuit = TEMPLATES["element_with_limit"]()
        short = of(circuit, "element", "short")
        for probe in (Probe(kind="volts", first="L", second="N"), Probe(kind="amps", part="element")):
            self.assertEqual(float(read(circuit, probe, short).value[0]), 0.0)

    def test_a_changeover_feeds_one_of_two(self) -> None:
        circuit = TEMPLATES["two_elements_changeover"]()
        self.assertAlmostEqual(volts(circuit, "2", "N"), 228, -1)
        self.assertLess(volts(circuit, "3", "N"), 0.1)
        self.assertAlmostEqual(volts(circuit, "3", "N", "thermostat"), 228, -1)


class PropertyTest(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.data())
    def test_ohms_are_those_of_exact_elimination(self, data: st.DataObject) -> None:
        nodes = data.draw(st.integers(3, 7))
        count = data.draw(st.integers(2, 10))
        resistors = []
        for _ in range(count):
            a, b = data.draw(st.lists(st.integers(0, nodes - 1), min_size=2, max_size=2, unique=True))
            value = data.draw(st.sampled_from(["1/50", "2", "24", "420", "9000", "2000000"]))
            resistors.append((a, b, Fraction(value)))
        circuit = Circuit(
            parts=tuple(
                placed(f"r{place}", load(float(r)), str(a), str(b))
                for place, (a, b, r) in enumerate(resistors)
            )
        )
        used = sorted({one for a, b, _ in resistors for one in (a, b)})
        first, second = data.draw(st.sampled_from([(x, y) for x in used for y in used if x != y]))
        due = exact(resistors, first, second)
        found = ohms(circuit, str(first), str(second))
        if due is None:
            self.assertEqual(found, OPEN)
        else:
            self.assertAlmostEqual(found, float(due), delta=1e-5 + 3e-4 * float(due))
        self.assertAlmostEqual(found, ohms(circuit, str(second), str(first)), delta=1e-5 + 1e-6 * found)

    @settings(max_examples=40, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data())
    def test_sensitivities_are_those_of_small_steps(self, key: str, data: st.DataObject) -> None:
        """By the adjoint network as by drawing each branch a little off."""
        circuit = TEMPLATES[key]()
        called = CALLED.get(key, ())
        first, second = data.draw(
            st.lists(st.sampled_from(circuit.nodes), min_size=2, max_size=2, unique=True)
        )
        kind = data.draw(st.sampled_from(["ohms", "volts"]))
        probe = Probe.model_validate(
            {
                "kind": kind,
                "first": first,
                "second": second,
                "called": called if kind == "volts" else (),
            }
        )
        faults = faults_of(circuit)
        count = faults.unknowns
        middle = predict(circuit, faults, SOUND, probe, drawn=np.zeros((1, count)))
        if middle.value[0] >= OPEN or middle.value[0] < 1.6 or middle.more[0] > 0:
            return
        for place in range(count):
            drawn = np.zeros((1, count))
            drawn[0, place] = 1e-3
            moved = predict(circuit, faults, SOUND, probe, drawn=drawn)
            step = float(moved.scaled[0] - middle.scaled[0]) / 1e-3
            self.assertAlmostEqual(step, float(middle.by_branch[0, place]), delta=2e-3)

    @settings(max_examples=20, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data())
    def test_many_at_once_are_what_each_is_alone(self, key: str, data: st.DataObject) -> None:
        circuit = TEMPLATES[key]()
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        some = every.take(np.array(data.draw(st.lists(st.integers(0, len(every) - 1), min_size=3))))
        probes = [one.probe for one in candidates_of(circuit, CALLED.get(key, ()))]
        for one, found in zip(probes, predict_many(circuit, faults, some, probes), strict=True):
            due = predict(circuit, faults, some, one)
            np.testing.assert_allclose(found.scaled, due.scaled, atol=2e-3, err_msg=str(one))
            np.testing.assert_allclose(found.by_branch, due.by_branch, atol=5e-3, err_msg=str(one))
            np.testing.assert_allclose(found.more, due.more, atol=5e-2, err_msg=str(one))

    @settings(max_examples=30, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data())
    def test_more_ohms_anywhere_are_never_fewer_between_two_points(
        self, key: str, data: st.DataObject
    ) -> None:
        circuit = TEMPLATES[key]()
        first, second = data.draw(
            st.lists(st.sampled_from(circuit.nodes), min_size=2, max_size=2, unique=True)
        )
        probe = Probe(kind="ohms", first=first, second=second)
        self.assertTrue((read(circuit, probe).by_branch >= 0).all())

    def test_volts_of_two_sources_are_the_sum_of_each(self) -> None:
        def with_volts(one: float, other: float) -> Circuit:
            return Circuit(
                parts=(
                    placed("A", source(one), "a", CASE),
                    placed("B", source(other), "b", CASE),
                    placed("r1", load(100.0, case=False), "a", "m"),
                    placed("r2", load(220.0, case=False), "b", "m"),
                    placed("r3", load(330.0, case=False), "m", CASE),
                )
            )

        both = volts(with_volts(24, 12), "m", CASE)
        self.assertAlmostEqual(
            both, volts(with_volts(24, 0), "m", CASE) + volts(with_volts(0, 12), "m", CASE), 6
        )


class TemplatesTest(TestCase):
    def test_priors_add_up_and_every_pair_is_there_once(self) -> None:
        for key, make in TEMPLATES.items():
            with self.subTest(key):
                found = hypotheses_of(make())
                self.assertAlmostEqual(float(np.exp(found.log_prior).sum()), 1.0, 9)
                pairs = set(zip(found.first.tolist(), found.second.tolist(), strict=True))
                self.assertEqual(len(pairs), len(found))
