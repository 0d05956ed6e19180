"""The risk of a wrong verdict at a limit, test by test: python -m benchmarks.core.risk [PARTS]."""

from __future__ import annotations

import sys

from benchmarks.timing import times
from hembit_core.tests.simulated_parts import CASES, risk

PARTS = 20_000


def main() -> None:
    """Print the table as it stands in docs/core.md."""
    parts = int(sys.argv[1]) if len(sys.argv) > 1 else PARTS
    print("| Test | outside, accepted | inside, rejected | coverage of U |")
    print("| --- | --- | --- | --- |")
    for case in CASES[: times(len(CASES))]:
        one = risk(case, parts)
        print(
            f"| {case.name} | {100 * one.accepted:.2f} % | {100 * one.rejected:.2f} % | "
            f"{100 * one.covered:.1f} % |",
            flush=True,
        )


if __name__ == "__main__":
    main()
