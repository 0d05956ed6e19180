"""Files of text, whatever wrote them: decoded, or refused with the place that is wrong."""

from __future__ import annotations

import codecs
import re
from dataclasses import dataclass

from hembit_core.errors import InputError

_MARKS = (
    (codecs.BOM_UTF8, "utf-8"),
    (codecs.BOM_UTF16_LE, "utf-16-le"),
    (codecs.BOM_UTF16_BE, "utf-16-be"),
)
_NO_TEXT = re.compile(rb"[\0-\x08\x0e-\x1f]")


@dataclass(frozen=True)
class TextRead:
    """A file's text, and how it was read where that had to be taken for granted."""

    text: str
    how: str = ""


def text_of(data: bytes) -> TextRead:
    """Decode a text file: by its byte order mark, as UTF-8, or as Windows-1252, which is said.

    Raises
    ------
    InputError
        If it is no text, or a character in it is of no encoding; with its row and column.

    Examples
    --------
    >>> text_of("20 °C".encode()).text, text_of("20 °C".encode("cp1252")).how[:22]
    ('20 °C', 'Read as Windows-1252: ')
    """
    for mark, encoding in _MARKS:
        if data.startswith(mark):
            return TextRead(_decoded(data.removeprefix(mark), encoding))
    try:
        text = data.decode("utf-8")
    except UnicodeDecodeError:
        if _NO_TEXT.search(data):
            raise InputError(
                "This is no text. Take a CSV, a TSV or an .xlsx file, or paste the rows."
            ) from None
        how = "Read as Windows-1252: look at signs like ° and Ω."
        return TextRead(_decoded(data, "cp1252"), how)
    if _NO_TEXT.search(data):
        raise InputError("This is no text. Take a CSV, a TSV or an .xlsx file, or paste the rows.")
    return TextRead(text)


def _decoded(data: bytes, encoding: str) -> str:
    try:
        return data.decode(encoding)
    except UnicodeDecodeError as error:
        before = data[: error.start].decode(encoding, errors="replace")
        row = before.count("\n") + 1
        column = len(before) - (before.rfind("\n") + 1) + 1
        raise InputError(
            f"Row {row}, column {column} holds a character that cannot be read. Save the file as "
            "UTF-8 and take it again."
        ) from None
