"""Faults of the database and the disk, in sentences: what is wrong, what still works, what to do."""

from __future__ import annotations

import errno

from django.db import DatabaseError

_FAULTS = (
    ("disk is full", "The disk is full. Nothing can be stored until there is room; reading goes on."),
    (
        "readonly database",
        "The folder of the data cannot be written to. Reading goes on; nothing is stored until a "
        "lead gives the server's account the right to write there.",
    ),
    ("unable to open", "The database cannot be opened. A lead looks at its folder and its rights."),
    ("is locked", "Too much is being stored at once. Try again in a moment."),
    (
        "no such table",
        "The database is older than this Hembit, or empty. A lead stops the server and starts it "
        "again: it is brought up to date at the start.",
    ),
    (
        "no such column",
        "The database is older than this Hembit. A lead stops the server and starts it again: it is "
        "brought up to date at the start.",
    ),
    (
        "malformed",
        "The database is damaged. A lead stops the server, keeps a copy, and goes back to a backup.",
    ),
    (
        "not a database",
        "The file of the database is none. A lead stops the server and goes back to a backup.",
    ),
    ("disk i/o error", "The disk could not be read or written. A lead looks at it at once."),
)
_OF_THE_DISK = {
    errno.ENOSPC: "disk is full",
    errno.EDQUOT: "disk is full",
    errno.EROFS: "readonly database",
    errno.EACCES: "readonly database",
    errno.EPERM: "readonly database",
    errno.EIO: "disk i/o error",
}
KEPT = "What you typed is kept here."


def sentence_of(error: DatabaseError | OSError) -> str | None:
    """What is wrong, in a sentence; None where it is a fault of neither
    the database nor the disk.
    """
    words = str(error).lower()
    if isinstance(error, OSError):
        words = _OF_THE_DISK.get(error.errno or 0, "")
    found = next((said for part, said in _FAULTS if part in words), None)
    return f"{found} {KEPT}" if found else None
