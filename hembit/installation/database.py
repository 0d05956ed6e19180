"""The database brought up to date: on a copy, which takes its place once it is whole."""

from __future__ import annotations

import os
import sqlite3
import subprocess
import sys
from contextlib import closing
from datetime import datetime
from pathlib import Path

from hembit.archive.manifest import BEFORE_UPDATE, DATABASE
from hembit.installation.wrong import Wrong

ROOT = Path(__file__).resolve().parents[2]
BACKUPS = "backups"
_STAY = 2


def bring_up_to_date(folder: Path, now: datetime) -> Path | None:
    """Migrate the database of ``folder``, or make it; where it was older, what it was before.

    Nobody else may have it open. What was there is copied into backups/ first, and stays in its place
    until the migrated copy is whole.

    Raises
    ------
    Wrong
        If it cannot be copied or migrated, or was lost; what was there is untouched.
    """
    database = folder / DATABASE
    aside = folder / f"{DATABASE}.migrating"
    _remove(aside)
    was_there = database.exists()
    if (was_there and database.stat().st_size == 0) or (not was_there and any(folder.glob("photos/*"))):
        raise Wrong(
            f"{database} is {'empty' if was_there else 'missing'}, and the shop's other data are "
            "there. Put it back from a backup, or choose another folder with --data."
        )
    if was_there:
        if is_up_to_date(folder):
            return None
        _copy(database, aside)
    done = manage(folder, "migrate", "--verbosity", "0", database=aside)
    if done.returncode:
        _remove(aside)
        said = (done.stderr.strip().splitlines() or ["it was interrupted"])[-1]
        raise Wrong(
            f"The database could not be brought up to date: {said}. Nothing was changed: the Hembit "
            "that served it before still can."
        )
    # An empty library is filled with what ships; without it a shop can go on all the same.
    manage(folder, "load_starter_library", database=aside)
    _fold(aside)
    before = None
    if was_there:
        (folder / BACKUPS).mkdir(mode=0o700, exist_ok=True)
        before = folder / BACKUPS / f"{BEFORE_UPDATE}{now:%Y%m%d-%H%M%S}.sqlite3"
        _copy(database, before)
        _fold(database)
        for old in sorted((folder / BACKUPS).glob(f"{BEFORE_UPDATE}*"))[:-_STAY]:
            old.unlink()
    aside.replace(database)
    return before


def is_up_to_date(folder: Path) -> bool:
    """Whether the database is there and as this Hembit has it."""
    return (folder / DATABASE).exists() and not manage(folder, "migrate", "--check").returncode


def manage(
    folder: Path, *words: str, database: Path | None = None, given: str | None = None
) -> subprocess.CompletedProcess[str]:
    """A command of the app's, on ``folder`` (or another ``database``), ``given`` on its input.

    Django's checks of the code are left to the tests: they load every route, and double what a start
    takes.
    """
    env = {**os.environ, "HEMBIT_DATA": str(folder)}
    env["HEMBIT_DATABASE"] = str(database or folder / DATABASE)
    return subprocess.run(
        [sys.executable, str(ROOT / "manage.py"), *words, "--skip-checks"],
        env=env,
        capture_output=True,
        text=True,
        input=given,
    )


def _copy(source: Path, target: Path) -> None:
    """A whole copy, by SQLite's own backup."""
    part = target.with_name(f"{target.name}.part")
    part.unlink(missing_ok=True)
    try:
        with closing(sqlite3.connect(source)) as ours, closing(sqlite3.connect(part)) as theirs:
            ours.backup(theirs)
    except (sqlite3.Error, OSError) as error:
        part.unlink(missing_ok=True)
        raise Wrong(f"{source} cannot be copied: {error}. Nothing was changed.") from None
    part.replace(target)


def _fold(database: Path) -> None:
    """Everything into the one file, so that no log of writes is left beside it."""
    with closing(sqlite3.connect(database)) as opened:
        opened.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        opened.execute("PRAGMA journal_mode=DELETE")


def _remove(database: Path) -> None:
    for suffix in ("", "-wal", "-shm", "-journal"):
        database.with_name(database.name + suffix).unlink(missing_ok=True)
