"""What a release changes in the files that carry the version, and in the changelog."""

from __future__ import annotations

import re
from datetime import date
from pathlib import Path

UNRELEASED = "## Unreleased"
VERSION = re.compile(r"\d+\.\d+\.\d+")
CARRIERS = {
    Path("pyproject.toml"): re.compile(r'^(version = ")[^"]+(")', re.M),
    Path("web/package.json"): re.compile(r'^(  "version": ")[^"]+(")', re.M),
    # Its own, at the top and in its list of packages; those of others stand deeper.
    Path("web/package-lock.json"): re.compile(
        r'(\A\{\s+"name": "hembit-web",\s+"version": "'
        r'|^    "": \{\s+"name": "hembit-web",\s+"version": ")[^"]+(")',
        re.M,
    ),
}
"""Where the version stands."""


class NotReady(Exception):
    """Why no release can be made of what is there."""


def with_version(text: str, place: re.Pattern[str], version: str) -> str:
    """A file's text with another version; NotReady where none stands in it."""
    found, count = place.subn(rf"\g<1>{version}\g<2>", text)
    if not count:
        raise NotReady(f"no version stands where {place.pattern} looks for it")
    return found


def dated(changelog: str, version: str, day: date, measured: str) -> str:
    """The changelog with what was unreleased under its version and day, and what was measured.

    Raises
    ------
    NotReady
        If nothing stands under "Unreleased", or the version is there already.
    """
    if f"## {version} " in changelog:
        raise NotReady(f"{version} stands in CHANGELOG.md already")
    head, found, rest = changelog.partition(UNRELEASED)
    told, mark, older = rest.partition("\n## ")
    if not found or not told.strip():
        raise NotReady(f"nothing stands under “{UNRELEASED}” in CHANGELOG.md")
    entry = f"## {version} — {day.isoformat()}\n\n{told.strip()}\n\n{measured.strip()}\n"
    return f"{head}{UNRELEASED}\n\n{entry}{mark}{older}"


def measured(ratios: str, before: str, because: str) -> str:
    """A paragraph with the ratios of two versions, as ``bin/bench against`` prints them.

    Raises
    ------
    NotReady
        If something became slower and nobody says why.
    """
    lines = [one.strip() for one in ratios.splitlines() if one.strip()]
    slower = [one.partition(":")[0] for one in lines if one.endswith("say why")]
    if slower and not because:
        raise NotReady(f"slower than {before}: {', '.join(slower)}. Say why: --because")
    told = "; ".join(one.partition(", above")[0] for one in lines)
    why = f" {because.strip().rstrip('.')}." if because else ""
    return f"Against {before}, times as ratios (least–most): {told}.{why}"
