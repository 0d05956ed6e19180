"""The house: no folder with too many doors, no long chain of imports in one, no room without a word."""

from __future__ import annotations

import ast
import json
import os
import re
import unittest
from collections import defaultdict
from collections.abc import Iterable
from functools import cache
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
PACKAGES = ("hembit_core", "hembit_circuits", "hembit", "e2e", "benchmarks", "mutants")
MOST_FILES = 15
LONGEST_CHAIN = 8
FRONT_END = ROOT / "web" / "src"
COMPONENTS = FRONT_END / "ui"
"""Small components, each by its name: a drawer in which nobody gets lost."""


_PATH = re.compile(r"`([\w./-]+\.(?:py|tsx?|json|md))`|`([\w-]+/[\w/-]+)`")
"""A file, or a folder with one above it, as a page names it."""
_INSIDE_OTHERS = {"manifest.json"}
"""What lies in a backup."""
_NOT_OURS = {".git", ".venv", "node_modules", "__pycache__", ".data", "dist"}


def _files() -> list[Path]:
    """Whatever lies in the tree, but for what is installed or built."""
    found = []
    for folder, below, names in os.walk(ROOT):
        below[:] = [one for one in below if one not in _NOT_OURS]
        found += [Path(folder, one) for one in names]
    return found


def _modules() -> dict[str, Path]:
    found = {}
    for package in PACKAGES:
        for path in (ROOT / package).rglob("*.py"):
            parts = path.relative_to(ROOT).with_suffix("").parts
            if not {"tests", "migrations"} & set(parts):
                found[".".join(parts[:-1] if parts[-1] == "__init__" else parts)] = path
    return found


MODULES = _modules()


def _imports(path: Path) -> set[str]:
    """The modules of the house that a file imports."""
    found = set()
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            found |= {one.name for one in node.names}
        elif isinstance(node, ast.ImportFrom) and node.module:
            for one in node.names:
                whole = f"{node.module}.{one.name}"
                found.add(whole if whole in MODULES else node.module)
    return found & MODULES.keys()


def _names() -> dict[str, str]:
    """Every word in a name of the house, with a place where it stands."""
    found: dict[str, str] = {}
    for module, path in MODULES.items():
        names = set(module.split("."))
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.FunctionDef | ast.ClassDef):
                names.add(node.name)
            elif isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
                names.add(node.target.id)
        found |= dict.fromkeys(_words(names), str(path.relative_to(ROOT)))
    routes = json.loads((FRONT_END / "api" / "openapi.json").read_text("utf-8"))
    for route in routes["paths"]:
        found |= dict.fromkeys(_words([route]), route)
    for name in routes["components"]["schemas"]:
        found |= dict.fromkeys(_words([name]), name)
    for path in FRONT_END.rglob("*.ts*"):
        place = str(path.relative_to(ROOT))
        exported = re.findall(
            r"export (?:const|function|interface|type) (\w+)", path.read_text("utf-8")
        )
        found |= dict.fromkeys(_words([*path.relative_to(FRONT_END).parts, *exported]), place)
    return found


def _words(names: Iterable[str]) -> list[str]:
    return [one.lower() for name in names for one in re.findall(r"[A-Z]?[a-z]+", name)]


def _never() -> list[str]:
    """What the list of words in CONTRIBUTING says is never said, where that is one word."""
    text = (ROOT / "CONTRIBUTING.md").read_text("utf-8")
    rows = text.partition("| word |")[2].partition("\n\n")[0].splitlines()[2:]
    said = [one.strip() for row in rows for one in row.split("|")[3].split(",")]
    return [one for one in said if one.isalpha()]


class House(unittest.TestCase):
    def test_no_folder_has_more_files_than_one_reads_at_a_glance(self) -> None:
        counts: dict[Path, int] = defaultdict(int)
        for path in MODULES.values():
            counts[path.parent] += path.name != "__init__.py"
        for path in FRONT_END.rglob("*.ts*"):
            if ".test." not in path.name and path.parent != COMPONENTS:
                counts[path.parent] += 1
        self.assertGreater(len(counts), 60)
        crowded = {str(one.relative_to(ROOT)): n for one, n in counts.items() if n > MOST_FILES}
        self.assertEqual(crowded, {})

    def test_no_chain_of_imports_within_a_folder_is_long(self) -> None:
        taken = {name: _imports(path) for name, path in MODULES.items()}
        folders: dict[Path, set[str]] = defaultdict(set)
        for name, path in MODULES.items():
            folders[path.parent].add(name)

        for folder, names in folders.items():

            @cache
            def depth(name: str, names: frozenset[str] = frozenset(names)) -> int:
                return 1 + max((depth(one, names) for one in taken[name] & names - {name}), default=0)

            with self.subTest(str(folder.relative_to(ROOT))):
                self.assertLessEqual(max(map(depth, names)), LONGEST_CHAIN)

    def test_one_word_for_one_thing(self) -> None:
        never, names = _never(), _names()
        self.assertGreater(len(never), 20)
        self.assertEqual({one: names[one] for one in never if one in names}, {})

    def test_whatever_a_page_names_is_there(self) -> None:
        pages = [*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md")]
        there = {f"/{one.relative_to(ROOT)}" for one in _files()}
        for page in pages:
            if page.name in ("renames.md", "CHANGELOG.md"):
                continue
            for found in _PATH.finditer(page.read_text("utf-8")):
                path = f"/{(found[1] or found[2]).rstrip('/')}"
                with self.subTest(str(page.relative_to(ROOT)), path=path):
                    self.assertTrue(
                        path[1:] in _INSIDE_OTHERS
                        or any(one.endswith((path, f"{path}.py")) or f"{path}/" in one for one in there)
                    )

    def test_every_room_says_what_it_is(self) -> None:
        for path in MODULES.values():
            text = path.read_text("utf-8")
            if path.name != "__init__.py" or path.parent.name in ("management", "commands"):
                continue
            with self.subTest(str(path.relative_to(ROOT))):
                self.assertTrue(ast.get_docstring(ast.parse(text)))
