"""Serve Hembit: python -m hembit.server --port 8460."""

from __future__ import annotations

import argparse
import os

from hypercorn.run import run

from hembit.server.tls import Renewed

HEADERS_WITHIN = 10.0
"""How long a connection may take for the head of its next request [s]."""
LARGEST_HEAD = 16 * 1024


def main() -> None:
    """Serve until it is stopped."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--host", default="127.0.0.1")
    parser.add_argument("--port", type=int, default=8460)
    parser.add_argument("--cert", help="the certificate's file (PEM), to speak TLS")
    parser.add_argument("--key", help="its key's file (PEM)")
    given = parser.parse_args()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hembit.site.settings")
    config = Renewed()
    config.application_path = "hembit.server.app:bridge"
    config.bind = [f"{given.host}:{given.port}"]
    config.certfile, config.keyfile = given.cert, given.key
    config.alpn_protocols = ["http/1.1"]
    config.workers = 0
    config.keep_alive_timeout = HEADERS_WITHIN
    config.ssl_handshake_timeout = HEADERS_WITHIN
    config.h11_max_incomplete_size = LARGEST_HEAD
    config.graceful_timeout = 5.0
    config.include_server_header = False
    config.loglevel = "WARNING"
    config.backlog = 512
    raise SystemExit(run(config))


main()
