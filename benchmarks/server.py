"""POST a check to the server on this machine: python -m benchmarks.server ADDRESS."""

from __future__ import annotations

import sys
from uuid import uuid4

from benchmarks.client import Client
from benchmarks.timing import milliseconds, report

BODY = {
    "label": "benchmark",
    "spec": {
        "kind": "heating_element",
        "rating": {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]},
    },
    "reading": {
        "measurand": "between_terminals",
        "display": "24.6",
        "lead_zero": "0.2",
        "connection": "isolated",
    },
    "dead_or_live": {"state": "loose_part"},
}


def main(address: str) -> None:
    client = Client(address)
    judgement = {key: value for key, value in BODY.items() if key != "label"}
    report(
        "POST a judgement",
        milliseconds(lambda: client.post("judgements", judgement), 500),
        "part of the 120 ms from key press to verdict",
    )
    report(
        "POST a check",
        milliseconds(lambda: client.post("checks", {**BODY, "id": str(uuid4())}), 500),
        "p95 ≤ 25 ms",
    )


if __name__ == "__main__":
    main(sys.argv[1])
