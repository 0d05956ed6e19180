"""Which start of the machine it is, and the fields of a row that knows when it was made."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path
from types import SimpleNamespace
from unittest.mock import patch

from django.test import SimpleTestCase

from hembit.apps.base import clocks
from hembit.apps.base.clocks import _boot, ticked, ticks, ticks_of
from hembit_core.visits.dead.clocks import Instant, Ticks


class Clocks(SimpleTestCase):
    def setUp(self) -> None:
        _boot.cache_clear()
        self.addCleanup(_boot.cache_clear)

    def test_a_start_has_a_name_which_stays(self) -> None:
        first = ticks()
        self.assertTrue(first.boot)
        self.assertEqual(ticks().boot, first.boot)
        self.assertGreaterEqual(ticks().seconds, first.seconds)

    def test_without_a_clock_that_counts_sleep_the_one_that_does_not(self) -> None:
        with patch.object(clocks, "time", SimpleNamespace(monotonic=lambda: 7.5)):
            self.assertEqual(ticks().seconds, 7.5)

    def test_where_the_system_does_not_say_it_is_this_programs_own(self) -> None:
        with patch.object(clocks, "_BOOT", Path("/nowhere")):
            own = ticks().boot
            self.assertRegex(own, r"\A[0-9a-f]{32}\Z")
            self.assertEqual(ticks().boot, own)

    def test_in_and_out_of_a_row(self) -> None:
        at = Instant(wall=datetime(2026, 3, 4, tzinfo=UTC), ticks=Ticks(boot="one", seconds=0.0))
        fields = ticked(at)
        self.assertEqual(fields, {"boot": "one", "ticks": 0.0})
        self.assertEqual(ticks_of(fields["boot"], fields["ticks"]), at.ticks)
        self.assertEqual(ticked(at.model_copy(update={"ticks": None})), {"boot": None, "ticks": None})
        for boot, seconds in ((None, 1.0), ("one", None), ("", 1.0)):
            self.assertIsNone(ticks_of(boot, seconds))
