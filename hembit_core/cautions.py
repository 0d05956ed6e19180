"""The usual cautions, kept beside the step they belong to."""

from __future__ import annotations

from typing import Literal

from hembit_core.data_files import table

Topic = Literal["ohms", "to_case", "insulation", "live", "low_voltage", "swap"]


def cautions(*topics: Topic) -> tuple[str, ...]:
    """Cautions for the given topics, ending with who decides in the end."""
    texts = table("cautions")
    return (*(line for topic in topics for line in texts[topic]), texts["defer"])
