"""Contacts: closed when they should be, open when they should be."""

from __future__ import annotations

import unittest
from typing import Any

from hembit_core import (
    ClosedContact,
    Contact,
    Judgement,
    OpenContact,
    Outcome,
    State,
    expectations,
    judge,
)
from hembit_core.tests.parts import BENCH


def contact(device: str = "thermostat", **more: Any) -> Contact:
    return Contact.model_validate({"device": device, **more})


def closed(display: str, spec: Contact | None = None, **how: Any) -> Judgement:
    reading = ClosedContact(display=display, **{"lead_zero": "0.20", **how})
    return judge(spec or contact(), reading, BENCH)


def opened(display: str, **how: Any) -> Judgement:
    return judge(contact(), OpenContact(display=display, **{"lead_zero": "0.20", **how}), BENCH)


class Closed(unittest.TestCase):
    def test_near_zero_is_what_is_due(self) -> None:
        for display in ("0.20", "0.25", "0.22"):
            verdict = closed(display)
            self.assertEqual((verdict.state, verdict.outcome), (State.WITHIN, Outcome.ACCEPT))
        self.assertIn("stuck closed passes this test", closed("0.22").next_step)

    def test_pitted_near_the_limit_and_open(self) -> None:
        self.assertEqual(closed("1.90").state, State.OUTSIDE)
        self.assertIn("burns under load", closed("1.90").next_step)
        self.assertEqual(closed("0.68").state, State.JUST_WITHIN)
        self.assertEqual(closed("OL").state, State.OPEN)

    def test_a_fuse_or_a_limit_that_opened_asks_for_its_cause(self) -> None:
        for device in ("fuse", "limit"):
            self.assertIn("opened for a reason", closed("OL", contact(device)).next_step)
        self.assertNotIn("reason", closed("OL", contact("switch")).next_step)

    def test_a_limit_of_its_own(self) -> None:
        spec = contact(closed_limit="3")
        self.assertEqual(closed("1.90", spec).state, State.WITHIN)
        self.assertIn("as given", expectations(spec, BENCH)[0].policy[0])

    def test_the_meter_must_be_fine_enough_and_the_wire_lifted(self) -> None:
        self.assertEqual(closed("0.3", lead_zero="0.2").state, State.JUST_WITHIN)
        self.assertEqual(closed("0.22", connection="in_circuit").state, State.NOT_COMPARABLE)
        self.assertEqual(closed("OL", connection="in_circuit").state, State.OPEN)


class Opened(unittest.TestCase):
    def test_overflow_is_due(self) -> None:
        verdict = opened("OL")
        self.assertEqual((verdict.state, verdict.outcome), (State.WITHIN, Outcome.ACCEPT))
        self.assertTrue(verdict.rail.high_gate and verdict.rail.high_gate.hit)

    def test_stuck_closed_and_leaking(self) -> None:
        stuck = opened("0.24")
        self.assertEqual((stuck.state, stuck.outcome), (State.SHORT, Outcome.REJECT))
        self.assertIn("Stuck closed", stuck.headline)
        self.assertEqual(opened("47.0k").state, State.LEAKING)

    def test_in_circuit_a_load_reads_the_same(self) -> None:
        self.assertEqual(opened("24.4", connection="in_circuit").state, State.NOT_COMPARABLE)
