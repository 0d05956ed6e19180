"""The evidence on one part: its readings' judgements, the latest of each test, and observations."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from hembit_core.findings.finding import Observation
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.states import Outcome, State
from hembit_core.judging.summary import figure_of

OHMS_ALONG = (
    "between_terminals",
    "bank_resistance",
    "line_to_line",
    "tapped_resistance",
    "winding_resistance",
    "set_resistances",
    "igniter_resistance",
    "sensor_resistance",
    "sensor_points",
    "loop_resistance",
    "sender_resistance",
    "contact_closed",
    "track_and_halves",
    "sweep",
    "part_resistance",
    "siblings",
    "isolated_and_in_circuit",
)
"""Tests in ohms from end to end of the part, dead."""
LIVE_ALONG = (
    "running",
    "line_currents",
    "winding_running",
    "igniter_called",
    "until_cut_out",
    "contact_volts",
)
"""Tests of the working part, live."""


@dataclass(frozen=True)
class Evidence:
    """Judgements by their test, the latest of each, and what was observed."""

    judgements: dict[str, Judgement]
    observed: frozenset[Observation]

    @classmethod
    def of(cls, judgements: Iterable[Judgement], observed: Iterable[Observation] = ()) -> Evidence:
        """Collect; of two readings of one test the later supersedes the earlier."""
        return cls({one.measurand: one for one in judgements}, frozenset(observed))

    def one(self, *measurands: str) -> Judgement | None:
        """The first of these tests that was taken."""
        return next((self.judgements[name] for name in measurands if name in self.judgements), None)

    def some(self, measurands: Iterable[str], *states: State) -> Judgement | None:
        """The first of these tests whose state is one of ``states``."""
        for name in measurands:
            found = self.judgements.get(name)
            if found and found.state in states:
                return found
        return None

    def rejected(self) -> Judgement | None:
        """The first test that was rejected."""
        return next((one for one in self.judgements.values() if one.outcome is Outcome.REJECT), None)

    def has(self, observation: Observation) -> bool:
        """Whether this was observed."""
        return observation in self.observed


def cited(judgement: Judgement) -> str:
    """A reading as a finding cites it: its test, its figure, its state."""
    return f"{judgement.expectation.title}: {figure_of(judgement)}, {judgement.state}"
