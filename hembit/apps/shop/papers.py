"""Certificates as they came: PDF, kept under a number, handed out to be saved, never shown here."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import BinaryIO
from uuid import UUID, uuid4

from django.conf import settings

from hembit_core import InputError

LARGEST_BYTES = 5_000_000
_BEGINS = b"%PDF-"


def path_of(number: UUID) -> Path:
    """Where a certificate lies."""
    return Path(settings.MEDIA_ROOT) / "papers" / f"{number.hex}.pdf"


def keep(file: BinaryIO, size: int | None) -> UUID:
    """Keep a certificate; its number.

    Raises
    ------
    InputError
        If it is no PDF, or a large one.
    """
    if size is None or size > LARGEST_BYTES:
        raise InputError(
            f"This file is larger than {LARGEST_BYTES // 1_000_000} MB. Save it at a lower resolution."
        ).at("file")
    content = file.read()
    if not content.startswith(_BEGINS):
        raise InputError("This is no PDF. Save the certificate as one.").at("file")
    number = uuid4()
    path = path_of(number)
    path.parent.mkdir(parents=True, exist_ok=True)
    part = path.with_suffix(".part")
    with part.open("wb") as out:
        out.write(content)
        out.flush()
        os.fsync(out.fileno())
    part.replace(path)
    return number


@contextmanager
def gone_again(number: UUID | None) -> Iterator[None]:
    """Take a certificate away again if what it belongs to cannot be stored."""
    try:
        yield
    except BaseException:
        if number:
            path_of(number).unlink(missing_ok=True)
        raise
