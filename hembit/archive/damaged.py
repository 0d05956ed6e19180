"""What is wrong with a backup, in a sentence for whoever wants it back."""

from __future__ import annotations


class Damaged(Exception):
    """A backup that cannot be read, is not whole, or is none; nothing was touched."""


class WrongPassphrase(Damaged):
    """It is sealed, and was not opened."""
