"""The bridge by itself: what it takes, how long it waits, what it refuses."""

from __future__ import annotations

import asyncio
import json
import unittest
from collections.abc import Callable, Iterable
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit.server.bridge import Bridge
from hembit.server.environ import environ_of
from hembit.server.limits import Limits

LIMITS = Limits(
    threads=2,
    body=1000,
    file=5000,
    files_at_once=1,
    file_waits=0.2,
    within=0.6,
    least_rate=1e6,
    answer_within=0.1,
)
PHOTOS = "/api/v1/jobs/3/photos"


def echo(environ: dict[str, Any], start_response: Callable[..., Any]) -> Iterable[bytes]:
    """Says what came."""
    body = environ["wsgi.input"].read(int(environ["CONTENT_LENGTH"]))
    start_response("200 OK", [("Content-Type", "text/plain")])
    return [environ["REQUEST_METHOD"].encode(), b" ", body]


class Asked:
    """A request, played part by part; what was answered."""

    def __init__(
        self, path: str = "/api/v1/home", parts: Iterable[bytes] = (b"",), **headers: str
    ) -> None:
        names = {name.replace("_", "-"): value for name, value in headers.items()}
        self.scope = {
            "type": "http",
            "method": "POST",
            "path": path,
            "query_string": b"",
            "http_version": "1.1",
            "headers": [(name.encode(), value.encode()) for name, value in names.items()],
        }
        self.parts = list(parts)
        self.pause = 0.0
        self.leaves = False
        self.status = 0
        self.body = b""

    async def receive(self) -> dict[str, Any]:
        await asyncio.sleep(self.pause)
        if self.leaves:
            return {"type": "http.disconnect"}
        part = self.parts.pop(0)
        return {"type": "http.request", "body": part, "more_body": bool(self.parts)}

    async def send(self, message: dict[str, Any]) -> None:
        if message["type"] == "http.response.start":
            self.status = message["status"]
        self.body += message.get("body", b"")

    @property
    def said(self) -> str:
        return str(json.loads(self.body)["errors"][0]["message"])


class Bridged(SimpleTestCase):
    def setUp(self) -> None:
        self.bridge = Bridge(
            echo,
            lambda cookies: cookies == "mine",
            lambda method, path: (method, path) == ("POST", PHOTOS),
            LIMITS,
        )
        self.addCleanup(self.bridge.threads.shutdown)

    async def ask(self, asked: Asked) -> Asked:
        await self.bridge(asked.scope, asked.receive, asked.send)
        return asked

    async def test_a_request_is_answered_with_its_whole_body(self) -> None:
        got = await self.ask(Asked(parts=[b"twenty", b"-four"], content_length="11"))
        self.assertEqual((got.status, got.body), (200, b"POST twenty-four"))

    async def test_one_that_comes_in_pieces_is_counted(self) -> None:
        self.assertEqual((await self.ask(Asked(parts=[b"x" * 600] * 1))).status, 200)
        got = await self.ask(Asked(parts=[b"x" * 600] * 3))
        self.assertEqual((got.status, got.said), (413, "This is too large to be taken here."))

    async def test_what_says_that_it_is_too_large_is_not_read_at_all(self) -> None:
        for path, length in (("/api/v1/home", 1001), (PHOTOS, 5001), ("/", 3 * 10**8)):
            asked = Asked(path, [b"x"] * 9, content_length=str(length), cookie="mine")
            self.assertEqual((await self.ask(asked)).status, 413)
            self.assertEqual(len(asked.parts), 9)

    async def test_a_body_that_comes_too_slowly_is_given_up(self) -> None:
        asked = Asked(parts=[b"x"] * 50, content_length="50")
        asked.pause = 0.1
        self.assertEqual((await self.ask(asked)).status, 408)

    async def test_files_are_taken_from_whoever_is_signed_in(self) -> None:
        body = [b"x" * 2500] * 2
        for cookie, status in (("", 401), ("theirs", 401), ("mine", 200)):
            asked = Asked(PHOTOS, list(body), content_length="5000", cookie=cookie)
            self.assertEqual((await self.ask(asked)).status, status)

    async def test_a_few_files_at_a_time(self) -> None:
        slow = Asked(PHOTOS, [b"x" * 2500] * 2, content_length="5000", cookie="mine")
        slow.pause = 0.14
        quick = Asked(PHOTOS, [b"x" * 5000], content_length="5000", cookie="mine")
        await asyncio.gather(self.ask(slow), self.ask(quick))
        self.assertEqual((slow.status, quick.status), (200, 503))

    async def test_whoever_leaves_takes_no_thread(self) -> None:
        asked = Asked(content_length="10")
        asked.leaves = True
        self.assertEqual((await self.ask(asked)).status, 0)
        self.assertEqual(len(self.bridge.threads._threads), 0)

    async def test_slow_ones_hold_nobody_up(self) -> None:
        slow = [Asked(parts=[b"x"] * 50, content_length="50") for _ in range(40)]
        for one in slow:
            one.pause = 0.1
        waiting = [asyncio.create_task(self.ask(one)) for one in slow]
        await asyncio.sleep(0.02)
        got = await asyncio.wait_for(self.ask(Asked(parts=[b"24.6"], content_length="4")), 0.5)
        self.assertEqual(got.body, b"POST 24.6")
        await asyncio.gather(*waiting)
        self.assertEqual({one.status for one in slow}, {408})

    async def test_an_answer_that_nobody_fetches_is_given_up(self) -> None:
        asked = Asked(parts=[b"x"], content_length="1")

        async def never(message: dict[str, Any]) -> None:
            await asyncio.sleep(5)

        with self.assertRaises(TimeoutError), self.assertLogs("hembit.server", "WARNING"):
            await self.bridge(asked.scope, asked.receive, never)


class Environment(unittest.TestCase):
    def test_a_header_with_an_underscore_does_not_pass_for_another(self) -> None:
        scope = Asked(content_type="text/plain").scope
        scope["headers"] += [(b"x_csrftoken", b"forged"), (b"x-csrftoken", b"true")]  # type: ignore[operator]
        self.assertEqual(environ_of(scope, b"")["HTTP_X_CSRFTOKEN"], "true")

    def seen(self, client: str, proxies: frozenset[str], **headers: str) -> tuple[str, str]:
        scope = Asked(**headers).scope | {"client": (client, 1), "scheme": "http"}
        environ = environ_of(scope, b"", proxies)
        return environ["REMOTE_ADDR"], environ["wsgi.url_scheme"]

    def test_a_proxy_is_believed_only_where_it_was_named(self) -> None:
        told = {"x_forwarded_for": "10.9.9.9, 198.51.100.4", "x_forwarded_proto": "https"}
        ours = frozenset({"192.0.2.1"})
        self.assertEqual(self.seen("192.0.2.1", ours, **told), ("198.51.100.4", "https"))
        self.assertEqual(self.seen("192.0.2.9", ours, **told), ("192.0.2.9", "http"))
        self.assertEqual(self.seen("192.0.2.1", frozenset(), **told), ("192.0.2.1", "http"))
        self.assertEqual(self.seen("192.0.2.1", ours), ("192.0.2.1", "http"))
        chain = {"x_forwarded_for": "198.51.100.4, 192.0.2.2"}
        both = ours | {"192.0.2.2"}
        self.assertEqual(self.seen("192.0.2.1", both, **chain), ("198.51.100.4", "http"))

    @given(st.binary(max_size=30), st.lists(st.tuples(st.binary(max_size=9), st.binary(max_size=9))))
    @settings(max_examples=60)
    def test_whatever_bytes_come_they_are_told(
        self, query: bytes, headers: list[tuple[bytes, bytes]]
    ) -> None:
        scope = Asked().scope | {"query_string": query, "headers": headers}
        environ = environ_of(scope, b"body")
        self.assertEqual(environ["CONTENT_LENGTH"], "4")
        self.assertTrue(all(isinstance(key, str) for key in environ))
