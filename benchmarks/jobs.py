"""Open a job with 200 readings, record one more: python -m benchmarks.jobs ADDRESS."""

from __future__ import annotations

import sys
from uuid import uuid4

from benchmarks.client import Client
from benchmarks.standing import standing
from benchmarks.timing import milliseconds, report, times


def main(address: str) -> None:
    client = Client(address)
    job = client.get("jobs?text=deck+oven")["items"][0]["number"]
    path = f"jobs/{job}"
    whole = client.get(path)
    parts = {one["name"]: one["key"] for one in whole["parts"]}
    element = parts["Upper deck, front element"]
    last = standing(whole, element, "between_terminals")

    def record() -> None:
        nonlocal last
        number = str(uuid4())
        reading = {
            "id": number,
            "part": element,
            "loose": True,
            "reading": {
                "measurand": "between_terminals",
                "display": "34.2",
                "connection": "isolated",
            },
            "supersedes": last,
            "reason": "again" if last else "",
        }
        client.post(f"{path}/readings", reading)
        last = number

    for _ in range(times(200 - len(whole["readings"]))):
        record()
    count = len(client.get(path)["readings"])
    report(
        f"Open a job with {count} readings",
        milliseconds(lambda: client.get(path), 200),
        "p95 ≤ 60 ms",
    )
    report("Record a reading in it", milliseconds(record, 100, warm_up=5), "no budget")
    history = f"positions/{element}/readings"
    report("A position's history", milliseconds(lambda: client.get(history), 200), "p95 ≤ 100 ms")
    report("Home", milliseconds(lambda: client.get("home"), 200), "no budget")


if __name__ == "__main__":
    main(sys.argv[1])
