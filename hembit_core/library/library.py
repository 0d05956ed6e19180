"""A library of specs as one JSON document: all a workshop knows, to take away and bring back."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from typing import Literal

from pydantic import Field

from hembit_core.library.entry import LibrarySpec
from hembit_core.model import Model
from hembit_core.records.documents import read_document, write_document

FORMAT = "hembit-library"
VERSION = 1
MOST = 20_000


class Library(Model):
    """A library. ``format`` and ``version`` say what it is."""

    format: Literal["hembit-library"] = "hembit-library"
    version: Literal[1] = 1
    specs: tuple[LibrarySpec, ...] = Field(max_length=MOST)


def read_library(text: str) -> Library:
    """Read a library from JSON text.

    Raises
    ------
    DocumentError
        If it is not JSON, no library, of a version not known here, or if fields are wrong;
        ``problems`` names each.
    """
    return read_document(text, Library, FORMAT, VERSION, "library")


def write_library(library: Library) -> str:
    """Write a library as JSON text, readable, with a newline at its end."""
    return write_document(library)


@cache
def starter_library() -> Library:
    """What every shop's library begins with: usual curves, bands and rules, each with its source."""
    return read_library(
        files("hembit_core").joinpath("library", "starter_library.json").read_text("utf-8")
    )
