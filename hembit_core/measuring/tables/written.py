"""An accuracy written as the table that is read as it again."""

from __future__ import annotations

from hembit_core.measuring.display import NOUN, UNIT, Function
from hembit_core.measuring.meters import FunctionAccuracy
from hembit_core.notation import plain


def table_of(accuracy: dict[Function, FunctionAccuracy]) -> str:
    """The table of this accuracy: a line a range, or one for a function whose ranges are not known."""
    lines = []
    for function, one in accuracy.items():
        if not one.ranges:
            lines.append(f"{NOUN[function]}  ±({plain(one.percent)} % + {plain(one.counts)})")
        for each in one.ranges:
            percent = one.percent if each.percent is None else each.percent
            counts = one.counts if each.counts is None else each.counts
            name = f"{each.coupling} {NOUN[function]}" if each.coupling else NOUN[function]
            top, step = (f"{_plain(size)} {UNIT[function]}" for size in (each.top, each.resolution))
            lines.append(f"{name}  {top}  {step}  ±({plain(percent)} % + {plain(counts)})")
    return "\n".join(lines)


def _plain(size: float) -> str:
    return f"{size:.12f}".rstrip("0").rstrip(".")
