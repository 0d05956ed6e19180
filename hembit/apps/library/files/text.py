"""Files with a table in them, as a person has them: a text file, or a spreadsheet's first sheet."""

from __future__ import annotations

import csv
import io
import json
import subprocess
import sys
import tempfile
import zipfile
from pathlib import Path
from threading import BoundedSemaphore
from typing import Any

from ninja import UploadedFile

from hembit_core.errors import InputError
from hembit_core.text_files import TextRead, text_of

LARGEST_BYTES = 15_000_000
_UNPACKED = 40_000_000
"""A spreadsheet is a packed file; unpacked it may be so large [bytes]."""
_READER = Path(__file__).with_name("sheet_reader.py")
_WITHIN = 10.0
"""How long it may take by the clock [s]."""
_at_once = BoundedSemaphore(2)
_SENTENCES = {
    "large": "This spreadsheet is too large. Save the sheet with the table alone, as CSV.",
    "empty": "This spreadsheet is empty.",
    "unreadable": "This spreadsheet cannot be read. Save the sheet as CSV.",
}
_OLD = b"\xd0\xcf\x11\xe0"
_ZIP = b"PK\x03\x04"


def read_file(file: UploadedFile) -> TextRead:
    """A file's table as text: tabs part the cells of a spreadsheet.

    Raises
    ------
    InputError
        At ``file``, if it is too large, no text and no spreadsheet, or cannot be read.
    """
    if (file.size or 0) > LARGEST_BYTES:
        raise InputError(f"This file is larger than {LARGEST_BYTES // 1_000_000} MB.").at("file")
    data = file.read()
    try:
        return _sheet_of(data) if data.startswith(_ZIP) else _text_of(data)
    except InputError as error:
        raise error.at("file") from None


def _text_of(data: bytes) -> TextRead:
    if data.startswith(_OLD):
        raise InputError("This is an old kind of spreadsheet. Save it as .xlsx or as CSV.")
    return text_of(data)


def _sheet_of(data: bytes) -> TextRead:
    """The first sheet with anything in it, read by a process with limits; a few at once."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            unpacked = sum(one.file_size for one in packed.infolist())
            names = packed.namelist()
    except (zipfile.BadZipFile, NotImplementedError, ValueError):
        raise InputError("This file is damaged, or was not saved whole.") from None
    if "xl/workbook.xml" not in names:
        raise InputError("This is no .xlsx file. Save the table as .xlsx or as CSV.")
    if unpacked > _UNPACKED or len(names) > 2000:
        raise InputError(_SENTENCES["large"])
    told = _read_aside(data)
    if "error" in told:
        raise InputError(_SENTENCES[told["error"]])
    out = io.StringIO()
    csv.writer(out, delimiter="\t", lineterminator="\n").writerows(told["rows"])
    others = told["sheets"] > 1
    return TextRead(
        out.getvalue(), f"The sheet “{told['title']}” of {told['sheets']}." if others else ""
    )


def _read_aside(data: bytes) -> dict[str, Any]:
    with _at_once, tempfile.NamedTemporaryFile(suffix=".xlsx") as file:
        file.write(data)
        file.flush()
        command = [sys.executable, str(_READER), file.name]
        try:
            ended = subprocess.run(command, capture_output=True, timeout=_WITHIN, check=False)
        except subprocess.TimeoutExpired:
            return {"error": "large"}
    # One that ran into its limits ends without a word.
    told: dict[str, Any] = json.loads(ended.stdout) if ended.stdout else {"error": "large"}
    return told
