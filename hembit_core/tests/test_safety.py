"""Dead or live: which readings are admitted."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from hembit_core import InputError
from hembit_core.rules.values import default_rules
from hembit_core.visits.dead.safety import Live, LoosePart, MachineState, ProvedDead, admit

NOW = datetime(2026, 11, 23, 10, 42, tzinfo=UTC)


def proved(minutes_ago: float) -> ProvedDead:
    return ProvedDead(by="Ilse", at=NOW - timedelta(minutes=minutes_ago))


class Admits(unittest.TestCase):
    def refuse(self, measurand: str, machine: MachineState) -> str:
        with self.assertRaises(InputError) as caught:
            admit(measurand, machine, NOW)
        self.assertEqual(caught.exception.field, "dead_or_live")
        return caught.exception.message

    def test_ohms_on_a_loose_or_a_proved_part(self) -> None:
        for machine in (LoosePart(), proved(0), proved(59.9), proved(-1)):
            admit("between_terminals", machine, NOW)

    def test_ohms_never_on_a_live_part(self) -> None:
        self.assertIn("never", self.refuse("terminal_to_case", Live(since=NOW)))

    def test_a_proof_lapses_and_says_whose_it_was(self) -> None:
        self.assertIn("Ilse is 61 minutes old", self.refuse("between_terminals", proved(61)))

    def test_it_lapses_by_the_rules_of_the_shop(self) -> None:
        strict = default_rules().model_copy(update={"proof_of_dead_minutes": 20})
        admit("between_terminals", proved(19), NOW, strict)
        with self.assertRaisesRegex(InputError, "lapses after 20"):
            admit("between_terminals", proved(21), NOW, strict)

    def test_a_proof_from_the_future_is_no_proof(self) -> None:
        self.assertIn("future", self.refuse("between_terminals", proved(-30)))

    def test_live_readings_need_the_word(self) -> None:
        admit("running", Live(since=NOW), NOW)
        for machine in (LoosePart(), proved(1)):
            self.assertIn("State that it is live", self.refuse("running", machine))

    def test_a_proof_has_a_name(self) -> None:
        with self.assertRaises(ValueError):
            ProvedDead(by="  ", at=NOW)
