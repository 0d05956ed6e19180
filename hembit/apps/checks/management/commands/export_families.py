"""manage.py export_families: what kinds of parts and tests declare, as TypeScript for the front end."""

from __future__ import annotations

import json
from typing import Any

from django.core.management.base import BaseCommand

from hembit_core.about_kinds import kind_groups, kinds, tests
from hembit_core.families.forms import form_of
from hembit_core.families.registry import (
    ANY_OHMS,
    FAMILIES,
    asks_connection,
    measurands,
    reading_class,
    takes_ohms,
)

_DISPLAY = {"at": "display", "label": "What the display shows", "unit": "Ω"}
"""How a single display is typed, where a test declares nothing else."""


def _declared(name: str) -> dict[str, Any]:
    about, fields, typed = measurands()[name], reading_class(name).model_fields, tests()[name]
    ohms = takes_ohms(name)
    return {
        "title": about.title,
        "dead_or_live": about.dead_or_live,
        "role": about.role.value,
        "side": about.side,
        "ohms": ohms and "lead_zero" in fields,
        "connected": asks_connection(name),
        "settled": "settled" in fields,
        "asks": "answers" in fields,
        "probes": about.probes.model_dump(mode="json"),
        **({"boxes": [_DISPLAY]} if "display" in fields else {}),
        **{key: typed[key] for key in ("boxes", "per_row", "series") if key in typed},
        **({"row_choice": _field(typed["row_choice"])} if "row_choice" in typed else {}),
        **({"extras": [_field(one) for one in typed["extras"]]} if "extras" in typed else {}),
    }


def _names(classes: tuple[Any, ...]) -> list[str]:
    return [str(one.model_fields["measurand"].default) for one in classes]


def _field(field: dict[str, Any]) -> dict[str, Any]:
    """A field with its type said, and its choices as a list."""
    items = field.get("items")
    if items is None:
        return {"type": "text", **field}
    if isinstance(items, dict) and "from" not in items:
        items = [{"value": value, "label": label} for value, label in items.items()]
    return {"type": "choice", **field, "items": items}


class Command(BaseCommand):
    """Print the module."""

    help = "Print what kinds of parts and tests declare of themselves, as a TypeScript module."

    def handle(self, *args: Any, **options: Any) -> None:
        of_kind = {
            family.kind: [
                *_names(family.readings),
                *(_names(ANY_OHMS) if family.ohms is not None else []),
            ]
            for family in FAMILIES.values()
        }
        said = ("group", "label", "also", "first")
        about = {kind: {key: one[key] for key in said} for kind, one in kinds().items()}
        forms = {kind: [_field(field) for field in form_of(kind)] for kind in kinds()}
        tests_declared = {name: _declared(name) for name in measurands()}
        words = "{ group: string; label: string; also: string; first: string }"
        lines = [
            "/** Made by bin/types from what kinds of parts and tests declare of themselves. */",
            'import type { FieldDef } from "@/forms/fields";',
            'import type { DeclaredTest } from "./entry/readings";',
            "",
            f"export type Kind = {' | '.join(map(json.dumps, kinds()))};",
            f"export type Test = {' | '.join(map(json.dumps, measurands()))};",
            "",
            "/** The groups that kinds stand in on the screen, in order. */",
            f"export const GROUPS: Record<string, string> = {_json(kind_groups())};",
            "",
            "/** What each kind is called, and what is said before anything is given. */",
            f"export const KINDS: Record<Kind, {words}> = {_json(about)};",
            "",
            "/** The form of each kind. */",
            f"export const FORMS: Record<Kind, FieldDef[]> = {_json(forms)};",
            "",
            "/** What each test is called, where it belongs and how it is typed in. */",
            f"export const DECLARED: Record<Test, DeclaredTest> = {_json(tests_declared)};",
            "",
            "/** The tests of each kind of part, in working order. */",
            f"export const TESTS: Record<Kind, [Test, ...Test[]]> = {_json(of_kind)};",
            "",
            "/** Tests that any part takes which is judged by a single reading in ohms. */",
            f"export const ANY_OHMS: readonly Test[] = {_json(_names(ANY_OHMS))};",
        ]
        self.stdout.write("\n".join(lines))


def _json(data: Any) -> str:
    """One line an entry, so that a change to a test is a change of its line."""
    if not isinstance(data, dict):
        return json.dumps(data, ensure_ascii=False)
    lines = [
        f"  {json.dumps(key)}: {json.dumps(one, ensure_ascii=False)}," for key, one in data.items()
    ]
    return "\n".join(["{", *lines, "}"])
