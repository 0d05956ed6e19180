"""Kill the server while four people write: python -m benchmarks.crash [KILLS] [SERVERS].

Whatever was acknowledged must be there once, and only once; on one folder with two servers as well.
"""

from __future__ import annotations

import http.client
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

from benchmarks.client import Client
from benchmarks.server import BODY

CLIENTS = 4
JOB = 6
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

    def __init__(self, ports: list[int]) -> None:
        super().__init__(daemon=True)
        self.ports = ports
        self.checks: set[str] = set()
        self.entries: set[str] = set()
        self.signed_in = threading.Event()
        self.stopped = False

    def run(self) -> None:
        """Write until it is stopped."""
        client = self._signed_in()
        while not self.stopped:
            number = str(uuid4())
            is_check = random.random() < 0.5
            path, body = ("checks", {**BODY, "id": number})
            if not is_check:
                path, body = (f"jobs/{JOB}/entries", {"id": number, "kind": "noted", "text": number})
            while not self.stopped:
                try:
                    client.post(path, body)
                    (self.checks if is_check else self.entries).add(number)
                    break
                except REFUSED:
                    client.reconnect(self._somewhere())
                    time.sleep(0.05)

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


def main(kills: int, servers: int) -> None:
    with tempfile.TemporaryDirectory() as folder:
        env = {**os.environ, "HEMBIT_DATA": folder, "HEMBIT_DEMO": "1"}
        for command in ("migrate", "load_demo"):
            subprocess.run(
                [sys.executable, "manage.py", command, "--verbosity", "0"], env=env, check=True
            )
        ports = [free_port() for _ in range(servers)]
        people = [Writer(ports) for _ in range(CLIENTS)]
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
    missing = doubled = acknowledged = 0
    with closing(sqlite3.connect(database)) as store:
        for table, column, names in (
            ("checks_check", "id", set().union(*(one.checks for one in people))),
            ("jobs_entry", "id", set().union(*(one.entries for one in people))),
        ):
            there = [row[0] for row in store.execute(f"SELECT {column} FROM {table}")]
            wanted = {name.replace("-", "") for name in names}
            acknowledged += len(wanted)
            missing += len(wanted - set(there))
            doubled += len(there) - len(set(there))
        texts = [row[0] for row in store.execute("SELECT data FROM jobs_entry WHERE kind='noted'")]
        doubled += len(texts) - len(set(texts))
        order = [row[0] for row in store.execute("SELECT sequence FROM jobs_entry")]
        doubled += len(order) - len(set(order))
        whole = store.execute("PRAGMA quick_check").fetchone()[0]
    print(f"{kills} kills, {CLIENTS} people: {acknowledged} acknowledged")
    print(f"{missing} missing, {doubled} doubled; the database is {whole}")
    raise SystemExit(1 if missing or doubled or whole != "ok" else 0)


if __name__ == "__main__":
    numbers = [int(one) for one in sys.argv[1:3]]
    main(*(numbers + [100, 1][len(numbers) :]))
