"""What a judgement says, as data: the interface shows it, a file keeps it."""

from __future__ import annotations

from hembit_core.judging.bands import Band
from hembit_core.judging.states import Outcome, Side, State
from hembit_core.model import Model
from hembit_core.notation import quantity
from hembit_core.working import WorkingLine


class Choice(Model):
    """One answer to a question."""

    value: str
    label: str


class Question(Model):
    """Something to settle before the reading is judged. Answered by ``code``."""

    code: str
    field: str
    sentence: str
    choices: tuple[Choice, ...]


class Measured(Model):
    """A figure with its expanded uncertainty U (k = 2), both in ``unit``."""

    value: float
    expanded: float
    unit: str
    text: str


class Mark(Model):
    """A labelled position on the rail."""

    value: float
    label: str


class Gate(Model):
    """A dead end of the rail: ``label`` is on it; ``due`` when a sound part stands there."""

    label: str
    due: bool
    hit: bool = False


class Rail(Model):
    """The rail: one frame, today's. Positions in ``unit``; labels as they are to be shown."""

    unit: str
    band: Band
    lower: Mark | None
    upper: Mark | None
    nominal: Mark | None
    raw: Mark | None = None
    corrected: Mark | None = None
    expanded: float | None = None
    low_gate: Gate | None = None
    high_gate: Gate | None = None


def rail_of(band: Band, unit: str, digits: int, low: Gate | None, high: Gate | None) -> Rail:
    """An empty rail for ``band``, its limits labelled to ``digits`` significant digits."""

    def mark(value: float | None, name: str = "") -> Mark | None:
        if value is None:
            return None
        return Mark(value=value, label=f"{name}{quantity(value, unit, digits)}")

    return Rail(
        unit=unit,
        band=band,
        lower=mark(band.lower),
        upper=mark(band.upper),
        nominal=mark(band.nominal, "nominal "),
        low_gate=low,
        high_gate=high,
    )


class Probes(Model):
    """Where the two probes go and what must be off: names of a drawing and its points."""

    drawing: str
    first: str
    second: str
    disconnect: str


class Expectation(Model):
    """What to expect under today's conditions, told before the reading is taken."""

    measurand: str
    title: str
    unit: str
    text: str
    detail: str
    overflow_means: str
    zero_means: str
    probes: Probes
    rail: Rail
    cautions: tuple[str, ...]
    policy: tuple[str, ...]
    warnings: tuple[str, ...]
    working: tuple[WorkingLine, ...]


class Judgement(Model):
    """The verdict on one reading, with everything it rests on.

    ``value`` is missing for an overflow. ``outcome_text`` names the decision
    rule, ``policy`` every school and default that was used.
    """

    core_version: str
    measurand: str
    state: State
    side: Side | None
    outcome: Outcome
    outcome_text: str
    headline: str
    explanation: tuple[str, ...]
    next_step: str
    read_as: tuple[str, ...]
    value: Measured | None
    questions: tuple[Question, ...]
    expectation: Expectation
    rail: Rail
    cautions: tuple[str, ...]
    policy: tuple[str, ...]
    warnings: tuple[str, ...]
    working: tuple[WorkingLine, ...]
