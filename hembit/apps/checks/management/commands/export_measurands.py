"""manage.py export_measurands: what each test declares of itself, as TypeScript for the front end."""

from __future__ import annotations

import json
from typing import Any, cast

from django.core.management.base import BaseCommand

from hembit_core.families.registry import (
    ANY_OHMS,
    FAMILIES,
    asks_connection,
    measurands,
    reading_class,
    takes_ohms,
)
from hembit_core.model import Model


def _declared(name: str) -> dict[str, Any]:
    about, fields = measurands()[name], reading_class(name).model_fields
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
    }


def _names(classes: tuple[Any, ...]) -> list[str]:
    return [str(one.model_fields["measurand"].default) for one in classes]


class Command(BaseCommand):
    """Print the module."""

    help = "Print what each test declares of itself, as a TypeScript module."

    def handle(self, *args: Any, **options: Any) -> None:
        tests = {
            str(cast(type[Model], spec).model_fields["kind"].default): [
                *_names(family.readings),
                *(_names(ANY_OHMS) if family.ohms is not None else []),
            ]
            for spec, family in FAMILIES.items()
        }
        declared = {name: _declared(name) for name in measurands()}
        lines = [
            "/** Made by bin/types from what each reading class declares of itself. */",
            f"export const DECLARED = {_json(declared)} as const;",
            "",
            "/** The tests of each kind of part, in working order. */",
            f"export const TESTS = {_json(tests)} as const;",
            "",
            "/** Tests that any part takes which is judged by a single reading in ohms. */",
            f"export const ANY_OHMS = {_json(_names(ANY_OHMS))} as const;",
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
