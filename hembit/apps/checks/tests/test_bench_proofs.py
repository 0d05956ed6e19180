"""A proof of dead that is stated in Check is as old as the server's clocks know it to be."""

from __future__ import annotations

from contextlib import ExitStack
from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.utils import timezone

from hembit.apps.base.clocks import ticks
from hembit.apps.checks.models import BenchProof
from hembit.apps.checks.tests.requests import ApiTestCase
from hembit_core.visits.dead.clocks import Ticks

NOW = timezone.now


class BenchProofs(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.stated = {"state": "proved_dead", "by": "Ilse Fennick", "at": NOW().isoformat()}

    def passed(self, minutes: float, wall: float | None = None, boot: str = "") -> Any:
        """So much time has passed; the wall clock says ``wall`` minutes where it was set."""
        here = ticks()
        later = Ticks(boot=boot or here.boot, seconds=here.seconds + 60 * minutes)
        says = timedelta(minutes=minutes if wall is None else wall)
        both = ExitStack()
        both.enter_context(patch("hembit.apps.base.clocks.ticks", lambda: later))
        both.enter_context(patch("django.utils.timezone.now", lambda: NOW() + says))
        return both

    def keep(self) -> int:
        return self.post("checks", self.body(dead_or_live=self.stated)).status_code

    def test_it_holds_for_an_hour_by_both_clocks(self) -> None:
        for minutes, wall, answer in ((0, 0, 201), (59, 59, 201), (61, 61, 422)):
            with self.passed(minutes, wall):
                self.assertEqual(self.keep(), answer, (minutes, wall))

    def test_a_clock_that_is_set_back_does_not_bring_it_back(self) -> None:
        self.assertEqual(self.keep(), 201)
        with self.passed(61):
            said = self.refusals("checks", self.body(dead_or_live=self.stated))
            self.assertIn("older than 60 min", said["dead_or_live"])
        self.assertEqual(self.keep(), 422)

    def test_one_that_was_never_seen_lapsed_does_not_come_back_either(self) -> None:
        self.assertEqual(self.post("bench-proofs", {"at": self.stated["at"]}).status_code, 200)
        with self.passed(70, wall=30):
            said = self.refusals("checks", self.body(dead_or_live=self.stated))
            self.assertIn("clock was set back", said["dead_or_live"])

    def test_a_new_start_lapses_it(self) -> None:
        self.assertEqual(self.keep(), 201)
        with self.passed(1, boot="another"):
            self.assertEqual(self.keep(), 422)
        self.assertEqual(self.keep(), 422)

    def test_what_needs_no_proof_asks_for_none(self) -> None:
        self.post("checks", self.body())
        self.assertFalse(BenchProof.objects.exists())
