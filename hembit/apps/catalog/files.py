"""Files with a table in them, as a person has them: a text file, or a spreadsheet's first sheet."""

from __future__ import annotations

import csv
import io
import zipfile
from datetime import datetime
from typing import Any

from ninja import UploadedFile

from hembit_core.errors import InputError
from hembit_core.text_files import TextRead, text_of

LARGEST_BYTES = 15_000_000
_UNPACKED = 40_000_000
"""A spreadsheet is a packed file; unpacked it may be so large [bytes]."""
_MOST_ROWS, _MOST_COLUMNS = 20_001, 400
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
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            unpacked = sum(one.file_size for one in packed.infolist())
            names = packed.namelist()
    except zipfile.BadZipFile:
        raise InputError("This file is damaged, or was not saved whole.") from None
    if "xl/workbook.xml" not in names:
        raise InputError("This is no .xlsx file. Save the table as .xlsx or as CSV.")
    if unpacked > _UNPACKED or len(names) > 2000:
        raise InputError("This spreadsheet is too large. Save the sheet with the table alone, as CSV.")
    try:
        return _first_sheet(data)
    except InputError:
        raise
    except Exception:  # what is wrong inside a foreign file has no end of shapes
        raise InputError("This spreadsheet cannot be read. Save the sheet as CSV.") from None


def _first_sheet(data: bytes) -> TextRead:
    from openpyxl import load_workbook

    book = load_workbook(io.BytesIO(data), read_only=True, data_only=True)
    try:
        for sheet in book.worksheets:
            out = io.StringIO()
            writer = csv.writer(out, delimiter="\t", lineterminator="\n")
            rows = 0
            for row in sheet.iter_rows(max_row=_MOST_ROWS, max_col=_MOST_COLUMNS, values_only=True):
                cells = [_cell(one) for one in row]
                while cells and not cells[-1]:
                    cells.pop()
                writer.writerow(cells)
                rows += bool(cells)
            if rows:
                others = len(book.worksheets) - 1
                how = f"The sheet “{sheet.title}” of {others + 1}." if others else ""
                return TextRead(out.getvalue(), how)
        raise InputError("This spreadsheet is empty.")
    finally:
        book.close()


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return str(value).lower()
    if isinstance(value, float):
        return f"{value:.12g}"  # what was typed, without what binary made of it
    if isinstance(value, datetime):
        return value.isoformat(" ")
    return str(value)
