"""Lists, searches and pages of a large shop, warm and cold: python -m benchmarks.years ADDRESS FILE.

The shop is that of ``manage.py load_years``. Cold is the first time after the database's pages were
dropped from memory.
"""

from __future__ import annotations

import os
import random
import sqlite3
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import closing
from pathlib import Path
from typing import Any

from benchmarks.client import Client
from benchmarks.timing import milliseconds, report

ROUNDS = 40
WORDS = ("oven", "deck", "element", "kiln 4", "upper bank", "zzz", "qx", "k", "igniter 31", "ret")


_MOST = (
    "SELECT min((SELECT max(rowid) FROM machines_machine), (SELECT max(rowid) / 4 FROM jobs_job), "
    "(SELECT max(rowid) / 4 FROM machines_position))"
)
"""Up to this number there are machines, and up to four times as many positions and jobs."""


def asked(client: Client, most: int) -> Iterator[tuple[str, Callable[[], object]]]:
    """What is asked of the shop, each time of another part of it; it has each up to ``most``."""
    draw = random.Random(4)  # the same every time, so that runs compare
    lists = ("checks", "jobs", "machines", "customers", "follow-ups?done=true", "follow-ups")

    def path(make: Callable[[], str]) -> Callable[[], object]:
        return lambda: client.get(make())

    def number() -> int:
        return draw.randrange(10, most + 1)

    for one in lists:
        yield f"list {one}", path(lambda one=one: one)
        deep = cursor(client, one)
        yield f"a page deep in {one}", path(lambda one=one, deep=deep: with_cursor(one, deep))
    for one in ("checks", "jobs", "machines", "customers"):
        yield (
            f"search {one}",
            path(lambda one=one: f"{one}?text={draw.choice(WORDS).replace(' ', '+')}"),
        )
    yield "jobs of a machine", path(lambda: f"jobs?machine={number()}")
    yield "jobs of a customer", path(lambda: f"jobs?customer={number() // 3}")
    yield "jobs of a technician", path(lambda: "jobs?technician=1&state=closed")
    yield "home", path(lambda: "home")
    yield "live", path(lambda: "live")
    yield "waits", path(lambda: "waits")
    yield "a machine", path(lambda: f"machines/{number()}")
    yield "verdicts of a machine", path(lambda: f"machines/{number()}/verdicts")
    yield "a position's history", path(lambda: f"positions/{number() * 4}/readings")
    yield "a job", path(lambda: f"jobs/{number() * 4}")
    yield "a report", path(lambda: f"jobs/{number() * 4}/report")
    yield "a customer's export", path(lambda: f"customers/{number() // 3}/export")
    yield "a customer's words", path(lambda: f"customers/{number() // 3}/words")
    pages = ("customer", "machine", "position")
    for one in pages:
        yield f"administration: {one}s", lambda one=one: client.page(f"/admin/machines/{one}/")
        yield (
            f"administration: a {one}",
            lambda one=one: client.page(f"/admin/machines/{one}/{number() // 3}/change/"),
        )
    yield "administration: search", lambda: client.page("/admin/machines/position/?q=oven+47")
    yield "administration: the trail", lambda: client.page("/admin/base/auditevent/")


def cursor(client: Client, path: str, pages: int = 30) -> str:
    """What asks for a page far behind the first."""
    after = ""
    for _ in range(pages):
        found: Any = client.get(with_cursor(path, after))
        if not found["next"]:
            break
        after = found["next"]
    return after


def with_cursor(path: str, after: str) -> str:
    """The path of the page behind ``after``."""
    return f"{path}{'&' if '?' in path else '?'}after={after}" if after else path


def forget(file: Path) -> None:
    """Drop the database's pages from the system's memory."""
    for one in file.parent.glob(f"{file.name}*"):
        with one.open("rb") as there:
            os.posix_fadvise(there.fileno(), 0, 0, os.POSIX_FADV_DONTNEED)


def main(address: str, file: str) -> None:
    client = Client(address, "maud")
    with closing(sqlite3.connect(file)) as store:
        most = int(store.execute(_MOST).fetchone()[0])
    for name, ask in asked(client, most):
        forget(Path(file))
        start = time.perf_counter()
        ask()
        cold = (time.perf_counter() - start) * 1e3
        budget = "p95 ≤ 300 ms" if "administration" in name else "p95 ≤ 100 ms, cold ≤ 500 ms"
        report(f"{name}: cold {cold:.0f} ms", milliseconds(ask, ROUNDS, warm_up=3), budget)


if __name__ == "__main__":
    main(*sys.argv[1:])
