"""What lay in an outbox while a colleague fitted another part: it is of the one that was taken out."""

from __future__ import annotations

from datetime import timedelta
from typing import Any, get_args
from unittest.mock import patch

from django.utils import timezone

from hembit.apps.base.records.sequence import last_sequence
from hembit.apps.jobs.entries.base import EntryIn
from hembit.apps.jobs.entries.registry import AnyEntry
from hembit.apps.jobs.models import Entry, Reading
from hembit.apps.jobs.tests.circuits import CircuitCase


def sent(minutes_ago: float, seen: int) -> dict[str, Any]:
    """A parcel that was made when this much had been seen."""
    now = timezone.now()
    made = now - timedelta(minutes=minutes_ago)
    return {"made_at": made.isoformat(), "sent_at": now.isoformat(), "seen": seen}


class OvertakenTest(CircuitCase):
    def setUp(self) -> None:
        super().setUp()
        self.good(self.send_rows(self.bank_of_three()))
        self.open_job()
        self.prove_dead_earlier()
        self.before = last_sequence()

    def prove_dead_earlier(self) -> None:
        earlier = timezone.now() - timedelta(minutes=30)
        with patch("django.utils.timezone.now", lambda: earlier):
            self.prove_dead()

    def fit(self, who: Any = None, part: str = "", **more: Any) -> None:
        part = part or self.element
        self.good(self.reading(part, "24.2", who, spare=True, loose=True))
        if who:
            self.prove_dead(who)
        self.good(self.entry("fitted", who, part=part, **more))
        if who:
            self.prove_dead_earlier()

    def found(self) -> dict[str, Any]:
        return dict(self.good(self.get(f"jobs/{self.number}/circuit")))

    def points(self, minutes_ago: float, **asked: Any) -> Any:
        asked = {"kind": "ohms", "first": "2", "second": "N", **asked}
        taken = {"asked": asked, "display": "16.5", "leads_nulled": True}
        late = sent(minutes_ago, self.before)
        return self.entry("points_read", taken=taken, meter=self.meter, sent=late)

    def test_a_reading_is_none_of_the_new_part(self) -> None:
        self.fit(self.as_lead())
        late = sent(0.01, self.before)
        said = self.refused(self.reading(self.element, "OL", sent=late))["part"]
        self.assertIn("Maud Fennick fitted another part here", said)
        self.assertFalse(Reading.objects.filter(position=self.element, spare=False).exists())
        self.good(self.reading(self.member, "24.1", sent=late))
        self.good(self.reading(self.element, "24.3", sent=sent(0.01, last_sequence())))

    def test_a_bank_is_none_of_the_one_with_a_new_member(self) -> None:
        self.fit(self.as_lead(), self.member)
        late = sent(0.01, self.before)
        self.assertIn("part", self.refused(self.reading(self.bank, "10.6", sent=late)))
        self.good(self.reading(self.element, "24.1", sent=late))

    def test_what_the_sender_fitted_before_the_sender_knew(self) -> None:
        self.fit(sent=sent(9, self.before))
        earlier = self.reading(self.element, "OL", sent=sent(20, self.before))
        self.assertIn("fitted another part", self.refused(earlier)["part"])
        self.good(self.reading(self.element, "24.3", sent=sent(0.01, self.before)))

    def test_an_exchange_in_another_job_of_the_machine_counts(self) -> None:
        first = self.number
        self.open_job()
        self.fit(self.as_lead())
        self.number = first
        late = sent(0.01, self.before)
        self.assertIn("part", self.refused(self.reading(self.element, "OL", sent=late)))

    def test_of_a_sender_who_says_not_what_was_seen_only_what_is_later_counts(self) -> None:
        self.fit(self.as_lead())
        self.good(self.reading(self.element, "24.3", sent=sent(0.0, 0)))

    def test_a_second_exchange_is_asked_for_again(self) -> None:
        self.fit(self.as_lead())
        late = sent(0.01, self.before)
        self.good(self.reading(self.element, "24.4", spare=True, loose=True, sent=late))
        again = self.entry("fitted", part=self.element, serial="N-3", sent=late)
        self.assertIn("fitted another part", self.refused(again)["part"])

    def test_what_was_seen_read_or_tried_stands_in_the_log_and_counts_for_nothing(self) -> None:
        self.fit(self.as_lead())
        readings = self.found()["readings"]
        late = sent(0.01, self.before)
        row = next(one["key"] for one in self.bank_of_three() if one["name"] == "element 1")
        for stored in (
            self.points(0.01),
            self.entry("swapped", row=row, way="taken_out", works=True, sent=late),
            self.entry("looked", part=self.element, seen=["corroded"], sent=late),
        ):
            job = self.good(stored)
            self.assertEqual(job["entries"][-1]["void"], "it came after Maud Fennick fitted a part")
        after = self.found()
        self.assertEqual((after["readings"], after["points"], after["swaps"]), (readings, [], []))

    def test_of_another_part_by_itself_it_counts(self) -> None:
        self.fit(self.as_lead())
        row = next(one["key"] for one in self.bank_of_three() if one["name"] == "element 2")
        self.good(self.points(0.01, alone=[row]))
        self.assertEqual([one["is_past"] for one in self.found()["points"]], [False])

    def test_a_correction_speaks_of_the_moment_of_what_it_corrects(self) -> None:
        self.good(self.points(0))
        (wrong,) = self.found()["points"]
        self.fit(self.as_lead())
        taken = {"asked": {"kind": "ohms", "first": "2", "second": "N"}, "display": "9.9"}
        self.good(
            self.entry(
                "points_read",
                taken=taken | {"leads_nulled": True},
                meter=self.meter,
                corrects=wrong["id"],
                reason="typed wrong",
                sent=sent(0.01, self.before),
            )
        )
        self.assertEqual(Entry.objects.filter(kind="points_read", void="").count(), 2)

    def test_every_entry_on_a_part_says_what_an_exchange_makes_of_it(self) -> None:
        """Decisions name the finding they saw, causes what was; an exchange is refused."""
        of_their_own = {"decided", "cause_named", "fitted"}
        union = get_args(AnyEntry)[0]
        silent = {
            str(one.model_fields["kind"].default)
            for one in get_args(union)
            if "part" in one.model_fields and one.voided_by is EntryIn.voided_by
        }
        self.assertEqual(silent, of_their_own)
