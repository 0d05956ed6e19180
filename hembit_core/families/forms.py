"""The forms that families declare, with the parts that several share put in."""

from __future__ import annotations

import json
from functools import cache
from importlib.resources import files
from typing import Any

from hembit_core.about_kinds import kinds

_UNSAID = {"prefix": "", "percent": "10", "whose": ""}
"""What stands in a shared part where a form does not say it."""


@cache
def _parts() -> dict[str, list[dict[str, Any]]]:
    read: dict[str, list[dict[str, Any]]] = json.loads(
        files("hembit_core.families").joinpath("form_parts.json").read_text("utf-8")
    )
    return read


def form_of(kind: str) -> list[dict[str, Any]]:
    """The fields of a kind's form in order: each with its place ``at`` in the spec, its words, and
    when it is asked. KeyError for a kind that there is none of.
    """
    return [field for one in kinds()[kind]["form"] for field in _put_in(one)]


def _put_in(entry: dict[str, Any]) -> list[dict[str, Any]]:
    """A field, or the fields of the shared part that it names, ``{…}`` filled with what it says; each
    is asked ``when`` the part is.
    """
    if "use" not in entry:
        return [entry]
    text = json.dumps(_parts()[entry["use"]], ensure_ascii=False)
    for name, value in {**_UNSAID, **entry}.items():
        if isinstance(value, str):
            text = text.replace(f"{{{name}}}", value)
    asked = {"when": entry["when"]} if "when" in entry else {}
    return [field for one in json.loads(text) for field in _put_in(_capital({**one, **asked}))]


def _capital(field: dict[str, Any]) -> dict[str, Any]:
    """Its label as it stands where nobody said whose it is."""
    label = field.get("label", "")
    return {**field, "label": label.strip().capitalize()} if label.startswith(" ") else field
