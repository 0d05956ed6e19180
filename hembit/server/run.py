"""The protocol server, as it is run: where it listens, how it speaks TLS, what it writes down."""

from __future__ import annotations

import asyncio
import os
from collections.abc import Awaitable, Callable
from dataclasses import dataclass
from typing import Any

from hypercorn.asyncio import serve

from hembit.server.one_protocol import speak_http1_alone
from hembit.server.tls import Renewed

HEADERS_WITHIN = 10.0
"""How long a connection may take for the head of its next request [s]."""
LARGEST_HEAD = 16 * 1024
REQUEST_LINE = "%(h)s %(m)s %(U)s %(s)s %(b)s %(L)s"
"""Who asked, what for, status, bytes, seconds: no query, no body, no header."""

App = Callable[..., Awaitable[None]]


@dataclass(frozen=True)
class Serving:
    """Where and how to serve. ``plain`` answers what comes without TLS, at ``plain_port``."""

    host: str = "127.0.0.1"
    port: int = 8460
    certificate: str | None = None
    key: str | None = None
    plain: App | None = None
    plain_port: int = 0
    log_requests: bool = False


class _ByScheme:
    """What comes by TLS goes to the app, and what comes without it to another."""

    def __init__(self, app: App, plain: App) -> None:
        self.app, self.plain = app, plain

    async def __call__(self, scope: dict[str, Any], receive: Any, send: Any) -> None:
        """Answer one request."""
        is_plain = scope["type"] == "http" and scope.get("scheme") == "http"
        await (self.plain if is_plain else self.app)(scope, receive, send)


def run(serving: Serving) -> None:
    """Serve until it is stopped."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hembit.site.settings")
    from hembit.server.app import bridge  # only now: it looks the data through, and may not start

    speak_http1_alone()
    app: Any = _ByScheme(bridge, serving.plain) if serving.plain else bridge
    asyncio.run(serve(app, config_of(serving), mode="asgi"))


def config_of(serving: Serving) -> Renewed:
    """The protocol server's own settings."""
    config = Renewed()
    host = f"[{serving.host}]" if ":" in serving.host else serving.host
    config.bind = [f"{host}:{serving.port}"]
    if serving.plain:
        config.insecure_bind = [f"{host}:{serving.plain_port}"]
    config.certfile, config.keyfile = serving.certificate, serving.key
    config.alpn_protocols = ["http/1.1"]
    config.keep_alive_timeout = HEADERS_WITHIN
    config.ssl_handshake_timeout = HEADERS_WITHIN
    config.h11_max_incomplete_size = LARGEST_HEAD
    config.graceful_timeout = 5.0
    config.include_server_header = False
    config.loglevel = "WARNING"
    config.backlog = 512
    if serving.log_requests:
        config.accesslog, config.access_log_format = "-", REQUEST_LINE
        config.loglevel = "INFO"
    return config
