"""POST a check to gunicorn on this machine: python -m benchmarks.server ADDRESS."""

from __future__ import annotations

import http.client
import json
import sys
from urllib.parse import urlsplit
from uuid import uuid4

from benchmarks.timing import milliseconds, report

BODY = {
    "label": "benchmark",
    "spec": {
        "kind": "heating_element",
        "rating": {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]},
    },
    "reading": {"measurand": "between_terminals", "display": "24.6", "lead_zero": "0.2"},
    "machine": {"state": "loose_part"},
}


def main(address: str) -> None:
    connection = http.client.HTTPConnection(urlsplit(address).netloc)
    connection.request("GET", "/")
    page = connection.getresponse()
    page.read()
    cookie = (page.headers["Set-Cookie"] or "").partition(";")[0]
    headers = {
        "Content-Type": "application/json",
        "Cookie": cookie,
        "X-CSRFToken": cookie.partition("=")[2],
    }

    def post(path: str, body: dict[str, object], expected: int) -> None:
        connection.request("POST", path, json.dumps(body), headers)
        answer = connection.getresponse()
        text = answer.read()
        if answer.status != expected:
            raise SystemExit(f"{path}: {answer.status} {text[:300]!r}")

    judgement = {key: value for key, value in BODY.items() if key != "label"}
    report(
        "POST a judgement",
        milliseconds(lambda: post("/api/judgements", judgement, 200), 500),
        "part of the 120 ms from key press to verdict",
    )
    report(
        "POST a check",
        milliseconds(lambda: post("/api/checks", {**BODY, "id": str(uuid4())}, 201), 500),
        "p95 ≤ 25 ms",
    )


if __name__ == "__main__":
    main(sys.argv[1])
