"""Whatever is sent to whatever route, by a lead, a technician or nobody: an answer in a sentence."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any
from uuid import uuid4

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as PropertyTestCase

from hembit.api.api import api
from hembit.apps.checks.tests.contract import ContractClient
from hembit.apps.jobs.tests.visits import VisitCase

SCHEMA = json.loads(json.dumps(api.get_openapi_schema(), default=str))
NUMBERS = ("1", "0", str(2**31), str(2**63), "9" * 400, str(uuid4()), "-1", "x", "%00", "é")
TEXTS = (
    "\ud800", "\x00", "\u202e", "1e400", "9" * 400, "-0", "NaN", "ℵ", "😀" * 300, "", " ",
    "2026-13-45", "0001-01-01T00:00:00Z", "9999-12-31T23:59:59+14:00", "24.6", "OL",
)  # fmt: skip
ODD: tuple[Any, ...] = (
    *TEXTS, 2**63, -(2**63) - 1, 10**400, 1e308, float("nan"), float("inf"), True, None, [], {}, [[]],
)  # fmt: skip
BODIES = (
    (b"", "application/json"),
    (b"null", "application/json"),
    (b"[]", "application/json"),
    (b"[" * 30_000, "application/json"),
    (b'{"a":' * 3_000 + b"1" + b"}" * 3_000, "application/json"),
    (b"\xff\xfe{", "application/json"),
    (b'{"id": "\\ud800"}', "application/json; charset=utf-7"),
    (b"--x\r\n\r\n\r\n--x--", "multipart/form-data; boundary=x"),
    (b"no boundary", "multipart/form-data"),
    (b'--x\r\nContent-Disposition: form-data; name="file"; filename="a"\r\n\r\nx\r\n--x--\r\n',
     "multipart/form-data; boundary=x"),
    (b"a=1&b=%00&id=\xed\xa0\x80", "application/x-www-form-urlencoded"),
    (b"x", "text/plain"),
    (b"x", "image/jpeg"),
    (b"x" * 1_100_000, "application/json"),
)  # fmt: skip


def operations() -> Iterator[tuple[str, str, dict[str, Any]]]:
    """Method, path and description of every route, but those that end what a client may ask at all."""
    for path, methods in SCHEMA["paths"].items():
        for method, operation in methods.items():
            if operation["operationId"] in ("sign_out", "lock_screen"):
                continue
            yield method, path, operation


OPERATIONS = sorted(operations(), key=lambda one: one[:2])


def resolved(schema: dict[str, Any]) -> dict[str, Any]:
    while "$ref" in schema:
        schema = SCHEMA["components"]["schemas"][schema["$ref"].rpartition("/")[2]]
    return schema


@st.composite
def documents(draw: st.DrawFn, schema: dict[str, Any], depth: int = 0) -> Any:
    """Something after a schema, with odd values here and there."""
    schema = resolved(schema)
    if draw(st.integers(0, 7)) == 0 or depth > 6:
        return draw(st.sampled_from(ODD))
    for key in ("anyOf", "oneOf", "allOf"):
        if key in schema:
            return draw(documents(draw(st.sampled_from(schema[key])), depth + 1))
    if "const" in schema:
        return schema["const"]
    if "enum" in schema:
        return draw(st.sampled_from(schema["enum"]))
    kind = schema.get("type")
    if kind == "object":
        names = schema.get("properties", {})
        needed = set(schema.get("required", ()))
        chosen = [one for one in names if one in needed or draw(st.booleans())]
        return {one: draw(documents(names[one], depth + 1)) for one in chosen}
    if kind == "array":
        items = schema.get("items") or {}
        return [draw(documents(items, depth + 1)) for _ in range(draw(st.integers(0, 2)))]
    if kind in ("integer", "number"):
        return draw(st.sampled_from((0, 1, 5, 2**63 - 1, 2**63, -1, 1e308)))
    if kind == "boolean":
        return draw(st.booleans())
    if kind == "string" and schema.get("format") == "uuid":
        return str(draw(st.uuids()))
    return draw(st.sampled_from(TEXTS))


class NoAnswerOf500(VisitCase, PropertyTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.open_job()
        self.clients = {
            "nobody": (ContractClient(), ""),
            "a technician": (self.client, self.token),
            "a lead": self.as_lead(),
        }
        for client, _ in self.clients.values():
            client.raise_request_exception = False

    def ask(self, who: str, method: str, path: str, body: bytes, kind: str) -> None:
        client, token = self.clients[who]
        said = client.generic(method.upper(), path, body, kind, headers={"X-CSRFToken": token})
        with self.subTest(who=who, method=method, path=path[:80], body=body[:60], kind=kind):
            self.assertLess(said.status_code, 500)
            if said.status_code >= 400:
                self.assertTrue(said.json()["errors"][0]["message"])

    def test_bodies_that_are_none(self) -> None:
        for method, path, _ in OPERATIONS:
            if method in ("get", "delete"):
                continue
            for who in self.clients:
                for body, kind in BODIES:
                    self.ask(who, method, path.replace("{number}", "1"), body, kind)

    def test_numbers_that_are_none_in_paths_and_queries(self) -> None:
        for method, path, operation in OPERATIONS:
            for who in self.clients:
                for number in NUMBERS:
                    self.ask(who, method, path.replace("{number}", number), b"{}", "application/json")
                    for one in operation.get("parameters", ()):
                        if one["in"] == "query":
                            filled = path.replace("{number}", "1")
                            self.ask(who, method, f"{filled}?{one['name']}={number}", b"", "")

    @given(st.data())
    @settings(max_examples=300, deadline=None, suppress_health_check=list(HealthCheck))
    def test_documents_after_the_schema_with_odd_values(self, data: st.DataObject) -> None:
        method, path, operation = data.draw(
            st.sampled_from([one for one in OPERATIONS if "requestBody" in one[2]])
        )
        content = operation["requestBody"]["content"]
        if "application/json" not in content:
            return
        body = json.dumps(data.draw(documents(content["application/json"]["schema"]))).encode()
        who = data.draw(st.sampled_from(sorted(self.clients)))
        filled = path.replace("{number}", data.draw(st.sampled_from(("1", *NUMBERS))))
        self.ask(who, method, filled, body, "application/json")
