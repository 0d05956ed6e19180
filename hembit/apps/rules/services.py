"""The rules that hold: the shop's default set, or another that a machine, a job or a check names."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from pathlib import Path

from django.db import transaction
from django.db.models import JSONField, Model, Subquery

from hembit.apps.base.not_found import NotFound
from hembit.apps.rules.models import RuleSet
from hembit.apps.rules.schemas import Effect, RuleSetIn
from hembit_core import Conditions, Judgement, judge
from hembit_core.errors import InputError
from hembit_core.families.registry import AnyReading, AnySpec
from hembit_core.rules.settings import changed_rules
from hembit_core.rules.values import Rules, default_rules
from hembit_core.sheets.sheet import read_sheet

_EXAMPLES = Path(__file__).resolve().parents[3] / "examples"
_MOST = 6


def rules_of(one: RuleSet | None) -> Rules:
    """A set's rules; what ships for None."""
    return changed_rules(one.changes, f"rules “{one.name}”") if one else default_rules()


def default_set() -> RuleSet | None:
    """The set that holds where none is named; None while what ships does."""
    return RuleSet.objects.filter(is_default=True).first()


WITH_DEFAULT_SET = {
    "default_set_name": Subquery(RuleSet.objects.filter(is_default=True).values("name")[:1]),
    "default_set_changes": Subquery(
        RuleSet.objects.filter(is_default=True).values("changes")[:1], output_field=JSONField()
    ),
}
"""For ``annotate``: the default set beside a row, so that it is not asked for by itself."""


def default_rules_beside(row: Model) -> Rules:
    """The default set's rules, off a row that was annotated ``WITH_DEFAULT_SET``; else asked for."""
    if not hasattr(row, "default_set_name"):
        return rules_of(default_set())
    name, changes = row.default_set_name, getattr(row, "default_set_changes", None)
    return rules_of(RuleSet(name=name, changes=changes)) if name else default_rules()


def rules_here(number: int | None = None) -> Rules:
    """The rules of the set with that number; those of the default set for None.

    Raises
    ------
    InputError
        If there is no such set.
    """
    if number is None:
        return rules_of(default_set())
    return rules_of(find_set(number, "conditions.rule_set"))


def find_set(number: int, field: str = "rule_set") -> RuleSet:
    """The set with that number; InputError at ``field`` where there is none."""
    found = RuleSet.objects.filter(pk=number).first()
    if found is None:
        raise InputError("There is no set of rules with this number. Choose one of the list.").at(field)
    return found


def save_set(number: int | None, given: RuleSetIn) -> RuleSet:
    """Change a set of rules, or add one where there is no number yet.

    Raises
    ------
    InputError
        If another has its name, or a figure is beyond its limits.
    """
    changed_rules(given.changes, "these rules")
    with transaction.atomic():
        one = RuleSet() if number is None else RuleSet.objects.filter(pk=number).first()
        if one is None:
            raise NotFound("There is no set of rules with this number. Look in the list.")
        if RuleSet.objects.filter(name__iexact=given.name).exclude(pk=one.pk).exists():
            raise InputError("Another set has this name.").at("name")
        if given.is_default:
            for other in RuleSet.objects.filter(is_default=True).exclude(pk=one.pk):
                other.is_default = False
                other.save()
        one.name, one.is_default = given.name, given.is_default
        one.changes = dict(given.changes)
        one.save()
        return one


@cache
def _examples() -> tuple[tuple[str, AnySpec, AnyReading, Conditions], ...]:
    """Readings of parts that ship as example sheets, to show what a rule does."""
    found = []
    for path in sorted(_EXAMPLES.glob("*.json")):
        sheet = read_sheet(path.read_text("utf-8"))
        for part in sheet.parts:
            for one in part.readings:
                found.append((part.name, part.spec, one.reading, one.conditions or sheet.conditions))
    return tuple(found)


def effects(before: Rules, after: Rules) -> list[Effect]:
    """Which example readings would be judged otherwise, and how; a few of them."""
    found = []
    for name, spec, reading, conditions in _examples():
        was = _judged(spec, reading, conditions, before)
        would = _judged(spec, reading, conditions, after)
        if was and would and _told(was) != _told(would):
            found.append(
                Effect(
                    part=name,
                    test=was.expectation.title,
                    read=was.value.text if was.value else "",
                    before=_told(was),
                    after=_told(would),
                )
            )
    return found[:_MOST]


def _judged(
    spec: AnySpec, reading: AnyReading, conditions: Conditions, rules: Rules
) -> Judgement | None:
    try:
        return judge(spec, reading, conditions.model_copy(update={"rules": rules}))
    except InputError:
        return None


def _told(one: Judgement) -> str:
    due = f", due {one.expectation.text}" if one.expectation.text else ""
    return f"{one.state}, {one.outcome}{due}"


def all_sets() -> Iterator[RuleSet]:
    """Every set, by name."""
    yield from RuleSet.objects.all()
