"""TLS: spoken with the certificate that is given, and with the next one once it lies there."""

from __future__ import annotations

import asyncio
import shutil
import socket
import ssl
import tempfile
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.test import SimpleTestCase
from hypercorn.asyncio import serve

from hembit.server import tls
from hembit.server.bridge import Bridge

DATA = Path(__file__).parent / "data"
"""Two certificates that sign themselves, made for these tests alone."""


def hello(environ: dict[str, Any], start_response: Any) -> list[bytes]:
    start_response("200 OK", [("Content-Type", "text/plain")])
    return [environ["wsgi.url_scheme"].encode()]


def certificate(name: str) -> bytes:
    return ssl.PEM_cert_to_DER_cert((DATA / f"{name}.crt").read_text())


class Tls(SimpleTestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        self.give("first")
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        change = patch.object(tls, "LOOKED_AT", 0.05)
        change.start()
        self.addCleanup(change.stop)

    @asynccontextmanager
    async def served(self) -> AsyncIterator[None]:
        """While the server runs."""
        config = tls.Renewed()
        config.bind = [f"127.0.0.1:{self.port}"]
        config.certfile, config.keyfile = str(self.folder / "crt"), str(self.folder / "key")
        config.alpn_protocols = ["http/1.1"]
        config.loglevel = "ERROR"
        ended = asyncio.Event()
        bridge: Any = Bridge(hello, lambda cookies: False, lambda method, path: False)
        self.addCleanup(bridge.threads.shutdown)
        server = asyncio.create_task(serve(bridge, config, shutdown_trigger=ended.wait, mode="asgi"))
        yield
        ended.set()
        await server

    def give(self, name: str) -> None:
        for kind in ("key", "crt"):
            shutil.copy(DATA / f"{name}.{kind}", self.folder / f"{kind}.next")
            (self.folder / f"{kind}.next").replace(self.folder / kind)

    async def shown(self) -> tuple[bytes, bytes]:
        """The certificate that the server shows to a new connection, and its answer."""
        context = ssl.create_default_context()
        context.check_hostname, context.verify_mode = False, ssl.CERT_NONE
        for _ in range(100):
            try:
                reader, writer = await asyncio.open_connection("127.0.0.1", self.port, ssl=context)
                break
            except ConnectionRefusedError:
                await asyncio.sleep(0.05)
        writer.write(b"GET / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n")
        answer = await reader.read()
        found = writer.get_extra_info("ssl_object").getpeercert(binary_form=True)
        writer.close()
        return found, answer

    async def becomes(self, name: str) -> bool:
        for _ in range(100):
            if (await self.shown())[0] == certificate(name):
                return True
            await asyncio.sleep(0.05)
        return False

    async def test_spoken_and_told_to_the_app(self) -> None:
        async with self.served():
            found, answer = await self.shown()
            self.assertEqual(found, certificate("first"))
            self.assertTrue(answer.endswith(b"https\r\n0\r\n\r\n"), answer)

    async def test_a_renewed_certificate_is_taken_without_a_restart(self) -> None:
        async with self.served():
            await self.shown()
            self.give("second")
            self.assertTrue(await self.becomes("second"))

    async def test_one_that_cannot_be_read_leaves_the_old_one_standing(self) -> None:
        async with self.served():
            await self.shown()
            (self.folder / "crt").write_text("half a file")
            await asyncio.sleep(0.3)
            self.assertTrue(await self.becomes("first"))
            self.give("second")
            self.assertTrue(await self.becomes("second"))
