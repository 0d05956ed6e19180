"""The library as a file: taken out whole, brought in after a look at what each row would do."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass

from django.db import transaction

from hembit.apps.library.finding import in_use
from hembit.apps.library.models import Spec
from hembit.apps.library.schemas import (
    BroughtIn,
    RowBroughtIn,
    SpecRevisionIn,
    as_stored,
)
from hembit.apps.library.services import add_many, can_be_judged, revise_spec
from hembit.apps.people.models import Person
from hembit.apps.rules.models import RuleSet
from hembit.apps.rules.services import rules_here
from hembit_core.errors import InputError
from hembit_core.library.entry import LibrarySpec
from hembit_core.library.library import Library, read_library, write_library
from hembit_core.library.source import FromDocument
from hembit_core.library.spec_csv import ReadSpec, read_specs, write_specs
from hembit_core.records.documents import DocumentError, format_of
from hembit_core.rules.values import Rules
from hembit_core.sheets.sheet import FORMAT as SHEET
from hembit_core.sheets.sheet import read_sheet
from hembit_core.text_files import TextRead

WHY = "brought in from a file"
_NO_RULES = "It is judged by the rules “{}”, which this shop has not: add that set, or leave them out."
_SHOWN = 500
Counted = Callable[[int, int], None]


def _untold(done: int, rows: int) -> None:
    """Nobody waits for it."""


def as_json() -> str:
    """Every spec that is in use, as one document of the published schema."""
    return write_library(Library(specs=tuple(_in_use())))


def as_csv() -> str:
    """The same as a table."""
    return write_specs(_in_use())


def _in_use() -> Iterator[LibrarySpec]:
    for one in in_use().select_related("current__rule_set").order_by("name", "id"):
        if one.current:
            rules = one.current.rule_set
            entry = one.current.entry
            yield entry.model_copy(update={"rules": rules.name}) if rules else entry


@dataclass(frozen=True)
class _Planned:
    """A row and what it would do; ``there`` is the spec that it is about."""

    row: ReadSpec
    what: str
    rule_set: int | None = None
    why: str = ""
    there: Spec | None = None


def look_at(file: TextRead, told: Counted = _untold) -> BroughtIn:
    """What each row of a file would do: new, same, changed, or refused and why. Nothing is kept.

    ``told`` is told how many rows are through, of how many.

    Raises
    ------
    InputError
        If it is no library and no table of specs.
    """
    return _told(_plan(_rows(file.text, told)), file.how)


def bring_in(file: TextRead, by: Person, told: Counted = _untold) -> BroughtIn:
    """Bring in a file: all its rows, or none. It is read before anybody has to wait for the lock.

    Raises
    ------
    InputError
        If it is no library and no table of specs, or a row is refused.
    """
    rows = _rows(file.text, told)
    with transaction.atomic():
        planned = _plan(rows)
        refused = [one for one in planned if one.what == "refused"]
        if refused:
            raise InputError(
                f"{len(refused)} rows are refused, the first at line {refused[0].row.line}: "
                f"{refused[0].why} Nothing was brought in."
            )
        new = [one for one in planned if one.what == "new"]
        add_many([(one.row.entry, one.rule_set) for one in new if one.row.entry], by)
        for one in planned:
            if one.what == "changed":
                _revise(one, by)
    return _told(planned, file.how)


def _revise(one: _Planned, by: Person) -> None:
    assert one.row.entry and one.there and one.there.current
    base = one.there.current
    given = SpecRevisionIn(entry=one.row.entry, base=base.pk, why=WHY, rule_set=one.rule_set)
    try:
        revise_spec(one.there.pk, given, by)
    except InputError as error:
        raise InputError(
            f"Line {one.row.line}, “{one.row.name}”: {error.message} Nothing was brought in."
        ) from None


def _plan(rows: list[ReadSpec]) -> list[_Planned]:
    there = {one.key: one for one in _known()}
    sets = dict(RuleSet.objects.values_list("name", "pk"))
    planned = []
    before: dict[str, int] = {}
    for row in rows:
        entry = row.entry
        if entry is None:
            planned.append(_Planned(row, "refused", why=row.problem))
            continue
        key = entry.key
        spec = there.get(key)
        by = sets.get(entry.rules) if entry.rules else None
        stored = entry.model_copy(update={"rules": ""})
        row = ReadSpec(row.line, row.name, stored)
        if key in before:
            planned.append(_Planned(row, "refused", why=f"It is the same part as line {before[key]}."))
        elif entry.rules and by is None:
            planned.append(_Planned(row, "refused", why=_NO_RULES.format(entry.rules)))
        elif spec is None:
            planned.append(_Planned(row, "new", by))
        elif spec.current and spec.current.entry.is_alike(stored) and spec.current.rule_set_id == by:
            planned.append(_Planned(row, "same", by, there=spec))
        else:
            planned.append(_Planned(row, "changed", by, there=spec))
        before.setdefault(key, row.line)
    return planned


def _known() -> Iterable[Spec]:
    return in_use()


def _rows(text: str, told: Counted) -> list[ReadSpec]:
    if text.lstrip("\ufeff \r\n\t").startswith("{"):
        try:
            specs = _of_sheet(text) if format_of(text) == SHEET else read_library(text).specs
        except DocumentError as error:
            wrong = "; ".join(f"{at}: {what}" for at, what in error.problems[:5])
            raise InputError(f"{error.message} {wrong}".strip()).at("file") from None
        rows = [ReadSpec(place, one.name, one) for place, one in enumerate(specs, 1)]
    else:
        try:
            rows = read_specs(text)
        except InputError as error:
            raise error.at("file") from None
    rules = rules_here()
    fit = []
    for place, one in enumerate(rows, 1):
        fit.append(_fit_to_keep(one, rules))
        told(place, len(rows))
    return fit


def _of_sheet(text: str) -> tuple[LibrarySpec, ...]:
    """The parts of a check sheet as specs; what was read of them is no spec's."""
    sheet = read_sheet(text)
    machine = sheet.machine.name if sheet.machine else "a check sheet"
    source = FromDocument(title=f"check sheet: {machine}")
    return tuple(LibrarySpec(name=one.name, spec=one.spec, source=source) for one in sheet.parts)


def _fit_to_keep(row: ReadSpec, rules: Rules) -> ReadSpec:
    """The same row; refused where it cannot be stored, or nothing could be judged by it."""
    if row.entry is None:
        return row
    try:
        entry = as_stored(row.entry).model_copy(update={"rules": row.entry.rules})
        can_be_judged(entry, rules)
        return ReadSpec(row.line, row.name, entry)
    except (ValueError, InputError) as error:
        return ReadSpec(row.line, row.name, None, str(error))


def _told(planned: list[_Planned], how: str) -> BroughtIn:
    counts = {
        what: sum(one.what == what for one in planned) for what in ("new", "same", "changed", "refused")
    }
    # What has to be looked at stands first.
    order = {"refused": 0, "changed": 1, "new": 2, "same": 3}
    rows = sorted(planned, key=lambda one: (order[one.what], one.row.line))
    return BroughtIn(
        **counts,
        how=how,
        rows=tuple(
            RowBroughtIn(
                line=one.row.line,
                name=one.row.name,
                what=one.what,
                why=one.why,
                of=one.there.pk if one.there else None,
            )
            for one in rows[:_SHOWN]
        ),
    )
