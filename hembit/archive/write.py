"""Write a backup: database, pictures, papers and what was erased; keys as well where it is sealed."""

from __future__ import annotations

import hashlib
import os
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from hembit.archive.damaged import Damaged
from hembit.archive.manifest import (
    CONTENT,
    DATABASE,
    ERASED,
    IDENTITY,
    MANIFEST,
    Kept,
    Manifest,
    Sealed,
)
from hembit.archive.sealing import Seal, seal

_OF_NO_BACKUP = ("django_session", "people_opensession", "people_guesses")
"""Who is signed in where is not brought back from a backup, and lets nobody in who has one."""
_SECRETS = ("people_secondfactor",)
"""In a backup that anybody can read they are left out, as keys are."""
COPIED = ("photos",)
KEYS = ("secret_key", "certificates")
_BLOCK = 1 << 20
_ASIDE = ".backup-"
_PACKED = (".sqlite3", ".jsonl")
"""What grows smaller when packed; pictures do not."""

COUNTED = {
    "people": "people_person",
    "customers": "machines_customer",
    "machines": "machines_machine",
    "jobs": "jobs_job",
    "readings": "checks_check",
    "photos": "photos_photo",
}


@dataclass(frozen=True)
class Written:
    """A backup that was written, with what it says of itself."""

    file: Path
    manifest: Manifest


def write_backup(
    folder: Path, database: Path, target: Path, now: datetime, hembit: str, sealed: Seal | None = None
) -> Written:
    """Write all of a shop's ``folder`` into the one file ``target``, while people work.

    The database is copied by SQLite's own backup, as it stood at one moment; pictures are copied
    after it, so that every one of its pictures is there. The file appears once it is whole.

    Raises
    ------
    Damaged
        If the database cannot be copied, or is not sound.
    """
    with tempfile.TemporaryDirectory(dir=target.parent, prefix=_ASIDE) as name:
        aside = Path(name)
        _copy_database(database, aside / DATABASE)
        _empty(aside / DATABASE, _OF_NO_BACKUP if sealed else (*_OF_NO_BACKUP, *_SECRETS))
        plain = aside / "plain.zip"
        manifest = _write_plain(folder, aside / DATABASE, plain, now, hembit, keys=sealed is not None)
        whole = _sealed(plain, aside / "sealed.zip", manifest, sealed) if sealed else plain
        whole.chmod(0o600)
        with whole.open("rb") as written:
            os.fsync(written.fileno())
        whole.replace(target)
    _sync(target.parent)
    return Written(target, manifest)


def clear_left(folder: Path) -> None:
    """Take away what a killed backup left in ``folder``, an open copy maybe; none is being made."""
    for left in folder.glob(f"{_ASIDE}*"):
        shutil.rmtree(left, ignore_errors=True)


def _copy_database(source: Path, target: Path) -> None:
    try:
        with closing(sqlite3.connect(source)) as ours, closing(sqlite3.connect(target)) as theirs:
            ours.backup(theirs)
            theirs.execute("PRAGMA journal_mode=DELETE")
            found = theirs.execute("PRAGMA quick_check(1)").fetchone()[0]
    except sqlite3.Error as error:
        raise Damaged(f"The database cannot be copied: {error}.") from None
    if found != "ok":
        raise Damaged(f"The database is damaged: {found}. No backup of it is made; keep the last one.")


def _empty(database: Path, tables: tuple[str, ...]) -> None:
    """Take out what these tables hold, so that nothing of it is left in the file."""
    with closing(sqlite3.connect(database, isolation_level=None)) as copy:
        copy.execute("PRAGMA secure_delete=ON")
        there = {row[0] for row in copy.execute("SELECT name FROM sqlite_master WHERE type='table'")}
        for table in sorted(there.intersection(tables)):
            copy.execute(f"DELETE FROM {table}")


def _write_plain(
    folder: Path, database: Path, target: Path, now: datetime, hembit: str, *, keys: bool
) -> Manifest:
    kept: list[Kept] = []
    with zipfile.ZipFile(target, "w") as out:
        kept.append(_add(out, database, DATABASE))
        for path, name in _files(folder, keys=keys):
            try:
                kept.append(_add(out, path, name))
            except FileNotFoundError:
                continue  # erased meanwhile: it is not to be kept
        migrations, counts = _told_by(database)
        erased = folder / ERASED
        manifest = Manifest(
            made_at=now,
            hembit=hembit,
            migrations=migrations,
            counts=counts,
            erased=len(erased.read_text("utf-8").splitlines()) if erased.exists() else 0,
            keys=keys,
            files=tuple(kept),
        )
        out.writestr(MANIFEST, manifest.model_dump_json(indent=1))
    return manifest


def _files(folder: Path, *, keys: bool) -> Iterator[tuple[Path, str]]:
    erased = folder / ERASED
    if erased.exists():
        yield erased, ERASED
    for top in (*COPIED, *(KEYS if keys else ())):
        place = folder / top
        found = [place] if place.is_file() else sorted(place.rglob("*"))
        for path in found:
            if path.is_file() and path.suffix != ".part":
                yield path, path.relative_to(folder).as_posix()


def _add(out: zipfile.ZipFile, path: Path, name: str) -> Kept:
    about = zipfile.ZipInfo(name, date_time=(1980, 1, 1, 0, 0, 0))
    about.external_attr = 0o600 << 16
    about.compress_type = zipfile.ZIP_DEFLATED if path.suffix in _PACKED else zipfile.ZIP_STORED
    digest, size = hashlib.sha256(), 0
    with path.open("rb") as given, out.open(about, "w", force_zip64=True) as taken:
        while block := given.read(_BLOCK):
            digest.update(block)
            size += len(block)
            taken.write(block)
    return Kept(path=name, size=size, sha256=digest.hexdigest())


def _told_by(database: Path) -> tuple[dict[str, str], dict[str, int]]:
    with closing(sqlite3.connect(database)) as opened:
        latest = opened.execute("SELECT app, MAX(name) FROM django_migrations GROUP BY app").fetchall()
        there = {row[0] for row in opened.execute("SELECT name FROM sqlite_master WHERE type='table'")}
        counts = {
            what: int(opened.execute(f"SELECT COUNT(*) FROM {table}").fetchone()[0])
            for what, table in COUNTED.items()
            if table in there
        }
    return dict(latest), counts


def _sealed(plain: Path, target: Path, manifest: Manifest, with_: Seal) -> Path:
    with zipfile.ZipFile(target, "w", zipfile.ZIP_STORED) as out:
        out.writestr(MANIFEST, Sealed(made_at=manifest.made_at).model_dump_json(indent=1))
        out.writestr(IDENTITY, with_.identity)
        with plain.open("rb") as given, out.open(CONTENT, "w", force_zip64=True) as taken:
            seal(given, taken, with_.recipient)
    return target


def copy_privately(source: Path, target: Path) -> None:
    """Copy a file so that its owner alone can read the copy (0600), whoever's disk that is."""
    target.unlink(missing_ok=True)
    handle = os.open(target, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    with source.open("rb") as given, os.fdopen(handle, "wb") as taken:
        shutil.copyfileobj(given, taken, _BLOCK)
        taken.flush()
        os.fsync(taken.fileno())


def copy_to(written: Path, folder: Path) -> Path:
    """Copy a backup into another ``folder``, and read it back: the copy's path.

    Raises
    ------
    OSError
        If the folder cannot be written, or the copy is not the same.
    """
    target = folder / written.name
    part = target.with_suffix(".part")
    copy_privately(written, part)
    if _digest(part) != _digest(written):
        part.unlink()
        raise OSError(f"The copy at {folder} is not the same. Is that disk sound?")
    part.replace(target)
    _sync(folder)
    return target


def _digest(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def _sync(folder: Path) -> None:
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
