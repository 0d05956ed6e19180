"""Small statistics for the benchmarks."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable


def milliseconds(work: Callable[[], object], rounds: int, warm_up: int = 20) -> list[float]:
    """Run ``work`` repeatedly; the duration of each round [ms]."""
    for _ in range(warm_up):
        work()
    durations = []
    for _ in range(rounds):
        start = time.perf_counter()
        work()
        durations.append((time.perf_counter() - start) * 1e3)
    return durations


def p95(durations: list[float]) -> float:
    """The 95th percentile."""
    return statistics.quantiles(durations, n=20)[-1]


def report(name: str, durations: list[float], budget: str) -> None:
    """Print median and 95th percentile beside the budget."""
    median = statistics.median(durations)
    print(
        f"{name}: median {median:.2f} ms, p95 {p95(durations):.2f} ms over {len(durations)} "
        f"(budget: {budget})"
    )
