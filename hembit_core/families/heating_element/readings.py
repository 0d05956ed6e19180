"""The readings a heating element takes, one per measurand."""

from __future__ import annotations

from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.judging.judgement import Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.measuring.resistance_reading import Answers, DisplayText, ResistanceReading
from hembit_core.model import Model


class BetweenTerminals(ResistanceReading):
    """Ohms from end to end."""

    about: ClassVar = Measurand(
        "Between the terminals",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="element",
            first="terminal 1",
            second="terminal 2",
            disconnect="both wires lifted off the terminals",
        ),
    )
    measurand: Literal["between_terminals"] = "between_terminals"


class Running(Model):
    """Volts across the element and amps through it, read together while it is called.

    ``answers`` may hold ``one_conductor`` and ``calling`` (yes, no).
    """

    about: ClassVar = Measurand(
        "Volts and amps",
        Step.LIVE,
        "live",
        4,
        Role.WORKING,
        Probes(
            drawing="element_running",
            first="volts across both terminals",
            second="clamp round one conductor",
            disconnect="covers back on, called for heat",
        ),
    )
    measurand: Literal["running"] = "running"
    voltage: DisplayText
    current: DisplayText
    answers: Answers = Field(default_factory=dict)
