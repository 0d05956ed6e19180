"""A job whose machine has a circuit of 20 parts: python -m benchmarks.circuit_job ADDRESS."""

from __future__ import annotations

import sys
from itertools import cycle
from typing import Any
from uuid import uuid4

from benchmarks.client import Client
from benchmarks.standing import standing
from benchmarks.timing import milliseconds, report

_PARTS = 20
_SHOWN = ("34.2", "34.4", "34.3", "34.5", "34.1")


def main(address: str) -> None:
    client = Client(address)
    job = client.get("jobs?text=deck+oven")["items"][0]["number"]
    whole = client.get(f"jobs/{job}")
    machine = whole["machine_id"]
    now = client.get(f"machines/{machine}/circuit")
    rows = _grown(now["rows"])
    client.put(f"machines/{machine}/circuit", {"rows": rows, "base": now["number"]})
    elements = [one["key"] for one in whole["parts"] if "element" in one["name"]]
    turn, display = cycle(elements), cycle(_SHOWN)
    last = {one: standing(whole, one, "between_terminals") for one in elements}

    def record() -> None:
        part, number = next(turn), str(uuid4())
        reading = {"measurand": "between_terminals", "display": next(display), "connection": "isolated"}
        body = {"id": number, "part": part, "loose": True, "reading": reading}
        again = {"supersedes": last[part], "reason": "again"} if last[part] else {}
        client.post(f"jobs/{job}/readings", {**body, **again})
        last[part] = number

    def look() -> None:
        client.get(f"jobs/{job}/circuit")

    def record_and_look() -> None:
        record()
        look()

    count = len(client.get(f"jobs/{job}/circuit")["parts"])
    told = f"by a circuit of {count} parts"
    report("Record a reading " + told, milliseconds(record, 60, warm_up=5), "p95 ≤ 300 ms")
    report("Record it, and what explains it " + told, milliseconds(record_and_look, 60), "no budget")
    report("What explains the readings, once more", milliseconds(look, 60), "no budget")


def _grown(rows: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """The rows with more of the first element's like, each behind a contact of its own."""
    coil = next(one["key"] for one in rows if one["kind"] == "coil")
    found = list(rows)
    for place in range((_PARTS - len(rows)) // 2):
        node = f"x{place}"
        contact = {"key": f"k-{node}", "name": f"K1, {node}", "kind": "normally_open"}
        element = {"key": f"e-{node}", "name": f"Element {node}", "kind": "load", "ohms": "529"}
        found.append({**contact, "nodes": ["L1", node], "moved_by": coil})
        found.append({**element, "nodes": [node, "N"]})
    return found


if __name__ == "__main__":
    main(sys.argv[1])
