"""What is asked before "no current" is believed of a clamp."""

from __future__ import annotations

from hembit_core.judging.judgement import Choice, Question

YES_NO = (Choice(value="yes", label="Yes"), Choice(value="no", label="No"))
ONE_CONDUCTOR = Question(
    code="one_conductor",
    field="reading.current",
    sentence="Is the clamp round one conductor only? Round two it reads near 0.",
    choices=YES_NO,
)
DC_CLAMP = Question(
    code="dc_clamp",
    field="reading.current",
    sentence="Is it a clamp that sees DC, round one conductor only? An AC clamp shows 0 on DC.",
    choices=YES_NO,
)
