"""What is known of each kind of part beside its code: the about.json of every family's folder."""

from __future__ import annotations

import json
from functools import cache
from importlib.resources import files
from typing import Any


@cache
def _pages() -> tuple[dict[str, Any], ...]:
    folders = sorted(files("hembit_core.families").iterdir(), key=lambda one: one.name)
    pages = (one.joinpath("about.json") for one in folders if one.is_dir())
    return tuple(json.loads(page.read_text("utf-8")) for page in pages if page.is_file())


@cache
def kind_groups() -> dict[str, str]:
    """The groups that kinds of parts stand in on a screen, in order, with their names."""
    read: dict[str, str] = json.loads(
        files("hembit_core.families").joinpath("groups.json").read_text("utf-8")
    )
    return read


@cache
def kinds() -> dict[str, dict[str, Any]]:
    """What is declared of each kind of part, in the order of the screen.

    ``group``, ``place``, ``label``, ``also`` (what people call it besides), ``first`` (what is said
    before anything is given), ``prior`` (how often it fails beside other parts, relative [1]),
    ``complaints`` (what each speaks for it, relative [1]), ``sibling_spread`` (standard deviation among
    equal ones, as a share [1]; not for all) and ``form``.
    """
    found = {name: about for page in _pages() for name, about in page.get("kinds", {}).items()}
    order = list(kind_groups())
    key = lambda one: (order.index(one[1]["group"]), one[1]["place"])  # noqa: E731
    return dict(sorted(found.items(), key=key))


@cache
def tests() -> dict[str, dict[str, Any]]:
    """What is declared of each test: how it is typed in, and under ``complaints`` what each asks for it
    more than for others of the same part, relative [1].
    """
    return {name: about for page in _pages() for name, about in page.get("tests", {}).items()}
