"""Parts, meters and conditions that many tests use."""

from __future__ import annotations

from typing import Any

from hembit_core import (
    BetweenTerminals,
    Conditions,
    DecisionRule,
    HeatingElement,
    Judgement,
    Meter,
    Running,
    TerminalToCase,
    judge,
)
from hembit_core.findings.case_danger import CaseDanger, CaseDangerKind, Lacks

BENCH_METER = Meter.model_validate(
    {
        "name": "Bench meter",
        "accuracy": {
            "resistance": {
                "percent": 0.8,
                "counts": 3,
                "ranges": [
                    {"top": 6, "resolution": 0.001},
                    {"top": 600, "resolution": 0.1},
                    {"top": 60e6, "resolution": 10e3},
                ],
            },
            "voltage": {"percent": 0.8, "counts": 3},
            "current": {"percent": 0.8, "counts": 3},
        },
    }
)
BENCH = Conditions(meter=BENCH_METER, part_temperature="20.00", thermometer_limit="0.1")
DECK_OVEN = HeatingElement.by_plate(2200, 230)
WITH_RATIO = HeatingElement.model_validate(
    {**DECK_OVEN.model_dump(mode="json"), "hot_cold_ratio": "1.0"}
)
"""The same with its own Ct, so that no alloy is missing."""

LEAKS = CaseDanger(kind=CaseDangerKind.LEAK, lacks=(Lacks.INSULATION_TEST,))
"""One figure of damp to the case, and nothing since."""


def element(**changes: Any) -> HeatingElement:
    """The deck oven's element with some fields changed."""
    return HeatingElement.model_validate({**DECK_OVEN.model_dump(mode="json"), **changes})


def ohms(
    display: str,
    spec: HeatingElement = DECK_OVEN,
    conditions: Conditions = BENCH,
    rule: DecisionRule = DecisionRule.SIMPLE,
    **how: Any,
) -> Judgement:
    """Judge ohms between the terminals, leads 0.2 Ω unless said otherwise."""
    reading = BetweenTerminals(display=display, **{"lead_zero": "0.2", **how})
    return judge(spec, reading, conditions, rule)


def to_case(display: str, conditions: Conditions = BENCH, **how: Any) -> Judgement:
    """Judge ohms from terminal to case."""
    return judge(DECK_OVEN, TerminalToCase(display=display, **how), conditions)


def running(
    volts: str,
    amps: str,
    spec: HeatingElement = DECK_OVEN,
    conditions: Conditions = BENCH,
    **answers: str,
) -> Judgement:
    """Judge volts and amps of the running element."""
    return judge(spec, Running(voltage=volts, current=amps, answers=answers), conditions)
