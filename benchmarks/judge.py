"""Judge one reading with its working, in the core: python -m benchmarks.judge."""

from __future__ import annotations

from itertools import cycle

from benchmarks.timing import milliseconds, report
from hembit_core import BetweenTerminals, HeatingElement, judge
from hembit_core.tests.parts import BENCH, DECK_OVEN, running


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


if __name__ == "__main__":
    main()
