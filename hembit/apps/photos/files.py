"""The files of photos: checked, turned upright, made smaller, written anew without their tags."""

from __future__ import annotations

import hashlib
import io
import os
from dataclasses import dataclass
from pathlib import Path
from typing import BinaryIO, Literal
from uuid import UUID

from django.conf import settings
from PIL import Image, ImageOps, UnidentifiedImageError

from hembit_core.errors import InputError

LARGEST_BYTES = 15_000_000
LARGEST_PIXELS = 60_000_000
FORMATS = ("JPEG", "PNG", "WEBP")
Size = Literal["full", "small"]
EDGES: dict[Size, int] = {"full": 2000, "small": 360}


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
    """Read an uploaded picture and write it anew as JPEG, without position, maker or text in it.

    Raises
    ------
    InputError
        If it is too large, or no picture that can be read here.
    """
    if size is None or size > LARGEST_BYTES:
        raise InputError(
            f"This photo is larger than {LARGEST_BYTES // 1_000_000} MB. Take it at a lower setting."
        ).at("file")
    try:
        image: Image.Image = Image.open(file, formats=FORMATS)
        if image.width * image.height > LARGEST_PIXELS:
            raise InputError("This photo has more than 60 megapixels. Take it smaller.").at("file")
        upright = ImageOps.exif_transpose(image).convert("RGB")
    except InputError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise InputError("This is no photo that can be read here. JPEG, PNG and WebP can.").at(
            "file"
        ) from None
    full = _fitted(upright, EDGES["full"])
    return Encoded(
        full=_jpeg(full),
        small=_jpeg(_fitted(upright, EDGES["small"])),
        width=full.width,
        height=full.height,
    )


def _fitted(image: Image.Image, edge: int) -> Image.Image:
    copy = image.copy()
    copy.thumbnail((edge, edge), Image.Resampling.LANCZOS)
    return copy


def _jpeg(image: Image.Image) -> bytes:
    plain = Image.new("RGB", image.size)
    plain.paste(image)
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=86, optimize=True)
    return out.getvalue()


def path_of(number: UUID, size: Size) -> Path:
    """Where a photo lies; its name is made from its id alone."""
    return Path(settings.MEDIA_ROOT) / number.hex[:2] / f"{number.hex}-{size}.jpg"


def store(number: UUID, encoded: Encoded) -> None:
    """Write both sizes to the disk, whole or not at all."""
    sizes: tuple[tuple[Size, bytes], ...] = (("full", encoded.full), ("small", encoded.small))
    for size, content in sizes:
        path = path_of(number, size)
        path.parent.mkdir(parents=True, exist_ok=True)
        part = path.with_suffix(".part")
        with part.open("wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        part.replace(path)
