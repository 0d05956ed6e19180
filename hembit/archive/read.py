"""Read a backup: whole and sound before anything is unpacked."""

from __future__ import annotations

import hashlib
import sqlite3
import stat
import struct
import tempfile
import zipfile
import zlib
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from pathlib import Path

from pydantic import ValidationError

from hembit.archive.damaged import Damaged
from hembit.archive.manifest import CONTENT, DATABASE, ERASED, IDENTITY, MANIFEST, Manifest, Sealed
from hembit.archive.sealing import unseal
from hembit.archive.write import COPIED, COUNTED, KEYS

_BLOCK = 1 << 20
_PACKED = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
_ENCRYPTED = 0x41
"""Flags of an entry that is encrypted (PKWARE APPNOTE, 4.4.4, bits 0 and 6)."""
_LARGEST_MANIFEST = 64 << 20


@dataclass(frozen=True)
class Archive:
    """A backup that was read through: every file of it is there, and as it was written."""

    zip: zipfile.ZipFile
    manifest: Manifest

    def unpack(self, folder: Path) -> None:
        """Unpack it into an empty ``folder``, each file its owner's alone, and count what came.

        Raises
        ------
        Damaged
            If what came is not what the manifest says.
        """
        for one in self.manifest.files:
            target = folder / one.path
            target.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
            with self.zip.open(one.path) as given, target.open("wb") as taken:
                while block := given.read(_BLOCK):
                    taken.write(block)
            target.chmod(0o600)
        _check_database(folder / DATABASE, self.manifest)


@contextmanager
def opened(file: Path, passphrase: Callable[[], str], aside: Path) -> Iterator[Archive]:
    """A backup, read through; ``passphrase`` is asked for where it is sealed.

    What was sealed is unsealed into the folder ``aside`` meanwhile.

    Raises
    ------
    Damaged
        If it is no backup, not whole, or the passphrase does not open it.
    """
    with _zip(file) as outer:
        if CONTENT not in outer.namelist():
            yield _read_through(outer)
            return
        _told(outer, Sealed)
        with tempfile.TemporaryDirectory(dir=aside, prefix=".unsealed-") as name:
            plain = Path(name) / "plain.zip"
            with outer.open(CONTENT) as sealed, plain.open("wb") as out:
                unseal(sealed, out, outer.read(IDENTITY), passphrase())
            with _zip(plain) as inner:
                yield _read_through(inner)


@contextmanager
def _zip(file: Path) -> Iterator[zipfile.ZipFile]:
    try:
        archive = zipfile.ZipFile(file)
    except FileNotFoundError:
        raise Damaged(f"There is no file {file}.") from None
    except (zipfile.BadZipFile, OSError) as error:
        raise Damaged(f"{file} is no backup of Hembit, or is not whole: {error}.") from None
    with archive:
        if not all(_is_as_written(one) for one in archive.infolist()):
            raise Damaged(f"{file} is packed as no backup of Hembit is: encrypted, or in another way.")
        try:
            yield archive
        except (zipfile.BadZipFile, zlib.error, EOFError, KeyError, struct.error) as error:
            raise Damaged(f"{file} is not whole: {error}.") from None


def _is_as_written(one: zipfile.ZipInfo) -> bool:
    """Whether Hembit writes entries so: stored or deflated, open, a file that is no link."""
    kind = stat.S_IFMT(one.external_attr >> 16)
    is_open = not one.flag_bits & _ENCRYPTED
    return is_open and one.compress_type in _PACKED and kind in (0, stat.S_IFREG)


def _is_ours(path: str, *, keys: bool) -> bool:
    """Whether it is a file that Hembit puts into a backup, by its name alone."""
    top, *below = path.split("/")
    if any(one.startswith(".") for one in (top, *below)):
        return False
    if not below:
        return path in (DATABASE, ERASED) or (keys and path in KEYS)
    return top in COPIED or (keys and top in KEYS)


def _told(archive: zipfile.ZipFile, kind: type[Manifest] | type[Sealed]) -> Manifest | Sealed:
    try:
        about = archive.getinfo(MANIFEST)
        if about.file_size > _LARGEST_MANIFEST:
            raise Damaged("What it says of itself is too long to be a backup of Hembit.")
        return kind.model_validate_json(archive.read(MANIFEST))
    except KeyError:
        raise Damaged("It says nothing of itself: this is no backup of Hembit.") from None
    except ValidationError:
        raise Damaged(
            "What it says of itself cannot be read: it is no backup of Hembit, or a newer one's."
        ) from None


def _read_through(archive: zipfile.ZipFile) -> Archive:
    manifest = _told(archive, Manifest)
    assert isinstance(manifest, Manifest)
    names = {one.path for one in manifest.files}
    is_clear = len(names) == len(manifest.files) == len(archive.namelist()) - 1
    is_clear = is_clear and not any(parent in names for one in names for parent in _above(one))
    if (
        DATABASE not in names
        or not is_clear
        or not all(_is_ours(one, keys=manifest.keys) for one in names)
    ):
        raise Damaged("It has no database, or names files that are none of a shop's.")
    for one in manifest.files:
        digest, size = hashlib.sha256(), 0
        try:
            with archive.open(one.path) as given:
                while block := given.read(_BLOCK):
                    digest.update(block)
                    size += len(block)
                    if size > one.size:
                        break
        except KeyError:
            raise Damaged(f"{one.path} is missing in it.") from None
        if (size, digest.hexdigest()) != (one.size, one.sha256):
            raise Damaged(f"{one.path} is not as it was written. Take another backup.")
    return Archive(archive, manifest)


def _above(path: str) -> list[str]:
    parts = path.split("/")
    return ["/".join(parts[:count]) for count in range(1, len(parts))]


def _check_database(database: Path, manifest: Manifest) -> None:
    try:
        with closing(sqlite3.connect(database)) as opened:
            found = opened.execute("PRAGMA integrity_check(1)").fetchone()[0]
            broken = opened.execute("PRAGMA foreign_key_check").fetchone()
            counts = {
                what: int(opened.execute(f"SELECT COUNT(*) FROM {COUNTED[what]}").fetchone()[0])
                for what in manifest.counts
                if what in COUNTED
            }
    except sqlite3.Error as error:
        raise Damaged(f"Its database cannot be read: {error}.") from None
    if found != "ok" or broken:
        raise Damaged("Its database is damaged. Take another backup.")
    if counts != {what: count for what, count in manifest.counts.items() if what in COUNTED}:
        raise Damaged("Its database does not hold what it says. Take another backup.")
