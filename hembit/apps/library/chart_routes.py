"""Charts as they are pasted: how each is read, what looks wrong, what formula fits. Nothing is kept."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest
from ninja import File, Router, UploadedFile
from pydantic import Field

from hembit.apps.library.files.text import read_file
from hembit.apps.library.schemas import FileRead
from hembit_core.charts.cells import LONGEST
from hembit_core.charts.chart import Chart, read_chart
from hembit_core.charts.questions import ChartAnswers
from hembit_core.errors import InputError
from hembit_core.model import Model

router = Router(tags=["specs"])


class ChartIn(Model):
    """A chart's text, and what was answered about how it is to be read."""

    text: Annotated[str, Field(max_length=LONGEST)]
    answers: ChartAnswers = ChartAnswers()


@router.post("/charts", response=Chart, operation_id="read_chart")
def read_a_chart(request: HttpRequest, given: ChartIn) -> Chart:
    """Read a pasted chart."""
    try:
        return read_chart(given.text, given.answers)
    except InputError as error:
        raise error.at("text") from None


@router.post("/files/text", response=FileRead, operation_id="read_file")
def read_a_file(request: HttpRequest, file: File[UploadedFile]) -> FileRead:
    """A file's table as text, to be read as if it were pasted. Nothing is kept."""
    read = read_file(file)
    if len(read.text) > LONGEST:
        raise InputError(
            f"This has more than {LONGEST:,} characters. Save the columns that are needed alone."
        ).at("file")
    return FileRead(text=read.text, how=read.how)
