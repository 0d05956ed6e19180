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
    read = [row for row in judgement.rows if row.state is not None or row.value]
    if len(read) == 1 and read[0].value:
        return read[0].value.text
    if judgement.rows:
        return f"{len(read)} figures"
    return ", ".join(judgement.read_as) or "not read"
