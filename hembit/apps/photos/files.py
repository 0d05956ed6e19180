"""The files of photos: written anew by a process of its own, then laid where they are served from."""

from __future__ import annotations

import hashlib
import json
import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from threading import BoundedSemaphore
from typing import Any, BinaryIO, Literal
from uuid import UUID, uuid4

from django.conf import settings

from hembit.apps.photos.encoder import LARGEST_PIXELS
from hembit_core.errors import InputError

LARGEST_BYTES = 15_000_000
Size = Literal["full", "small"]
SIZES: tuple[Size, ...] = ("full", "small")

_ENCODER = Path(__file__).with_name("encoder.py")
_WITHIN = 60.0
"""How long the encoder may take by the clock [s]."""
_at_once = BoundedSemaphore(2)

_SENTENCES = {
    "pixels": f"This photo has more than {LARGEST_PIXELS // 1_000_000} megapixels. Take it smaller.",
    "unreadable": "This is no photo that can be read here. JPEG, PNG and WebP can.",
}


@dataclass(frozen=True)
class Encoded:
    """A photo as it is stored, in both sizes."""

    full: bytes
    small: bytes
    width: int
    height: int

    @property
    def digest(self) -> str:
        """What tells two photos apart."""
        return hashlib.sha256(self.full).hexdigest()


def encode(file: BinaryIO, size: int | None) -> Encoded:
    """Read an uploaded picture and write it anew as JPEG, in a process that ends; two at a time.

    Raises
    ------
    InputError
        If it is too large, or no picture that can be read here.
    """
    if size is None or size > LARGEST_BYTES:
        raise InputError(
            f"This photo is larger than {LARGEST_BYTES // 1_000_000} MB. Take it at a lower setting."
        ).at("file")
    command = [sys.executable, str(_ENCODER)]
    with _at_once:
        try:
            ended = subprocess.run(
                command, input=file.read(), capture_output=True, timeout=_WITHIN, check=False
            )
        except subprocess.TimeoutExpired:
            raise InputError(_SENTENCES["unreadable"]).at("file") from None
    line, _, pictures = ended.stdout.partition(b"\n")
    # One that ran into its limits ends without a word.
    told: dict[str, Any] = json.loads(line) if line else {"error": "unreadable"}
    if "error" in told:
        raise InputError(_SENTENCES[told["error"]]).at("file")
    first, _second = told["lengths"]
    return Encoded(pictures[:first], pictures[first:], told["width"], told["height"])


def path_of(number: UUID, size: Size) -> Path:
    """Where a photo lies; its name is made from its id alone."""
    return Path(settings.MEDIA_ROOT) / number.hex[:2] / f"{number.hex}-{size}.jpg"


def remove(number: UUID) -> None:
    """Take a picture off the disk, in both sizes."""
    for size in SIZES:
        path_of(number, size).unlink(missing_ok=True)


@dataclass
class Staged:
    """Both sizes on the disk, not yet where they are served from."""

    number: UUID
    parts: dict[Size, Path]
    published: bool = False

    def publish(self) -> None:
        """Lay them where they are served from; quick, since they are written already."""
        self.published = True
        for size, part in self.parts.items():
            part.replace(path_of(self.number, size))


@contextmanager
def staged(number: UUID, encoded: Encoded) -> Iterator[Staged]:
    """Both sizes written to the disk; what is not published within goes again.

    So does what was published, where its row could not be stored.
    """
    contents: dict[Size, bytes] = {"full": encoded.full, "small": encoded.small}
    folder = path_of(number, "full").parent
    folder.mkdir(parents=True, exist_ok=True)
    parts: dict[Size, Path] = {size: folder / f"{uuid4().hex}.part" for size in SIZES}
    try:
        for size, part in parts.items():
            with part.open("wb") as file:
                file.write(contents[size])
                file.flush()
                os.fsync(file.fileno())
        files = Staged(number, parts)
        try:
            yield files
        except BaseException:
            if files.published:
                remove(number)
            raise
    finally:
        for part in parts.values():
            part.unlink(missing_ok=True)
