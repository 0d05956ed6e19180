"""The readings a thermocouple takes."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.judging.judgement import Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.measuring.resistance_reading import Answers, DisplayText, ResistanceReading
from hembit_core.model import Model


class LoopResistance(ResistanceReading):
    """Ohms round the loop, unplugged: on mV an open input floats and shows anything."""

    about: ClassVar = Measurand(
        "The loop's ohms",
        Step.SENSORS,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="thermocouple",
            first="plus",
            second="minus",
            disconnect="off the instrument; both ways round, the mean counts when it is hot",
        ),
    )
    measurand: Literal["loop_resistance"] = "loop_resistance"


class ThermocoupleVoltage(Model):
    """Millivolts at the terminals, plus on plus."""

    about: ClassVar = Measurand(
        "Millivolts",
        Step.SENSORS,
        "either",
        3,
        Role.SENSES,
        Probes(
            drawing="thermocouple",
            first="plus",
            second="minus",
            disconnect="off the instrument, or straight at its terminals; thermometer on them",
        ),
    )
    measurand: Literal["thermocouple_voltage"] = "thermocouple_voltage"
    display: DisplayText
    answers: Answers = {}
