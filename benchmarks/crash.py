"""Kill the server while four people write: python -m benchmarks.crash [KILLS] [SERVERS].

They keep checks, write into the logs of jobs, take readings in them, exchange what they read (each of a
position of their own) and take photos, within what a job holds.

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
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from uuid import uuid4

from PIL import Image

from benchmarks.client import Client, Refused
from benchmarks.photos import upload
from benchmarks.server import BODY
from benchmarks.standing import standing

PLACES = ((9, "2"), (9, "3"), (5, "17"), (5, "18"))
"""The job and the position of each of the people."""
MEASURAND = "between_terminals"
READINGS, PHOTOS, EXCHANGES = 60, 12, 20
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

    def __init__(self, ports: list[int], job: int, part: str) -> None:
        super().__init__(daemon=True)
        self.ports, self.job, self.part = ports, job, part
        self.checks: list[str] = []
        self.entries: list[str] = []
        self.readings: list[str] = []
        self.of_this_part: list[str] = []
        self.exchanges: list[str] = []
        self.photos: list[str] = []
        self.signed_in = threading.Event()
        self.stopped = False
        self.broken = ""
        """What was answered that a kill does not explain."""

    def run(self) -> None:
        """Write until it is stopped."""
        client = self._signed_in()
        while not self.stopped:
            number, kept = str(uuid4()), self._next()
            while not self.stopped:
                try:
                    self._send(client, number, kept)
                    self._acknowledged(number, kept)
                    break
                except REFUSED as answer:
                    if isinstance(answer, Refused) and answer.status < 500 and answer.status != 429:
                        self.broken = str(answer)
                        return
                    client.reconnect(self._somewhere())
                    time.sleep(0.05)

    def _acknowledged(self, number: str, kept: list[str]) -> None:
        kept.append(number)
        if kept is self.readings:
            self.of_this_part.append(number)
        elif kept is self.exchanges:
            self.of_this_part = []

    @property
    def acknowledged(self) -> int:
        """How much was."""
        kept = (self.checks, self.entries, self.readings, self.photos, self.exchanges)
        return sum(len(one) for one in kept)

    def _next(self) -> list[str]:
        drawn = random.random()
        if drawn < 0.1 and len(self.photos) < PHOTOS:
            return self.photos
        if drawn < 0.16 and len(self.exchanges) < EXCHANGES:
            return self.exchanges
        if drawn < 0.35 and len(self.readings) < READINGS:
            return self.readings
        return self.checks if drawn < 0.65 else self.entries

    def _send(self, client: Client, number: str, kept: list[str]) -> None:
        if kept is self.photos:
            if upload(client, PICTURE, number, self.job) not in (200, 201):
                raise OSError("not stored")
        elif kept is self.readings:
            client.post(f"jobs/{self.job}/readings", self._reading(number))
        elif kept is self.checks:
            client.post("checks", {**BODY, "id": number})
        elif kept is self.exchanges:
            fitted = {"kind": "fitted", "part": self.part, "unmeasured_because": "none in the van"}
            client.post(f"jobs/{self.job}/entries", {"id": number, **fitted, "serial": number[:8]})
        else:
            client.post(f"jobs/{self.job}/entries", {"id": number, "kind": "noted", "text": number})

    def _reading(self, number: str) -> dict[str, object]:
        taken = {"measurand": MEASURAND, "display": "24.6", "connection": "isolated"}
        body = {"id": number, "part": self.part, "reading": taken, "loose": True}
        if self.of_this_part:
            body |= {"supersedes": self.of_this_part[-1], "relation": "again"}
        return {**body, "conditions": {"meter": 1}}

    def _signed_in(self) -> Client:
        while True:
            try:
                client = Client(self._somewhere())
                there = standing(client.get(f"jobs/{self.job}"), self.part, MEASURAND)
                self.of_this_part = [there] if there else []
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
        people = [Writer(ports, *place) for place in PLACES]
        with served(ports, env):
            for job in {job for job, _ in PLACES}:
                prove_dead(f"http://127.0.0.1:{ports[0]}", job)
            for one in people:
                one.start()
            for one in people:  # signing in takes longer than a server lives here
                if not one.signed_in.wait(60):
                    raise SystemExit("Nobody could sign in")
        before = 0
        for number in range(kills):
            if number % 10 == 0:
                before = sum(one.acknowledged for one in people)
            with served(ports, env):
                time.sleep(random.uniform(0.2, 2.0))
            if number % 10 == 9 and sum(one.acknowledged for one in people) == before:
                raise SystemExit(f"Nothing was acknowledged through ten kills, up to {number + 1}")
            if broken := [one.broken for one in people if one.broken]:
                raise SystemExit(f"Refused after {number + 1} kills: {broken[0]}")
        for one in people:
            one.stopped = True
        told(Path(folder) / "hembit.sqlite3", people, kills)


@contextmanager
def served(ports: list[int], env: dict[str, str]) -> Iterator[None]:
    """One server at each port, until they are killed."""
    running = [
        subprocess.Popen(
            [sys.executable, "-m", "hembit.server", "--port", str(port)],
            env=env,
            stderr=subprocess.DEVNULL,
        )
        for port in ports
    ]
    try:
        for port in ports:
            wait_for(port)
        yield
    finally:
        for server in running:
            server.send_signal(signal.SIGKILL)
            server.wait()


def prove_dead(address: str, job: int) -> None:
    """Without it nobody exchanges anything in the job's machine."""
    client = Client(address)
    pairs = client.get(f"jobs/{job}")["pairs_to_prove"]
    isolation = {
        "switched_off": ["isolator Q1"],
        "locked": True,
        "tester_before": True,
        "readings": dict.fromkeys(pairs, "0.0"),
        "tester_after": True,
    }
    proof = {"id": str(uuid4()), "kind": "proved_dead", "isolation": isolation}
    client.post(f"jobs/{job}/entries", proof)


def told(database: Path, people: list[Writer], kills: int) -> None:
    """What was acknowledged, and what is there."""
    missing = doubled = 0
    acknowledged: list[str] = []
    with closing(sqlite3.connect(database)) as store:
        for what, table, column in (
            ("checks", "checks_check", "id"),
            ("entries", "jobs_entry", "id"),
            ("exchanges", "jobs_entry", "id"),
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
        # A part more is a part that was fitted twice for one entry, or for none.
        fits = store.execute("SELECT count(*) FROM jobs_entry WHERE kind='fitted'").fetchone()[0]
        parts = store.execute(
            "SELECT count(*) FROM machines_fittedpart WHERE serial != '' AND job_number IS NOT NULL"
        ).fetchone()[0]
        doubled += abs(parts - fits)
        order = [row[0] for row in store.execute("SELECT sequence FROM jobs_entry")]
        doubled += len(order) - len(set(order))
        pictures = {path.name for path in (database.parent / "photos").rglob("*-full.jpg")}
        missing += sum(
            f"{name.replace('-', '')}-full.jpg" not in pictures for one in people for name in one.photos
        )
        whole = store.execute("PRAGMA quick_check").fetchone()[0]
    print(f"{kills} kills, {len(people)} people: acknowledged {', '.join(acknowledged)}")
    print(f"{missing} missing, {doubled} doubled; the database is {whole}")
    raise SystemExit(1 if missing or doubled or whole != "ok" else 0)


if __name__ == "__main__":
    numbers = [int(one) for one in sys.argv[1:3]]
    main(*(numbers + [100, 1][len(numbers) :]))
