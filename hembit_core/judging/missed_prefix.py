"""The power-of-ten question: a missed prefix is asked for before anything is judged."""

from __future__ import annotations

from collections.abc import Mapping

from hembit_core.conformity.bands import Band, power_of_ten
from hembit_core.conformity.states import State
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Choice, Question
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.display import Display
from hembit_core.notation import quantity

CODE = "power_of_ten"


def missed_prefix(
    display: Display, field: str, band: Band, offset: float, answers: Mapping[str, str]
) -> Verdict | None:
    """Ask whether the display was read right, if a power of ten would put it in ``band``.

    ``offset`` is what is taken off the display before it is compared [the
    band's unit]. None once ``answers`` confirm the display as typed.
    """
    if answers.get(CODE) == "as_typed" or display.value is None:
        return None
    shown_band = band
    if offset:
        shown_band = Band(
            lower=None if band.lower is None else band.lower + offset,
            upper=None if band.upper is None else band.upper + offset,
            nominal=None if band.nominal is None else band.nominal + offset,
        )
    power = power_of_ten(display.value, shown_band)
    if power is None:
        return None
    other = quantity(display.value * 10.0**power, display.unit, 3)
    sentence = (
        f"A factor of {10 ** abs(power)} would put it in the band: {other} instead of "
        f"{display.shown}. A prefix or a decimal mark is easily missed."
    )
    question = Question(
        code=CODE,
        field=f"reading.{field}",
        sentence=sentence,
        choices=(Choice(value="as_typed", label=f"Yes, it is {display.shown}"),),
    )
    return Verdict(
        Code.MISSED_PREFIX,
        State.PLEASE_CONFIRM,
        f"Please confirm: is it really {display.shown}?",
        "Look at the display again: prefix, decimal mark, range.",
        explanation=[sentence],
        questions=[question],
    )
