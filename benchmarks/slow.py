"""Judging while a hundred slow connections are open: python -m benchmarks.slow ADDRESS."""

from __future__ import annotations

import socket
import sys
import threading
import time
from urllib.parse import urlsplit

from benchmarks.client import Client
from benchmarks.server import BODY
from benchmarks.timing import milliseconds, p95, times

SLOW = 100
HEAD = b"POST /api/v1/judgements HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\n"


class Slow(threading.Thread):
    """Slow connections of each kind: heads, bodies, and answers that nobody fetches."""

    def __init__(self, address: str, count: int) -> None:
        super().__init__(daemon=True)
        self.where = urlsplit(address)
        self.count = count
        self.stopped = False

    def run(self) -> None:
        """Keep ``count`` of them open, each sending a byte now and then."""
        lines: list[socket.socket | None] = [None] * self.count
        while not self.stopped:
            for place in range(self.count):
                try:
                    lines[place] = self._step(lines[place], place % 3)
                except OSError:
                    lines[place] = None
            time.sleep(0.2)

    def _step(self, line: socket.socket | None, kind: int) -> socket.socket:
        if line is None:
            line = socket.create_connection((self.where.hostname or "", self.where.port or 80), 5)
            line.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2048)
            head = HEAD % self.where.netloc.encode()
            if kind == 0:
                line.sendall(head)
            elif kind == 1:
                line.sendall(head + b"Content-Length: 5000\r\n\r\n{")
            else:
                line.sendall(b"GET / HTTP/1.1\r\nHost: %s\r\n\r\n" % self.where.netloc.encode() * 20)
        elif kind == 0:
            line.sendall(b"X-Slow: 1\r\n"[:1])
        elif kind == 1:
            line.sendall(b" ")
        return line


def main(address: str) -> None:
    client = Client(address)
    judgement = {key: value for key, value in BODY.items() if key != "label"}
    quiet = p95(milliseconds(lambda: client.post("judgements", judgement), 300))
    slow = Slow(address, SLOW)
    slow.start()
    time.sleep(times(3))
    held_up = p95(milliseconds(lambda: client.post("judgements", judgement), 300))
    slow.stopped = True
    print(f"Judging, p95: {quiet:.1f} ms alone, {held_up:.1f} ms beside {SLOW} slow connections")
    print(f"{held_up / quiet:.2f} times as long; at most 2 is promised")


if __name__ == "__main__":
    main(sys.argv[1])
