"""Judge one reading with its working, in the core: python -m benchmarks.core.judge."""

from __future__ import annotations

from itertools import cycle
from pathlib import Path

from benchmarks.timing import milliseconds, report
from hembit_core import BetweenTerminals, HeatingElement, judge
from hembit_core.sheets.sheet import read_sheet
from hembit_core.tests.parts import BENCH, DECK_OVEN, running

EXAMPLES = sorted((Path(__file__).resolve().parents[2] / "examples").glob("*.json"))
_PLAIN = {"heating_element", "winding", "igniter", "contact", "temperature_sensor"}


def every_test() -> None:
    """One reading of each test, as the examples have it, beside its budget."""
    seen = set()
    for path in EXAMPLES:
        sheet = read_sheet(path.read_text("utf-8"))
        for part in sheet.parts:
            for one in part.readings:
                name = f"{part.spec.kind}, {one.reading.measurand}"
                if name in seen:
                    continue
                seen.add(name)
                conditions = one.conditions or sheet.conditions
                work = lambda spec=part.spec, reading=one.reading, here=conditions: judge(  # noqa: E731
                    spec, reading, here
                )
                verdict = work()
                members = len(verdict.rows)
                budget = 0.5 + 0.3 * members if members else 0.5 if part.spec.kind in _PLAIN else 1.0
                budget += 0.3 * len(verdict.undecided_by)
                report(name, milliseconds(work, 300), f"median ≤ {budget:.1f} ms")


def main() -> None:
    texts = cycle(["24.6", "26.9", "22.5", "27.9", "OL", "24.61", "2.44 k"])
    report(
        "judge ohms, one spec",
        milliseconds(
            lambda: judge(DECK_OVEN, BetweenTerminals(display=next(texts), lead_zero="0.2"), BENCH),
            3000,
        ),
        "median ≤ 0.5 ms",
    )
    watts = cycle(range(1000, 9000))
    report(
        "judge ohms, a new spec each time",
        milliseconds(
            lambda: judge(
                HeatingElement.by_plate(next(watts), 230),
                BetweenTerminals(display="24.6", lead_zero="0.2"),
                BENCH,
            ),
            3000,
        ),
        "median ≤ 0.5 ms",
    )
    report(
        "judge volts and amps", milliseconds(lambda: running("221.5", "9.2"), 3000), "median ≤ 0.5 ms"
    )
    every_test()


if __name__ == "__main__":
    main()
