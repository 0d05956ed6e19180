"""The readings a heating element takes, one per measurand."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from hembit_core.model import Model
from hembit_core.resistance_reading import Answers, DisplayText, ResistanceReading


class BetweenTerminals(ResistanceReading):
    """Ohms from end to end."""

    measurand: Literal["between_terminals"] = "between_terminals"


class Running(Model):
    """Volts across the element and amps through it, read together while it is called.

    ``answers`` may hold ``one_conductor`` and ``calling`` (yes, no).
    """

    measurand: Literal["running"] = "running"
    voltage: DisplayText
    current: DisplayText
    answers: Answers = Field(default_factory=dict)
