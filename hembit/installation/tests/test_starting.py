"""What bin/serve is told, its folder, its names, and the database brought up to date."""

from __future__ import annotations

import os
import shutil
import sqlite3
import subprocess
import tempfile
import unittest
from contextlib import closing
from datetime import datetime
from pathlib import Path
from unittest.mock import patch

from hembit.archive.manifest import BEFORE_UPDATE, DATABASE
from hembit.installation import database
from hembit.installation.command import read
from hembit.installation.folder import DEMO, SHOP, claim, held
from hembit.installation.names import names_for, stays_here
from hembit.installation.wrong import Wrong
from hembit.site.secret_key import secret_key

NOW = datetime(2026, 11, 26, 14, 30)


class InFolder(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.addCleanup(os.umask, os.umask(0o022))
        self.folder = Path(holder.name) / "shop"


class Told(unittest.TestCase):
    def test_the_folder_is_the_one_that_is_named_for_every_command(self) -> None:
        with patch.dict(os.environ, {"HEMBIT_DATA": "/srv/shop"}):
            self.assertEqual(read([]).data, Path("/srv/shop"))
            self.assertEqual(read(["--data", "/srv/other"]).data, Path("/srv/other"))

    def test_this_machine_alone_unless_it_is_said(self) -> None:
        told = read([])
        self.assertEqual((told.listens_at, told.port, told.names), ("127.0.0.1", 8460, ()))
        self.assertEqual(read(["--host", "all"]).listens_at, "0.0.0.0")
        self.assertEqual(read(["--host", "0.0.0.0"]).host, "all")

    def test_what_does_not_go_together_is_said(self) -> None:
        for words, said in (
            (["--port", "0"], "from 1 to 65534"),
            (["--port", "65535"], "from 1 to 65534"),
            (["--port", "x"], "invalid int"),
            (["--host", "bench"], "no address"),
            (["--cert", "/etc/hosts"], "both --cert and --key"),
            (["--cert", "/none", "--key", "/etc/hosts"], "There is no file /none"),
            (["--behind-proxy", "front"], "no address"),
            (["--behind-proxy", "192.0.2.1"], "give it with --name"),
            (["--tide", "low"], "See bin/serve --help"),
        ):
            with self.subTest(words), self.assertRaisesRegex(Wrong, said):
                read(words)


class Names(unittest.TestCase):
    def test_here_alone_it_goes_by_no_other_name(self) -> None:
        self.assertEqual(names_for("127.0.0.1"), ("127.0.0.1", "localhost", "::1"))
        for host in ("127.0.0.1", "127.0.0.9", "::1", "localhost"):
            self.assertTrue(stays_here(host))
        self.assertFalse(stays_here("192.0.2.7"))

    def test_on_the_network_by_its_name_and_its_address(self) -> None:
        with patch("socket.gethostname", return_value="Bench"):
            found = names_for("192.0.2.7", ("hembit.skerrow.test",))
        self.assertEqual(found[:4], ("hembit.skerrow.test", "bench", "bench.local", "192.0.2.7"))
        self.assertIn("localhost", found)

    def test_a_name_that_is_none_is_said(self) -> None:
        for name in ("two words", "https://bench", "bench:8460", "-x", ""):
            with self.subTest(name), self.assertRaisesRegex(Wrong, "neither a name nor an address"):
                names_for("all", (name,))


class Folder(InFolder):
    def test_it_is_its_owners_alone_also_what_lay_there(self) -> None:
        self.folder.mkdir(mode=0o755)
        (self.folder / "hembit.sqlite3").write_text("")
        (self.folder / "hembit.sqlite3").chmod(0o644)
        claim(self.folder, SHOP)
        self.assertEqual(self.folder.stat().st_mode & 0o777, 0o700)
        self.assertEqual((self.folder / "hembit.sqlite3").stat().st_mode & 0o777, 0o600)
        (self.folder / "later").write_text("")
        self.assertEqual((self.folder / "later").stat().st_mode & 0o777, 0o600)

    def test_a_shop_and_the_demo_never_share_one(self) -> None:
        claim(self.folder, SHOP)
        claim(self.folder, SHOP)
        with self.assertRaisesRegex(Wrong, "data of a shop, not of a demo"):
            claim(self.folder, DEMO)

    def test_what_cannot_be_a_folder_is_said(self) -> None:
        self.folder.write_text("a file")
        with self.assertRaisesRegex(Wrong, "cannot be used"):
            claim(self.folder, SHOP)

    def test_two_serve_it_and_nobody_updates_meanwhile(self) -> None:
        claim(self.folder, SHOP)
        refused = self.assertRaisesRegex(Wrong, "is serving")
        with held(self.folder, alone=False), held(self.folder, alone=False), refused:
            held(self.folder, alone=True)
        with held(self.folder, alone=True), self.assertRaisesRegex(Wrong, "restoring or updating"):
            held(self.folder, alone=False)


class UpToDate(InFolder):
    @classmethod
    def setUpClass(cls) -> None:
        holder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(holder.cleanup)
        cls.made = Path(holder.name)
        assert database.bring_up_to_date(cls.made, NOW) is None

    def setUp(self) -> None:
        super().setUp()
        claim(self.folder, SHOP)
        self.file = self.folder / DATABASE
        shutil.copy(self.made / DATABASE, self.file)

    def say(self, *sentences: str) -> None:
        with closing(sqlite3.connect(self.file)) as opened, opened:
            for one in sentences:
                opened.execute(one)

    def answer(self, question: str, file: Path | None = None) -> list[tuple[object, ...]]:
        with closing(sqlite3.connect(file or self.file)) as opened:
            return opened.execute(question).fetchall()

    def test_a_new_one_is_whole_and_stays_as_it_is(self) -> None:
        self.assertTrue(database.is_up_to_date(self.folder))
        before = self.file.read_bytes()
        self.assertIsNone(database.bring_up_to_date(self.folder, NOW))
        self.assertEqual(self.file.read_bytes(), before)
        self.assertFalse((self.folder / database.BACKUPS).exists())
        # Its library is not empty: what ships is in it.
        self.assertGreater(self.answer("SELECT count(*) FROM catalog_spec"), [(40,)])

    def make_older(self) -> None:
        self.say(
            "INSERT INTO people_person (password, is_superuser, username, email, is_staff, is_active, "
            "date_joined, name, role, sessions_ended) "
            "VALUES ('', 0, 'ilse', '', 0, 1, '2026-01-01', 'Ilse', 'lead', 0)",
            "DROP TABLE workshop_workshop",
            "DELETE FROM django_migrations WHERE app = 'workshop'",
        )

    def test_an_older_one_is_brought_up_to_date_and_kept_as_it_was(self) -> None:
        self.make_older()
        before = database.bring_up_to_date(self.folder, NOW)
        assert before
        self.assertEqual(self.answer("SELECT username FROM people_person"), [("ilse",)])
        self.assertEqual(self.answer("SELECT count(*) FROM workshop_workshop"), [(0,)])
        self.assertEqual(self.answer("SELECT username FROM people_person", before), [("ilse",)])
        tables = "SELECT name FROM sqlite_master WHERE name = 'workshop_workshop'"
        self.assertEqual(self.answer(tables, before), [])

    def test_the_last_two_from_before_an_update_stay(self) -> None:
        copies = self.folder / database.BACKUPS
        copies.mkdir()
        for day in (1, 2, 3):
            (copies / f"{BEFORE_UPDATE}2026110{day}-030000.sqlite3").write_bytes(b"old")
        self.make_older()
        before = database.bring_up_to_date(self.folder, NOW)
        assert before
        self.assertEqual(
            sorted(one.name for one in copies.iterdir()),
            [f"{BEFORE_UPDATE}20261103-030000.sqlite3", before.name],
        )

    def test_one_that_fails_leaves_the_old_one_in_its_place(self) -> None:
        self.make_older()
        self.say("CREATE TABLE workshop_workshop (x)")
        with self.assertRaisesRegex(Wrong, "already exists.*Nothing was changed"):
            database.bring_up_to_date(self.folder, NOW)
        self.assertEqual(self.answer("SELECT username FROM people_person"), [("ilse",)])
        self.assertEqual(self.answer("SELECT x FROM workshop_workshop"), [])
        self.assertEqual([one.name for one in self.folder.glob("*.migrating*")], [])

    def test_one_that_was_interrupted_begins_again(self) -> None:
        self.make_older()
        (self.folder / f"{DATABASE}.migrating").write_text("half a copy")
        (self.folder / f"{DATABASE}.migrating-wal").write_text("half a log")
        self.assertTrue(database.bring_up_to_date(self.folder, NOW))
        self.assertEqual(self.answer("PRAGMA quick_check"), [("ok",)])

    def test_one_that_was_lost_is_not_begun_anew(self) -> None:
        self.file.write_bytes(b"")
        with self.assertRaisesRegex(Wrong, "is empty.*Put it back from a backup"):
            database.bring_up_to_date(self.folder, NOW)
        self.file.unlink()
        (self.folder / "photos" / "ab").mkdir(parents=True)
        with self.assertRaisesRegex(Wrong, "is missing.*Put it back from a backup"):
            database.bring_up_to_date(self.folder, NOW)
        self.assertFalse(self.file.exists())

    def test_a_damaged_one_is_said_and_left(self) -> None:
        self.file.write_bytes(b"no database at all" * 100)
        with self.assertRaisesRegex(Wrong, "cannot be copied"):
            database.bring_up_to_date(self.folder, NOW)
        self.assertTrue(self.file.read_bytes().startswith(b"no database"))


class Key(InFolder):
    def test_an_empty_or_damaged_key_says_so_at_the_start(self) -> None:
        claim(self.folder, SHOP)
        for content in (b"", b"short", b"\xff" * 80):
            (self.folder / "secret_key").write_bytes(content)
            with self.assertRaisesRegex(SystemExit, "is empty or damaged. Put it back"):
                secret_key(self.folder)

    def test_it_is_made_once_and_its_owners_alone(self) -> None:
        claim(self.folder, SHOP)
        key = secret_key(self.folder)
        self.assertEqual(secret_key(self.folder), key)
        self.assertEqual((self.folder / "secret_key").stat().st_mode & 0o777, 0o600)
        self.assertEqual(sorted(one.name for one in self.folder.iterdir()), ["kind", "secret_key"])


class Command(InFolder):
    def test_what_is_wrong_is_a_sentence(self) -> None:
        root = Path(__file__).resolve().parents[3]
        words = [root / ".venv" / "bin" / "python", "-m", "hembit.installation", "--host", "nowhere"]
        done = subprocess.run(words, cwd=root, capture_output=True, text=True, timeout=60)
        self.assertEqual(done.returncode, 1)
        self.assertTrue(done.stderr.startswith("Hembit does not start. --host nowhere is no address"))
