"""bin/demo as a person starts it: served as it is in a shop, kept through a kill -9."""

from __future__ import annotations

import json
import os
import re
import signal
import socket
import sqlite3
import subprocess
import time
from contextlib import closing
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any
from urllib.request import HTTPCookieProcessor, OpenerDirector, Request, build_opener
from uuid import uuid4

from e2e.served import ServedDemo

ROOT = Path(__file__).resolve().parents[2]


class Demo(ServedDemo):
    def browser(self) -> OpenerDirector:
        """An opener with the cookie of the first page, once it is served."""
        opener = build_opener(HTTPCookieProcessor(CookieJar()))
        for _ in range(300):
            try:
                with opener.open(f"http://127.0.0.1:{self.port}/") as page:
                    self.page = page.read().decode()
                    return opener
            except OSError:
                time.sleep(0.1)
        raise AssertionError("bin/demo did not serve its page within 30 s")

    def sign_in(self, opener: OpenerDirector) -> None:
        who = {"username": "ilse", "password": "skerrow-tide"}
        with self.post(opener, "session", who) as answer:
            self.assertEqual(json.load(answer)["person"]["name"], "Ilse Fennick")

    def post(self, opener: OpenerDirector, path: str, body: object) -> Any:
        jar = next(one.cookiejar for one in opener.handlers if isinstance(one, HTTPCookieProcessor))
        token = next(cookie.value for cookie in jar if cookie.name == "csrftoken") or ""
        request = Request(
            f"http://127.0.0.1:{self.port}/api/v1/{path}",
            json.dumps(body).encode(),
            {"Content-Type": "application/json", "X-CSRFToken": token},
        )
        return opener.open(request)

    def keep(self, opener: OpenerDirector, number: str) -> int:
        body = {
            "id": number,
            "label": "kept before the power went",
            "spec": {
                "kind": "heating_element",
                "rating": {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]},
            },
            "reading": {
                "measurand": "between_terminals",
                "display": "24.6",
                "connection": "isolated",
            },
            "dead_or_live": {"state": "loose_part"},
        }
        with self.post(opener, "checks", body) as answer:
            return int(answer.status)

    def test_served_for_real_and_kept_through_a_kill(self) -> None:
        server = self.start()
        self.assertIn(f"http://127.0.0.1:{self.port}", self.said)
        opener = self.browser()
        script = re.search(r'src="(/assets/[^"]+\.js)"', self.page)
        assert script
        with opener.open(
            Request(f"http://127.0.0.1:{self.port}{script[1]}", headers={"Accept-Encoding": "gzip"})
        ) as asset:
            self.assertIn("immutable", asset.headers["Cache-Control"])
            self.assertEqual(asset.headers["Content-Encoding"], "gzip")
        self.sign_in(opener)
        number = str(uuid4())
        self.assertEqual(self.keep(opener, number), 201)
        self.stop(server, signal.SIGKILL)
        self.start()
        self.browser()
        with opener.open(f"http://127.0.0.1:{self.port}/api/v1/checks/{number}") as kept:
            self.assertEqual(json.load(kept)["label"], "kept before the power went")

    def test_a_reading_of_a_job_is_there_after_a_kill_9(self) -> None:
        self.load()
        server = self.start()
        opener = self.browser()
        self.sign_in(opener)
        job = self.get(opener, "jobs?text=deck+oven")["items"][0]["number"]
        parts = self.get(opener, f"jobs/{job}")["parts"]
        part = next(one["key"] for one in parts if one["name"] == "Upper deck, front element")
        numbers = [str(uuid4()) for _ in range(12)]
        for place, number in enumerate(numbers):
            reading = {
                "id": number,
                "part": part,
                "reading": {
                    "measurand": "between_terminals",
                    "display": f"34.{place % 10}",
                    "connection": "isolated",
                },
            }
            if place:
                reading |= {"supersedes": numbers[place - 1], "reason": "again"}
            self.post(opener, f"jobs/{job}/readings", reading).close()
        self.stop(server, signal.SIGKILL)
        self.start()
        self.browser()
        there = {one["id"] for one in self.get(opener, f"jobs/{job}")["readings"]}
        self.assertLessEqual(set(numbers), there)
        with closing(sqlite3.connect(Path(self.data.name) / "hembit.sqlite3")) as database:
            self.assertEqual(database.execute("PRAGMA integrity_check").fetchone(), ("ok",))
            self.assertEqual(database.execute("PRAGMA foreign_key_check").fetchall(), [])

    def get(self, opener: OpenerDirector, path: str) -> Any:
        with opener.open(f"http://127.0.0.1:{self.port}/api/v1/{path}") as answer:
            return json.load(answer)

    def test_a_taken_port_is_said(self) -> None:
        with socket.socket() as other:
            other.bind(("127.0.0.1", self.port))
            other.listen()
            result = self.run_demo("--port", str(self.port))
        self.assertNotEqual(result.returncode, 0)
        self.assertIn(f"Port {self.port} is taken", result.stderr)

    def test_wrong_words_are_answered(self) -> None:
        for words in (["--port", "many"], ["--port", "0"], ["--port"], ["--prot", "1"]):
            with self.subTest(words):
                result = self.run_demo(*words)
                self.assertEqual(result.returncode, 2)
                self.assertIn("port", result.stderr)

    def run_demo(self, *words: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [ROOT / "bin" / "demo", *words],
            env={**os.environ, "HEMBIT_DATA": self.data.name},
            capture_output=True,
            text=True,
            timeout=60,
            check=False,
        )
