"""HTTP/1.1 and nothing else: what limits a connection counts requests of that.

The protocol server would go over to HTTP/2 by itself, for whoever begins with its preface or asks for
an upgrade, past the limits on heads, bodies and time. There is no setting that forbids it.
"""

from __future__ import annotations

import h11
from hypercorn import protocol
from hypercorn.protocol.h11 import H11Protocol


class OnlyHttp1(H11Protocol):
    """Stays what it is: an upgrade that is asked for is passed over (RFC 9110, 7.8), and what begins
    with the preface of HTTP/2 (RFC 9113, 3.4) is a request like any other, which is refused.
    """

    async def _check_protocol(self, event: h11.Request) -> None:
        """Nothing leads elsewhere."""


def speak_http1_alone() -> None:
    """Let the protocol server know of no other."""
    # Its own name for it, which it looks up at each connection.
    setattr(protocol, "H11Protocol", OnlyHttp1)  # noqa: B010
