"""Make a backup, keep the last of them, and tell leads how old the last good one is."""

from __future__ import annotations

import base64
import fcntl
import json
import os
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import connection
from django.utils import timezone

from hembit.apps.backups.models import THE_ONE, BackupMade, BackupPlan
from hembit.apps.backups.schemas import BackupsStand, PlanIn
from hembit.apps.people.models import Person
from hembit.apps.workshop.clock import zone
from hembit.archive.damaged import Damaged
from hembit.archive.manifest import BEFORE_UPDATE, ERASED
from hembit.archive.sealing import Seal, new_seal
from hembit.archive.write import clear_left, copy_privately, copy_to, write_backup
from hembit_core import CORE_VERSION, InputError

TOO_OLD = timedelta(days=2)
_AGAIN_AFTER = timedelta(hours=1)
_LEAST_PASSPHRASE = 10


class BeingMade(Exception):
    """Another backup is being made just now."""


def plan() -> BackupPlan:
    """How backups are made; as it is until a lead says more."""
    return BackupPlan.objects.filter(pk=THE_ONE).first() or BackupPlan()


def save_plan(given: PlanIn) -> BackupPlan:
    """Say where copies go, how many stay, and when.

    Raises
    ------
    InputError
        If the target is no folder that can be written to.
    """
    target = given.target and _checked(Path(given.target))
    kept = plan()
    kept.target, kept.keep, kept.at_hour = str(target), given.keep, given.at_hour
    kept.save()
    return kept


def say_passphrase(passphrase: str | None) -> BackupPlan:
    """Seal backups from now on with this passphrase, which is kept nowhere; None to seal them no more.

    Raises
    ------
    InputError
        If it is short.
    """
    kept = plan()
    if passphrase is None:
        kept.recipient = kept.identity = ""
    elif len(passphrase) < _LEAST_PASSPHRASE:
        raise InputError(f"A passphrase has {_LEAST_PASSPHRASE} characters at least.").at("passphrase")
    else:
        made = new_seal(passphrase)
        kept.recipient = made.recipient
        kept.identity = base64.b64encode(made.identity).decode()
    kept.save()
    return kept


def backups_folder() -> Path:
    """Where backups are made; on the disk of the data."""
    return Path(settings.DATA) / "backups"


def make(by: Person | None = None, *, nightly: bool = False, now: datetime | None = None) -> BackupMade:
    """Make a backup now, copy it to the target, take away those beyond the number that stay.

    One that fails is written down as well, with why.

    Raises
    ------
    BeingMade
        If another is being made.
    """
    now, how = now or timezone.now(), plan()
    folder = backups_folder()
    with _alone(folder):
        clear_left(folder)
        row = BackupMade(at=now, by=by, nightly=nightly, sealed=bool(how.recipient))
        target = folder / f"hembit-{now:%Y%m%d-%H%M%S}{'-sealed' if how.recipient else ''}.zip"
        file = _only_to_be_copied(folder, how, now) if nightly else None
        try:
            data = Path(settings.DATA)
            if file is None:
                database = Path(str(connection.settings_dict["NAME"]))
                file = write_backup(data, database, target, now, CORE_VERSION, _seal(how)).file
            row.file, row.size = file.name, file.stat().st_size
            if how.target:
                row.copied_to = str(copy_to(file, Path(how.target)))
                copy_list(data, Path(how.target))
        except (Damaged, OSError) as error:
            row.error = str(error)[:400] or type(error).__name__
        row.save()
        _take_away(how)
        return row


def _only_to_be_copied(folder: Path, how: BackupPlan, now: datetime) -> Path | None:
    """Tonight's file where it was made and its copy alone failed."""
    last = BackupMade.objects.filter(nightly=True).first()
    if not last or not last.error or not last.file or not _tonight(now) <= last.at <= now:
        return None
    file = folder / last.file
    return file if file.exists() and last.sealed == bool(how.recipient) else None


def tidy() -> None:
    """Take away what a backup that was killed left behind, unless one is being made."""
    with suppress(BeingMade), _alone(backups_folder()):
        clear_left(backups_folder())


def copy_list(data: Path, target: Path) -> None:
    """Lay the list of what was erased beside the copies: a restore elsewhere erases it again."""
    if (data / ERASED).exists():
        copy_privately(data / ERASED, target / ERASED)


def remember_erased(line: dict[str, Any]) -> None:
    """Write down what is erased, by its ids, outside the database: a line of JSON, never changed.

    Copies of the database from before an update go: nobody would erase it there. Where the target
    cannot be reached now, the next backup takes the list there.
    """
    data = Path(settings.DATA)
    with (data / ERASED).open("a", encoding="utf-8") as out:
        out.write(json.dumps(line, separators=(",", ":")) + "\n")
        out.flush()
        os.fsync(out.fileno())
    (data / ERASED).chmod(0o600)
    for copy in backups_folder().glob(f"{BEFORE_UPDATE}*"):
        copy.unlink(missing_ok=True)  # it would still have what is erased
    target = plan().target
    if target:
        with suppress(OSError):
            copy_list(data, Path(target))


def is_due(now: datetime) -> bool:
    """Whether tonight's backup is still to be made, or copied; one from a clock that was ahead is none.

    One that failed is tried again every hour.
    """
    last = BackupMade.objects.filter(nightly=True).first()
    if last is None or last.at > now or last.at < _tonight(now):
        return True
    return bool(last.error) and now - last.at >= _AGAIN_AFTER


def _tonight(now: datetime) -> datetime:
    """When the last night's backup was to begin."""
    here = now.astimezone(zone())
    tonight = here.replace(hour=plan().at_hour, minute=0, second=0, microsecond=0)
    if tonight > here:
        tonight -= timedelta(days=1)
    return tonight


def last_good() -> BackupMade | None:
    """The last backup that was made and, where there is a target, copied there."""
    good = BackupMade.objects.filter(error="")
    return (good.exclude(copied_to="") if plan().target else good).first()


def standing(now: datetime) -> BackupsStand:
    """How old the last good backup is, and what is wrong with them."""
    good = last_good()
    return BackupsStand(last_good=good.at if good else None, told=tuple(_told(good, now)))


def _told(good: BackupMade | None, now: datetime) -> Iterator[str]:
    how, last = plan(), BackupMade.objects.first()
    if last and last.error:
        yield f"The last backup failed: {last.error}"
    if good is None:
        yield "There is no backup yet."
    elif good.at > now:
        yield "The last good backup is of a time to come: the clock was set. Make one now."
    elif now - good.at > TOO_OLD:
        yield f"The last good backup is {(now - good.at).days} days old."
    if not how.target:
        yield "Backups are on the disk of the data alone: give a folder on another disk or host."
    elif _same_disk(Path(how.target)):
        yield f"{how.target} is on the disk of the data: when that fails, both are gone."


def _same_disk(target: Path) -> bool:
    try:
        return target.stat().st_dev == Path(settings.DATA).stat().st_dev
    except OSError:
        return False


def _checked(target: Path) -> Path:
    if not target.is_absolute():
        raise InputError("Give the whole path, from / on.").at("target")
    if not target.is_dir():
        raise InputError(f"{target} is no folder on this machine. Is the disk mounted?").at("target")
    data = Path(settings.DATA).resolve()
    if target.resolve() == data or data in target.resolve().parents:
        raise InputError("This lies among the data themselves. Give a folder elsewhere.").at("target")
    if not os.access(target, os.W_OK | os.X_OK):
        raise InputError(f"Hembit may not write into {target}.").at("target")
    return target


def _seal(how: BackupPlan) -> Seal | None:
    return Seal(how.recipient, base64.b64decode(how.identity)) if how.recipient else None


@contextmanager
def _alone(folder: Path) -> Iterator[None]:
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    with (folder / "making").open("a") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            raise BeingMade("A backup is being made just now. Wait until it is done.") from None
        yield


def _take_away(how: BackupPlan) -> None:
    """Those beyond the number that stay, in the order they were made, here and at the target.

    One that could not be copied counts as well: a target that is away for weeks fills no disk.
    """
    rows = BackupMade.objects.exclude(file="")
    stay = set(list(dict.fromkeys(rows.values_list("file", flat=True)))[: how.keep])
    for one in rows.exclude(file__in=stay):
        (backups_folder() / one.file).unlink(missing_ok=True)
        if one.copied_to and how.target and Path(one.copied_to).parent == Path(how.target):
            Path(one.copied_to).unlink(missing_ok=True)
