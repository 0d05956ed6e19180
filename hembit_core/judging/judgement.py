"""What a judgement says, as data: the interface shows it, a file keeps it."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field, model_validator

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Origin
from hembit_core.conformity.states import Outcome, Side, State
from hembit_core.judging.case_figure import CaseFigure
from hembit_core.judging.codes import Code
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


class Notice(Model):
    """A warning: what it is about, as a code, and the sentence."""

    code: str = ""
    text: str

    @model_validator(mode="before")
    @classmethod
    def _was_a_sentence_alone(cls, given: Any) -> Any:
        return {"text": given} if isinstance(given, str) else given


class Settle(Model):
    """One way to settle a reading that is too close to call: its code, and the words for it."""

    code: str
    text: str


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
    """A dead end of the rail: ``key`` says which, ``label`` is on it.

    ``due`` when a sound part stands there, ``hit`` when this one does.
    """

    key: Literal["open", "short", "none", "full"] | None = None
    label: str
    due: bool
    hit: bool = False


class Rung(Model):
    """One step of a ladder on the rail: ``dead`` members give lower to upper; does the reading fit?"""

    label: str
    value: float
    lower: float
    upper: float
    fits: bool = False


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
    rungs: tuple[Rung, ...] = ()

    def with_gate(self, end: Literal["low", "high"], hit: bool = True) -> Rail:
        """The same with the gate at that end, where it has one, marked as hit or not."""
        name = f"{end}_gate"
        gate: Gate | None = getattr(self, name)
        return self.model_copy(update={name: gate.model_copy(update={"hit": hit})}) if gate else self


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


Drawing = Literal[
    "element",
    "element_to_case",
    "element_running",
    "bank",
    "three_phase_delta",
    "three_phase_open_delta",
    "three_phase_star",
    "clamp_lines",
    "tapped",
    "winding",
    "winding_to_frame",
    "winding_running",
    "winding_set",
    "flame_pair",
    "sensor",
    "thermocouple",
    "sender",
    "controller",
    "track",
    "contact",
    "contact_volts",
    "contact_switching",
    "igniter_called",
    "spark_gap",
    "sequence",
    "supply",
    "lead",
    "resistive",
    "wire_ends",
    "control_output",
    "leak_down",
    "setting",
]
"""What the interface can draw of where the probes go."""


class Probes(Model):
    """Where the two probes go and what must be off: names of a drawing and its points."""

    drawing: Drawing
    first: str
    second: str
    disconnect: str


class Row(Model):
    """One of several figures of a test: what is due, and, once read, where it lies.

    ``key`` names it. ``state`` and ``value`` are missing before the reading; ``value`` for an
    overflow too. ``undecided_by`` are the codes of what was left out. A ``premise`` (the volts at
    the part) is no verdict on the part itself.
    """

    key: str = ""
    label: str
    due: str
    rail: Rail
    state: State | None = None
    side: Side | None = None
    value: Measured | None = None
    outcome: Outcome | None = None
    undecided_by: tuple[str, ...] = ()
    premise: bool = False


class PlotPoint(Model):
    """A point in a plot, with its expanded uncertainty along y; ``key`` says what it is."""

    key: Literal["", "due", "read"] = ""
    x: float
    y: float
    expanded: float | None = None
    label: str = ""
    wrong: bool = False


class Plot(Model):
    """A small plot: a curve with its band, or a series, and the readings in it."""

    title: str
    x_label: str
    y_label: str
    logarithmic: bool = False
    line: tuple[tuple[float, ...], ...] = ()
    lower: tuple[tuple[float, ...], ...] = ()
    upper: tuple[tuple[float, ...], ...] = ()
    points: tuple[PlotPoint, ...] = ()
    joined: bool = False


class Expectation(Model):
    """What to expect under today's conditions, told before the reading is taken.

    ``dead_or_live`` says whether the machine must be dead or live for it. ``rows`` are the
    figures of a test that takes several; ``rail`` is then that of the one that decides.
    """

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
    warnings: tuple[Notice, ...]
    working: tuple[WorkingLine, ...]
    dead_or_live: Literal["dead", "live", "either"] = "dead"
    rows: tuple[Row, ...] = ()
    plot: Plot | None = None


class Judgement(Model):
    """The verdict on one reading, with everything it rests on.

    Attributes
    ----------
    code : what the verdict means; rules go by it, the state and the keys, never by words.
    pattern : what several figures together are, as the family names it; empty for none.
    undecided_by : codes of what was left out; with one, no rule decides.
    dominant : where most of U comes from.
    settles : what would settle it, where it is too close to call.
    value : missing for an overflow.
    outcome_text : the outcome with the decision rule, in one line.
    rule_text : the decision rule alone and, where it decides nothing, why not; empty in judgements
        of before.
    policy : every school and default that was used, in words.
    case : of a reading to the case, what it says of the path there.
    """

    core_version: str
    measurand: str
    code: Code | None = None
    pattern: str = ""
    state: State
    side: Side | None
    outcome: Outcome
    undecided_by: tuple[str, ...] = ()
    outcome_text: str
    rule_text: str = ""
    headline: str
    explanation: tuple[str, ...]
    next_step: str
    read_as: tuple[str, ...]
    value: Measured | None
    dominant: Origin | None = None
    settles: tuple[Settle, ...] = Field(default=())
    questions: tuple[Question, ...]
    expectation: Expectation
    rail: Rail
    cautions: tuple[str, ...]
    policy: tuple[str, ...]
    warnings: tuple[Notice, ...]
    working: tuple[WorkingLine, ...]
    rows: tuple[Row, ...] = ()
    plot: Plot | None = None
    case: CaseFigure | None = None
