"""The working: every step of a judgement as data that a person can redo on paper."""

from __future__ import annotations

from hembit_core.model import Model


class WorkingLine(Model):
    """One step. ``value`` keeps full precision in ``unit``; ``result`` is how it is shown."""

    label: str
    result: str
    formula: str | None = None
    figures: str | None = None
    source: str | None = None
    value: float | None = None
    unit: str | None = None
