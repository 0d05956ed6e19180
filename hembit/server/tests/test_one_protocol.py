"""A real connection: whoever asks for another protocol than HTTP/1.1 gets an answer, and no more."""

from __future__ import annotations

import asyncio
import socket
from typing import Any

from django.test import SimpleTestCase
from hypercorn import protocol
from hypercorn.asyncio import serve

from hembit.server.bridge import Bridge
from hembit.server.one_protocol import speak_http1_alone
from hembit.server.run import Serving, config_of
from hembit.server.tests.test_bridge import echo

PREFACE = b"PRI * HTTP/2.0\r\n\r\nSM\r\n\r\n" + bytes.fromhex("000000040000000000")
UPGRADE = b"Connection: Upgrade, HTTP2-Settings\r\nUpgrade: h2c\r\nHTTP2-Settings: AAMAAABkAAQAAP__\r\n"
WEBSOCKET = (
    b"Connection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\n"
    b"Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n"
)


def request(headers: bytes = b"") -> bytes:
    return b"GET /api/v1/session HTTP/1.1\r\nHost: here\r\n" + headers + b"\r\n"


class OneProtocol(SimpleTestCase):
    def asked(self, *sent: bytes) -> list[bytes]:
        """What a server of ours answers to each, on a connection of its own."""
        before = protocol.H11Protocol
        self.addCleanup(setattr, protocol, "H11Protocol", before)
        speak_http1_alone()
        return asyncio.run(self._asked(sent))

    async def _asked(self, sent: tuple[bytes, ...]) -> list[bytes]:
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            port = free.getsockname()[1]
        stop = asyncio.Event()
        bridge: Any = Bridge(echo, lambda _: True, lambda *_: False)
        serving = asyncio.create_task(
            serve(bridge, config_of(Serving(port=port)), mode="asgi", shutdown_trigger=stop.wait)
        )
        answers = [await _answer(port, one) for one in sent]
        stop.set()
        await serving
        return answers

    def test_no_other_is_spoken_by_preface_or_upgrade(self) -> None:
        plain, prior, upgrade = self.asked(request(), PREFACE, request(UPGRADE))
        self.assertTrue(plain.startswith(b"HTTP/1.1 200"), plain[:60])
        self.assertTrue(prior.startswith(b"HTTP/1.1 505"), prior[:60])
        self.assertTrue(upgrade.startswith(b"HTTP/1.1 200"), upgrade[:60])

    def test_a_websocket_is_refused_and_is_no_fault(self) -> None:
        (answer,) = self.asked(request(WEBSOCKET))
        self.assertTrue(answer.startswith(b"HTTP/1.1 403"), answer[:60])


async def _answer(port: int, sent: bytes) -> bytes:
    for _ in range(100):
        try:
            reader, writer = await asyncio.open_connection("127.0.0.1", port)
            break
        except OSError:
            await asyncio.sleep(0.05)
    writer.write(sent)
    await writer.drain()
    answer = await asyncio.wait_for(reader.read(4096), 10)
    writer.close()
    return answer
