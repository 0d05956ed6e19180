"""Twenty people at once, a second between their requests: python -m benchmarks.at_once ADDRESS.

Each judges three times what they type, keeps the check, and records a reading in a job.
"""

from __future__ import annotations

import random
import sys
import time
from collections import defaultdict
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

from benchmarks.client import Client
from benchmarks.server import BODY
from benchmarks.standing import standing
from benchmarks.timing import report, times

PEOPLE, SECONDS, PAUSE = 20, 60, 1.0
BUDGETS = {"judge": "p95 ≤ 60 ms", "keep": "p95 ≤ 300 ms", "record": "p95 ≤ 300 ms"}


def works(address: str, place: int) -> dict[str, list[float]]:
    """What one person's requests took [ms], by what they did."""
    client, draw = Client(address), random.Random(place)
    jobs = client.get("jobs?state=open")["items"]
    job = client.get(f"jobs/{jobs[place % len(jobs)]['number']}")
    part = next((one for one in job["parts"] if one["spec"]["kind"] == "heating_element"), None)
    took: dict[str, list[float]] = defaultdict(list)
    time.sleep(PAUSE * place / PEOPLE)
    until = time.monotonic() + times(SECONDS)
    judged = {name: one for name, one in BODY.items() if name != "label"}

    def timed(name: str, path: str, body: dict[str, Any]) -> Any:
        start = time.perf_counter()
        try:
            return client.post(path, body)
        finally:
            took[name].append((time.perf_counter() - start) * 1e3)
            time.sleep(PAUSE * draw.uniform(0.8, 1.2))

    while time.monotonic() < until:
        display = f"24.{draw.randrange(10)}"
        for typed in (display[:1], display[:2], display):
            timed("judge", "judgements", {**judged, "reading": {**BODY["reading"], "display": typed}})
        timed("keep", "checks", {**BODY, "id": str(uuid4())})
        if part is not None:
            reading = {"measurand": "terminal_to_case", "display": "OL"}
            body = {"id": str(uuid4()), "part": part["key"], "loose": True, "relation": "again"}
            body |= {"reading": reading, "supersedes": standing(job, part["key"], "terminal_to_case")}
            try:
                job = timed("record", f"jobs/{job['number']}/readings", body)
            except SystemExit as refused:
                if "409" not in str(refused):  # somebody else took it meanwhile: as it must be
                    raise
                job = client.get(f"jobs/{job['number']}")
    return took


def main(address: str) -> None:
    people = times(PEOPLE)
    with ThreadPoolExecutor(people) as pool:
        found = list(pool.map(lambda place: works(address, place), range(people)))
    for name, budget in BUDGETS.items():
        durations = [one for took in found for one in took[name]]
        report(f"{people} people at once: {name}", durations, budget)


if __name__ == "__main__":
    main(sys.argv[1])
