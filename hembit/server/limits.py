"""What a request may take: in bytes and in seconds."""

from __future__ import annotations

import re
from dataclasses import dataclass

MIB = 2**20


@dataclass(frozen=True)
class Limits:
    """Sizes in bytes, times in seconds, rates in bytes per second.

    A body may take ``within`` and what its length takes at ``least_rate``, no longer. Photos, which
    are large and take long, are taken from whoever is signed in, a few at a time.
    """

    threads: int = 8
    body: int = 1 * MIB
    photo: int = 16 * MIB
    photo_paths: str = r"^/api/v1/jobs/\d+/photos$"
    photos_at_once: int = 3
    photo_waits: float = 60.0
    within: float = 10.0
    least_rate: float = 64 * 1024.0
    answer_within: float = 30.0

    def is_photo(self, method: str, path: str) -> bool:
        """Whether a request brings a photo."""
        return method == "POST" and re.search(self.photo_paths, path) is not None

    def time_for(self, length: int) -> float:
        """How long ``length`` bytes may take on their way in or out [s]."""
        return self.within + length / self.least_rate
