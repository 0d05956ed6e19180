"""Kill the server while four people write: python -m benchmarks.crash [KILLS] [SERVERS].

They keep checks, write into the log of a job, take readings in it, each of a part of their own, and
photos, within what a job holds.

Whatever was acknowledged must be there once, and only once; on one folder with two servers as well.
"""

from __future__ import annotations

import http.client
import io
import os
import random
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
from contextlib import closing
from pathlib import Path
from uuid import uuid4

from PIL import Image

from benchmarks.client import Client
from benchmarks.photos import upload
from benchmarks.server import BODY

PARTS = ("13", "14", "15", "16")
CLIENTS = len(PARTS)
JOB = 6
READINGS, PHOTOS = 60, 12
"""Of each of them so many in a run: a job is not without end."""
REFUSED = (OSError, http.client.HTTPException, SystemExit, ValueError)


def free_port() -> int:
    with closing(socket.socket()) as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def wait_for(port: int) -> None:
    """Until the server listens there."""
    for _ in range(600):
        try:
            socket.create_connection(("127.0.0.1", port)).close()
            return
        except OSError:
            time.sleep(0.1)
    raise SystemExit("The server did not start")


class Writer(threading.Thread):
    """One of the people: keeps checks and writes into a log, and sends again what was not answered."""

    def __init__(self, ports: list[int], part: str) -> None:
        super().__init__(daemon=True)
        self.ports, self.part = ports, part
        self.checks: list[str] = []
        self.entries: list[str] = []
        self.readings: list[str] = []
        self.photos: list[str] = []
        self.signed_in = threading.Event()
        self.stopped = False

    def run(self) -> None:
        """Write until it is stopped."""
        client = self._signed_in()
        while not self.stopped:
            number, kept = str(uuid4()), self._next()
            while not self.stopped:
                try:
                    self._send(client, number, kept)
                    kept.append(number)
                    break
                except REFUSED:
                    client.reconnect(self._somewhere())
                    time.sleep(0.05)

    def _next(self) -> list[str]:
        drawn = random.random()
        if drawn < 0.1 and len(self.photos) < PHOTOS:
            return self.photos
        if drawn < 0.3 and len(self.readings) < READINGS:
            return self.readings
        return self.checks if drawn < 0.65 else self.entries

    def _send(self, client: Client, number: str, kept: list[str]) -> None:
        if kept is self.photos:
            if upload(client, PICTURE, number, JOB) not in (200, 201):
                raise OSError("not stored")
        elif kept is self.readings:
            client.post(f"jobs/{JOB}/readings", self._reading(number))
        elif kept is self.checks:
            client.post("checks", {**BODY, "id": number})
        else:
            client.post(f"jobs/{JOB}/entries", {"id": number, "kind": "noted", "text": number})

    def _reading(self, number: str) -> dict[str, object]:
        taken = {"measurand": "between_terminals", "display": "24.6", "connection": "isolated"}
        body = {"id": number, "part": self.part, "reading": taken, "loose": True}
        if self.readings:
            body |= {"supersedes": self.readings[-1], "relation": "again"}
        return {**body, "conditions": {"meter": 1}}

    def _signed_in(self) -> Client:
        while True:
            try:
                client = Client(self._somewhere())
                self.signed_in.set()
                return client
            except REFUSED:
                time.sleep(0.1)

    def _somewhere(self) -> str:
        return f"http://127.0.0.1:{random.choice(self.ports)}"


def _picture() -> bytes:
    out = io.BytesIO()
    Image.effect_noise((640, 480), 60).convert("RGB").save(out, "JPEG")
    return out.getvalue()


PICTURE = _picture()


def main(kills: int, servers: int) -> None:
    with tempfile.TemporaryDirectory() as folder:
        env = {**os.environ, "HEMBIT_DATA": folder, "HEMBIT_DEMO": "1"}
        for command in ("migrate", "load_demo"):
            subprocess.run(
                [sys.executable, "manage.py", command, "--verbosity", "0"], env=env, check=True
            )
        ports = [free_port() for _ in range(servers)]
        people = [Writer(ports, part) for part in PARTS]
        for one in people:
            one.start()
        for _ in range(kills):
            running = [
                subprocess.Popen(
                    [sys.executable, "-m", "hembit.server", "--port", str(port)],
                    env=env,
                    stderr=subprocess.DEVNULL,
                )
                for port in ports
            ]
            for port in ports:
                wait_for(port)
            for one in people:  # signing in takes longer than a server lives here
                one.signed_in.wait(60)
            time.sleep(random.uniform(0.2, 2.0))
            for server in running:
                server.send_signal(signal.SIGKILL)
                server.wait()
        for one in people:
            one.stopped = True
        told(Path(folder) / "hembit.sqlite3", people, kills)


def told(database: Path, people: list[Writer], kills: int) -> None:
    """What was acknowledged, and what is there."""
    missing = doubled = 0
    acknowledged: list[str] = []
    with closing(sqlite3.connect(database)) as store:
        for what, table, column in (
            ("checks", "checks_check", "id"),
            ("entries", "jobs_entry", "id"),
            ("readings", "jobs_reading", "check_kept_id"),
            ("photos", "photos_photo", "id"),
        ):
            there = [row[0] for row in store.execute(f"SELECT {column} FROM {table}")]
            wanted = {name.replace("-", "") for one in people for name in getattr(one, what)}
            acknowledged.append(f"{len(wanted)} {what}")
            missing += len(wanted - set(there))
            doubled += len(there) - len(set(there))
        texts = [row[0] for row in store.execute("SELECT data FROM jobs_entry WHERE kind='noted'")]
        doubled += len(texts) - len(set(texts))
        order = [row[0] for row in store.execute("SELECT sequence FROM jobs_entry")]
        doubled += len(order) - len(set(order))
        pictures = {path.name for path in (database.parent / "photos").rglob("*-full.jpg")}
        missing += sum(
            f"{name.replace('-', '')}-full.jpg" not in pictures for one in people for name in one.photos
        )
        whole = store.execute("PRAGMA quick_check").fetchone()[0]
    print(f"{kills} kills, {CLIENTS} people: acknowledged {', '.join(acknowledged)}")
    print(f"{missing} missing, {doubled} doubled; the database is {whole}")
    raise SystemExit(1 if missing or doubled or whole != "ok" else 0)


if __name__ == "__main__":
    numbers = [int(one) for one in sys.argv[1:3]]
    main(*(numbers + [100, 1][len(numbers) :]))
