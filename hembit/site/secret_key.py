"""The key that signs what browsers hold: this installation's own, its owner's alone to read."""

from __future__ import annotations

from pathlib import Path

from django.core.management.utils import get_random_secret_key

from hembit.apps.base.own_file import write_own

_SHORTEST = 50


def secret_key(folder: Path) -> str:
    """The key of the data in ``folder``, made at the first start.

    Raises
    ------
    SystemExit
        If it is there and no key: nobody could sign in by it.
    """
    path = folder / "secret_key"
    if not path.exists():
        folder.mkdir(parents=True, exist_ok=True)
        write_own(path, get_random_secret_key().encode(), anew=False)
    try:
        found = path.read_text("ascii").strip()
    except (OSError, UnicodeDecodeError):
        found = ""
    if len(found) < _SHORTEST:
        raise SystemExit(
            f"Hembit does not start. The key in {path} is empty or damaged. Put it back from a "
            "backup, or delete it: a new one is made, and everybody has to sign in again."
        )
    return found
