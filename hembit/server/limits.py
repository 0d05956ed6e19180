"""What a request may take: in bytes and in seconds."""

from __future__ import annotations

from dataclasses import dataclass

MIB = 2**20


@dataclass(frozen=True)
class Limits:
    """Sizes in bytes, times in seconds, rates in bytes per second.

    A body may take ``within`` and what its length takes at ``least_rate``, no longer. Files, which
    are large and take long, are taken from whoever is signed in, a few at a time.
    """

    threads: int = 8
    body: int = 1 * MIB
    file: int = 16 * MIB
    files_at_once: int = 3
    file_waits: float = 60.0
    within: float = 10.0
    least_rate: float = 64 * 1024.0
    answer_within: float = 30.0

    def time_for(self, length: int) -> float:
        """How long ``length`` bytes may take on their way in or out [s]."""
        return self.within + length / self.least_rate
