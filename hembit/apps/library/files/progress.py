"""How far a file is that is being looked through, for whoever waits for it."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from threading import Lock
from uuid import UUID

from hembit_core.model import Model

_EVERY = 100
"""Rows between two words on it."""


class Progress(Model):
    """Rows that are through, of how many; both none while nothing is known."""

    done: int = 0
    rows: int = 0


class Counter:
    """Counts the rows of one file."""

    def __init__(self) -> None:
        self.said = Progress()

    def count(self, done: int, rows: int) -> None:
        """So many of so many rows are through."""
        if done % _EVERY == 0 or done == rows:
            self.said = Progress(done=done, rows=rows)


_lock = Lock()
_under_way: dict[UUID, Counter] = {}


@contextmanager
def counted(watch: UUID | None) -> Iterator[Counter]:
    """A counter that can be asked for by ``watch`` as long as this lasts, in this server."""
    counter = Counter()
    if watch is None:
        yield counter
        return
    with _lock:
        _under_way[watch] = counter
    try:
        yield counter
    finally:
        with _lock:
            _under_way.pop(watch, None)


def progress_of(watch: UUID) -> Progress:
    """How far it is; nothing where it is over or not known here."""
    with _lock:
        counter = _under_way.get(watch)
    return counter.said if counter else Progress()
