"""The order in which records were written. A clock can be set back; this cannot."""

from __future__ import annotations

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
