"""A request as the protocol server gives it, told as WSGI (PEP 3333) wants it."""

from __future__ import annotations

import io
import sys
from typing import Any

_PLAIN = {"content-length": "CONTENT_LENGTH", "content-type": "CONTENT_TYPE"}


def environ_of(
    scope: dict[str, Any], body: bytes, proxies: frozenset[str] = frozenset()
) -> dict[str, Any]:
    """The WSGI environment of an HTTP request (ASGI 3) with its whole ``body``.

    A header with an underscore in its name is left out: it would pass for one with a hyphen. Who asked,
    and whether by TLS, is believed of ``proxies`` alone.
    """
    server = scope.get("server") or ("localhost", 80)
    address, scheme = _seen_through(scope, proxies)
    environ: dict[str, Any] = {
        "REQUEST_METHOD": scope["method"],
        "SCRIPT_NAME": "",
        "PATH_INFO": scope["path"].encode("utf-8").decode("latin-1"),
        "QUERY_STRING": scope["query_string"].decode("latin-1"),
        "SERVER_NAME": server[0],
        "SERVER_PORT": str(server[1]),
        "SERVER_PROTOCOL": f"HTTP/{scope['http_version']}",
        "REMOTE_ADDR": address,
        "wsgi.version": (1, 0),
        "wsgi.url_scheme": scheme,
        "wsgi.input": io.BytesIO(body),
        "wsgi.errors": sys.stderr,
        "wsgi.multithread": True,
        "wsgi.multiprocess": True,
        "wsgi.run_once": False,
    }
    for raw_name, raw_value in scope["headers"]:
        name, value = raw_name.decode("latin-1").lower(), raw_value.decode("latin-1")
        if "_" in name:
            continue
        key = _PLAIN.get(name) or f"HTTP_{name.upper().replace('-', '_')}"
        environ[key] = f"{environ[key]},{value}" if key in environ else value
    environ["CONTENT_LENGTH"] = str(len(body))
    return environ


def _seen_through(scope: dict[str, Any], proxies: frozenset[str]) -> tuple[str, str]:
    """Who asked, and by which scheme: what the nearest proxy saw that is one of ours."""
    address, scheme = str((scope.get("client") or ("", 0))[0]), str(scope.get("scheme", "http"))
    if address not in proxies:
        return address, scheme
    told = [one.strip() for one in header(scope, "x-forwarded-for").split(",") if one.strip()]
    behind = next((one for one in reversed(told) if one not in proxies), address)
    is_secure = header(scope, "x-forwarded-proto").strip().lower() == "https"
    return behind, "https" if is_secure else "http"


def header(scope: dict[str, Any], name: str) -> str:
    """The value of a header; empty where there is none."""
    wanted = name.encode("latin-1")
    found = (value for key, value in scope["headers"] if key.lower() == wanted)
    return str(next(found, b"").decode("latin-1"))
