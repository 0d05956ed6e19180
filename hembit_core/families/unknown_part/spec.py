"""What is known of a part without figures: what it is."""

from __future__ import annotations

from enum import StrEnum
from typing import Any, Literal

from hembit_core.data_files import table
from hembit_core.model import Model


class UnknownWhat(StrEnum):
    """What it is, as far as one can see."""

    COIL = "coil"
    ELEMENT = "element"
    IGNITER = "igniter"
    SENSOR = "sensor"
    OTHER = "other"


class UnknownPart(Model):
    """A part of which no plate, sheet or chart says what it should read."""

    kind: Literal["unknown_part"] = "unknown_part"
    what: UnknownWhat = UnknownWhat.OTHER

    @property
    def entry(self) -> dict[str, Any]:
        """What is known of such parts in general."""
        found: dict[str, Any] = table("unknown_parts")["kinds"][self.what]
        return found

    @property
    def alike(self) -> str:
        """The kind of part whose usual spread among siblings holds for it."""
        return str(self.entry["alike"])

    def describe(self) -> str:
        """The part in a few words."""
        return f"{self.entry['label'].capitalize()}, no figures known"
