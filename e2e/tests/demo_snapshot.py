"""The demo, loaded once and put back for each test: what it takes to load would be most of a test."""

from __future__ import annotations

import sqlite3
import time
from collections.abc import Callable

from django.db import connection

FRESH = 240.0
"""How long it is put back for before it is loaded anew [s]: its times are told from now."""


class DemoSnapshot:
    """The database as ``load`` left it."""

    def __init__(self, load: Callable[[], None]) -> None:
        self.load = load
        self.kept: sqlite3.Connection | None = None
        self.taken_at = 0.0

    def put_back(self) -> None:
        """Load it, or copy what was loaded some minutes ago over what is there."""
        connection.ensure_connection()
        if self.kept and time.monotonic() - self.taken_at < FRESH:
            self.kept.backup(connection.connection)
            return
        self.load()
        if self.kept:
            self.kept.close()
        self.kept = sqlite3.connect(":memory:", check_same_thread=False)
        connection.connection.backup(self.kept)
        self.taken_at = time.monotonic()
