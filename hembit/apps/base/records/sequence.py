"""The order in which records were written. A clock can be set back; this cannot.

A database that is brought back from a backup counts on from an earlier number. What was written in the
time that was lost is not there, though browsers may have seen it: a restore begins a new *epoch*. Its
numbers are larger than any of before, and a number says which epoch it is of.
"""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

from django.db import connection, models


class Counter(models.Model):
    """The last number given out; one row."""

    last = models.PositiveBigIntegerField(default=0)

    def __str__(self) -> str:
        return str(self.last)


_NEXT = (
    f"INSERT INTO {Counter._meta.db_table} (id, last) VALUES (1, 1) "
    "ON CONFLICT (id) DO UPDATE SET last = last + 1 RETURNING last"
)


def next_sequence() -> int:
    """The next number: larger than every one before, in the order in which records are written."""
    with connection.cursor() as cursor:
        cursor.execute(_NEXT)
        return int(cursor.fetchone()[0])


def next_sequences(count: int) -> range:
    """The next so many numbers at once."""
    with connection.cursor() as cursor:
        cursor.execute(_NEXT.replace("(1, 1)", "(1, %s)").replace("last + 1", "last + %s"), [count] * 2)
        last = int(cursor.fetchone()[0])
    return range(last - count + 1, last + 1)


def last_sequence() -> int:
    """The last number given out; 0 where none was."""
    return Counter.objects.filter(pk=1).values_list("last", flat=True).first() or 0


_NUMBERS = 2**28
"""So many numbers an epoch has: more than a shop writes in its life."""
_COUNTED_FROM = datetime(2026, 1, 1, tzinfo=UTC)


def epoch_of(sequence: int) -> int:
    """The epoch of the database that a number was given out in; 0 for one that was never restored."""
    return sequence // _NUMBERS


def begin_epoch(now: datetime) -> None:
    """Go on with numbers of an epoch that no other restore has: the minute says which."""
    minutes = (now - _COUNTED_FROM) // timedelta(minutes=1)
    epoch = max(epoch_of(last_sequence()) + 1, minutes)
    Counter.objects.update_or_create(pk=1, defaults={"last": epoch * _NUMBERS})


class InSequence(models.Model):
    """A row that knows its place in the order of writing; what comes later has the larger number."""

    sequence = models.PositiveBigIntegerField(editable=False)

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Save it; a new one takes the next place, unless it was given that of what it belongs to."""
        if self._state.adding and self.sequence is None:
            self.sequence = next_sequence()
        super().save(*args, **kwargs)
