"""bin/demo as a process of its own, as a person starts it; it can be stopped and started again."""

from __future__ import annotations

import atexit
import fcntl
import os
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import unittest
from functools import cache
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]


def free_port() -> int:
    """A port that nobody listens at."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@cache
def demo_that_was_served() -> Path:
    """The data of a demo that was loaded and stopped: one for all processes of a run."""
    run = os.environ.get("HEMBIT_DATA")
    if run is None:
        holder = tempfile.TemporaryDirectory()
        atexit.register(holder.cleanup)
        run = holder.name
    folder = Path(run) / "served-demo"
    with Path(run, "served-demo.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not folder.exists():
            loading = ServedDemo()
            loading.setUp()
            loading.stop(loading.start(), signal.SIGTERM)
            shutil.copytree(loading.data.name, folder)
            loading.doCleanups()
    return folder


class ServedDemo(unittest.TestCase):
    """A folder for the demo's data, and a port."""

    def setUp(self) -> None:
        self.data = tempfile.TemporaryDirectory()
        self.addCleanup(self.data.cleanup)
        self.port = free_port()

    def load(self) -> None:
        """Have the demo's data there before it is started."""
        shutil.copytree(demo_that_was_served(), self.data.name, dirs_exist_ok=True)

    @property
    def address(self) -> str:
        """Where it is served."""
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> subprocess.Popen[str]:
        """Start it; its first line is there."""
        server = subprocess.Popen(
            [ROOT / "bin" / "demo", "--port", str(self.port)],
            env={**os.environ, "HEMBIT_DATA": self.data.name},
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            text=True,
            start_new_session=True,
        )
        self.addCleanup(self.stop, server, signal.SIGTERM)
        assert server.stdout
        self.said = server.stdout.readline()
        return server

    def stop(self, server: subprocess.Popen[str], how: signal.Signals) -> None:
        """Stop it with this signal."""
        if server.poll() is None:
            os.killpg(server.pid, how)
            server.wait(20)
        if server.stdout:
            server.stdout.close()

    def answers(self) -> None:
        """Wait until it listens."""
        for _ in range(300):
            try:
                socket.create_connection(("127.0.0.1", self.port)).close()
                return
            except OSError:
                time.sleep(0.1)
        raise AssertionError("bin/demo did not listen within 30 s")
