"""Serve Hembit: python -m hembit.server --port 8460."""

from __future__ import annotations

import argparse

from hembit.server.run import Serving, run


def main() -> None:
    """Serve until it is stopped."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--host", default="127.0.0.1")
    parser.add_argument("--port", type=int, default=8460)
    parser.add_argument("--cert", help="the certificate's file (PEM), to speak TLS")
    parser.add_argument("--key", help="its key's file (PEM)")
    given = parser.parse_args()
    run(Serving(given.host, given.port, given.cert, given.key))


main()
