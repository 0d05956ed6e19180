"""A request as the protocol server gives it, told as WSGI (PEP 3333) wants it."""

from __future__ import annotations

import io
import sys
from typing import Any

_PLAIN = {"content-length": "CONTENT_LENGTH", "content-type": "CONTENT_TYPE"}


def environ_of(scope: dict[str, Any], body: bytes) -> dict[str, Any]:
    """The WSGI environment of an HTTP request (ASGI 3) with its whole ``body``.

    A header with an underscore in its name is left out: it would pass for one with a hyphen.
    """
    server = scope.get("server") or ("localhost", 80)
    environ: dict[str, Any] = {
        "REQUEST_METHOD": scope["method"],
        "SCRIPT_NAME": "",
        "PATH_INFO": scope["path"].encode("utf-8").decode("latin-1"),
        "QUERY_STRING": scope["query_string"].decode("latin-1"),
        "SERVER_NAME": server[0],
        "SERVER_PORT": str(server[1]),
        "SERVER_PROTOCOL": f"HTTP/{scope['http_version']}",
        "REMOTE_ADDR": (scope.get("client") or ("", 0))[0],
        "wsgi.version": (1, 0),
        "wsgi.url_scheme": scope.get("scheme", "http"),
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


def header(scope: dict[str, Any], name: str) -> str:
    """The value of a header; empty where there is none."""
    wanted = name.encode("latin-1")
    found = (value for key, value in scope["headers"] if key.lower() == wanted)
    return str(next(found, b"").decode("latin-1"))
