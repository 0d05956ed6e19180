"""What of a chart can be read in two ways: questions, and how they were answered."""

from __future__ import annotations

from typing import Literal

from hembit_core.charts.cells import Mark
from hembit_core.charts.units import Degrees, Ohms
from hembit_core.model import Model

Asked = Literal["decimal", "degrees", "ohms", "temperature_column", "resistance_column"]


class ChartAnswers(Model):
    """How somebody said that a chart is to be read; columns count from 0."""

    decimal: Mark | None = None
    degrees: Degrees | None = None
    ohms: Ohms | None = None
    temperature_column: int | None = None
    resistance_column: int | None = None


class ChartOption(Model):
    """One way to read it."""

    value: str
    label: str


class ChartQuestion(Model):
    """What can be read in two ways, and which was taken; ``taken`` is empty until it is answered."""

    asks: Asked
    text: str
    options: tuple[ChartOption, ...]
    taken: str
