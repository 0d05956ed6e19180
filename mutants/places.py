"""The code that is tried: where a judgement, a route, a proof, a door or an erasing is decided."""

from __future__ import annotations

from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
AREAS = {
    "judging": (
        "hembit_core/conformity/*.py",
        "hembit_core/judging/*.py",
        "hembit_core/judging/ohms/*.py",
    ),
    "visits": ("hembit_core/visits/*.py", "hembit_core/visits/dead/*.py"),
    "safety": (
        "hembit_core/findings/case_danger.py",
        "hembit/apps/jobs/visit/case_danger.py",
        "hembit/apps/jobs/visit/dead_or_live.py",
        "hembit/apps/jobs/entries/safety.py",
        "hembit/apps/jobs/entries/fitting.py",
        "hembit/apps/machines/safety.py",
        "hembit/apps/base/clocks.py",
        "hembit/apps/base/records/sequence.py",
    ),
    "people": ("hembit/apps/people/*.py", "hembit/apps/people/door/*.py", "hembit/apps/base/paging.py"),
    "privacy": ("hembit/apps/privacy/*.py", "hembit/apps/machines/personal.py"),
}
_NOTHING_DECIDED = {"__init__.py", "apps.py", "admin.py"}


def files(area: str) -> list[Path]:
    """The files of an area."""
    found = [one for pattern in AREAS[area] for one in sorted(ROOT.glob(pattern))]
    return [one for one in found if one.name not in _NOTHING_DECIDED]


def module_of(file: str) -> str:
    """The dotted name of the module in a file below the root."""
    return file.removesuffix(".py").replace("/", ".")
