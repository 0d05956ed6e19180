"""What a reading of a part says of the path to its case, as data."""

from __future__ import annotations

from typing import Any

from hembit_core.conformity.states import State
from hembit_core.families.insulation import InsulationTest, due_volts, test_volts
from hembit_core.families.to_case import TerminalToCase
from hembit_core.judging.case_figure import CaseFigure
from hembit_core.judging.judgement import Judgement
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import Connection

_CLEAR = (State.WITHIN, State.JUST_WITHIN)


def case_figure(
    spec: Any, reading: Any, conditions: Conditions, verdict: Judgement
) -> CaseFigure | None:
    """What ``reading`` says of the path to the case; None of any other test."""
    if not isinstance(reading, TerminalToCase | InsulationTest):
        return None
    said = reading.connection
    figure = CaseFigure(
        by="multimeter",
        ohms=verdict.value.value if verdict.value else None,
        clear=verdict.state in _CLEAR,
        isolated=None if said is None else said is Connection.ISOLATED,
    )
    due = due_volts(spec, conditions)
    if isinstance(reading, InsulationTest):
        tester = {"by": "insulation_tester", "volts": test_volts(reading, due), "due_volts": due}
        return figure.model_copy(update=tester)
    return figure.model_copy(update={"taken_while": reading.taken_while, "due_volts": due})
