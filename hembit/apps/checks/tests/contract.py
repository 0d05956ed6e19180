"""A browser that holds the server to its published contract: it answers nothing undeclared."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

from django.test import Client

SCHEMA = Path(__file__).parents[4] / "web" / "src" / "api" / "openapi.json"


@cache
def _declared() -> tuple[tuple[re.Pattern[str], dict[str, set[int]]], ...]:
    """The statuses that each method of each path may answer with."""

    def paths() -> Iterator[tuple[re.Pattern[str], dict[str, set[int]]]]:
        for path, methods in json.loads(SCHEMA.read_text("utf-8"))["paths"].items():
            pattern = re.compile(re.sub(r"\\\{\w+\\\}", "[^/]+", re.escape(path)))
            yield (
                pattern,
                {name: {int(one) for one in said["responses"]} for name, said in methods.items()},
            )

    return tuple(paths())


def declared(method: str, path: str) -> set[int] | None:
    """What the route may answer with; None where the contract says nothing of it."""
    for pattern, methods in _declared():
        if pattern.fullmatch(path) and method.lower() in methods:
            return methods[method.lower()]
    return None


class ContractClient(Client):
    """Django's test client; an answer that its route does not declare fails the test.

    500 is nobody's to declare: whether there is one, tests of their own say.
    """

    def request(self, **request: Any) -> Any:
        response = super().request(**request)
        said = declared(request["REQUEST_METHOD"], request["PATH_INFO"])
        if said is not None and response.status_code not in (*said, 500):
            raise AssertionError(
                f"{request['REQUEST_METHOD']} {request['PATH_INFO'][:80]} answered "
                f"{response.status_code}, and declares {sorted(said)}: {response.content[:300]!r}"
            )
        return response
