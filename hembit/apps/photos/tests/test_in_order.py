"""Photos from before they had a place in the order of writing, and their captions' index."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from importlib import import_module
from unittest import TestCase

MIGRATIONS = "hembit.apps.photos.migrations"
TABLES = """
    CREATE TABLE base_counter (id INTEGER PRIMARY KEY, last INTEGER NOT NULL);
    CREATE TABLE photos_photo (id CHAR(32) PRIMARY KEY, caption TEXT, taken_at TEXT, sequence INTEGER);
    INSERT INTO photos_photo VALUES ('b', 'burnt terminal', '2026-03-02', NULL),
        ('a', '', '2026-03-02', NULL), ('c', 'plate of the upper deck', '2026-03-01', NULL);
"""


class InOrder(TestCase):
    def numbered(self, last: int | None) -> tuple[list[str], int]:
        """The photos in the order they got, and the last number given out since."""
        with closing(sqlite3.connect(":memory:")) as there:
            there.executescript(TABLES)
            if last is not None:
                there.execute("INSERT INTO base_counter VALUES (1, ?)", [last])
            for one in import_module(f"{MIGRATIONS}.0003_in_order").NUMBER:
                there.execute(one)
            rows = there.execute("SELECT id, sequence FROM photos_photo ORDER BY sequence").fetchall()
            (now,) = there.execute("SELECT last FROM base_counter").fetchone()
        first = (last or 0) + 1
        self.assertEqual([number for _, number in rows], [first, first + 1, first + 2])
        return [name for name, _ in rows], int(now)

    def test_they_get_the_next_places_as_they_were_taken(self) -> None:
        self.assertEqual(self.numbered(41), (["c", "a", "b"], 44))

    def test_in_a_shop_where_nothing_was_written_in_order_yet(self) -> None:
        self.assertEqual(self.numbered(None), (["c", "a", "b"], 3))

    def test_the_index_follows_what_is_written_changed_and_removed(self) -> None:
        with closing(sqlite3.connect(":memory:")) as there:
            there.executescript(TABLES)
            there.execute("UPDATE photos_photo SET sequence = unicode(id)")
            for one in import_module(f"{MIGRATIONS}.0004_search").MAKE:
                there.execute(one)

            def found(word: str) -> list[int]:
                asked = "SELECT rowid FROM photos_search WHERE photos_search MATCH ?"
                return [number for (number,) in there.execute(asked, [word])]

            self.assertEqual(found("bur"), [ord("b")])
            there.execute("UPDATE photos_photo SET caption = 'door seal' WHERE id = 'b'")
            there.execute("INSERT INTO photos_photo VALUES ('d', 'burr', '2026-03-03', 7)")
            self.assertEqual((found("bur"), found("sea")), ([7], [ord("b")]))
            there.execute("DELETE FROM photos_photo WHERE id = 'd'")
            self.assertEqual(found("bur"), [])
