"""Deciding: a finding accepted or overruled with a reason, and what a part died of."""

from __future__ import annotations

from typing import Any, Literal

from hembit.apps.jobs.entries.base import EntryIn
from hembit.apps.jobs.on_circuit.search import witness_of
from hembit.apps.jobs.typed import PartKey, Reason, Sentence
from hembit.apps.jobs.visit.moment import Moment
from hembit_core.errors import InputError
from hembit_core.families.insulation import due_volts
from hembit_core.findings.case_danger import DANGER_WORDS, way_out
from hembit_core.findings.finding import Conclusion

_SAFE = frozenset(
    {Conclusion.SOUND, Conclusion.PASSED_SO_FAR, Conclusion.WATCH, Conclusion.NOT_THE_PART}
)
"""What says that a part may be energised."""


class DecidedEntry(EntryIn):
    """A finding accepted, or overruled to another conclusion with a reason.

    ``finding`` is the number of the finding that the person saw.
    """

    kind: Literal["decided"] = "decided"
    part: PartKey
    finding: int
    conclusion: Conclusion
    reason: Reason = ""

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Both stay on record: what the evidence says, and what the person decided."""
        found = moment.visit.finding(self.part)
        name = moment.visit.name(self.part)
        if found is None:
            raise InputError(f"Nothing was found on {name} yet. Measure it, or look at it.").at("part")
        if found.pk != self.finding:
            raise InputError(
                f"What the readings say of {name} has changed meanwhile. Read it again, then decide."
            ).at("finding")
        witness = witness_of(moment.visit, self.part)
        if witness is not None and witness.differs and not self.reason:
            raise InputError(f"{witness.asks}.").at("reason")
        overruled = self.conclusion != found.conclusion
        danger = moment.visit.dangers.get(self.part)
        if danger and self.conclusion in _SAFE:
            raise InputError(
                f"{name} {DANGER_WORDS[danger.kind]}: that is not decided away. It ends by a new part, "
                f"or by {way_out(danger, due_volts(moment.visit.spec(self.part)))}, after the figure."
            ).at("conclusion")
        if overruled and not self.reason:
            raise InputError(
                f"The readings say “{found.conclusion}”. Overruling it to “{self.conclusion}” takes "
                "a reason."
            ).at("reason")
        by_circuit = {"by_circuit": witness.says} if witness is not None and witness.differs else {}
        return self.data() | {
            "found": found.conclusion,
            "headline": found.finding["headline"],
            **by_circuit,
        }


def told_decided(data: dict[str, Any]) -> str:
    """One line for the log."""
    beside = f". By the circuit: {data['by_circuit']}" if "by_circuit" in data else ""
    if data["conclusion"] == data["found"]:
        because = f": {data['reason']}" if beside else ""
        return f"Decided: {data['conclusion']}, as found{because}{beside}"
    return f"Overruled from “{data['found']}” to “{data['conclusion']}”: {data['reason']}{beside}"


class CauseNamedEntry(EntryIn):
    """What a part died of, in words."""

    kind: Literal["cause_named"] = "cause_named"
    part: PartKey
    cause: Sentence

    def accept(self, moment: Moment) -> dict[str, Any]:
        """The part has to be one of the machine."""
        moment.visit.spec(self.part)
        return self.data()


def told_cause(data: dict[str, Any]) -> str:
    """One line for the log."""
    return f"Cause: {data['cause']}"
