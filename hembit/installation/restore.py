"""Bring a shop back from a backup: bin/restore FILE."""

from __future__ import annotations

import argparse
import shutil
import sys
import tempfile
from collections.abc import Callable
from datetime import datetime
from getpass import getpass
from pathlib import Path

from hembit.archive.damaged import Damaged
from hembit.archive.manifest import ERASED, Manifest
from hembit.archive.read import opened
from hembit.installation.database import ROOT, bring_up_to_date, manage
from hembit.installation.folder import SHOP, claim, clear_left, held, left_prefix, taken_away, usual
from hembit.installation.wrong import Wrong

_OF_THIS_MACHINE = ("certificates", "secret_key")
_STAYS = "backups"


def main(words: list[str]) -> None:
    """Look a backup through, unpack it beside the shop's folder, and put it in its place.

    Raises
    ------
    Wrong
        If the backup is not whole, or a Hembit is serving the folder; nothing was touched then.
    """
    parser = argparse.ArgumentParser(
        prog="bin/restore", description="Bring a shop back from a backup. What is there is kept beside."
    )
    parser.add_argument("file", type=Path, help="the backup")
    parser.add_argument("--data", type=Path, default=usual(), help="the shop's folder (%(default)s)")
    parser.add_argument("--passphrase-file", type=Path, help="a file with the passphrase")
    given = parser.parse_args(words)
    file, folder = given.file.expanduser().absolute(), given.data.expanduser().absolute()
    folder.parent.mkdir(parents=True, exist_ok=True)
    lock = held(folder, alone=True) if folder.exists() else None
    clear_left(folder)
    try:
        told = _restore(file, folder, lambda: _passphrase(file, given.passphrase_file))
    except Damaged as error:
        raise Wrong(f"{error} Nothing was touched.") from None
    except OSError as error:
        raise Wrong(f"{error.strerror or error}: {folder} is as it was.") from None
    finally:
        if lock:
            lock.close()
    print(told)


def _passphrase(file: Path, from_file: Path | None) -> str:
    if from_file:
        try:
            return from_file.read_text("utf-8").rstrip("\r\n")
        except OSError as error:
            raise Wrong(f"{from_file} cannot be read: {error.strerror}.") from None
    if not sys.stdin.isatty():
        raise Wrong(f"{file.name} is sealed: give its passphrase with --passphrase-file.")
    return getpass(f"Passphrase of {file.name}: ")


def _restore(file: Path, folder: Path, passphrase: Callable[[], str]) -> str:
    moved = taken_away(folder)  # by one that was killed between its two renames
    there = moved or folder
    aside = Path(tempfile.mkdtemp(dir=folder.parent, prefix=left_prefix(folder)))
    try:
        with opened(file, passphrase, aside) as archive:
            _is_not_newer(archive.manifest)
            fresh = aside / "data"
            fresh.mkdir(mode=0o700)
            archive.unpack(fresh)
            manifest = archive.manifest
        claim(fresh, SHOP)  # and what is made from here on is its owner's alone
        if not manifest.keys:
            _take_along(there, fresh)
        lines = _erased_since(file, there, fresh, manifest)
        bring_up_to_date(fresh, datetime.now())
        _begin_epoch(fresh)
        again = _erase_again(fresh, lines)
        before = _swap(fresh, folder, moved)
    finally:
        shutil.rmtree(aside, ignore_errors=True)
    return _told(file, folder, manifest, again, before)


def _is_not_newer(manifest: Manifest) -> None:
    """Every migration of the backup's that is ours is one we have."""
    apps = ROOT / "hembit" / "apps"
    for app, name in manifest.migrations.items():
        there = apps / app / "migrations"
        if there.is_dir() and not (there / f"{name}.py").exists():
            raise Damaged(f"It was made by a newer Hembit ({app}, {name}). Fetch that one first.")


def _take_along(folder: Path, fresh: Path) -> None:
    """What belongs to this machine and is not in an open backup: telephones trust it still."""
    for name in _OF_THIS_MACHINE:
        there = folder / name
        if there.is_dir():
            shutil.copytree(there, fresh / name)
        elif there.exists():
            shutil.copy(there, fresh / name)
        for one in (fresh / name, *(fresh / name).rglob("*")):
            if one.exists():
                one.chmod(0o700 if one.is_dir() else 0o600)


def _erased_since(file: Path, folder: Path, fresh: Path, manifest: Manifest) -> list[str]:
    """The lines of the lists of what was erased that the backup's own did not have yet."""
    own = _lines(fresh / ERASED)
    known, every = set(own[: manifest.erased]), dict.fromkeys(own)
    for beside in (folder / ERASED, file.parent / ERASED):
        every |= dict.fromkeys(_lines(beside))
    (fresh / ERASED).write_text("".join(f"{one}\n" for one in every), "utf-8")
    (fresh / ERASED).chmod(0o600)
    return [one for one in every if one not in known]


def _lines(path: Path) -> list[str]:
    return [one for one in path.read_text("utf-8").splitlines() if one] if path.exists() else []


def _begin_epoch(fresh: Path) -> None:
    """What browsers saw of the time that is lost proves nothing from here on."""
    done = manage(fresh, "begin_epoch")
    if done.returncode:
        said = (done.stderr.strip().splitlines() or ["it was interrupted"])[-1]
        raise Damaged(f"Its order of writing cannot go on: {said}.")


def _erase_again(fresh: Path, lines: list[str]) -> int:
    if not lines:
        return 0
    done = manage(fresh, "erase_again", given="\n".join(lines))
    if done.returncode:
        said = (done.stderr.strip().splitlines() or ["it was interrupted"])[-1]
        raise Damaged(f"What was erased since could not be erased again: {said}.")
    return int(done.stdout.strip())


def _swap(fresh: Path, folder: Path, moved: Path | None) -> Path | None:
    """Put it in its place; what was there is kept beside it, and its backups go along.

    ``moved`` is what stood there and is beside it already.
    """
    before = moved
    if folder.exists() and any(one.name != "lock" for one in folder.iterdir()):
        before = folder.with_name(f"{folder.name}.before-{datetime.now():%Y%m%d-%H%M%S-%f}")
        folder.replace(before)
    elif folder.exists():
        shutil.rmtree(folder)
    try:
        fresh.replace(folder)
    except OSError:
        if before:
            before.replace(folder)
        raise
    if before and (before / _STAYS).is_dir():
        (before / _STAYS).replace(folder / _STAYS)
    return before


def _told(file: Path, folder: Path, manifest: Manifest, again: int, before: Path | None) -> str:
    counts = ", ".join(f"{count} {what}" for what, count in manifest.counts.items())
    keys = "certificates and keys as well" if manifest.keys else "no certificates or keys"
    lines = [f"Brought back into {folder} as it was {manifest.made_at:%Y-%m-%d %H:%M} UTC:"]
    lines.append(f"  {counts}; {len(manifest.files)} files, {keys}.")
    if again:
        lines.append(f"  {again} customers were erased since, and are erased again.")
    if before:
        lines.append(f"What was there before is at {before}.")
    return "\n".join(lines)


if __name__ == "__main__":
    try:
        main(sys.argv[1:])
    except Wrong as wrong:
        sys.exit(f"Nothing is brought back. {wrong}")
