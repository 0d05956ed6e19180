"""The working: every step of a judgement as data that a person can redo on paper."""

from __future__ import annotations

from hembit_core.model import Model


class WorkingLine(Model):
    """One step. ``key`` names what it is, ``value`` keeps full precision in ``unit``.

    The other fields are how it is told; nothing is decided by them.
    """

    key: str = ""
    label: str
    result: str
    formula: str | None = None
    figures: str | None = None
    source: str | None = None
    value: float | None = None
    unit: str | None = None
