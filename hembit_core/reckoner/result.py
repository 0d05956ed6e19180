"""What a sum gives: one line to read aloud, and the working."""

from __future__ import annotations

from hembit_core.model import Model
from hembit_core.working import WorkingLine


class Reckoned(Model):
    """The result of a sum. ``minutes`` is a wait that can be turned into a clock time [min]."""

    headline: str
    explanation: tuple[str, ...] = ()
    working: tuple[WorkingLine, ...]
    minutes: float | None = None
