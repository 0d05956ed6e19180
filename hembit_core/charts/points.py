"""What was read of a chart: its points, and the lines that were none."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.charts.questions import ChartQuestion
from hembit_core.model import Model


class ChartLine(Model):
    """A line that was no point of the chart: why."""

    line: int
    text: str
    problem: str


@dataclass(frozen=True)
class Point:
    """A row of the chart: temperature and resistance as they were written, with their units."""

    line: int
    temperature: str
    resistance: str
    celsius: float
    ohms: float
    rounding: float
    """Half a step of the last digit written [Ω]."""

    @property
    def warm(self) -> str:
        """The temperature with its unit."""
        return self.temperature if self.temperature.endswith("F") else f"{self.temperature} °C"

    @property
    def read(self) -> str:
        """The resistance with its unit."""
        digits = self.resistance.rstrip("kM")
        return f"{digits} {self.resistance[len(digits) :]}Ω"


@dataclass(frozen=True)
class ReadRows:
    """What was read: the points in the order of the lines, how, and what is open."""

    points: tuple[Point, ...]
    how: tuple[str, ...]
    questions: tuple[ChartQuestion, ...]
    unread: tuple[ChartLine, ...]
