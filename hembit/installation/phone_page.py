"""The page from which a telephone takes the authority's certificate, before it trusts anything."""

from __future__ import annotations

import html
import io
from collections.abc import Awaitable, Callable
from pathlib import Path
from typing import Any

import segno

_PAGE = (Path(__file__).parent / "phone_page.html").read_text("utf-8")
_SAFE = (
    (b"cache-control", b"no-store"),
    (b"x-content-type-options", b"nosniff"),
    (b"content-security-policy", b"default-src 'none'; style-src 'unsafe-inline'; img-src data:"),
)


def phone_page(
    certificate: Path, fingerprint: str, address: str, here: str
) -> Callable[..., Awaitable[None]]:
    """An ASGI app that gives out ``certificate`` and nothing else.

    ``address`` is that of Hembit, ``here`` that of the page itself.
    """
    drawn = io.BytesIO()
    segno.make(here, error="m").save(drawn, kind="svg", xmldecl=False, border=2, light="#fff")
    page = (
        _PAGE.replace("FINGERPRINT", html.escape(fingerprint))
        .replace("ADDRESS", html.escape(address))
        .replace("QRCODE", drawn.getvalue().decode())
        .encode()
    )

    async def app(scope: dict[str, Any], receive: Any, send: Callable[..., Awaitable[None]]) -> None:
        if scope["method"] not in ("GET", "HEAD"):
            await _answer(send, 405, b"text/plain; charset=utf-8", b"This page is only read.\n")
        elif scope["path"] == "/authority.crt":
            await _answer(send, 200, b"application/x-x509-ca-cert", certificate.read_bytes())
        else:
            await _answer(send, 200, b"text/html; charset=utf-8", page)

    return app


async def _answer(send: Callable[..., Awaitable[None]], status: int, kind: bytes, body: bytes) -> None:
    headers = [*_SAFE, (b"content-type", kind), (b"content-length", str(len(body)).encode())]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": body})


def as_text(address: str) -> str:
    """``address`` as a QR code of characters, for a terminal."""
    drawn = io.StringIO()
    segno.make(address, error="l").terminal(drawn, compact=True, border=1)
    return drawn.getvalue()
