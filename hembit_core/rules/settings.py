"""A shop's rules as settings: each figure by its name, with unit, limits, sentence and source.

``thermometer_limit_K.infrared`` names a figure within a table of them. A shop's own figures are kept
as changes of what ships, so that what nobody changed follows the standards' newer tables.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from functools import cache
from typing import Any, Literal

from pydantic import ValidationError

from hembit_core.conformity.states import DecisionRule
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.model import Model
from hembit_core.notation import plain, quantity
from hembit_core.rules.values import Range, Rules, default_rows, default_rules

Value = float | str | Range | None
Changes = dict[str, Value]


class RuleChoice(Model):
    """One of a few values of a setting; empty for none."""

    value: str
    label: str


class RuleSetting(Model):
    """One figure of the rules.

    Attributes
    ----------
    name : of the figure; with a dot where it stands in a table.
    group : what it is about, in words.
    kind : a figure, a range of two, or a choice.
    unit : "1" for a share.
    least, most : what it may be.
    """

    name: str
    group: str
    sentence: str
    kind: Literal["figure", "range", "choice"]
    unit: str
    default: Value
    least: float | None = None
    most: float | None = None
    choices: tuple[RuleChoice, ...] = ()
    source: str


@cache
def rule_settings() -> tuple[RuleSetting, ...]:
    """Every setting, by its group."""
    groups = list(table("defaults")["groups"].values())
    return tuple(sorted(_settings(), key=lambda one: groups.index(one.group)))


def _settings() -> Iterator[RuleSetting]:
    groups = table("defaults")["groups"]
    for name, row in default_rows().items():
        group = groups[row["group"]]
        limits = {
            key: row[key] for key in ("least", "most", "sentence", "unit", "source") if key in row
        }
        if isinstance(row["value"], dict):
            for key, value in row["value"].items():
                told = f"{key.replace('_', ' ').capitalize()}: as a standard deviation, a share."
                yield RuleSetting(
                    name=f"{name}.{key}",
                    group=group,
                    kind="figure",
                    default=value,
                    **{**limits, "sentence": told},
                )
        elif isinstance(row["value"], list):
            low, high = row["value"]
            yield RuleSetting(name=name, group=group, kind="range", default=(low, high), **limits)
        elif name in _CHOICES:
            yield RuleSetting(
                name=name,
                group=group,
                kind="choice",
                default=row["value"],
                choices=tuple(_CHOICES[name]()),
                **limits,
            )
        else:
            yield RuleSetting(name=name, group=group, kind="figure", default=row["value"], **limits)
    thermometers = table("thermometers")
    for name, row in thermometers["sources"].items():
        told = f"{row['label'].capitalize()}: off by this at most."
        yield RuleSetting(
            name=f"thermometer_limit_K.{name}",
            group=groups["thermometers"],
            sentence=told,
            kind="figure",
            unit="K",
            default=row["limit_K"],
            least=0.05,
            most=30,
            source=thermometers["source"],
        )
    supplies = table("supplies")
    for name, row in supplies["systems"].items():
        for end, words, least, most in (("low", "at least", 0.5, 1), ("high", "at most", 1, 1.5)):
            yield RuleSetting(
                name=f"supplies.{name}.{end}",
                group=groups["supplies"],
                sentence=f"{row['label'].capitalize()}: {words} this share of nominal.",
                kind="figure",
                unit="1",
                default=row[end],
                least=least,
                most=most,
                source=supplies["source"],
            )


def _alloys() -> Iterator[RuleChoice]:
    yield RuleChoice(value="", label="none")
    for name, row in table("heating_alloys")["alloys"].items():
        yield RuleChoice(value=name, label=row["label"])


_CHOICES: dict[str, Callable[[], Iterator[RuleChoice]]] = {
    "companion_policy": lambda: iter(
        (
            RuleChoice(value="pair", label="the pair"),
            RuleChoice(value="one", label="the one that failed"),
        )
    ),
    "decision_rule": lambda: iter(
        RuleChoice(value=one.value, label=one.value.replace("_", " ")) for one in DecisionRule
    ),
    "usual_alloy": _alloys,
    "element_school": lambda: iter(
        (
            RuleChoice(value="appliance_input", label="+5/−10 % of its power"),
            RuleChoice(value="percent_of_resistance", label="a share of its ohms"),
        )
    ),
    "igniter_school": lambda: iter(
        (
            RuleChoice(value="strict", label="strict: replace above the usual band"),
            RuleChoice(value="lenient", label="lenient: to its higher limit"),
            RuleChoice(value="function_first", label="function first: volts and no glow decides"),
        )
    ),
    "winding_school": lambda: iter(
        (
            RuleChoice(value="reject_band", label="maker's band"),
            RuleChoice(value="never_gains_ohms", label="never gains ohms"),
        )
    ),
}


def changed_rules(changes: Mapping[str, Value], origin: str, base: Rules | None = None) -> Rules:
    """The rules with these figures instead, said to come from ``origin``.

    Raises
    ------
    InputError
        If a figure is not known or beyond its limits; ``field`` names it.
    """
    rules = base or default_rules()
    if not changes:
        return rules
    values = rules.model_dump()
    known = {one.name: one for one in rule_settings()}
    for name, value in changes.items():
        if name not in known:
            raise InputError(f"“{name}” is none of the rules.").at(name)
        _put(values, name, checked(known[name], value))
    values["origins"] = {**rules.origins, **dict.fromkeys(changes, origin)}
    try:
        return Rules.model_validate(values)
    except ValidationError as error:
        first = error.errors()[0]
        field = str(first["loc"][0]) if first["loc"] else next(iter(changes))
        raise InputError(first["msg"].removeprefix("Value error, ")).at(field) from None


def checked(setting: RuleSetting, value: Value) -> Value:
    """The value, if the setting can have it.

    Raises
    ------
    InputError
        If it is of another kind, or beyond the limits.
    """
    if setting.kind == "choice":
        if value not in {one.value for one in setting.choices} | {None}:
            raise InputError("Choose one of the list.").at(setting.name)
        return value or None
    if setting.kind == "figure":
        return _figure(setting, value)
    if not isinstance(value, tuple | list) or len(value) != 2:
        raise InputError("This takes two figures, the least and the most.").at(setting.name)
    low, high = (_figure(setting, one) for one in value)
    if low > high:
        raise InputError("The first of the two is the smaller one.").at(setting.name)
    return (low, high)


def _figure(setting: RuleSetting, one: object) -> float:
    if isinstance(one, bool) or not isinstance(one, int | float):
        raise InputError(f"“{one}” is no figure.").at(setting.name)
    low, high = setting.least, setting.most
    assert low is not None and high is not None, setting.name
    if not low <= one <= high:
        unit = "" if setting.unit == "1" else f" {setting.unit}"
        raise InputError(f"This lies from {plain(low)} to {plain(high)}{unit}. Check the figure.").at(
            setting.name
        )
    return float(one)


def value_of(rules: Rules, name: str) -> Value:
    """What a setting is in these rules."""
    found: Any = rules.model_dump(mode="json")
    for part in name.split("."):
        found = found[part]
    return tuple(found) if isinstance(found, list) else found


def _put(values: dict[str, Any], name: str, value: Any) -> None:
    *way, last = name.split(".")
    for part in way:
        values = values[part]
    values[last] = value


_MOST_NAMED = 6
_KILOHM = 1e3


def own_figures(rules: Rules) -> tuple[str, ...]:
    """What of the rules is not as shipped, and where it comes from: a line of every verdict."""
    by_origin: dict[str, list[str]] = {}
    for name, origin in rules.origins.items():
        by_origin.setdefault(origin, []).append(f"{_spoken(name)} {_written(rules, name)}")
    return tuple(
        f"{origin}: {', '.join(said[:_MOST_NAMED])}"
        + (f" and {len(said) - _MOST_NAMED} more" if len(said) > _MOST_NAMED else "")
        for origin, said in by_origin.items()
    )


def _spoken(name: str) -> str:
    words = name.replace(".", " ").replace("_", " ")
    for unit in (" ohm", " C", " K", " share", " volts", " minutes", " s", " mm"):
        words = words.removesuffix(unit)
    return words


def _written(rules: Rules, name: str) -> str:
    unit = next(one.unit for one in rule_settings() if one.name == name)
    value = value_of(rules, name)
    if value is None or isinstance(value, str):
        return str(value or "none").replace("_", " ")
    both = value if isinstance(value, tuple) else (value,)
    if unit == "Ω" and all(one >= _KILOHM for one in both):
        return " to ".join(quantity(one, unit, 2) for one in both)
    shown = " to ".join(plain(one) for one in both)
    return shown if unit in ("", "1") else f"{shown} {unit}"
