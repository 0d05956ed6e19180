"""Judging while sixteen clients guess passwords: python -m benchmarks.guessing ADDRESS."""

from __future__ import annotations

import sys
import threading
import time

from benchmarks.client import Client
from benchmarks.server import BODY
from benchmarks.timing import milliseconds, p95, times

GUESSING = 16


class Guesser(threading.Thread):
    """Somebody at the door who tries one name after the other, as fast as they are answered."""

    def __init__(self, address: str, number: int) -> None:
        super().__init__(daemon=True)
        self.client = Client(address, None)
        self.number = number
        self.tried = 0
        self.stopped = False

    def run(self) -> None:
        """Guess until it is enough."""
        while not self.stopped:
            name = f"nobody-{self.number}-{self.tried}"
            self.client.try_to_post("session", {"username": name, "password": "guess-after-guess"})
            self.tried += 1


def main(address: str) -> None:
    client = Client(address)
    judgement = {key: value for key, value in BODY.items() if key != "label"}
    quiet = p95(milliseconds(lambda: client.post("judgements", judgement), 300))
    guessers = [Guesser(address, number) for number in range(GUESSING)]
    for one in guessers:
        one.start()
    time.sleep(times(3))
    beside = p95(milliseconds(lambda: client.post("judgements", judgement), 300))
    for one in guessers:
        one.stopped = True
    tried = sum(one.tried for one in guessers)
    print(f"Judging, p95: {quiet:.1f} ms alone, {beside:.1f} ms beside {GUESSING} who guess")
    print(f"{tried} tries were answered meanwhile")


if __name__ == "__main__":
    main(sys.argv[1])
