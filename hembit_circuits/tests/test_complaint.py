"""What a complaint and a shop's own jobs make of how usual a fault is."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.infer.complaint import complained_of, share_of_failed
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.templates import TEMPLATES, element_with_limit
from hembit_core.about_kinds import kinds
from hembit_core.visits.symptoms import Symptom

KINDS = sorted(kinds())
FAILED = st.dictionaries(st.sampled_from(KINDS), st.integers(0, 500))


def first_of(circuit: Circuit) -> set[tuple[str, str]]:
    return {(one.part, one.code) for each in diagnose(circuit, []).ranked[:2] for one in each.faults}


class ComplaintTest(TestCase):
    def test_what_is_complained_of_stands_first(self) -> None:
        circuit = element_with_limit()
        no_heat = complained_of(circuit, {}, Symptom.NO_HEAT)
        self.assertIn(("element", "open"), first_of(no_heat))
        self.assertIn(("element", "leaks"), first_of(complained_of(circuit, {}, Symptom.TRIPS)))
        hot = first_of(complained_of(circuit, {}, Symptom.TOO_MUCH_HEAT))
        self.assertTrue({("limit", "stuck_closed"), ("thermostat", "stuck_closed")} & hot)

    def test_nothing_becomes_impossible(self) -> None:
        for symptom in Symptom:
            for make in TEMPLATES.values():
                for part in complained_of(make(), {}, symptom).parts:
                    self.assertTrue(all(one.prior > 0 for one in part.component.modes))

    def test_what_failed_in_the_shop_counts_from_thirty_jobs_on(self) -> None:
        circuit = element_with_limit()
        before = complained_of(circuit, {}, Symptom.NO_HEAT, {"contact": 29})
        self.assertEqual(before, complained_of(circuit, {}, Symptom.NO_HEAT))
        after = complained_of(circuit, {}, Symptom.NO_HEAT, {"contact": 60})
        self.assertTrue(first_of(after) & {("limit", "stuck_open"), ("thermostat", "stuck_open")})

    @given(FAILED)
    def test_the_shares_still_add_up(self, failed: dict[str, int]) -> None:
        priors = {name: one["prior"] for name, one in kinds().items()}
        shares = sum(priors[kind] * share_of_failed(kind, failed) for kind in KINDS)
        self.assertAlmostEqual(shares / sum(priors.values()), 1.0, 9)

    @given(FAILED, st.sampled_from(KINDS))
    def test_one_that_fails_once_more_is_no_rarer(self, failed: dict[str, int], kind: str) -> None:
        if sum(failed.values()) < 30:
            return
        more = {**failed, kind: failed.get(kind, 0) + 1}
        self.assertGreaterEqual(share_of_failed(kind, more), share_of_failed(kind, failed) - 1e-12)
