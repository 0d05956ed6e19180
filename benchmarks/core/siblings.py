"""False alarms and power of the sibling comparison, by size: python -m benchmarks.core.siblings.

Sets are drawn from one normal distribution whose scatter is the usual spread, U small beside it;
then one member, and then two, are put off by ten spreads. Seeds are fixed.
"""

from __future__ import annotations

import random
import sys

from benchmarks.timing import times
from hembit_core.judging.ohms.siblings import compare_siblings

SETS = 4_000
_OFF = 10.0


def drawn(size: int, sets: int, off: int = 0, scatter: float = 1.0) -> tuple[float, float]:
    """Shares of sets with one called off, and with the first member called off [1].

    Parameters
    ----------
    size : members of a set.
    sets : how many are drawn.
    off : how many of the first members are off by ten spreads.
    scatter : true scatter of sound members, as a share of the usual spread [1].
    """
    source = random.Random(1000 * size + off)
    called = first = 0
    for _ in range(sets):
        readings = [100.0 + source.gauss(0, scatter) for _ in range(size)]
        for place in range(off):
            readings[place] += _OFF
        found = compare_siblings(tuple(readings), 0.05, 1.0).off
        called += bool(found)
        first += 0 in found
    return called / sets, first / sets


def main() -> None:
    """Print the table."""
    sets = int(sys.argv[1]) if len(sys.argv) > 1 else SETS
    print("| Size | false alarms | twice the usual scatter | one off, found | two off, found |")
    print("| --- | --- | --- | --- | --- |")
    for size in range(3, 3 + times(22)):
        sound, wild = drawn(size, sets)[0], drawn(size, sets, scatter=2.0)[0]
        one, two = drawn(size, sets, 1)[1], drawn(size, sets, 2)[1]
        print(
            f"| {size} | {100 * sound:.1f} % | {100 * wild:.1f} % | {100 * one:.0f} % | "
            f"{100 * two:.0f} % |",
            flush=True,
        )


if __name__ == "__main__":
    main()
