"""Whether the data are whole: looked at when the server starts, and every night."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime, timedelta
from pathlib import Path

from django.conf import settings
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

from hembit.apps.base.audit import AuditEvent, record
from hembit.apps.base.kept_files import clear_leftovers, clear_unknown

TOLD_BEFORE = timedelta(days=180)
"""How long before telephones have to be given another authority it is said."""


def at_the_start() -> str:
    """Why the server must not start, in a sentence; empty where it may."""
    database = Path(str(settings.DATABASES["default"]["NAME"]))
    if not database.exists() or database.stat().st_size == 0:
        return f"There is no database at {database}. Is this the right folder (HEMBIT_DATA)?"
    try:
        broken = broken_parts()
        executor = MigrationExecutor(connection)
    except DatabaseError as error:
        return f"{database} cannot be read: {error}. Keep a copy, and go back to a backup."
    if broken:
        return f"{database} is damaged: {broken[0]}. Keep a copy, and go back to a backup."
    known, applied = set(executor.loader.disk_migrations), set(executor.loader.applied_migrations)
    ours = {app for app, _ in known}
    newer = sorted(name for app, name in applied - known if app in ours)
    if newer:
        return f"{database} was made by a newer Hembit ({newer[-1]}). Start that one."
    if known - applied:
        return f"{database} is older than this Hembit. Bring it up to date: manage.py migrate."
    return ""


def broken_parts() -> list[str]:
    """What SQLite finds wrong with the file, and rows that point to none."""
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA quick_check(5)")
        found = [str(row[0]) for row in cursor.fetchall() if row[0] != "ok"]
        cursor.execute("PRAGMA foreign_key_check")
        rows = cursor.fetchmany(5)
    return found + [f"row {row[1]} of {row[0]} points to nothing in {row[2]}" for row in rows]


def look_through() -> list[str]:
    """The nightly look: what is wrong is written into the trail, where leads are told of it."""
    found = broken_parts()
    record("data_checked", after={"faults": found})
    clear_leftovers()
    clear_unknown()
    return found


def told_to_leads(now: datetime | None = None) -> tuple[str, ...]:
    """What the last look found, and what ends soon, in sentences."""
    last = AuditEvent.objects.filter(what="data_checked").first()
    found = (last.after or {}).get("faults", []) if last else []
    damaged = (f"The data are damaged: {one}. Keep a copy, and go back to a backup." for one in found)
    return (*damaged, *_what_ends(now or timezone.now()))


def _what_ends(now: datetime) -> Iterator[str]:
    if not settings.AUTHORITY_ENDS:
        return
    ends = datetime.fromisoformat(settings.AUTHORITY_ENDS)
    if ends - now < TOLD_BEFORE:
        yield (
            f"The certificate authority that telephones trust ends on {ends:%Y-%m-%d}. Before that, "
            "Hembit is started once with --new-authority, and every telephone is given the new one."
        )
