"""How far a figure can get when the parts move: against figures worked out where they moved to."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.infer.candidates import candidates_of
from hembit_circuits.infer.joint import FARTHEST
from hembit_circuits.infer.narrowing import chi_squared
from hembit_circuits.infer.reach import reach_of, widths_of
from hembit_circuits.model.component import Role
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.templates import CALLED, TEMPLATES
from hembit_circuits.solve.hypotheses import Floats, faults_of, hypotheses_of
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.prediction import Prediction, scaled, slope

RESTING = sorted(
    key
    for key, made in TEMPLATES.items()
    if all(one.component.trips_at is None and not one.component.moved_by for one in made().parts)
)
"""Nothing in these moves a contact or trips, so that volts change with the ohms and never jump."""


def _gone_and_could(key: str, probe: Probe, seed: int, *, one_at_a_time: bool) -> tuple[Floats, Floats]:
    """How far figures went from their predictions, and how far they could, of fifty hypotheses."""
    circuit, random = TEMPLATES[key](), np.random.default_rng(seed)
    faults, every = faults_of(circuit), hypotheses_of(circuit)
    if one_at_a_time:
        every = every.take(np.flatnonzero(every.second == 0))
    some = every.take(random.integers(0, len(every), 50))
    found = predict(circuit, faults, some, probe)
    drawn = random.uniform(-FARTHEST, FARTHEST, (len(some), faults.unknowns))
    if one_at_a_time:
        steep = np.abs(found.by_branch).argmax(axis=1)
        drawn *= np.arange(faults.unknowns) == steep[:, None]
    moved = predict(circuit, faults, some, probe, drawn=drawn)
    reach = reach_of(widths_of(circuit, is_live=probe.is_live), some, found)
    return np.abs(moved.scaled - found.scaled), np.sqrt(reach * (drawn**2).sum(axis=1))


class ReachTest(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.integers(0, 2**32 - 1), st.data())
    def test_ohms_get_no_further_wherever_all_parts_go(
        self, key: str, seed: int, data: st.DataObject
    ) -> None:
        probes = [one.probe for one in candidates_of(TEMPLATES[key](), CALLED.get(key, ()))]
        probe = data.draw(st.sampled_from([one for one in probes if one.kind == "ohms"]))
        gone, could = _gone_and_could(key, probe, seed, one_at_a_time=False)
        np.testing.assert_array_less(gone, could + 1e-6)

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(RESTING), st.integers(0, 2**32 - 1), st.data())
    def test_volts_and_amps_get_no_further_wherever_one_part_goes(
        self, key: str, seed: int, data: st.DataObject
    ) -> None:
        probes = [one.probe for one in candidates_of(TEMPLATES[key](), CALLED.get(key, ()))]
        probe = data.draw(st.sampled_from([one for one in probes if one.is_live]))
        gone, could = _gone_and_could(key, probe, seed, one_at_a_time=True)
        np.testing.assert_array_less(gone, could + 1e-6)

    def test_what_is_straight_reaches_as_far_as_its_spread(self) -> None:
        """A load by itself: ln R is its own, so that five deviations take it five σ and no further."""
        circuit = TEMPLATES["element_with_limit"]()
        faults, every = faults_of(circuit), hypotheses_of(circuit)
        part = next(
            one.key
            for one in circuit.parts
            if one.component.paths[0].role is Role.LOAD and len(one.nodes) == 2
        )
        place = circuit.place_of(part)
        first, second = circuit.parts[place].nodes
        probe = Probe(kind="ohms", first=first, second=second, alone=(part,))
        widths = widths_of(circuit, is_live=False)
        found = predict(circuit, faults, every, probe)
        reach = reach_of(widths, every, found)
        branch = next(
            at for at, one in enumerate(circuit.branches) if one.part == place and one.path is not None
        )
        closed = (found.value > 10) & (found.value < 1e6)
        due = widths.of(widths.spread, every)[closed, branch]
        np.testing.assert_allclose(np.sqrt(reach[closed]), due, rtol=0.02)

    def test_what_a_figure_takes_is_the_least_of_meter_and_parts_together(self) -> None:
        """(d − r)²/σ² + r²/K has its least, d²/(σ² + K), at r = d K/(σ² + K); sought by steps here."""
        reach, sigma = 0.3**2, 0.01
        one = Reading(
            probe=Probe(kind="ohms", first="a", second="b"), value=2000.0, standard=2000.0 * sigma
        )
        none, ohms = np.zeros(1), np.full(1, 1000.0)
        steep = slope("ohms", ohms)
        found = Prediction("ohms", ohms, scaled("ohms", ohms), np.zeros((1, 1)), steep, none)
        off = float((scaled("ohms", 2000.0) - found.scaled)[0])
        steps = np.linspace(0, off, 100_001)
        least = float(((off - steps) ** 2 / sigma**2 + steps**2 / reach).min())
        self.assertAlmostEqual(float(chi_squared(one, found, none + reach)[0]), least, 4)
