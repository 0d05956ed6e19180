"""Small statistics for the benchmarks."""

from __future__ import annotations

import os
import statistics
import time
from collections.abc import Callable


def times(usual: int) -> int:
    """How often something is done: as usual, or but a few times, to see that it can be done at all."""
    return min(usual, int(os.environ.get("HEMBIT_BENCH_TIMES", usual)))


def milliseconds(work: Callable[[], object], rounds: int, warm_up: int = 20) -> list[float]:
    """Run ``work`` repeatedly; the duration of each round [ms]."""
    for _ in range(times(warm_up)):
        work()
    durations = []
    for _ in range(times(rounds)):
        start = time.perf_counter()
        work()
        durations.append((time.perf_counter() - start) * 1e3)
    return durations


def p95(durations: list[float]) -> float:
    """The 95th percentile; of one that one."""
    if len(durations) == 1:
        return durations[0]
    return statistics.quantiles(durations, n=20)[-1]


def report(name: str, durations: list[float], budget: str) -> None:
    """Print median and 95th percentile beside the budget."""
    median = statistics.median(durations)
    print(
        f"{name}: median {median:.2f} ms, p95 {p95(durations):.2f} ms over {len(durations)} "
        f"(budget: {budget})"
    )
