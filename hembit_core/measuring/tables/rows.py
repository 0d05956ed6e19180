"""Lines of a meter's table, each read as a range or told why not.

``DC voltage  600.0 V  0.1 V  ±(0.5 % + 2)``: function, range, resolution, accuracy, in
any columns. An accuracy that is left out is the one above it; a line
with a function alone heads those below it. Nothing is guessed: what was understood is given back
line by line.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from hembit_core.errors import InputError
from hembit_core.measuring.display import NOUN, UNIT, Function
from hembit_core.measuring.meters import Coupling, FunctionAccuracy, MeterRange
from hembit_core.measuring.tables.cells import (
    FUNCTION_OF,
    Size,
    Stated,
    accuracy_in,
    clean,
    coupling_in,
    decimal_mark,
    function_in,
    sizes_in,
)
from hembit_core.model import Model
from hembit_core.notation import plain, quantity

LONGEST = 6000
_MOST_LINES = 80
_ENOUGH_DIGITS = 4
_CELLS = re.compile(r"\t|;|\|")
_ACCURACY = re.compile(r"[±(\s]*(?:[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)\s*%")
_FREQUENCY = re.compile(r"(?:[0-9.,]+\s*k?(?:hz)?\s*(?:-|–|to|…)\s*)?[0-9.,]+\s*[kM]?hz", re.IGNORECASE)
_NOT_USED = re.compile(
    r"capacit|frequen|duty|diode|temperature|continuity|hfe|conductance|inductance|[nµu]f\b|°\s?[cf]",
    re.IGNORECASE,
)


class TableRow(Model):
    """One line: as it was written, and how it was read. ``problem`` says why it could not be.

    ``note`` is what was taken from elsewhere, or why the line is not used; tops and resolutions
    are in the function's unit. ``whole`` is the accuracy (percent, counts) of a function whose ranges
    the line does not give.
    """

    line: int
    text: str
    function: Function | None = None
    range: MeterRange | None = None
    whole: tuple[float, float] | None = None
    shown: str = ""
    note: str = ""
    problem: str = ""


@dataclass
class _Above:
    """What a cell that is left out stands for."""

    function: Function | None = None
    coupling: Coupling | None = None
    stated: Stated | None = None


def read_table(text: str) -> tuple[TableRow, ...]:
    """Read every line of a table; each says what it was read as, or what is wrong with it.

    Raises
    ------
    InputError
        If the text is longer than any meter's table.
    """
    lines = [(place, one.strip()) for place, one in enumerate(text.splitlines(), 1) if one.strip()]
    if len(text) > LONGEST or len(lines) > _MOST_LINES:
        raise InputError(
            f"This has more than {_MOST_LINES} lines or {LONGEST} characters: paste the accuracy table "
            "alone."
        )
    above, mark = _Above(), decimal_mark(text)
    return tuple(_row(place, one, above, mark) for place, one in lines)


def accuracy_of_rows(rows: tuple[TableRow, ...]) -> dict[Function, FunctionAccuracy]:
    """The accuracy that the rows make together, by function.

    A function's own figures are those of its worst range, for what is read outside all of them.

    Raises
    ------
    InputError
        If a row could not be read, or none says anything.
    """
    wrong = next((one for one in rows if one.problem), None)
    if wrong:
        raise InputError(f"Line {wrong.line}, “{wrong.text}”: {wrong.problem}")
    stated: dict[Function, list[tuple[float, float]]] = {}
    ranges: dict[Function, list[MeterRange]] = {}
    for one in rows:
        if one.function and one.range:
            ranges.setdefault(one.function, []).append(one.range)
            stated.setdefault(one.function, []).append((one.range.percent or 0, one.range.counts or 0))
        elif one.function and one.whole:
            stated.setdefault(one.function, []).append(one.whole)
    if not stated:
        raise InputError("No line of this is a range with an accuracy. Paste the manual's table.")
    return {
        function: FunctionAccuracy(
            percent=max(percent for percent, _ in each),
            counts=max(counts for _, counts in each),
            ranges=tuple(ranges.get(function, ())),
        )
        for function, each in stated.items()
    }


def _row(line: int, text: str, above: _Above, mark: str | None) -> TableRow:
    row = TableRow(line=line, text=text)
    try:
        return _understood(row, above, mark)
    except InputError as error:
        return row.model_copy(update={"problem": error.message})


def _understood(row: TableRow, above: _Above, mark: str | None) -> TableRow:
    text, notes = row.text, []
    if frequency := _FREQUENCY.search(text):
        notes.append(frequency[0].strip())
        text = _FREQUENCY.sub(" ", text)
    begins = _ACCURACY.search(text)
    words = text[: begins.start()] if begins else text
    if _NOT_USED.search(words):
        above.function = above.stated = None
        return row.model_copy(update={"note": "not used: none of ohms, volts, millivolts and amps"})
    stated = _stated(text[begins.start() :], notes) if begins else None
    sizes = sizes_in(words, mark) if words.strip() else []
    named, coupling = function_in(words), coupling_in(words)
    if not sizes:
        return _heading(row, named, coupling, stated, above)
    unit = sizes[0].unit
    function = FUNCTION_OF[unit] if unit else (named or above.function)
    if function is None:
        raise InputError("Which function is this: ohms, volts, millivolts or amps? Write the unit.")
    if named is None and above.function in (function, _other_volts(function)):
        coupling = coupling or above.coupling
    if stated is None and above.stated and above.function in (function, _other_volts(function)):
        stated = above.stated
        notes.append("accuracy as above")
    if stated is None:
        raise InputError("No accuracy is in it. Write it as ±(0.5 % + 3).")
    above.function, above.coupling, above.stated = function, coupling, stated
    if function is Function.RESISTANCE:
        coupling = None
    return _with_range(row, function, coupling, sizes, stated, notes)


def _stated(text: str, notes: list[str]) -> Stated | None:
    """The accuracy that a line ends with; the first, where there are several."""
    cells = [one.strip() for one in _CELLS.split(text) if one.strip()]
    if len(cells) > 1:
        notes.append("the first accuracy is taken")
    return accuracy_in(cells[0])


def _heading(
    row: TableRow,
    named: Function | None,
    coupling: Coupling | None,
    stated: Stated | None,
    above: _Above,
) -> TableRow:
    """A line without a range: a function that heads what follows, with or without its accuracy."""
    if named is None and stated is not None:
        raise InputError("No range and no function is in it. Write it as 600.0 V, or 600.0 Ω.")
    if named is None:
        return row.model_copy(update={"note": "not used: a heading"})
    above.function, above.coupling, above.stated = named, coupling, stated
    if stated is None:
        return row.model_copy(update={"function": named, "note": "heads what follows"})
    if stated.of_range:
        raise InputError("A share of the range needs the range. Write it as 600.0 V, or 600.0 Ω.")
    name = f"{coupling} {NOUN[named]}" if coupling else NOUN[named]
    update = {
        "function": named,
        "whole": (stated.percent, stated.counts),
        "shown": f"{name}: ±({plain(stated.percent)} % + {plain(stated.counts)})",
        "note": "for all its ranges",
    }
    return row.model_copy(update=update)


def _with_range(
    row: TableRow,
    function: Function,
    coupling: Coupling | None,
    sizes: list[Size],
    stated: Stated,
    notes: list[str],
) -> TableRow:
    top, unit = sizes[0], UNIT[function]
    if len(sizes) > 1:
        resolution = _in_unit(sizes[1], unit)
    elif top.digits >= _ENOUGH_DIGITS:
        resolution = top.step
        notes.append("resolution by the digits of the range")
    else:
        raise InputError(
            "It does not say the resolution. Write the range with all its digits, as 600.0, or the "
            "resolution beside it."
        )
    if resolution >= top.value:
        raise InputError(
            f"A resolution of {quantity(resolution, unit)} is no finer than its range of "
            f"{quantity(top.value, unit)}. Which is which?"
        )
    counts = clean(stated.counts + stated.of_range / 100 * top.value / resolution)
    if stated.of_range:
        share = stated.of_range / 100 * top.value
        notes.append(f"{plain(stated.of_range)} % of the range is {plain(share)} {unit}")
    if not counts:
        notes.append("no counts: half a step is taken")
    one = MeterRange(
        top=top.value, resolution=resolution, percent=stated.percent, counts=counts, coupling=coupling
    )
    name = f"{coupling} {NOUN[function]}" if coupling else NOUN[function]
    shown = (
        f"{name} to {quantity(one.top, unit)}, last digit {quantity(one.resolution, unit, 1)}: "
        f"±({plain(stated.percent)} % + {plain(counts)})"
    )
    update = {"function": function, "range": one, "shown": shown, "note": "; ".join(notes)}
    return row.model_copy(update=update)


def _other_volts(function: Function) -> Function:
    """The other of volts and millivolts: one heading stands above both."""
    if function is Function.VOLTAGE:
        return Function.MILLIVOLTAGE
    return Function.VOLTAGE if function is Function.MILLIVOLTAGE else function


def _in_unit(size: Size, unit: str) -> float:
    """A resolution in its function's unit; without one of its own it is in that."""
    if size.unit in (None, unit):
        return size.value
    factor = {("mV", "V"): 1e-3, ("V", "mV"): 1e3}.get((size.unit or "", unit))
    if factor is None:
        raise InputError("Its range and its resolution are in different units.")
    return size.value * factor
