"""What is held against a meter or thermometer on the day it is used: said on every verdict with it."""

from __future__ import annotations

from datetime import date
from enum import StrEnum

from hembit_core.model import Model


class DoubtCode(StrEnum):
    """Why an instrument is not to be relied on without more."""

    OVERDUE = "overdue"
    """Its calibration ran out."""
    DISTRUSTED = "distrusted"
    """A check of it was off by more than U, or a lead said so."""
    RETIRED = "retired"
    """It was taken out of use."""


_WORDS = {
    DoubtCode.OVERDUE: ("is overdue for calibration", "its accuracy is not assured"),
    DoubtCode.DISTRUSTED: ("is not to be trusted", "check what it says with another"),
    DoubtCode.RETIRED: ("was taken out of use", "check what it says with another"),
}


class Doubt(Model):
    """One thing held against an instrument; ``since`` is the day, where there is one."""

    code: DoubtCode
    since: date | None = None

    def told(self, name: str) -> str:
        """The doubt as a sentence about the instrument called ``name``."""
        since = f" since {self.since.isoformat()}" if self.since else ""
        what, so = _WORDS[self.code]
        return f"{name} {what}{since}: {so}."
