"""A judgement in a few words, for lists, findings and files."""

from __future__ import annotations

from hembit_core.judging.judgement import Judgement


def figure_of(judgement: Judgement) -> str:
    """What was read, briefly: its figure with U, OL, or how many figures there were."""
    if judgement.value:
        return judgement.value.text
    gates = (judgement.rail.low_gate, judgement.rail.high_gate)
    if any(gate and gate.key == "open" and gate.hit for gate in gates) and not judgement.rows:
        return "OL"
    if judgement.rows:
        return f"{sum(row.state is not None for row in judgement.rows)} figures"
    return ", ".join(judgement.read_as) or "not read"
