"""The readings a three-phase set takes besides the case."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.judging.judgement import Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.measuring.resistance_reading import Answers, DisplayText, HowTaken
from hembit_core.model import Model


class LineToLine(HowTaken):
    """Ohms between each two lines, supply wires lifted."""

    about: ClassVar = Measurand(
        "From line to line",
        Step.MEASURE,
        "dead",
        2,
        Role.ALONG,
        Probes(
            drawing="three_phase_delta",
            first="one line's terminal",
            second="the next, all three in turn",
            disconnect="all supply wires lifted",
        ),
    )
    measurand: Literal["line_to_line"] = "line_to_line"
    l1_l2: DisplayText
    l2_l3: DisplayText
    l3_l1: DisplayText


class LineCurrents(Model):
    """Volts from line to line and the clamp's amps in each line, while it is called."""

    about: ClassVar = Measurand(
        "Amps in the lines",
        Step.LIVE,
        "live",
        4,
        Role.WORKING,
        Probes(
            drawing="clamp_lines",
            first="volts from line to line",
            second="clamp round each line in turn",
            disconnect="covers back on, called for heat; no neutral connected",
        ),
    )
    measurand: Literal["line_currents"] = "line_currents"
    voltage: DisplayText
    l1: DisplayText
    l2: DisplayText
    l3: DisplayText
    answers: Answers = {}
