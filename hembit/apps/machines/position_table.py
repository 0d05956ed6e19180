"""A machine's positions as a table, typed or pasted, or out of a check sheet."""

from __future__ import annotations

import csv
import io
from typing import Any

from django.db import transaction

from hembit.apps.library.models import Spec, Standing
from hembit.apps.machines.circuit import CircuitIn, current_of, save
from hembit.apps.machines.models import Machine, Position
from hembit.apps.machines.positions import add_positions
from hembit.apps.machines.schemas import PositionRow, PositionsIn
from hembit.apps.people.models import Person
from hembit_core.errors import InputError
from hembit_core.judge import describe
from hembit_core.model import Model
from hembit_core.records.documents import DocumentError
from hembit_core.sheets.circuit_row import CircuitRow
from hembit_core.sheets.sheet import CheckSheet, read_sheet

MOST_ROWS = 100
_COLUMNS = {
    "position": ("position", "name", "place", "where"),
    "part": ("part", "spec", "part number", "number", "what"),
    "member_of": ("member of", "bank"),
    "panel": ("panel", "behind a panel"),
    "serial": ("serial", "serial number"),
}
"""What a header may call each column; without one they stand in this order."""
_YES = {"yes", "y", "x", "1", "true"}


class TableRead(Model):
    """A row of the table: its position, what part it was taken for, or what is wrong with it."""

    line: int
    name: str
    part: str
    problem: str


def look_at_table(machine: Machine, text: str) -> list[TableRead]:
    """What each row would add. Nothing is kept."""
    return [one for one, _ in _rows(machine, text)]


@transaction.atomic
def add_table(machine: Machine, text: str, by: Person) -> list[Position]:
    """Add the positions of a table, all or none; of a check sheet the circuit too, where there is none.

    Raises
    ------
    InputError
        At ``text``, if a row cannot be used; the first that cannot is named.
    """
    rows = _rows(machine, text)
    wrong = next((one for one, _ in rows if one.problem), None)
    if wrong:
        raise InputError(f"Line {wrong.line}: {wrong.problem} Nothing was added.").at("text")
    if not rows:
        raise InputError("This table has no rows.").at("text")
    try:
        added = add_positions(machine, PositionsIn(positions=tuple(row for _, row in rows if row)))
        if _is_sheet(text):
            _add_circuit(machine, read_sheet(text), by)
    except InputError as error:
        raise InputError(error.message).at("text") from None
    return added


def _is_sheet(text: str) -> bool:
    return text.lstrip("\ufeff \r\n\t").startswith("{")


def _add_circuit(machine: Machine, sheet: CheckSheet, by: Person) -> None:
    """The circuit of a check sheet, its parts by their names; a machine's own stays as it is."""
    if not sheet.circuit or current_of(machine) is not None:
        return
    positions = dict(machine.positions.filter(retired_at=None).values_list("name", "pk"))

    def bound(row: CircuitRow) -> CircuitRow:
        part = sheet.parts[row.position - 1].name if row.position else ""
        return row.model_copy(update={"position": positions.get(part)})

    save(machine, CircuitIn(rows=tuple(bound(row) for row in sheet.circuit)), by)


def _rows(machine: Machine, text: str) -> list[tuple[TableRead, PositionRow | None]]:
    if _is_sheet(text):
        return _of_sheet(machine, text)
    first = text.lstrip().split("\n", 1)[0]
    mark = max("\t;,", key=first.count)
    try:
        table = list(csv.reader(io.StringIO(text), delimiter=mark, strict=True))
    except csv.Error as error:
        raise InputError(f"This is no table: {error}.").at("text") from None
    header, start = _header(table)
    found = []
    taken = {one.casefold() for one in machine.positions.values_list("name", flat=True)}
    for line, cells in enumerate(table[start:], start + 1):
        if not any(one.strip() for one in cells):
            continue
        given = {name: cell.strip() for name, cell in zip(header, cells, strict=False)}
        found.append(_row(line, given, taken))
        if len(found) > MOST_ROWS:
            raise InputError(f"This has more than {MOST_ROWS} rows.").at("text")
    return found


def _of_sheet(machine: Machine, text: str) -> list[tuple[TableRead, PositionRow | None]]:
    """The parts of a check sheet, each with figures of its own; the supply is the machine's."""
    try:
        sheet = read_sheet(text)
    except DocumentError as error:
        wrong = "; ".join(f"{at}: {what}" for at, what in error.problems[:5])
        raise InputError(f"{error.message} {wrong}".strip()).at("text") from None
    taken = {one.casefold() for one in machine.positions.values_list("name", flat=True)}
    found = []
    parts = [one for one in sheet.parts if one.spec.kind != "supply"]
    if len(parts) > MOST_ROWS:
        raise InputError(f"This has more than {MOST_ROWS} parts.").at("text")
    for line, part in enumerate(parts, 1):
        row, problem = None, ""
        if part.name.casefold() in taken:
            problem = f"There is a “{part.name}” in this machine already."
        else:
            try:
                row = PositionRow(name=part.name, spec=part.spec, member_of=part.member_of or None)
            except ValueError:
                problem = "Its name or its spec cannot be used here."
        taken.add(part.name.casefold())
        told = describe(part.spec)
        found.append((TableRead(line=line, name=part.name, part=told, problem=problem), row))
    return found


def _header(table: list[list[str]]) -> tuple[list[str], int]:
    names = {also: name for name, alsos in _COLUMNS.items() for also in alsos}
    for place, cells in enumerate(table):
        if not any(one.strip() for one in cells):
            continue
        said = [names.get(one.strip().casefold(), "") for one in cells]
        return (said, place + 1) if "position" in said else (list(_COLUMNS), 0)
    return list(_COLUMNS), 0


def _row(line: int, given: dict[str, str], taken: set[str]) -> tuple[TableRead, PositionRow | None]:
    name, wanted = given.get("position", ""), given.get("part", "")
    problem, part = "", ""
    by: dict[str, Any] = {}
    if not name:
        problem = "The position has no name."
    elif name.casefold() in taken:
        problem = f"There is a “{name}” in this machine already."
    else:
        part, by, problem = _part(wanted)
    taken.add(name.casefold())
    row = None
    if not problem:
        try:
            row = PositionRow.model_validate(
                {
                    "name": name,
                    "member_of": given.get("member_of") or None,
                    "behind_panel": given.get("panel", "").casefold() in _YES,
                    "serial": given.get("serial", ""),
                    **by,
                }
            )
        except ValueError:
            problem = "A name or a serial is too long, or cannot be shown."
    return TableRead(line=line, name=name, part=part, problem=problem), row


def _part(wanted: str) -> tuple[str, dict[str, Any], str]:
    """What a part is called, how it is sent, and what is wrong."""
    if not wanted:
        return "a part with nothing known", {"spec": {"kind": "unknown_part"}}, ""
    used = Spec.objects.exclude(standing=Standing.RETIRED).exclude(current=None)
    for exact in ({"part_number__iexact": wanted}, {"name__iexact": wanted}):
        there = list(used.filter(**exact)[:3])
        if len(there) == 1:
            return there[0].name, {"revision": there[0].current_id}, ""
        if there:
            names = ", ".join(f"{one.maker} {one.name}".strip() for one in there)
            return "", {}, f"“{wanted}” is more than one spec: {names}. Give the name."
    nowhere = (
        f"“{wanted}” is no part number and no name in the library. Add it there first, or leave the "
        "cell empty: then nothing is known of the part."
    )
    return "", {}, nowhere
