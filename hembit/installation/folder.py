"""The folder that holds all of a shop: its owner's alone, a shop's or the demo's, never both."""

from __future__ import annotations

import fcntl
import os
import shutil
import sys
from pathlib import Path
from typing import IO

from hembit.archive.manifest import DATABASE
from hembit.installation.wrong import Wrong

SHOP, DEMO = "shop", "demo"
_KIND, _LOCK = "kind", "lock"
_SHUT_TO_OTHERS = 0o077


def usual() -> Path:
    """Where a shop's data are unless it is said: by HEMBIT_DATA, or in the user's data folder (XDG)."""
    if named := os.environ.get("HEMBIT_DATA"):
        return Path(named)
    base = os.environ.get("XDG_DATA_HOME") or str(Path.home() / ".local" / "share")
    return Path(base) / "hembit"


def claim(folder: Path, kind: str) -> None:
    """Make ``folder`` a shop's or the demo's, and its owner's alone (0700, files 0600).

    Raises
    ------
    Wrong
        If it belongs to the other kind, is somebody else's, or a restore that was killed had just moved
        away what stood there.
    """
    if before := taken_away(folder):
        raise Wrong(
            f"There is no shop at {folder}; a restore that did not end moved it to {before}. Run "
            "bin/restore again, or move it back. To begin a new shop here, give that one another name."
        )
    os.umask(_SHUT_TO_OTHERS)
    try:
        folder.mkdir(parents=True, exist_ok=True)
        folder.chmod(0o700)
        _shut(folder)
        told = folder / _KIND
        if not told.exists():
            told.write_text(kind)
        found = told.read_text().strip()
    except OSError as error:
        raise Wrong(
            f"{folder} cannot be used: {error.strerror}. Choose a folder of your own with --data."
        ) from None
    if found != kind:
        raise Wrong(f"{folder} holds the data of a {found}, not of a {kind}. Choose another folder.")


def _shut(folder: Path) -> None:
    """What lies in it directly is its owner's too, whatever made it; nobody else comes further in."""
    for one in folder.iterdir():
        mode = one.lstat().st_mode
        if mode & _SHUT_TO_OTHERS and not one.is_symlink():
            one.chmod(mode & ~_SHUT_TO_OTHERS & 0o7777)


def left_prefix(folder: Path) -> str:
    """How the folders begin in which a backup of the shop is unpacked, beside its own."""
    return f".restoring-{folder.name}-"


def clear_left(folder: Path) -> None:
    """Take away what a restore that was killed had unpacked; whoever does holds ``folder`` alone."""
    for left in folder.parent.glob(f"{left_prefix(folder)}*"):
        shutil.rmtree(left, ignore_errors=True)


def taken_away(folder: Path) -> Path | None:
    """What stood in place of ``folder``, where a restore was killed before it had put the other there.

    None where the folder has a database, or no restore ever moved one away.
    """
    if (folder / DATABASE).exists():
        return None
    before = sorted(folder.parent.glob(f"{folder.name}.before-*"))
    return next((one for one in reversed(before) if (one / DATABASE).exists()), None)


def main() -> None:
    """Claim the folder that is named for the demo: python -m hembit.installation.folder FOLDER."""
    try:
        claim(Path(sys.argv[1]), DEMO)
    except Wrong as wrong:
        sys.exit(f"The demo does not start. {wrong}")


def held(folder: Path, *, alone: bool) -> IO[str]:
    """Hold ``folder`` until what is given back is closed: with other servers, or ``alone``.

    Raises
    ------
    Wrong
        If another process holds it in a way that does not go together.
    """
    lock = (folder / _LOCK).open("a")
    try:
        fcntl.flock(lock, (fcntl.LOCK_EX if alone else fcntl.LOCK_SH) | fcntl.LOCK_NB)
    except OSError:
        lock.close()
        who = "A Hembit is serving" if alone else "Somebody is restoring or updating"
        raise Wrong(f"{who} {folder}. Stop it, or wait until it is done.") from None
    return lock


if __name__ == "__main__":
    main()
