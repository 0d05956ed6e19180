"""Backups: made while people work, whole or not at all, sealed, copied, kept n deep, brought back."""

from __future__ import annotations

import fcntl
import hashlib
import json
import os
import stat
import subprocess
import sys
import tempfile
import threading
import zipfile
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.db import connection
from django.test import TransactionTestCase, override_settings
from django.utils import timezone

from hembit.apps.backups import services
from hembit.apps.backups.models import BackupMade
from hembit.apps.backups.schemas import PlanIn
from hembit.apps.jobs.tests.visits import Visits
from hembit.apps.machines.models import Customer
from hembit.apps.privacy.found import found_of
from hembit.apps.privacy.schemas import EraseIn
from hembit.apps.privacy.services import erase_customer
from hembit.archive.damaged import Damaged, WrongPassphrase
from hembit.archive.manifest import DATABASE
from hembit.archive.read import opened
from hembit_core import InputError

ROOT = Path(__file__).resolve().parents[4]
PASSPHRASE = "kelp rope and two lanterns"


def noon() -> datetime:
    """Far from the hour at which the nightly one begins."""
    return timezone.now().replace(hour=12, minute=0)


class Case(Visits, TransactionTestCase):
    """A shop in a folder of its own, its database on the disk as in a shop."""

    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.base = Path(holder.name)
        self.data, self.target = self.base / "shop", self.base / "elsewhere"
        for one in (self.data, self.target):
            one.mkdir(mode=0o700)
        change = override_settings(DATA=self.data, MEDIA_ROOT=self.data / "photos")
        change.enable()
        self.addCleanup(change.disable)
        super().setUp()

    def plan(self, **given: Any) -> None:
        services.save_plan(PlanIn.model_validate({"target": str(self.target), **given}))

    def restore(self, file: Path, folder: Path, **env: str) -> subprocess.CompletedProcess[str]:
        phrase = self.base / "phrase"
        phrase.write_text(PASSPHRASE)
        words = [str(file), "--data", str(folder), "--passphrase-file", str(phrase)]
        return subprocess.run(
            [sys.executable, "-m", "hembit.installation.restore", *words],
            cwd=ROOT,
            env={**os.environ, **env},
            capture_output=True,
            text=True,
        )

    def ask(self, folder: Path, question: str) -> list[Any]:
        import sqlite3
        from contextlib import closing

        with closing(sqlite3.connect(folder / DATABASE)) as opened_:
            return opened_.execute(question).fetchall()


class Made(Case):
    def test_what_was_acknowledged_before_is_in_it_though_people_go_on_writing(self) -> None:
        acknowledged: list[str] = []
        stop = threading.Event()

        def write() -> None:
            while not stop.is_set():
                body = self.body()
                if self.post("checks", body).status_code == 201:
                    acknowledged.append(body["id"])
            connection.close()

        writer = threading.Thread(target=write)
        writer.start()
        try:
            for _ in range(400):
                if len(acknowledged) >= 5:
                    break
                stop.wait(0.05)
            before = list(acknowledged)
            row = services.make()
        finally:
            stop.set()
            writer.join()
        self.assertEqual(row.error, "")
        done = self.restore(services.backups_folder() / row.file, self.base / "back")
        self.assertEqual(done.returncode, 0, done.stderr)
        there = {one[0] for one in self.ask(self.base / "back", "SELECT id FROM checks_check")}
        self.assertLessEqual({one.replace("-", "") for one in before}, there)

    def test_every_kept_verdict_opens_as_it_was(self) -> None:
        body = self.body()
        kept = self.good(self.post("checks", body))
        row = services.make()
        back = self.base / "back"
        self.assertEqual(self.restore(services.backups_folder() / row.file, back).returncode, 0)
        told = subprocess.run(
            [sys.executable, "manage.py", "shell", "-v", "0", "-c", _READ.format(id=body["id"])],
            cwd=ROOT,
            env={**os.environ, "HEMBIT_DATA": str(back)},
            capture_output=True,
            text=True,
        )
        self.assertEqual(json.loads(told.stdout), kept["judgement"], told.stderr)

    def test_it_is_its_owners_alone_and_has_no_keys_while_it_is_open(self) -> None:
        (self.data / "secret_key").write_text("k" * 50)
        (self.data / "photos").mkdir()
        (self.data / "photos" / "a.jpg").write_bytes(b"picture")
        file = services.backups_folder() / services.make().file
        self.assertEqual(stat.S_IMODE(file.stat().st_mode) & 0o077, 0)
        with zipfile.ZipFile(file) as archive:
            self.assertEqual(set(archive.namelist()), {DATABASE, "manifest.json", "photos/a.jpg"})

    def test_a_copy_goes_to_the_target_and_is_read_back(self) -> None:
        self.plan()
        row = services.make()
        self.assertEqual(Path(row.copied_to).parent, self.target)
        self.assertEqual(stat.S_IMODE(Path(row.copied_to).stat().st_mode) & 0o077, 0)
        self.assertEqual(
            Path(row.copied_to).read_bytes(), (services.backups_folder() / row.file).read_bytes()
        )

    def test_one_that_fails_is_told_and_leaves_nothing_half_made(self) -> None:
        self.plan()
        self.target.rmdir()
        row = services.make()
        self.assertTrue(row.error)
        self.assertIn("failed", " ".join(services.standing(timezone.now()).told))
        self.assertEqual(list(services.backups_folder().glob("*.part")), [])

    def test_as_many_stay_as_were_planned_here_and_at_the_target(self) -> None:
        self.plan(keep=2)
        now = timezone.now()
        rows = [services.make(now=now + timedelta(seconds=one)) for one in range(4)]
        for folder in (services.backups_folder(), self.target):
            self.assertEqual(
                sorted(one.name for one in folder.glob("*.zip")), [one.file for one in rows[2:]]
            )

    def test_two_are_not_made_at_once(self) -> None:
        with services._alone(services.backups_folder()), self.assertRaises(services.BeingMade):
            services.make()

    def test_tonights_is_due_once_a_night(self) -> None:
        now = noon()
        self.assertTrue(services.is_due(now))
        services.make(nightly=True, now=now)
        self.assertFalse(services.is_due(now + timedelta(minutes=10)))
        self.assertTrue(services.is_due(now + timedelta(days=1, minutes=10)))

    def test_one_that_failed_is_tried_again_and_one_that_was_made_only_copied(self) -> None:
        now = noon()
        with patch.object(services, "write_backup", side_effect=Damaged("not sound")):
            services.make(nightly=True, now=now)
        self.assertFalse(services.is_due(now + timedelta(minutes=10)))
        self.assertTrue(services.is_due(now + timedelta(minutes=61)))
        self.plan()
        self.target.rmdir()
        made = services.make(nightly=True, now=now + timedelta(seconds=1))
        self.assertTrue(made.file and made.error)
        self.target.mkdir()
        again = services.make(nightly=True, now=now + timedelta(seconds=2))
        self.assertEqual((again.file, again.error), (made.file, ""))
        self.assertEqual(len(list(services.backups_folder().glob("*.zip"))), 1)
        self.assertEqual(Path(again.copied_to).name, made.file)
        self.assertFalse(services.is_due(now + timedelta(hours=2)))

    def test_what_one_that_was_killed_left_is_taken_away(self) -> None:
        for tidy in (services.make, services.tidy):
            left = services.backups_folder() / ".backup-abc"
            left.mkdir(parents=True)
            (left / "plain.zip").write_bytes(b"open")
            tidy()
            self.assertFalse(left.exists())
        left.mkdir()
        with services._alone(services.backups_folder()):
            services.tidy()
        self.assertTrue(left.exists())  # somebody is making one

    def test_copies_from_before_an_update_do_not_outlive_what_is_erased(self) -> None:
        services.backups_folder().mkdir(exist_ok=True)
        copy = services.backups_folder() / "before-update-20261101-030000.sqlite3"
        copy.write_bytes(b"a name")
        erase_customer(self.customer.pk, EraseIn(seen=found_of(self.customer).seen))
        self.assertFalse(copy.exists())

    def test_a_clock_that_was_ahead_keeps_no_backup_from_being_made(self) -> None:
        now = timezone.now()
        services.make(nightly=True, now=now + timedelta(days=400))
        self.assertTrue(services.is_due(now))
        self.assertIn("the clock was set", " ".join(services.standing(now).told))

    def test_a_target_that_is_away_fills_no_disk(self) -> None:
        self.plan(keep=2)
        self.target.rmdir()
        now = timezone.now()
        rows = [services.make(now=now + timedelta(seconds=one)) for one in range(4)]
        self.assertTrue(all(one.error for one in rows))
        self.assertEqual(
            sorted(one.name for one in services.backups_folder().glob("*.zip")),
            [one.file for one in rows[2:]],
        )


_READ = """
import json
from hembit.apps.checks.models import Check
print(json.dumps(Check.objects.get(pk="{id}").judgement))
"""


class Sealed(Case):
    def setUp(self) -> None:
        super().setUp()
        services.say_passphrase(PASSPHRASE)
        (self.data / "secret_key").write_text("k" * 50)
        (self.data / "certificates").mkdir()
        (self.data / "certificates" / "authority.key").write_text("secret")
        self.file = services.backups_folder() / services.make().file

    def test_nothing_of_it_can_be_read_without_the_passphrase(self) -> None:
        with zipfile.ZipFile(self.file) as archive:
            self.assertEqual(set(archive.namelist()), {"manifest.json", "identity.age", "content.age"})
            raw = b"".join(archive.read(one) for one in archive.namelist())
        for word in (b"SQLite format", b"Harbour Bakery", b"secret", PASSPHRASE.encode()):
            self.assertNotIn(word, raw)
        with self.assertRaises(WrongPassphrase), opened(self.file, lambda: "another", self.base):
            pass

    def test_it_comes_back_with_its_keys(self) -> None:
        done = self.restore(self.file, self.base / "back")
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertEqual((self.base / "back" / "certificates" / "authority.key").read_text(), "secret")
        self.assertIn("certificates and keys as well", done.stdout)

    def test_the_passphrase_is_kept_nowhere(self) -> None:
        for path in self.data.rglob("*"):
            if path.is_file():
                self.assertNotIn(PASSPHRASE.encode(), path.read_bytes(), path)
        database = Path(str(connection.settings_dict["NAME"]))
        self.assertNotIn(PASSPHRASE.encode(), database.read_bytes())

    def test_a_short_one_is_refused(self) -> None:
        with self.assertRaises(InputError):
            services.say_passphrase("short")


class BroughtBack(Case):
    def test_a_damaged_one_touches_nothing(self) -> None:
        row = services.make()
        whole = (services.backups_folder() / row.file).read_bytes()
        back = self.base / "back"
        back.mkdir()
        (back / "mine").write_text("stays")
        for name, content in (
            ("cut", whole[: len(whole) // 2]),
            ("turned", whole[:2000] + bytes([whole[2000] ^ 1]) + whole[2001:]),
            ("none", b"not a backup"),
        ):
            with self.subTest(name):
                file = self.base / f"{name}.zip"
                file.write_bytes(content)
                done = self.restore(file, back)
                self.assertEqual(done.returncode, 1)
                self.assertIn("Nothing", done.stderr)
                self.assertNotIn("Traceback", done.stderr)
                self.assertEqual([one.name for one in back.iterdir() if one.name != "lock"], ["mine"])
        self.assertEqual(list(self.base.glob(".restoring-*")), [])

    def test_one_that_names_a_file_outside_is_refused(self) -> None:
        file = self.base / "evil.zip"
        source = services.backups_folder() / services.make().file
        with zipfile.ZipFile(source) as given, zipfile.ZipFile(file, "w") as out:
            manifest = json.loads(given.read("manifest.json"))
            manifest["files"][0]["path"] = "../../evil"
            out.writestr("manifest.json", json.dumps(manifest))
        with self.assertRaises(Damaged), opened(file, lambda: "", self.base):
            pass

    def test_only_what_a_backup_is_made_of_is_unpacked(self) -> None:
        source = services.backups_folder() / services.make().file
        for name in (
            ".profile", "lock", "kind", "making", f"{DATABASE}-wal", f"{DATABASE}-journal", "photos/.a",
            "photos/../../a", "backups/a.zip", "secret_key", "certificates/authority.key", "photos",
            f"{DATABASE}/a",
        ):  # fmt: skip
            with self.subTest(name):
                self.is_refused(source, add=name)

    def test_packed_as_no_backup_is_packed_ends_in_a_sentence(self) -> None:
        source = services.backups_folder() / services.make().file

        def link(about: zipfile.ZipInfo) -> None:
            about.external_attr = (stat.S_IFLNK | 0o777) << 16

        def bzip2(about: zipfile.ZipInfo) -> None:
            about.compress_type = zipfile.ZIP_BZIP2

        def lzma(about: zipfile.ZipInfo) -> None:
            about.compress_type = zipfile.ZIP_LZMA

        for change in (link, bzip2, lzma):
            with self.subTest(change.__name__):
                self.is_refused(source, change=change)
        with self.subTest("encrypted"):
            # The flag stands in both headers of an entry; the library writes none.
            content = bytearray(source.read_bytes())
            for mark, flags in ((b"PK\x03\x04", 6), (b"PK\x01\x02", 8)):
                content[content.index(mark) + flags] |= 1
            file = self.base / "odd.zip"
            file.write_bytes(content)
            self.is_refused(file)

    def is_refused(self, source: Path, add: str = "", change: Any = None) -> None:
        """It is refused in words, with another file in it or an entry packed otherwise, if said so."""
        file = self.base / "other.zip"
        if not add and not change:
            file = source
        else:
            with zipfile.ZipFile(source) as given, zipfile.ZipFile(file, "w") as out:
                manifest = json.loads(given.read("manifest.json"))
                if add:
                    digest = hashlib.sha256(b"x").hexdigest()
                    manifest["files"].append({"path": add, "size": 1, "sha256": digest})
                    out.writestr(add, b"x")
                for one in given.infolist():
                    about = zipfile.ZipInfo(one.filename)
                    content = given.read(one)
                    if one.filename == "manifest.json":
                        content = json.dumps(manifest).encode()
                    elif change:
                        change(about)
                    out.writestr(about, content)
        back = self.base / "back"
        done = self.restore(file, back)
        self.assertEqual(done.returncode, 1, done.stdout)
        self.assertIn("Nothing was touched", done.stderr)
        self.assertNotIn("Traceback", done.stderr)
        self.assertFalse(back.exists())

    def test_killed_between_its_two_renames_no_new_shop_begins_and_it_can_be_done_again(self) -> None:
        file = services.backups_folder() / services.make().file
        back = self.base / "back"
        self.assertEqual(self.restore(file, back).returncode, 0)
        (back / "secret_key").write_text("k" * 60)
        moved = back.rename(self.base / "back.before-20261201-120000-000001")
        left = self.base / ".restoring-back-abc"
        left.mkdir()
        self.assertIn("did not end", self.claimed(back))
        self.assertFalse(back.exists())
        done = self.restore(file, back)
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertIn(str(moved), done.stdout)
        self.assertEqual((back / "secret_key").read_text(), "k" * 60)
        self.assertFalse(left.exists())
        self.assertEqual(self.claimed(back), "")

    def claimed(self, folder: Path) -> str:
        """What is said against serving it."""
        words = f"from hembit.installation.folder import *; claim(Path({str(folder)!r}), SHOP)"
        done = subprocess.run([sys.executable, "-c", words], cwd=ROOT, capture_output=True, text=True)
        return done.stderr

    def test_what_was_there_is_kept_beside_and_this_machines_keys_go_along(self) -> None:
        file = services.backups_folder() / services.make().file
        back = self.base / "back"
        (back / "certificates").mkdir(parents=True)
        (back / "certificates" / "authority.key").write_text("of this machine")
        (back / "old").write_text("old")
        done = self.restore(file, back)
        self.assertEqual(done.returncode, 0, done.stderr)
        (before,) = self.base.glob("back.before-*")
        self.assertEqual((before / "old").read_text(), "old")
        self.assertEqual((back / "certificates" / "authority.key").read_text(), "of this machine")
        for one in back.rglob("*"):
            self.assertEqual(stat.S_IMODE(one.stat().st_mode) & 0o077, 0, one)

    def test_who_was_erased_since_is_erased_again(self) -> None:
        self.plan()
        self.open_job()
        row = services.make()
        found = found_of(self.customer)
        erase_customer(self.customer.pk, EraseIn(seen=found.seen))
        list_ = (self.data / "erased.jsonl").read_text()
        self.assertNotIn("Orla", list_)
        self.assertEqual((self.target / "erased.jsonl").read_text(), list_)
        for source in (services.backups_folder() / row.file, Path(row.copied_to)):
            with self.subTest(source.parent.name):
                back = self.base / f"back-{source.parent.name}"
                if source.parent != self.target:
                    back.mkdir()
                    (back / "erased.jsonl").write_text(list_)
                done = self.restore(source, back)
                self.assertEqual(done.returncode, 0, done.stderr)
                self.assertIn("erased again", done.stdout)
                content = (back / DATABASE).read_bytes()
                for word in (b"Harbour Bakery", b"Orla Quennell", b"pale at the back"):
                    self.assertNotIn(word, content)

    def test_a_later_backup_is_not_erased_by_what_it_knows_already(self) -> None:
        self.plan()
        erase_customer(self.customer.pk, EraseIn(seen=found_of(self.customer).seen))
        Customer.objects.filter(pk=self.customer.pk).update(name="Another", erased_at=None)
        row = services.make()
        done = self.restore(Path(row.copied_to), self.base / "back")
        self.assertEqual(done.returncode, 0, done.stderr)
        names = self.ask(self.base / "back", "SELECT name FROM machines_customer")
        self.assertEqual(names, [("Another",)])

    def test_not_while_a_hembit_serves_the_folder(self) -> None:
        file = services.backups_folder() / services.make().file
        back = self.base / "back"
        back.mkdir()
        with (back / "lock").open("a") as serving:  # as a server holds it
            fcntl.flock(serving, fcntl.LOCK_SH)
            done = self.restore(file, back)
        self.assertEqual(done.returncode, 1)
        self.assertIn("serving", done.stderr)


class ForLeads(Case):
    def test_a_lead_makes_one_and_says_where_copies_go(self) -> None:
        lead = self.as_lead()
        told = self.good(self.send("put", "backups/plan", {"target": str(self.target)}, lead))
        self.assertIn("no backup yet", " ".join(told["told"]))
        made = self.good(self.send("post", "backups", {}, lead))
        self.assertEqual(made["made"][0]["by"], "Maud Fennick")
        self.assertEqual(made["made"][0]["error"], "")
        home = self.good(self.get("home", lead))
        self.assertEqual(home["backups"]["last_good"], made["last_good"])
        self.assertIsNone(self.good(self.get("home"))["backups"])

    def test_a_target_must_be_a_folder_elsewhere(self) -> None:
        for target, said in (
            ("relative", "whole path"),
            (str(self.base / "missing"), "no folder"),
            (str(self.data), "among the data"),
        ):
            with self.subTest(target):
                sent = self.send("put", "backups/plan", {"target": target}, self.as_lead())
                self.assertIn(said, self.refused(sent)["target"])

    def test_only_a_sealed_one_is_handed_out(self) -> None:
        lead = self.as_lead()
        self.send("post", "backups", {}, lead)
        open_ = BackupMade.objects.get()
        self.assertEqual(self.get(f"backups/{open_.pk}", lead).status_code, 403)
        self.good(self.send("put", "backups/passphrase", {"passphrase": PASSPHRASE}, lead))
        self.send("post", "backups", {}, lead)
        sealed = BackupMade.objects.first()
        assert sealed
        handed = self.get(f"backups/{sealed.pk}", lead)
        self.assertEqual(handed.status_code, 200)
        self.assertTrue(b"".join(handed).startswith(b"PK"))

    def test_a_technician_has_no_part_in_it(self) -> None:
        for method, path, body in (
            ("get", "backups", None),
            ("post", "backups", {}),
            ("put", "backups/plan", {}),
            ("put", "backups/passphrase", {"passphrase": None}),
        ):
            answer = self.get(path) if method == "get" else self.send(method, path, body)
            self.assertEqual(answer.status_code, 403, path)
