"""Sealing by age: each backup to a key of the shop's, that key by a passphrase (age-encryption.org/v1).

The server holds only what it needs to seal; to open takes the passphrase, which is kept nowhere.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import IO

import pyrage

from hembit.archive.damaged import Damaged, WrongPassphrase


@dataclass(frozen=True)
class Seal:
    """The key to seal with, and its counterpart, itself sealed by the passphrase."""

    recipient: str
    identity: bytes


def new_seal(passphrase: str) -> Seal:
    """A new pair of keys, of which the one that opens is sealed by ``passphrase``."""
    key = pyrage.x25519.Identity.generate()
    return Seal(str(key.to_public()), pyrage.passphrase.encrypt(str(key).encode(), passphrase))


def seal(plain: IO[bytes], sealed: IO[bytes], recipient: str) -> None:
    """Write ``plain`` sealed; only the counterpart of ``recipient`` opens it."""
    pyrage.encrypt_io(plain, sealed, [pyrage.x25519.Recipient.from_str(recipient)])


def unseal(sealed: IO[bytes], plain: IO[bytes], identity: bytes, passphrase: str) -> None:
    """Open what was sealed.

    Raises
    ------
    WrongPassphrase
        If the passphrase does not open the key.
    Damaged
        If what was sealed is not whole.
    """
    try:
        key = pyrage.x25519.Identity.from_str(pyrage.passphrase.decrypt(identity, passphrase).decode())
    except (pyrage.DecryptError, pyrage.IdentityError, UnicodeDecodeError):
        raise WrongPassphrase("This passphrase does not open it.") from None
    try:
        pyrage.decrypt_io(sealed, plain, [key])
    except (pyrage.DecryptError, OSError) as error:
        raise Damaged(f"What was sealed is not whole: {error}.") from None
