"""Between the protocol server and the app: a request is read whole before a thread is taken for it,
and its answer is made whole before it is sent, so that slow lines hold no thread.
"""

from __future__ import annotations

import asyncio
import json
import logging
from collections.abc import Awaitable, Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from typing import Any

from hembit.server.environ import environ_of, header
from hembit.server.limits import Limits

Message = dict[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]
App = Callable[[dict[str, Any], Callable[..., Any]], Iterable[bytes]]

log = logging.getLogger("hembit.server")


@dataclass
class Answer:
    """An answer, made."""

    status: int
    headers: list[tuple[bytes, bytes]]
    body: list[bytes]


class Refused(Exception):
    """A request that is not read to its end."""

    def __init__(self, status: int, sentence: str) -> None:
        super().__init__(sentence)
        self.status = status


class Gone(Exception):
    """Whoever asked has left."""


class Bridge:
    """An ASGI 3 app around a WSGI one.

    ``holds_session`` says whether a cookie header is somebody's, ``takes_files`` whether a method and
    a path are those of a route that is sent a file.
    """

    def __init__(
        self,
        app: App,
        holds_session: Callable[[str], bool],
        takes_files: Callable[[str, str], bool],
        limits: Limits | None = None,
        proxies: frozenset[str] = frozenset(),
    ) -> None:
        self.app = app
        self.proxies = proxies
        self.holds_session = holds_session
        self.takes_files = takes_files
        self.limits = limits or Limits()
        self.threads = ThreadPoolExecutor(self.limits.threads, thread_name_prefix="answer")
        self.files = asyncio.Semaphore(self.limits.files_at_once)

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        """Answer one request; nothing but HTTP is spoken."""
        if scope["type"] == "lifespan":
            await _live(receive, send)
        elif scope["type"] == "http":
            await self._http(scope, receive, send)
        else:  # an upgrade to something else: nobody speaks it here
            await receive()
            await send({"type": "websocket.close"})

    async def _http(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        try:
            answer = await self._answer(scope, receive)
        except Gone:
            return
        except Refused as refused:
            answer = _refusal(refused.status, str(refused))
        length = sum(len(one) for one in answer.body)
        try:
            async with asyncio.timeout(self.limits.answer_within + self.limits.time_for(length)):
                start = {"status": answer.status, "headers": answer.headers}
                await send({"type": "http.response.start", **start})
                for part in answer.body:
                    await send({"type": "http.response.body", "body": part, "more_body": True})
                await send({"type": "http.response.body", "body": b"", "more_body": False})
        except TimeoutError:
            log.warning("An answer was not fetched in time: %s", scope["path"])
            raise

    async def _answer(self, scope: dict[str, Any], receive: Receive) -> Answer:
        if scope["http_version"] not in ("1.0", "1.1"):
            raise Refused(505, "HTTP/1.1 is spoken here.")
        if self.takes_files(scope["method"], scope["path"]):
            return await self._file(scope, receive)
        return await self._whole(scope, receive, self.limits.body)

    async def _whole(self, scope: dict[str, Any], receive: Receive, most: int) -> Answer:
        declared = _length(scope)
        if declared > most:
            raise Refused(413, "This is too large to be taken here.")
        body = await self._body(receive, most, self.limits.time_for(declared))
        loop = asyncio.get_running_loop()
        return await loop.run_in_executor(
            self.threads, self._made, environ_of(scope, body, self.proxies)
        )

    async def _file(self, scope: dict[str, Any], receive: Receive) -> Answer:
        """Of whoever is signed in, a few at a time; the others wait on their own side of the line."""
        loop = asyncio.get_running_loop()
        cookie = header(scope, "cookie")
        if not await loop.run_in_executor(self.threads, self.holds_session, cookie):
            raise Refused(401, "Sign in first. What you typed is kept here.")
        try:
            await asyncio.wait_for(self.files.acquire(), self.limits.file_waits)
        except TimeoutError:
            raise Refused(503, "Too many files at once. Try again in a minute.") from None
        try:
            return await self._whole(scope, receive, self.limits.file)
        finally:
            self.files.release()

    async def _body(self, receive: Receive, most: int, seconds: float) -> bytes:
        parts: list[bytes] = []
        taken, more = 0, True
        try:
            async with asyncio.timeout(seconds):
                while more:
                    message = await receive()
                    if message["type"] == "http.disconnect":
                        raise Gone
                    part = message.get("body", b"")
                    parts.append(part)
                    taken += len(part)
                    if taken > most:
                        raise Refused(413, "This is too large to be taken here.")
                    more = message.get("more_body", False)
        except TimeoutError:
            raise Refused(408, "This came too slowly. Try again on a better line.") from None
        return b"".join(parts)

    def _made(self, environ: dict[str, Any]) -> Answer:
        """The app's answer, whole; in a thread."""
        told: list[Answer] = []

        def start_response(
            status: str, headers: list[tuple[str, str]], exc_info: Any = None
        ) -> Callable[[bytes], Any]:
            pairs = [(one.lower().encode("latin-1"), two.encode("latin-1")) for one, two in headers]
            told.append(Answer(int(status.partition(" ")[0]), pairs, []))
            return told[-1].body.append

        made = self.app(environ, start_response)
        try:
            body = [part for part in made if part]
        finally:
            getattr(made, "close", lambda: None)()
        answer = told[-1]
        answer.body += body
        return answer


def _length(scope: dict[str, Any]) -> int:
    """The length that is declared [bytes]; 0 for one that comes in pieces."""
    said = header(scope, "content-length")
    return int(said) if said.isdecimal() and len(said) < 19 else 0


def _refusal(status: int, sentence: str) -> Answer:
    error = {"field": "", "message": sentence, "code": "refused", "choices": []}
    body = json.dumps({"errors": [error], "versions": None}).encode()
    headers = [
        (b"content-type", b"application/json; charset=utf-8"),
        (b"content-length", str(len(body)).encode()),
        (b"cache-control", b"no-store"),
        (b"connection", b"close"),
    ]
    return Answer(status, headers, [body])


async def _live(receive: Receive, send: Send) -> None:
    """The server's own start and end."""
    while True:
        message = await receive()
        await send({"type": f"{message['type']}.complete"})
        if message["type"] == "lifespan.shutdown":
            return
