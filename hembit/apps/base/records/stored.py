"""What a client named and sent is stored once, however often it arrives."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Generic, TypeVar

Row = TypeVar("Row")


@dataclass(frozen=True)
class Stored(Generic[Row]):
    """What is stored under a client's id; ``new`` when it was stored just now.

    A route answers 201 then, and 200 with the same when it was there before.
    """

    row: Row
    new: bool = True

    @property
    def status(self) -> int:
        """The answer's status."""
        return 201 if self.new else 200
